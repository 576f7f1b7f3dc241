package org.ankerdraft.core.sketch;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.ResolvedSketch.Spot;
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
  private final Tolerance tolerance;
  private final List<Curve2> real = new ArrayList<>();
  private final List<Curve2> construction = new ArrayList<>();
  private final Map<Integer, String> names = new HashMap<>();
  private int nextTag = 1;

  private SketchResolver(Tolerance tolerance) {
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
    SketchResolver r = new SketchResolver(tolerance);
    Figures figures = new Figures(values, tolerance, r::tag);
    List<Spot> points = new ArrayList<>();
    for (SketchCurve c : held.curves()) {
      if (c instanceof SketchCurve.Point p) {
        points.add(new Spot(p.name(), p.at().at(values)));
      }
      (c.construction() ? r.construction : r.real).addAll(figures.of(c));
    }
    return r.assemble(frame, points, held);
  }

  private int tag(String name) {
    names.put(nextTag, name);
    return nextTag++;
  }

  private ResolvedSketch assemble(Frame frame, List<Spot> points, Held held) {
    List<List<Curve2>> contours = new ArrayList<>();
    List<List<ProfileCurve>> chains = new ArrayList<>();
    List<List<Curve2>> drawn = new ArrayList<>();
    String open = null;
    String branchAt = branch();
    List<Curve2> left = new ArrayList<>(real);
    while (!left.isEmpty()) {
      List<Curve2> chain =
          branchAt == null ? takeChain(left) : new ArrayList<>(List.of(left.removeFirst()));
      drawn.add(chain);
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
    return new ResolvedSketch(
        frame,
        all,
        nested(contours, frame),
        names,
        open,
        chains,
        drawn,
        points,
        held,
        branchAt,
        List.of(),
        Map.of());
  }

  /** The first curve with all that follows it, and all that leads to it if they do not close. */
  private List<Curve2> takeChain(List<Curve2> left) {
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

  /** Takes a curve that has an end at a point; null if there is none. */
  private Curve2 takeAt(Xy point, List<Curve2> left) {
    for (Curve2 c : left) {
      if (!c.isClosed() && endsAt(c, point)) {
        left.remove(c);
        return c;
      }
    }
    return null;
  }

  private boolean endsAt(Curve2 c, Xy point) {
    return c.start().distance(point) < tolerance.lengthMm()
        || c.end().distance(point) < tolerance.lengthMm();
  }

  /** Where more than two curves end, in words; null if they nowhere do. */
  private String branch() {
    for (Curve2 c : real) {
      for (Xy end : List.of(c.start(), c.end())) {
        if (!c.isClosed()
            && real.stream().filter(o -> !o.isClosed() && endsAt(o, end)).count() > 2) {
          return String.format(
              Locale.ROOT,
              "more than two curves meet at (%.4g, %.4g) mm, so the contour is not clear",
              end.x(),
              end.y());
        }
      }
    }
    return null;
  }

  private boolean isClosed(List<Curve2> chain) {
    return Curve2.isRound(chain, tolerance.lengthMm());
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
        holds[i][j] = i != j && Polygons.contains(outlines.get(i), outlines.get(j).getFirst());
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
}
