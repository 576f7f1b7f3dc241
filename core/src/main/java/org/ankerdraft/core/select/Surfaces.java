package org.ankerdraft.core.select;

import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Closed-form distances to the unbounded surfaces of faces. */
public final class Surfaces {
  private Surfaces() {}

  /** Distance of a point from the surface on which a face lies, mm; NaN for freeform surfaces. */
  public static double distance(Topology.Face f, Vec3 p) {
    Vec3 from = p.minus(f.origin());
    return switch (f.kind()) {
      case PLANE -> Math.abs(from.dot(f.direction()));
      case CYLINDER -> Math.abs(from.cross(f.direction()).length() - f.radius());
      case SPHERE -> Math.abs(from.length() - f.radius());
      case CONE -> {
        double along = from.dot(f.direction());
        double across = from.cross(f.direction()).length();
        yield Math.abs((across - f.radius()) * Math.cos(f.second()) - along * Math.sin(f.second()));
      }
      case TORUS -> {
        double along = from.dot(f.direction());
        double across = from.cross(f.direction()).length();
        yield Math.abs(Math.hypot(across - f.radius(), along) - f.second());
      }
      case FREEFORM -> Double.NaN;
    };
  }
}
