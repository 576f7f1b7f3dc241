package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/** What the next press would draw, as points close to each other, and its numbers. */
final class Rubber {
  private static final int STEPS = 48;

  private Rubber() {}

  /**
   * @param placed places that are taken already, at least one
   * @param way direction in which a tangent arc leaves, or null
   */
  static List<Xy> shape(Tool tool, List<Xy> placed, Xy aim, Xy way) {
    Xy a = placed.getFirst();
    return switch (tool) {
      case CIRCLE -> sampled(new Curve2.Circle(0, a, Math.max(1e-9, aim.distance(a))));
      case RECTANGLE -> List.of(a, new Xy(aim.x(), a.y()), aim, new Xy(a.x(), aim.y()), a);
      case ARC -> way == null ? List.of(a, aim) : tangent(a, aim, way);
      case ARC_THROUGH -> placed.size() < 2 ? List.of(a, aim) : through(a, aim, placed.get(1));
      case ARC_ABOUT -> placed.size() < 2 ? List.of(a, aim) : about(a, placed.get(1), aim);
      case SLOT -> placed.size() < 2 ? List.of(a, aim) : slot(a, placed.get(1), aim);
      case ELLIPSE -> placed.size() < 2 ? List.of(a, aim) : ellipse(a, placed.get(1), aim);
      case SPLINE -> spline(placed, aim);
      default -> List.of(a, aim);
    };
  }

  private static List<Xy> sampled(Curve2 c) {
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i <= STEPS; i++) {
      out.add(c.at((double) i / STEPS));
    }
    return out;
  }

  private static List<Xy> tangent(Xy a, Xy b, Xy way) {
    Xy chord = b.minus(a);
    if (Math.abs(way.cross(chord)) < 1e-6 * way.length() * chord.length()) {
      return List.of(a, b);
    }
    // The middle of the arc lies on the halving line of its way and its chord.
    double half = Math.atan2(way.cross(chord), way.dot(chord)) / 2;
    Xy middle = a.plus(chord.rotated(-half).times(1 / (2 * Math.cos(half))));
    return sampled(new Curve2.Arc(0, a, middle, b));
  }

  private static List<Xy> through(Xy a, Xy mid, Xy b) {
    boolean isFlat = Math.abs(mid.minus(a).cross(b.minus(a))) < 1e-9;
    return isFlat ? List.of(a, mid, b) : sampled(new Curve2.Arc(0, a, mid, b));
  }

  private static List<Xy> about(Xy centre, Xy from, Xy towards) {
    Xy u = from.minus(centre);
    Xy v = towards.minus(centre);
    double turn = Math.atan2(u.cross(v), u.dot(v));
    double sweep = turn <= 0 ? turn + 2 * Math.PI : turn;
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i <= STEPS; i++) {
      out.add(centre.plus(u.rotated(sweep * i / STEPS)));
    }
    return out;
  }

  /** How far a place lies from the line through two others. */
  static double beside(Xy a, Xy b, Xy p) {
    Xy along = b.minus(a);
    return Math.abs(along.cross(p.minus(a))) / along.length();
  }

  private static List<Xy> slot(Xy a, Xy b, Xy aim) {
    double r = beside(a, b, aim);
    Xy along = b.minus(a).times(1 / a.distance(b));
    List<Xy> out = new ArrayList<>();
    for (int i = 0; i <= STEPS; i++) {
      double t = Math.PI * (i / (double) STEPS) - Math.PI / 2;
      out.add(b.plus(along.rotated(t).times(r)));
    }
    for (int i = 0; i <= STEPS; i++) {
      double t = Math.PI * (i / (double) STEPS) + Math.PI / 2;
      out.add(a.plus(along.rotated(t).times(r)));
    }
    out.add(out.getFirst());
    return out;
  }

  private static List<Xy> ellipse(Xy centre, Xy end, Xy aim) {
    Xy half = end.minus(centre);
    double other = Math.max(1e-6, beside(centre, end, aim));
    return sampled(new Curve2.Ellipse(0, centre, half, other, 0, 2 * Math.PI));
  }

  private static List<Xy> spline(List<Xy> placed, Xy aim) {
    List<Xy> all = new ArrayList<>(placed);
    if (aim.distance(placed.getLast()) > 0) {
      all.add(aim);
    }
    int degree = Math.min(3, all.size() - 1);
    return degree < 1 ? List.of(aim, aim) : new BSpline(all, degree, false).sampled(12);
  }

  /** Its numbers: what is typed, else what is aimed at. */
  static String text(Tool tool, List<Xy> placed, Xy aim, TypedNumbers typed) {
    Xy a = placed.getFirst();
    Xy way = aim.minus(a);
    if (tool == Tool.RECTANGLE) {
      return typed.shown(0, length(typed, Math.abs(way.x())))
          + " × "
          + typed.shown(1, length(typed, Math.abs(way.y())));
    }
    if (tool == Tool.CIRCLE) {
      return "Ø " + typed.shown(0, length(typed, 2 * way.length()));
    }
    if (placed.size() == 2 && (tool == Tool.SLOT || tool == Tool.ELLIPSE)) {
      return typed.shown(0, length(typed, 2 * beside(a, placed.get(1), aim)));
    }
    return tool == Tool.SPLINE || tool == Tool.POINT
        ? ""
        : typed.shown(0, length(typed, way.length()))
            + "  "
            + typed.shown(
                1, String.format(Locale.ROOT, "%.1f", Math.toDegrees(Math.atan2(way.y(), way.x()))))
            + "°";
  }

  private static String length(TypedNumbers typed, double mm) {
    return typed.unit().number(mm, 2);
  }

  /** The place that the typed numbers tell, as far as they do; else that which is aimed at. */
  static Xy place(Tool tool, List<Xy> placed, Xy aim, TypedNumbers typed) {
    if (typed.isEmpty() || placed.isEmpty()) {
      return aim;
    }
    Xy a = placed.getFirst();
    Xy way = aim.minus(a);
    if (tool == Tool.RECTANGLE) {
      return a.plus(
          new Xy(
              typed.lengthMm(0).orElse(Math.abs(way.x())) * (way.x() < 0 ? -1 : 1),
              typed.lengthMm(1).orElse(Math.abs(way.y())) * (way.y() < 0 ? -1 : 1)));
    }
    if (placed.size() == 2 && (tool == Tool.SLOT || tool == Tool.ELLIPSE)) {
      Xy along = placed.get(1).minus(a);
      Xy left = new Xy(-along.y(), along.x()).times(1 / along.length());
      double side = left.dot(way) < 0 ? -1 : 1;
      return typed.lengthMm(0).isPresent()
          ? a.plus(left.times(side * typed.lengthMm(0).getAsDouble() / 2))
          : aim;
    }
    double share = tool == Tool.CIRCLE || tool == Tool.ELLIPSE ? 0.5 : 1;
    double length =
        typed.lengthMm(0).isPresent() ? share * typed.lengthMm(0).getAsDouble() : way.length();
    double angle =
        typed.value(1).isPresent() && tool != Tool.CIRCLE
            ? Math.toRadians(typed.value(1).getAsDouble())
            : Math.atan2(way.y(), way.x());
    return a.plus(Xy.polar(length, angle));
  }
}
