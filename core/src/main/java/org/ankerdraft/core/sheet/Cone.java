package org.ankerdraft.core.sheet;

import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.vectors.Vec3;

/**
 * A cone by its tip.
 *
 * @param axis from the tip into the half that the face lies on, length 1
 * @param halfAngleRad between axis and surface, 0 to pi / 2
 */
record Cone(Vec3 tip, Vec3 axis, double halfAngleRad) {

  static Cone of(Face face) {
    double slope = Math.tan(face.second());
    Vec3 tip = face.origin().minus(face.direction().times(face.radius() / slope));
    Vec3 axis = slope > 0 ? face.direction() : face.direction().negated();
    return new Cone(tip, axis, Math.abs(face.second()));
  }

  /** Away from the axis, length 1. */
  Vec3 radial(Vec3 p) {
    Vec3 d = p.minus(tip);
    return d.minus(axis.times(d.dot(axis))).unit();
  }

  /** Out of the cone's outside. */
  Vec3 normal(Vec3 p) {
    return radial(p).times(Math.cos(halfAngleRad)).minus(axis.times(Math.sin(halfAngleRad)));
  }

  /** Distance from the tip along the surface, of a point or of its foot on the surface. */
  double slant(Vec3 p) {
    Vec3 way = axis.times(Math.cos(halfAngleRad)).plus(radial(p).times(Math.sin(halfAngleRad)));
    return p.minus(tip).dot(way);
  }

  /** How far a point lies off the surface, outwards positive. */
  double off(Vec3 p) {
    return p.minus(tip).dot(normal(p));
  }

  /** Radius of curvature across the line from the tip. */
  double bendRadius(double slant) {
    return slant * Math.tan(halfAngleRad);
  }
}
