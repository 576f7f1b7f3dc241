package org.ankerdraft.core.step.pattern;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sketch.ChainWalk;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.ResolvedSketch.Spot;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;

/** Where the points or the chain of a sketch put the copies of a pattern. */
final class SketchPlaces {
  private static final String WHAT = "pattern";

  private final BuildContext context;
  private final Pattern step;
  private final ResolvedSketch sketch;

  /**
   * @throws StepFailed if no sketch is said
   */
  SketchPlaces(BuildContext context, Pattern step) throws StepFailed {
    this.context = context;
    this.step = step;
    if (step.sketch() == null) {
      throw StepFailed.waits(WHAT, "the sketch that says where the copies lie is missing");
    }
    sketch = context.sketch(WHAT, step.sketch());
  }

  Map<String, Motion> places() throws StepFailed, ExpressionException {
    return step.way() == Pattern.Way.POINTS ? atPoints() : alongPath();
  }

  /** Copies have the names of their points, so that others may come and go. */
  private Map<String, Motion> atPoints() throws StepFailed {
    List<Spot> points = sketch.points();
    if (points.size() < 2) {
      throw new StepFailed(
          WHAT,
          "sketch "
              + step.sketch()
              + " has "
              + Words.count(points.size(), "point")
              + "; it needs one for the original and one for each copy");
    }
    Vec3 original = place(points.getFirst());
    Map<String, Motion> out = new LinkedHashMap<>();
    for (Spot p : points.subList(1, points.size())) {
      Vec3 shift = place(p).minus(original);
      if (shift.length() < context.tolerance.lengthMm()) {
        throw new StepFailed(
            WHAT, "point " + p.name() + " lies where the original is: the copy would lie on it");
      }
      out.put(p.name(), Motion.shift(shift));
    }
    return out;
  }

  private Vec3 place(Spot p) {
    return sketch.frame().at(p.at().x(), p.at().y());
  }

  private Map<String, Motion> alongPath() throws StepFailed, ExpressionException {
    if (sketch.drawn().size() != 1 || sketch.branchAt() != null) {
      throw new StepFailed(
          WHAT,
          "sketch "
              + step.sketch()
              + " has "
              + Words.count(sketch.drawn().size(), "chain")
              + "; a path is one, without branches");
    }
    ChainWalk walk = new ChainWalk(sketch.drawn().getFirst(), context.tolerance.lengthMm());
    int count = PatternBuilder.count(context, step.count(), "the number of copies", 2);
    double whole = walk.lengthMm();
    double spacing =
        step.spacing() == null
            ? whole / (walk.isClosed() ? count : count - 1)
            : context.positiveMm(WHAT, "the spacing", step.spacing());
    int most = (int) Math.floor(whole / spacing + 1e-9) + (walk.isClosed() ? 0 : 1);
    if (count > most) {
      throw new StepFailed(
          WHAT,
          count
              + " at "
              + Words.mm(spacing)
              + " do not lie on the path of "
              + Words.mm(whole)
              + "; "
              + most
              + " do");
    }
    Map<String, Motion> out = new LinkedHashMap<>();
    for (int i = 2; i <= count; i++) {
      out.put(String.valueOf(i), motion(walk, spacing * (i - 1)));
    }
    return out;
  }

  private Motion motion(ChainWalk walk, double way) {
    Frame frame = sketch.frame();
    Vec3 begin = frame.at(walk.at(0).x(), walk.at(0).y());
    Vec3 there = frame.at(walk.at(way).x(), walk.at(way).y());
    double turn = step.turning() ? walk.directionRad(way) - walk.directionRad(0) : 0;
    return new Motion(null, new Axis(begin, frame.normal()), turn, there.minus(begin));
  }
}
