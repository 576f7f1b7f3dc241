package org.ankerdraft.core.sketch;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Xy;

/**
 * Evaluates the numbers of a sketch, chains its curves into contours and nests the contours into
 * regions.
 */
public final class SketchResolver {
  private final Evaluator values;
  private final Tolerance tolerance;
  private final List<Curve2> real = new ArrayList<>();
  private final List<Curve2> construction = new ArrayList<>();
  private final Map<Integer, String> names = new HashMap<>();
  private int nextTag = 1;

  private SketchResolver(Evaluator values, Tolerance tolerance) {
    this.values = values;
    this.tolerance = tolerance;
  }

  /** Curves that stay where they are drawn. */
  public static ResolvedSketch resolve(
      List<SketchCurve> curves, Frame frame, Evaluator values, Tolerance tolerance)
      throws ExpressionException, SketchProblem {
    return resolve(curves, List.of(), frame, values, tolerance);
  }

  public static ResolvedSketch resolve(
      List<SketchCurve> curves,
      List<Constraint> constraints,
      Frame frame,
      Evaluator values,
      Tolerance tolerance)
      throws ExpressionException, SketchProblem {
    Held held =
        constraints.isEmpty()
            ? new Held(curves, 0, Set.of(), List.of())
            : Constrained.hold(curves, constraints, values);
    SketchResolver r = new SketchResolver(values, tolerance);
    for (SketchCurve c : held.curves()) {
      r.add(c, c.name());
    }
    return r.assemble(frame, held);
  }

  private void add(SketchCurve curve, String name) throws ExpressionException, SketchProblem {
    List<Curve2> to = curve.construction() ? construction : real;
    switch (curve) {
      case SketchCurve.Line l -> {
        Xy a = l.from().at(values);
        Xy b = l.to().at(values);
        if (a.distance(b) < tolerance.lengthMm()) {
          throw new SketchProblem(name, "line " + name + " has no length");
        }
        to.add(new Curve2.Line(tag(name), a, b));
      }
      case SketchCurve.Arc a -> to.add(arc(a, name));
      case SketchCurve.Circle c -> {
        to.add(
            new Curve2.Circle(
                tag(name), c.centre().at(values), positive(c.diameter(), name, "diameter") / 2));
      }
      case SketchCurve.Rectangle r -> rectangle(r, name, to);
      case SketchCurve.Polygon p -> polygon(p, name, to);
    }
  }

  private int tag(String name) {
    names.put(nextTag, name);
    return nextTag++;
  }

  private double positive(Expr expr, String name, String what)
      throws ExpressionException, SketchProblem {
    double v = values.lengthMm(expr);
    if (!(v > tolerance.lengthMm())) {
      throw new SketchProblem(
          name,
          String.format(Locale.ROOT, "%s of %s is %.4g mm; it must be more than 0", what, name, v));
    }
    return v;
  }

  private Curve2 arc(SketchCurve.Arc a, String name) throws ExpressionException, SketchProblem {
    Xy from = a.from().at(values);
    Xy to = a.to().at(values);
    if (a.through() != null) {
      Xy mid = a.through().at(values);
      double cross =
          (mid.x() - from.x()) * (to.y() - from.y()) - (mid.y() - from.y()) * (to.x() - from.x());
      if (Math.abs(cross) < tolerance.lengthMm() * tolerance.lengthMm()
          || from.distance(to) < tolerance.lengthMm()) {
        throw new SketchProblem(name, "the three points of arc " + name + " lie on one line");
      }
      return new Curve2.Arc(tag(name), from, mid, to);
    }
    Xy c = a.centre().at(values);
    double r = c.distance(from);
    if (Math.abs(r - c.distance(to)) > tolerance.lengthMm()) {
      throw new SketchProblem(
          name,
          String.format(
              Locale.ROOT,
              "arc %s: its ends are %.6g and %.6g mm from its centre",
              name,
              r,
              c.distance(to)));
    }
    double start = Math.atan2(from.y() - c.y(), from.x() - c.x());
    double turn = Math.atan2(to.y() - c.y(), to.x() - c.x()) - start;
    double full = 2 * Math.PI;
    turn = a.clockwise() ? -((full - turn) % full) : (full + turn) % full;
    if (turn == 0) {
      turn = a.clockwise() ? -full : full;
    }
    double middle = start + turn / 2;
    return new Curve2.Arc(tag(name), from, c.plus(Xy.polar(r, middle)), to);
  }

  private void rectangle(SketchCurve.Rectangle r, String name, List<Curve2> to)
      throws ExpressionException, SketchProblem {
    double w = positive(r.width(), name, "width");
    double h = positive(r.height(), name, "height");
    Xy low =
        r.corner() != null
            ? r.corner().at(values)
            : r.centre().at(values).plus(new Xy(-w / 2, -h / 2));
    double q = r.rounding() == null ? 0 : values.lengthMm(r.rounding());
    if (q < 0 || 2 * q > Math.min(w, h) + tolerance.lengthMm()) {
      throw new SketchProblem(
          name,
          String.format(
              Locale.ROOT,
              "rounding of %s is %.4g mm; it must be from 0 to %.4g mm",
              name,
              q,
              Math.min(w, h) / 2));
    }
    Side[] sides = {
      new Side("bottom", low, 1, 0, w), new Side("right", low.plus(new Xy(w, 0)), 0, 1, h),
      new Side("top", low.plus(new Xy(w, h)), -1, 0, w),
          new Side("left", low.plus(new Xy(0, h)), 0, -1, h)
    };
    for (int i = 0; i < 4; i++) {
      Side s = sides[i];
      if (s.length - 2 * q > tolerance.lengthMm()) {
        to.add(new Curve2.Line(tag(name + "." + s.name), s.at(q), s.at(s.length - q)));
      }
      if (q > 0) {
        Side next = sides[(i + 1) % 4];
        Xy corner = next.from;
        double out = q * (1 - Math.sqrt(0.5));
        Xy mid = corner.plus(new Xy(-s.dx * out + next.dx * out, -s.dy * out + next.dy * out));
        to.add(
            new Curve2.Arc(tag(name + ".corner" + (i + 1)), s.at(s.length - q), mid, next.at(q)));
      }
    }
  }

  private record Side(String name, Xy from, double dx, double dy, double length) {
    Xy at(double along) {
      return from.plus(new Xy(dx * along, dy * along));
    }
  }

  private void polygon(SketchCurve.Polygon p, String name, List<Curve2> to)
      throws ExpressionException, SketchProblem {
    double sides = values.number(p.sides());
    int n = (int) Math.rint(sides);
    if (n < 3 || n > 360 || n != sides) {
      throw new SketchProblem(
          name,
          "polygon " + name + " has " + sides + " sides; it needs a whole number from 3 to 360");
    }
    double radius;
    if (p.diameter() != null) {
      radius = positive(p.diameter(), name, "diameter") / 2;
    } else {
      radius = positive(p.side(), name, "side") / (2 * Math.sin(Math.PI / n));
    }
    Xy c = p.centre().at(values);
    double turn = p.turn() == null ? 0 : values.angleRad(p.turn());
    List<Xy> corners = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      double a = turn + 2 * Math.PI * i / n;
      corners.add(c.plus(Xy.polar(radius, a)));
    }
    for (int i = 0; i < n; i++) {
      to.add(
          new Curve2.Line(tag(name + ".side" + (i + 1)), corners.get(i), corners.get((i + 1) % n)));
    }
  }

  private ResolvedSketch assemble(Frame frame, Held held) throws SketchProblem {
    List<List<Curve2>> contours = new ArrayList<>();
    List<List<ProfileCurve>> chains = new ArrayList<>();
    String open = null;
    List<Curve2> left = new ArrayList<>(real);
    while (!left.isEmpty()) {
      List<Curve2> chain = takeChain(left);
      if (isClosed(chain)) {
        contours.add(chain);
        continue;
      }
      chains.add(inSpace(chain, frame));
      if (open == null) {
        Xy loose = chain.getLast().end();
        open =
            String.format(
                Locale.ROOT,
                "the contour is open: %s ends at (%.4g, %.4g) mm and nothing goes on from there",
                names.get(chain.getLast().tag()),
                loose.x(),
                loose.y());
      }
    }
    List<ProfileCurve> all = new ArrayList<>();
    real.forEach(c -> all.add(c.in(frame)));
    construction.forEach(c -> all.add(c.in(frame)));
    return new ResolvedSketch(frame, all, nested(contours, frame), names, open, chains, held);
  }

  /** The first curve with all that follows it, and all that leads to it if they do not close. */
  private List<Curve2> takeChain(List<Curve2> left) throws SketchProblem {
    List<Curve2> chain = new ArrayList<>();
    chain.add(left.removeFirst());
    while (!isClosed(chain)) {
      Curve2 next = takeAt(chain.getLast().end(), left);
      if (next == null) {
        break;
      }
      boolean onwards = next.start().distance(chain.getLast().end()) < tolerance.lengthMm();
      chain.add(onwards ? next : next.reversed());
    }
    while (!isClosed(chain)) {
      Curve2 before = takeAt(chain.getFirst().start(), left);
      if (before == null) {
        break;
      }
      boolean onwards = before.end().distance(chain.getFirst().start()) < tolerance.lengthMm();
      chain.addFirst(onwards ? before : before.reversed());
    }
    return chain;
  }

  /** Takes the one curve that has an end at a point; null if there is none. */
  private Curve2 takeAt(Xy point, List<Curve2> left) throws SketchProblem {
    List<Curve2> found = new ArrayList<>();
    for (Curve2 c : left) {
      if (!(c instanceof Curve2.Circle)
          && (c.start().distance(point) < tolerance.lengthMm()
              || c.end().distance(point) < tolerance.lengthMm())) {
        found.add(c);
      }
    }
    if (found.isEmpty()) {
      return null;
    }
    if (found.size() > 1) {
      throw new SketchProblem(
          names.get(found.getFirst().tag()),
          String.format(
              Locale.ROOT,
              "more than two curves meet at (%.4g, %.4g) mm, so the contour is not clear",
              point.x(),
              point.y()));
    }
    left.remove(found.getFirst());
    return found.getFirst();
  }

  private boolean isClosed(List<Curve2> chain) {
    return chain.getFirst() instanceof Curve2.Circle
        || (chain.size() > 1
            && chain.getFirst().start().distance(chain.getLast().end()) < tolerance.lengthMm());
  }

  /** Contours at even depth bound regions, those directly within them are their holes. */
  private List<Region> nested(List<List<Curve2>> contours, Frame frame) {
    List<List<Xy>> outlines =
        contours.stream().map(c -> c.stream().flatMap(k -> k.outline().stream()).toList()).toList();
    int n = contours.size();
    boolean[][] holds = new boolean[n][n];
    int[] depth = new int[n];
    for (int i = 0; i < n; i++) {
      for (int j = 0; j < n; j++) {
        holds[i][j] = i != j && contains(outlines.get(i), outlines.get(j).getFirst());
        depth[j] += holds[i][j] ? 1 : 0;
      }
    }
    List<Region> regions = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      if (depth[i] % 2 != 0) {
        continue;
      }
      List<List<ProfileCurve>> holes = new ArrayList<>();
      for (int j = 0; j < n; j++) {
        if (holds[i][j] && depth[j] == depth[i] + 1) {
          holes.add(inSpace(contours.get(j), frame));
        }
      }
      regions.add(new Region(inSpace(contours.get(i), frame), holes));
    }
    return regions;
  }

  private static List<ProfileCurve> inSpace(List<Curve2> contour, Frame frame) {
    return contour.stream().map(c -> c.in(frame)).toList();
  }

  private static boolean contains(List<Xy> polygon, Xy p) {
    boolean inside = false;
    for (int i = 0, j = polygon.size() - 1; i < polygon.size(); j = i++) {
      Xy a = polygon.get(i);
      Xy b = polygon.get(j);
      if ((a.y() > p.y()) != (b.y() > p.y())
          && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x()) {
        inside = !inside;
      }
    }
    return inside;
  }
}
