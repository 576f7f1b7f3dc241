package org.ankerdraft.kernel;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.vectors.Vec3;

/** Curves of a profile as points close to each other. */
final class ProfilePoints {
  private static final int SEGMENTS = 120;

  private ProfilePoints() {}

  static List<Vec3> of(ProfileCurve curve) {
    return switch (curve) {
      case ProfileCurve.Line l -> List.of(l.start(), l.end());
      case ProfileCurve.Circle c ->
          turned(c.centre(), c.seam().unit().times(c.radius()), c.normal(), 2 * Math.PI);
      case ProfileCurve.Arc a -> arc(a);
      case ProfileCurve.Ellipse e ->
          IntStream.rangeClosed(0, SEGMENTS).mapToObj(i -> e.at((double) i / SEGMENTS)).toList();
      case ProfileCurve.Spline s -> s.sampled();
    };
  }

  private static List<Vec3> arc(ProfileCurve.Arc a) {
    Vec3 u = a.mid().minus(a.start());
    Vec3 v = a.end().minus(a.start());
    Vec3 n = u.cross(v);
    // Centre of the circle through three points, from the first.
    Vec3 toCentre =
        n.cross(u).times(v.dot(v)).plus(v.cross(n).times(u.dot(u))).times(1 / (2 * n.dot(n)));
    Vec3 centre = a.start().plus(toCentre);
    Vec3 axis = n.unit();
    Vec3 from = toCentre.negated();
    return turned(centre, from, axis, angle(from, a.end().minus(centre), axis));
  }

  private static double angle(Vec3 from, Vec3 to, Vec3 axis) {
    double a = Math.atan2(from.cross(to).dot(axis), from.dot(to));
    return a > 0 ? a : a + 2 * Math.PI;
  }

  private static List<Vec3> turned(Vec3 centre, Vec3 radius, Vec3 axis, double angle) {
    List<Vec3> points = new ArrayList<>();
    for (int i = 0; i <= SEGMENTS; i++) {
      points.add(centre.plus(radius.rotated(axis, angle * i / SEGMENTS)));
    }
    return points;
  }
}
