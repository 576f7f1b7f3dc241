package org.ankerdraft.core.step.hole;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch.Spot;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;

/** Round holes: cylinders, or turned about their axis where there is more to them. */
final class HoleBuilder {
  private static final String WHAT = "hole";

  private final BuildContext context;
  private final Hole step;
  private List<Spot> places;

  HoleBuilder(BuildContext context, Hole step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(WHAT, step.body());
    Tool tool = context.readyTool().isPresent() ? context.readyTool().get() : tool();
    NamedShape result =
        Combiner.combine(
            context, WHAT, Combination.SUBTRACT, body.named(), tool.solid(), step.id());
    return StepBuild.of(tool.strategy(), new Body(body.name(), result));
  }

  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(WHAT, step.body());
    return Work.of(WHAT, body, new Work.Combining(Combination.SUBTRACT, List.of(tool().solid())));
  }

  /** The cylinders to be taken away. A hole right through reaches out of the body on both sides. */
  Tool tool() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(WHAT, step.body());
    Frame frame = frame();
    places = places();
    double radius = new HoleSizes(context, step).diameterMm() / 2;
    var mass = body.named().shape().mass();
    double reach = mass.diagonalMm() + mass.centroid().distance(frame.origin());
    boolean through = step.depth() == null;
    if (step.mouth() != Hole.Mouth.PLAIN || step.tip() != null || step.to() != null) {
      return new TurnedHoles(context, step, places, frame, reach).tool(body);
    }
    double depth = through ? reach : context.positiveMm(WHAT, "the depth", step.depth());
    Vec3 start = through ? frame.normal().times(reach) : Vec3.ZERO;
    Vec3 along = frame.normal().times(through ? -2 * reach : -depth);
    return new Tool(cylinders(frame, radius, start, along), "cylinder cut");
  }

  /** Those of holes that run into each other are made one by one: areas must not overlap. */
  private NamedShape cylinders(Frame frame, double radius, Vec3 start, Vec3 along)
      throws StepFailed, Ladder.Stopped {
    List<Integer> all = IntStream.range(0, places.size()).boxed().toList();
    List<List<Integer>> groups =
        overlap(2 * radius) ? all.stream().map(List::of).toList() : List.of(all);
    List<NamedShape> out = new ArrayList<>();
    for (List<Integer> group : groups) {
      Outcome<Derived> made =
          context.kernel.extrude(
              circles(frame, radius, group), frame.plane(), start, along, context.budget());
      if (made instanceof Outcome.Failed<Derived>(var failure)) {
        throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), null));
      }
      out.add(Naming.name(made.orThrow(), List.of(), births(group)));
    }
    return TurnedHoles.together(context, step.id(), out);
  }

  private boolean overlap(double diameterMm) {
    for (int i = 0; i < places.size(); i++) {
      for (int j = 0; j < i; j++) {
        double apart = places.get(i).at().minus(places.get(j).at()).length();
        if (apart < diameterMm - context.tolerance.lengthMm()) {
          return true;
        }
      }
    }
    return false;
  }

  private Frame frame() throws StepFailed, ExpressionException, Choosing.Adrift {
    return step.sketch() == null
        ? context.frame(WHAT, step.plane())
        : context.sketch(WHAT, step.sketch()).frame();
  }

  /** Its own, or the points of its sketch under their names. */
  private List<Spot> places() throws StepFailed, ExpressionException {
    if (step.sketch() != null) {
      List<Spot> out = context.sketch(WHAT, step.sketch()).points();
      if (out.isEmpty()) {
        throw new StepFailed(WHAT, "sketch " + step.sketch() + " has no points to put holes at");
      }
      return out;
    }
    if (step.points().isEmpty()) {
      throw StepFailed.waits(WHAT, "no points are given");
    }
    List<Spot> out = new ArrayList<>();
    for (Hole.Place place : step.points()) {
      out.add(new Spot(place.id(), place.at().at(context.values)));
    }
    return out;
  }

  private List<ProfileCurve.Region> circles(Frame frame, double radius, List<Integer> group) {
    List<ProfileCurve.Region> regions = new ArrayList<>();
    for (int place : group) {
      Vec3 centre = Prisms.at(frame, places.get(place).at());
      ProfileCurve circle =
          new ProfileCurve.Circle(place + 1, centre, frame.normal(), radius, frame.x());
      regions.add(new ProfileCurve.Region(List.of(circle), List.of()));
    }
    return regions;
  }

  private FaceName of(String role, int place) {
    return FaceName.ofPart(step.id(), role, places.get(place).name());
  }

  private Naming.Births births(List<Integer> group) {
    return new Naming.Births() {
      @Override
      public FaceName fromCurve(int tag) {
        return of("wall", tag - 1);
      }

      @Override
      public FaceName startCap(int region) {
        return of("mouth", group.get(region));
      }

      @Override
      public FaceName endCap(int region) {
        return of("bottom", group.get(region));
      }

      @Override
      public FaceName unknown() {
        return FaceName.of(step.id(), "face");
      }
    };
  }
}
