package org.ankerdraft.core.step.shift;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.RoundsBeside;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.GeometryKernel.Nearest;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Moves the surfaces of some faces, holds all others, and lets them meet again. */
final class ShiftBuilder {
  /** Of the body's diagonal: so far a face is moved out at first before another cuts it off. */
  private static final double FIRST_SHARE = 0.02;

  private static final double LONGER = 4;

  private static final String EACH = "each face moved by itself";
  private static final String AT_ONCE = "surfaces moved";

  private final BuildContext context;
  private final Shift step;
  private Body body;
  private NamedShape input;
  private Set<Integer> faces;

  ShiftBuilder(BuildContext context, Shift step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    if (step.faces().isEmpty()) {
      throw StepFailed.waits("shift", "no faces are chosen");
    }
    body = context.body("shift", step.body());
    input = body.named();
    faces = context.someFaces("shift", input, step.faces());
    return step.onto() == null ? byDistance() : onto();
  }

  private StepBuild byDistance() throws StepFailed, ExpressionException, Ladder.Stopped {
    double distance = context.values.lengthMm(step.distance());
    String what = "shift of " + Words.mm(distance);
    if (Math.abs(distance) < context.tolerance.lengthMm()) {
      throw new StepFailed(what, "the faces would stay where they are");
    }
    Ladder ladder = ladder(distance);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isEmpty()) {
      Failure failure = BuildContext.failure(what, ladder.failure(), input);
      throw new StepFailed(
          failure.withLimit(() ->
              Feasible.upToMm(distance, share -> ladder(share * distance).climb().isPresent())));
    }
    return StepBuild.of(climbed.get().strategy(), new Body(body.name(), climbed.get().result()));
  }

  /** Moves some faces of a body. */
  private interface Mover {
    Outcome<NamedShape> moved(NamedShape from, Set<Integer> which, double distance);
  }

  private Ladder ladder(double distance) {
    Ladder ladder = new Ladder(result -> fault(result, distance));
    boolean isSimple = isOfSimpleSurfaces();
    if (isSimple) {
      // The library needs up to half a minute where this takes a tenth of a second.
      ladder.special(EACH, () -> eachMoved(input, faces, distance));
      withoutRounds(ladder::special, EACH, this::eachMoved, distance);
    }
    ladder.rung(AT_ONCE, () -> moved(input, faces, distance));
    if (!isSimple) {
      ladder.fitting(EACH, () -> eachMoved(input, faces, distance));
    }
    withoutRounds(ladder::rung, AT_ONCE, this::moved, distance);
    return ladder;
  }

  private void withoutRounds(
      BiConsumer<String, Ladder.Rung> ladder, String way, Mover mover, double distance) {
    ladder.accept(
        "rounds off, " + way + ", rounds on again",
        () -> movedWithout(RoundsBeside.of(input, faces), mover, distance));
    ladder.accept(
        "rounds known by their shape off, " + way + ", rounds on again",
        () -> movedWithout(roundsByShape(), mover, distance));
  }

  /** The quick one first, where it is quick. */
  private List<Mover> movers() {
    return isOfSimpleSurfaces() ? List.of(this::eachMoved, this::moved) : List.of(this::moved);
  }

  private boolean isOfSimpleSurfaces() {
    return !input.topology().hasFreeFaces();
  }

  private RoundsBeside roundsByShape() {
    return RoundsBeside.byShape(input, faces, context.tolerance);
  }

  private Outcome<NamedShape> movedWithout(RoundsBeside rounds, Mover mover, double distance) {
    return rounds.off(
        context,
        input,
        births(),
        (bare, gone) -> stillThere(bare, gone).then(which -> mover.moved(bare, which, distance)));
  }

  private Naming.Births births() {
    return () -> FaceName.of(step.id(), "face");
  }

  /** Plane faces one after the other, each with what is around it; else all at once. */
  private Outcome<NamedShape> moved(NamedShape from, Set<Integer> which, double distance) {
    boolean isPlane =
        which.stream().allMatch(f -> from.topology().face(f).kind() == Topology.SurfaceKind.PLANE);
    if (!isPlane) {
      return movedAtOnce(from, which, distance, Join.INTERSECTION);
    }
    Outcome<NamedShape> now = Outcome.done(from);
    Set<FaceName> open = new TreeSet<>();
    which.forEach(f -> open.add(from.faceName(f)));
    while (!open.isEmpty() && now instanceof Outcome.Done<NamedShape>(NamedShape shape)) {
      now = firstMoved(shape, open, distance);
    }
    return now;
  }

  /**
   * @param open the faces that are not moved yet, from which those that are get taken
   */
  private Outcome<NamedShape> firstMoved(NamedShape shape, Set<FaceName> open, double distance) {
    FaceName first = open.iterator().next();
    open.remove(first);
    if (shape.face(first) == 0) {
      return Outcome.failed(
          Outcome.Cause.REFUSED, "face " + first + " is lost when others are moved");
    }
    LocalShift shift = new LocalShift(context, shape, shape.face(first), distance, births());
    Set<Integer> level = shift.cutWith();
    Set<FaceName> others = new HashSet<>();
    level.forEach(f -> others.add(shape.faceName(f)));
    others.remove(first);
    if (level.isEmpty() || !open.containsAll(others)) {
      return shift.moved();
    }
    open.removeAll(others);
    return shift.cutOff(level);
  }

  private Outcome<NamedShape> movedAtOnce(
      NamedShape from, Set<Integer> which, double distance, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>();
    which.forEach(f -> own.put(f, distance));
    return context
        .kernel
        .offset(from.shape(), 0, own, join, context.budget())
        .map(d -> Naming.name(d, List.of(from), births()));
  }

  /** The faces and all others, which stay: each is met again with its neighbours. */
  private Outcome<NamedShape> eachMoved(NamedShape from, Set<Integer> which, double distance) {
    return movedAtOnce(from, which, distance, Join.FACEWISE);
  }

  /** The faces on a body from which rounds were taken off. */
  private Outcome<Set<Integer>> stillThere(NamedShape bare, Set<Integer> gone) {
    Set<Integer> again = new HashSet<>();
    for (int face : faces) {
      int number = gone.contains(face) ? 0 : bare.face(input.faceName(face));
      if (number == 0) {
        return Outcome.failed(
            Outcome.Cause.REFUSED,
            "face " + input.faceName(face) + " is lost when the rounds beside it are taken off");
      }
      again.add(number);
    }
    return Outcome.done(again);
  }

  /**
   * All faces are there and no other; those that are shifted lie as far off as asked, all others on
   * their old surfaces, but for the rounds that follow. Parts of one face that border on each other
   * may have come together.
   */
  private Optional<String> fault(NamedShape result, double distance) throws Ladder.Stopped {
    Optional<String> incomplete =
        Proofs.wholeness(Proofs.Of.BODY, input, result, Set.of(), context.kernel, context.budget());
    if (incomplete.isPresent()) {
      return incomplete;
    }
    if (!Set.copyOf(input.faceNames()).containsAll(result.faceNames())) {
      return Optional.of("faces would appear that were not there");
    }
    RoundsBeside byShape = roundsByShape();
    Optional<String> loose = byShape.loosened(result);
    if (loose.isPresent()) {
      return loose;
    }
    Set<Integer> following = new HashSet<>(RoundsBeside.of(input, faces).faces());
    following.addAll(byShape.faces());
    for (int f = 1; f <= input.faceNames().size(); f++) {
      if (following.contains(f)) {
        continue;
      }
      Topology.Face before = input.topology().face(f);
      double far = faces.contains(f) ? distance : 0;
      Vec3 wanted = before.point().plus(before.normal().times(far));
      FaceName name = input.faceName(f);
      if (offSurface(result, name, wanted) > context.tolerance.lengthMm() * 10) {
        return Optional.of("face " + name + " would not lie where it belongs");
      }
    }
    return Optional.empty();
  }

  /** From a point to the surface of the face of a name, or of what has taken it up. */
  private double offSurface(NamedShape shape, FaceName name, Vec3 at) throws Ladder.Stopped {
    int own = shape.face(name);
    double off = Double.POSITIVE_INFINITY;
    for (int face : own == 0 ? shape.partsOf(name) : List.of(own)) {
      off = Math.min(off, offSurface(shape, face, at));
    }
    return off;
  }

  /** From a point to the surface of a face; of free ones, to the face itself. */
  private double offSurface(NamedShape shape, int face, Vec3 at) throws Ladder.Stopped {
    double off = Surfaces.distance(shape.topology().face(face), at);
    if (!Double.isNaN(off)) {
      return off;
    }
    Outcome<Nearest> nearest =
        context.kernel.distance(
            new Sub.Point(at), new Sub.FaceOf(shape.shape(), face), context.budget());
    if (nearest instanceof Outcome.Failed<Nearest>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Double.POSITIVE_INFINITY;
    }
    return nearest.orThrow().distanceMm();
  }

  /** Moved out until it lies beyond the other surface everywhere, then cut off by that. */
  private StepBuild onto() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body other = context.anyBody("shift", step.bodyOfOnto());
    int target = context.oneFace("shift", other.named(), step.onto());
    if (faces.size() != 1) {
      throw new StepFailed("shift", "one face can be moved onto another, not " + faces.size());
    }
    int face = faces.iterator().next();
    FaceName name = input.faceName(face);
    double size = input.shape().mass().diagonalMm();
    double most =
        size
            + other
                .named()
                .topology()
                .face(target)
                .point()
                .distance(input.shape().mass().centroid());
    Optional<NamedShape> done = cutOff(input, name, other.named(), target);
    for (double out = FIRST_SHARE * size; done.isEmpty() && out < LONGER * most; out *= LONGER) {
      for (Mover mover : movers()) {
        if (done.isEmpty()
            && mover.moved(input, faces, Math.min(out, most))
                instanceof Outcome.Done<NamedShape>(NamedShape longer)
            && longer.face(name) != 0) {
          done = cutOff(longer, name, other.named(), target);
        }
      }
    }
    if (done.isEmpty()) {
      throw new StepFailed(
          new Failure(
              "shift of face " + name + " onto " + other.named().faceName(target),
              "the surface does not close the body in the place of the face",
              List.of(name.toString()),
              input.topology().face(face).point(),
              null));
    }
    return StepBuild.of("moved out, then cut off", new Body(body.name(), done.get()));
  }

  /** What a surface leaves of a body when the part with a face is taken off. */
  private Optional<NamedShape> cutOff(NamedShape from, FaceName name, NamedShape other, int target)
      throws Ladder.Stopped {
    var divided =
        context.kernel.divide(
            from.shape(),
            new Divider.Face(other.shape(), target, true),
            Set.of(from.face(name)),
            false,
            context.budget());
    if (divided instanceof Outcome.Failed<?>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.empty();
    }
    NamedShape named =
        Naming.name(
            divided.orThrow(),
            List.of(from),
            Naming.Births.ofCut(name, FaceName.of(step.id(), "face")));
    Topology.Face wanted = other.topology().face(target);
    boolean isThere =
        named.face(name) != 0
            && named.faceNames().size() == input.faceNames().size()
            && Surfaces.distance(wanted, named.topology().face(named.face(name)).point())
                < context.tolerance.lengthMm() * 10;
    return isThere
            && Proofs.wholeness(
                    Proofs.Of.BODY, input, named, Set.of(), context.kernel, context.budget())
                .isEmpty()
        ? Optional.of(named)
        : Optional.empty();
  }
}
