package org.ankerdraft.core.step.screwboss;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Footing;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Turned;
import org.ankerdraft.core.operation.Turned.Corner;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Turned cones with plates round them, grown down to the body, then bored. */
final class ScrewBossBuilder {
  private static final String WHAT = "screw boss";
  private static final String SIDE = "side";
  private static final String END = "end";
  private static final String BASE = "base";
  private static final String GUSSET = "gusset-";

  private final BuildContext context;
  private final ScrewBoss step;
  private BossSizes sizes;
  private Vec3 up;
  private Vec3 across;
  private Body body;

  private int count;

  ScrewBossBuilder(BuildContext context, ScrewBoss step) {
    this.context = context;
    this.step = step;
  }

  /** One boss: the name of its point, and the frame with its y along the axis. */
  private record Place(String name, Frame upright) {}

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Work.Done done = work().done(context, step.id());
    return StepBuild.of(
        "at " + Words.count(count, "point") + (done.apart() ? ", each root by itself" : ""),
        new Body(body.name(), done.shape()));
  }

  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(WHAT, step.sketch());
    body = context.body(WHAT, step.body());
    sizes = BossSizes.of(context, step);
    up = step.reversed() ? sketch.frame().normal().negated() : sketch.frame().normal();
    across = sketch.frame().x();
    List<Place> places = places(sketch);
    List<NamedShape> bosses = new ArrayList<>();
    List<NamedShape> cores = new ArrayList<>();
    for (Place place : places) {
      refuseIfNearWalls(place);
      bosses.add(grown(place));
      cores.add(core(place));
    }
    count = places.size();
    return Work.of(
        WHAT,
        body,
        new Work.Combining(Combination.UNITE, bosses),
        new Work.Rounding(this::isWall, sizes.rootRound(), false),
        new Work.Combining(Combination.SUBTRACT, cores));
  }

  private List<Place> places(ResolvedSketch sketch) throws StepFailed {
    List<Place> out = new ArrayList<>();
    for (ResolvedSketch.Spot point : sketch.points()) {
      Vec3 centre = Prisms.at(sketch.frame(), point.at());
      out.add(new Place(point.name(), new Frame(centre, across, up)));
    }
    if (out.isEmpty()) {
      throw new StepFailed(WHAT, "sketch " + step.sketch() + " has no points to put bosses at");
    }
    return out;
  }

  private double outside(double height) {
    return sizes.outer() + (sizes.height() - height) * Math.tan(sizes.draft());
  }

  /** The boss with its gussets, from its end down to the body. */
  private NamedShape grown(Place place) throws StepFailed, Ladder.Stopped {
    Footing footing =
        new Footing(
            context,
            WHAT,
            step.id(),
            body,
            new Plane(place.upright.origin(), up),
            false,
            END,
            BASE);
    Optional<NamedShape> grown = footing.of(behind -> whole(place, behind));
    if (grown.isEmpty()) {
      throw footing.refusal("point " + place.name);
    }
    return grown.get();
  }

  private NamedShape whole(Place place, double behind) throws StepFailed, Ladder.Stopped {
    List<Corner> section =
        List.of(
            new Corner("", new Xy(0, -behind)),
            new Corner(BASE, new Xy(outside(-behind), -behind)),
            new Corner(SIDE, new Xy(sizes.outer(), sizes.height())),
            new Corner(END, new Xy(0, sizes.height())));
    NamedShape cone = Turned.solid(context, WHAT, step.id(), place.upright, section, place.name);
    List<NamedShape> gussets = new ArrayList<>();
    for (int i = 0; i < sizes.gussets().count(); i++) {
      gussets.add(gusset(place, i, behind));
    }
    return gussets.isEmpty()
        ? cone
        : Combiner.combineAll(context, WHAT, Combination.UNITE, cone, gussets, step.id());
  }

  /** A plate from the axis outwards, cut off aslant from the boss down to its reach. */
  private NamedShape gusset(Place place, int number, double behind)
      throws StepFailed, Ladder.Stopped {
    BossSizes.Gussets g = sizes.gussets();
    double angle = g.turn() + 2 * Math.PI * number / g.count();
    Vec3 out = across.rotated(up, angle);
    double near = outside(g.height());
    double far = outside(0) + g.reach();
    double perHeight = (far - near) / g.height();
    double length = far + behind * perHeight;
    double half = g.thickness() / 2;
    double foot = half + (g.height() + behind) * Math.tan(sizes.draft());
    Frame frame = new Frame(place.upright.origin(), up.cross(out), up);
    List<Xy> corners =
        List.of(
            new Xy(half, g.height()),
            new Xy(-half, g.height()),
            new Xy(-foot, -behind),
            new Xy(foot, -behind));
    String[] roles = {"top", "left", BASE, "right"};
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    for (int i = 0; i < roles.length; i++) {
      String role = roles[i].equals(BASE) ? BASE : GUSSET + roles[i];
      names.put(i + 1, FaceName.ofPart(step.id(), role, place.name + "." + (number + 1)));
    }
    FaceName slope = FaceName.ofPart(step.id(), GUSSET + "slope", place.name + "." + (number + 1));
    NamedShape plate =
        Prisms.unproved(
            context,
            WHAT,
            List.of(Prisms.polygon(frame, corners)),
            frame.plane(),
            Vec3.ZERO,
            out.times(length),
            new Prisms.Births(names, slope, slope, FaceName.of(step.id(), "face")));
    Vec3 at = place.upright.origin().plus(out.times(far));
    Vec3 normal = out.plus(up.times(perHeight)).unit();
    Outcome<Derived> cut =
        context.kernel.cutByPlanes(plate.shape(), List.of(new Plane(at, normal)), context.budget());
    if (cut instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), plate));
    }
    return Naming.name(
        cut.orThrow(), List.of(plate), Naming.Births.ofCut(slope, FaceName.of(step.id(), "face")));
  }

  private NamedShape core(Place place) throws StepFailed, Ladder.Stopped {
    double top = sizes.height();
    double bottom = top - sizes.depth();
    double narrow = sizes.core() - sizes.depth() * Math.tan(sizes.coreDraft());
    return Turned.solid(
        context,
        WHAT,
        step.id(),
        place.upright,
        List.of(
            new Corner("", new Xy(0, bottom)),
            new Corner("bottom", new Xy(narrow, bottom)),
            new Corner("core", new Xy(sizes.core(), top)),
            new Corner("mouth", new Xy(0, top))),
        place.name);
  }

  private boolean isWall(FaceName face) {
    return face.isOf(step.id(), SIDE)
        || (face.step().equals(step.id()) && face.role().startsWith(GUSSET));
  }

  private void refuseIfNearWalls(Place place) throws StepFailed, Ladder.Stopped {
    if (sizes.clear() == 0 || meets(place, sizes.clear()).isEmpty()) {
      return;
    }
    List<String> near = meets(place, sizes.clear()).get();
    Failure failure =
        new Failure(
            WHAT + " clear of walls by " + Words.mm(sizes.clear()),
            "the boss at point " + place.name + " stands nearer to a wall",
            near,
            place.upright.origin(),
            null);
    throw new StepFailed(
        failure.withLimit(() ->
            Feasible.upToMm(
                sizes.clear(), share -> meets(place, share * sizes.clear()).isEmpty())));
  }

  /** The body's faces within a collar round the upper half of a boss; empty if none are. */
  private Optional<List<String>> meets(Place place, double clear)
      throws StepFailed, Ladder.Stopped {
    double low = sizes.height() / 2;
    List<Corner> section =
        List.of(
            new Corner("", new Xy(0, low)),
            new Corner("collar", new Xy(outside(low) + clear, low)),
            new Corner("collar", new Xy(sizes.outer() + clear, sizes.height())),
            new Corner("collar", new Xy(0, sizes.height())));
    NamedShape collar = Turned.solid(context, WHAT, step.id(), place.upright, section, place.name);
    Outcome<Derived> common =
        context.kernel.combine(
            Combination.INTERSECT,
            body.named().shape(),
            List.of(collar.shape()),
            false,
            context.budget());
    if (common instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.empty();
    }
    Derived both = common.orThrow();
    if (both.shape().proof().solids() == 0) {
      return Optional.empty();
    }
    NamedShape named =
        Naming.name(both, List.of(body.named(), collar), () -> FaceName.of(step.id(), "face"));
    return Optional.of(
        named.faceNames().stream()
            .filter(f -> !f.isOf(step.id(), null))
            .map(FaceName::toString)
            .toList());
  }
}
