package org.ankerdraft.core.measure;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;

/**
 * Something that is measured of one thing.
 *
 * @param name in words
 * @param unit mm, mm², mm³, deg, g
 */
public record Property(String name, double value, String unit) {
  private static final String MM = "mm";

  /**
   * What there is to say of a thing: of a point its coordinates, of an edge length and radius, of a
   * face area and radius, of a body volume, surface and mass.
   *
   * @param densityGPerCm3 of the body's material
   */
  public static List<Property> of(Thing thing, double densityGPerCm3) {
    return switch (thing) {
      case Thing.PointAt(var p) ->
          List.of(
              new Property("x", p.x(), MM),
              new Property("y", p.y(), MM),
              new Property("z", p.z(), MM));
      case Thing.EdgeOf(Body body, int edge) -> ofEdge(body.named().topology().edge(edge));
      case Thing.FaceOf(Body body, int face) -> ofFace(body.named().topology().face(face));
      case Thing.Whole(Body body) -> ofBody(body.named().shape().mass(), densityGPerCm3);
    };
  }

  public String inWords() {
    return name + " " + valueInWords();
  }

  /** To a thousandth. */
  public String valueInWords() {
    return Numbers.tidy(value, 3) + (unit.equals("deg") ? "°" : " " + unit);
  }

  private static List<Property> ofEdge(Topology.Edge e) {
    List<Property> out = new ArrayList<>();
    out.add(new Property("length", e.lengthMm(), MM));
    if (e.kind() == Topology.CurveKind.CIRCLE) {
      out.add(new Property("radius", e.radius(), MM));
      out.add(new Property("diameter", 2 * e.radius(), MM));
    }
    return out;
  }

  private static List<Property> ofFace(Topology.Face f) {
    List<Property> out = new ArrayList<>();
    out.add(new Property("area", f.areaMm2(), "mm²"));
    switch (f.kind()) {
      case CYLINDER, SPHERE -> {
        out.add(new Property("radius", f.radius(), MM));
        out.add(new Property("diameter", 2 * f.radius(), MM));
      }
      case TORUS -> {
        out.add(new Property("radius", f.second(), MM));
        out.add(new Property("radius of the ring", f.radius(), MM));
      }
      case CONE -> out.add(new Property("half-angle", Math.toDegrees(f.second()), "deg"));
      case PLANE, FREEFORM -> {}
    }
    return out;
  }

  private static List<Property> ofBody(Shape.Mass m, double density) {
    if (m.volumeMm3() == 0) {
      return List.of(new Property("surface", m.areaMm2(), "mm²"));
    }
    return List.of(
        new Property("volume", m.volumeMm3(), "mm³"),
        new Property("surface", m.areaMm2(), "mm²"),
        new Property("mass", m.volumeMm3() / 1000 * density, "g"));
  }
}
