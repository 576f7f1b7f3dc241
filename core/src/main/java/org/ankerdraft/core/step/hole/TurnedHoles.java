package org.ankerdraft.core.step.hole;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Turned;
import org.ankerdraft.core.operation.Turned.Corner;
import org.ankerdraft.core.operation.UpTo;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch.Spot;
import org.ankerdraft.core.step.hole.Hole.Mouth;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Holes with a widened mouth or a pointed bottom: their half section turned about the axis. */
final class TurnedHoles {
  private static final String WHAT = "hole";
  private static final double USUAL_SINK_RAD = Math.PI / 2;

  private final BuildContext context;
  private final Hole step;
  private final List<Spot> places;
  private final HoleSizes sizes;
  private final Frame frame;
  private final double reach;

  /**
   * @param places in the frame's own coordinates
   * @param reach farther than the body from the plane
   */
  TurnedHoles(BuildContext context, Hole step, List<Spot> places, Frame frame, double reach) {
    this.context = context;
    this.step = step;
    this.places = places;
    this.sizes = new HoleSizes(context, step);
    this.frame = frame;
    this.reach = reach;
  }

  Tool tool(Body body) throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    List<NamedShape> holes = new ArrayList<>();
    if (step.to() != null) {
      int face = context.oneFace(WHAT, body.named(), step.to());
      for (Spot place : places) {
        holes.add(ended(body, face, place));
      }
      return new Tool(together(context, step.id(), holes), "up to a face");
    }
    double depth =
        step.depth() == null ? reach : context.positiveMm(WHAT, "the depth", step.depth());
    List<Corner> section = section(depth);
    for (Spot place : places) {
      holes.add(turned(section, place));
    }
    return new Tool(together(context, step.id(), holes), "section turned about its axis");
  }

  /** Turned out of the body, and ended by the surface of a face. */
  private NamedShape ended(Body body, int face, Spot place)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    List<Corner> section = section(reach);
    UpTo.Way way =
        new UpTo.Way(
            Prisms.at(frame, place.at()),
            frame.normal().negated(),
            length -> turned(section, place),
            "mouth",
            "bottom");
    return new UpTo(context, WHAT, step.id(), body, way).face(face);
  }

  private List<Corner> section(double depth) throws StepFailed, ExpressionException {
    double r = sizes.diameterMm() / 2;
    List<Corner> out = new ArrayList<>();
    out.add(new Corner("", Xy.ZERO));
    switch (step.mouth()) {
      case PLAIN -> out.add(new Corner("mouth", new Xy(r, 0)));
      case COUNTERBORE -> {
        double wide = wide(r);
        double down = within(depth, sizes.mouthDepthMm());
        out.add(new Corner("mouth", new Xy(wide, 0)));
        out.add(new Corner("mouth-wall", new Xy(wide, -down)));
        out.add(new Corner("shoulder", new Xy(r, -down)));
      }
      case COUNTERSINK -> {
        double wide = wide(r);
        double angle = angle("the mouth angle", step.mouthAngle(), USUAL_SINK_RAD);
        double down = within(depth, (wide - r) / Math.tan(angle / 2));
        out.add(new Corner("mouth", new Xy(wide, 0)));
        out.add(new Corner("sink", new Xy(r, -down)));
      }
    }
    out.add(new Corner("wall", new Xy(r, -depth)));
    boolean isPointed = step.tip() != null && step.depth() != null;
    double point = isPointed ? r / Math.tan(angle("the point", step.tip(), 0) / 2) : 0;
    out.add(new Corner("bottom", new Xy(0, -depth - point)));
    return out;
  }

  private double wide(double radius) throws StepFailed, ExpressionException {
    double wide = sizes.mouthDiameterMm() / 2;
    if (wide < radius + context.tolerance.lengthMm()) {
      throw new StepFailed(
          WHAT,
          "the mouth diameter is "
              + Words.mm(2 * wide)
              + "; it must be more than the hole's "
              + Words.mm(2 * radius));
    }
    return wide;
  }

  private double within(double depth, double mouth) throws StepFailed {
    if (mouth > depth - context.tolerance.lengthMm()) {
      String kind = step.mouth() == Mouth.COUNTERBORE ? "counterbore" : "countersink";
      throw new StepFailed(
          WHAT,
          "the "
              + kind
              + " is "
              + Words.mm(mouth)
              + " deep, and the whole hole "
              + Words.mm(depth)
              + ": nothing is left below it");
    }
    return mouth;
  }

  private double angle(String name, Expr expr, double usual)
      throws StepFailed, ExpressionException {
    double angle = expr == null ? usual : context.values.angleRad(expr);
    if (!(angle > context.tolerance.angleRad() && angle < Math.PI - context.tolerance.angleRad())) {
      throw new StepFailed(
          WHAT, name + " is " + Words.deg(angle) + "; it must be between 0 and 180 deg");
    }
    return angle;
  }

  private NamedShape turned(List<Corner> section, Spot place) throws StepFailed, Ladder.Stopped {
    Vec3 centre = Prisms.at(frame, place.at());
    return Turned.solid(
        context,
        WHAT,
        step.id(),
        new Frame(centre, frame.x(), frame.normal()),
        section,
        place.name());
  }

  /** Holes that may run into each other, as one tool. */
  static NamedShape together(BuildContext context, String stepId, List<NamedShape> holes)
      throws StepFailed, Ladder.Stopped {
    if (holes.size() == 1) {
      return holes.getFirst();
    }
    List<NamedShape> others = holes.subList(1, holes.size());
    Outcome<Derived> all =
        context.kernel.combine(
            Combination.UNITE,
            holes.getFirst().shape(),
            others.stream().map(NamedShape::shape).toList(),
            true,
            context.budget());
    if (all instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(all.orThrow(), holes, () -> FaceName.of(stepId, "face"));
  }
}
