package org.ankerdraft.core.step.hole;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.step.hole.Hole.Mouth;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Holes with a widened mouth or a pointed bottom: their half section turned about the axis. */
final class TurnedHoles {
  private static final String WHAT = "hole";
  private static final double USUAL_SINK_RAD = Math.PI / 2;

  private final BuildContext context;
  private final Hole step;
  private final HoleSizes sizes;
  private final Frame frame;
  private final double reach;

  /**
   * @param reach farther than the body from the plane
   */
  TurnedHoles(BuildContext context, Hole step, Frame frame, double reach) {
    this.context = context;
    this.step = step;
    this.sizes = new HoleSizes(context, step);
    this.frame = frame;
    this.reach = reach;
  }

  /** A corner of the half section, and the role of the face that the way to it leaves behind. */
  private record Corner(String role, Xy at) {}

  Tool tool() throws StepFailed, ExpressionException, Ladder.Stopped {
    List<Corner> section = section();
    List<NamedShape> holes = new ArrayList<>();
    for (Hole.Place place : step.points()) {
      holes.add(turned(section, place));
    }
    return new Tool(together(holes), "section turned about its axis");
  }

  private List<Corner> section() throws StepFailed, ExpressionException {
    double r = sizes.diameterMm() / 2;
    double depth =
        step.depth() == null ? reach : context.positiveMm(WHAT, "the depth", step.depth());
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

  private NamedShape turned(List<Corner> section, Hole.Place place)
      throws StepFailed, ExpressionException, Ladder.Stopped {
    Vec3 centre = Prisms.at(frame, place.at().at(context.values));
    Frame upright = new Frame(centre, frame.x(), frame.normal());
    List<ProfileCurve> curves = new ArrayList<>();
    int n = section.size();
    for (int i = 1; i <= n; i++) {
      curves.add(
          new ProfileCurve.Line(
              i,
              Prisms.at(upright, section.get(i - 1).at),
              Prisms.at(upright, section.get(i % n).at)));
    }
    Outcome<Derived> made =
        context.kernel.revolve(
            List.of(new ProfileCurve.Region(curves, List.of())),
            upright.plane(),
            new Axis(centre, frame.normal()),
            0,
            2 * Math.PI,
            context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(made.orThrow(), List.of(), births(section, place));
  }

  private Naming.Births births(List<Corner> section, Hole.Place place) {
    return new Naming.Births() {
      @Override
      public FaceName fromCurve(int tag) {
        return tag < section.size()
            ? FaceName.ofPart(step.id(), section.get(tag).role, place.id())
            : unknown();
      }

      @Override
      public FaceName unknown() {
        return FaceName.of(step.id(), "face");
      }
    };
  }

  private NamedShape together(List<NamedShape> holes) throws StepFailed, Ladder.Stopped {
    if (holes.size() == 1) {
      return holes.getFirst();
    }
    List<NamedShape> others = holes.subList(1, holes.size());
    Outcome<Derived> all =
        context.kernel.combine(
            Combination.UNITE,
            holes.getFirst().shape(),
            others.stream().map(NamedShape::shape).toList(),
            false,
            context.budget());
    if (all instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(all.orThrow(), holes, () -> FaceName.of(step.id(), "face"));
  }
}
