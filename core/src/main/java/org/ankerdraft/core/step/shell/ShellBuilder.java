package org.ankerdraft.core.step.shell;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Blends;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Feasible;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Openings;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.Rounded;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Hollows a body. Strategies: where rounds are smaller than the wall, the body without them is
 * offset, so that the inside becomes sharp there; the library's thick solid with arcs, with
 * extended faces; offset and cut.
 */
final class ShellBuilder {
  private static final double THICKNESS_PROOF_SHARE = 0.01;

  /** An open face keeps its rim only; a larger share of it means that it was not opened. */
  private static final double NEARLY_ALL = 0.9999;

  /** Right at its limit a round would shrink to a point, which the library cannot make. */
  private static final double SURELY_LESS = 0.95;

  private static final String BEFORE_ROUNDS =
      "body before its rounds, offset inwards, rounded again";

  /** Of the usual way beyond an opening: free faces go on there only as their curves happen to. */
  private static final double LITTLE_BEYOND = 0.1;

  private static final String EACH_BY_ITSELF = "each face moved by itself";

  private static final String EACH_BEFORE_ROUNDS =
      "body before its rounds, each face moved by itself, rounded again";

  private final BuildContext context;
  private final Shell step;

  ShellBuilder(BuildContext context, Shell step) {
    this.context = context;
    this.step = step;
  }

  /**
   * One shell with all numbers known: open faces and the faces that have a thickness of their own.
   *
   * @param rounds that were the last that was done to the input, in order
   */
  private record Walls(
      NamedShape input,
      Set<Integer> open,
      Map<Integer, Double> own,
      double thickness,
      List<Blends.Done> rounds) {
    Walls scaled(double share) {
      Map<Integer, Double> smaller = new LinkedHashMap<>();
      own.forEach((f, t) -> smaller.put(f, t * share));
      return new Walls(input, open, smaller, thickness * share, rounds);
    }

    /** The same of what is left of the input; empty if an open face is not. */
    Optional<Walls> of(NamedShape bare) {
      Set<Integer> stillOpen = new TreeSet<>();
      open.forEach(f -> stillOpen.add(bare.face(input.faceName(f))));
      Map<Integer, Double> stillOwn = new LinkedHashMap<>();
      own.forEach((f, t) -> stillOwn.put(bare.face(input.faceName(f)), t));
      stillOwn.remove(0);
      return stillOpen.contains(0)
          ? Optional.empty()
          : Optional.of(new Walls(bare, stillOpen, stillOwn, thickness, List.of()));
    }

    double at(int face) {
      return own.getOrDefault(face, thickness);
    }
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body("shell", step.body());
    NamedShape input = body.named();
    double thickness = context.positiveMm("shell", "the thickness", step.thickness());
    Choosing choosing = context.choosing(input);
    Set<Integer> open =
        step.open().isEmpty() ? Set.of() : context.someFaces("shell", input, step.open());
    Map<Integer, Double> own = new LinkedHashMap<>();
    for (Shell.OwnThickness o : step.own()) {
      double t = context.positiveMm("shell", "a face's own thickness", o.thickness());
      for (int face : choosing.faces(o.faces())) {
        own.put(face, t);
      }
    }
    if (open.size() == input.topology().faces().size()) {
      throw new StepFailed("shell", "all faces are open, so no wall is left");
    }
    Walls walls = new Walls(input, open, own, thickness, lastRounds(body));
    refuseCrossing(walls);
    Ladder ladder = ladder(walls);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return StepBuild.of(climbed.get().strategy(), new Body(body.name(), climbed.get().result()));
    }
    Failure failure =
        BuildContext.failure("shell of " + Words.mm(thickness), ladder.failure(), input);
    throw new StepFailed(failure.withLimit(() -> worksUpTo(walls)));
  }

  /**
   * The inside of a round that tapers from more than the wall to less would have to become sharp
   * part of the way; no strategy makes that, and most need long to find out.
   */
  private void refuseCrossing(Walls w) throws StepFailed, Ladder.Stopped {
    if (step.outwards()) {
      return;
    }
    List<ShellRounds.Tapered> partly =
        rounds(w).partly.stream().filter(r -> !w.open.contains(r.face())).toList();
    if (partly.isEmpty()) {
      return;
    }
    ShellRounds.Tapered least =
        partly.stream().min(Comparator.comparingDouble(ShellRounds.Tapered::leastMm)).get();
    double wall = w.at(least.face());
    double limit = Math.floor(least.leastMm() * SURELY_LESS * 100) / 100;
    Walls thinner = w.scaled(limit / wall);
    // Only the quick strategies: the user waits for this.
    Ladder trial = new Ladder(result -> fault(thinner, result));
    if (isBuiltWithLastRounds(thinner)) {
      trial.rung(BEFORE_ROUNDS, () -> beforeRounds(thinner, Join.INTERSECTION));
    }
    trial.rung("thick solid", () -> thickSolid(thinner, Join.ARC));
    boolean works = limit > 0 && trial.climb().isPresent();
    throw new StepFailed(
        new Failure(
            "shell of " + Words.mm(w.thickness),
            "the outside round tapers to "
                + Words.mm(least.leastMm())
                + ", less than the wall of "
                + Words.mm(wall)
                + ", so that the inside cannot follow it; make it at least "
                + Words.mm(wall)
                + " at its smaller end, or round after the draft",
            partly.stream().map(r -> w.input.faceName(r.face()).toString()).toList(),
            w.input.topology().face(least.face()).point(),
            works ? "up to about " + Words.mm(thinner.thickness) : null));
  }

  private Ladder ladder(Walls w) {
    Ladder ladder = new Ladder(result -> fault(w, result));
    List<Integer> thin = thinBosses(w);
    if (!thin.isEmpty()) {
      ladder.special("thin bosses off, hollowed, put back", () -> apart(w).withoutThin(thin));
    }
    List<Set<Integer>> recesses =
        step.outwards() ? List.of() : Recesses.of(w.input, w.open::contains);
    List<Integer> small = small(w, w.input);
    boolean hasSmall = !small.isEmpty();
    // At small rounds the other ways may try for long in vain.
    boolean hasSmallMouths = recesses.stream().flatMap(Set::stream).anyMatch(small::contains);
    if (hasSmallMouths) {
      withWallsAround(ladder, w, recesses);
    }
    byOutline(ladder, w);
    ShellRounds rounds = rounds(w);
    // The other ways fail beside small rounds, some of them slowly, and leave general offset
    // surfaces inside tight
    // corners, on which every later step is slow.
    boolean early = isBuiltWithLastRounds(w) && (hasSmall || rounds.areTight);
    if (!step.outwards() && early) {
      ladder.rung(BEFORE_ROUNDS, () -> beforeRounds(w, Join.INTERSECTION));
    }
    if (step.outwards() && hasSmall) {
      ladder.special(
          "small rounds off, offset outwards, cut", () -> withoutSmall(w, Join.INTERSECTION));
    }
    if (!step.outwards() && hasSmall) {
      ladder.rung(
          "small rounds off, offset inwards, cut", () -> withoutSmall(w, Join.INTERSECTION));
      if (!hasSmallMouths) {
        withWallsAround(ladder, w, recesses);
      }
    }
    if (!w.open.isEmpty()) {
      ladder.rung("thick solid", () -> thickSolid(w, Join.ARC));
      if (!hasSmall) {
        withWallsAround(ladder, w, recesses);
      }
      eachByItself(ladder, w);
      ladder.rung("thick solid, faces extended", () -> thickSolid(w, Join.INTERSECTION));
    }
    if (!step.outwards() && !early && isBuiltWithLastRounds(w)) {
      ladder.rung(BEFORE_ROUNDS, () -> beforeRounds(w, Join.INTERSECTION));
    }
    String way = step.outwards() ? "offset outwards" : "offset inwards";
    ladder.rung(way + " and cut", () -> offsetAndCut(w, Join.ARC));
    if (w.open.isEmpty()) {
      if (!hasSmall) {
        withWallsAround(ladder, w, recesses);
      }
      eachByItself(ladder, w);
    }
    ladder.rung(way + " with faces extended, and cut", () -> offsetAndCut(w, Join.INTERSECTION));
    if (!step.outwards() && !rounds.roots.isEmpty()) {
      ladder.special(
          "rounds at roots off too, offset inwards, cut",
          () -> without(w.input, withRoots(w)).then(b -> offsetAndCut(w, b, Join.INTERSECTION)));
    }
    return ladder;
  }

  /** The wall is thicker at small rounds at inside corners, where the inside does not follow. */
  private List<Integer> withRoots(Walls w) {
    Set<Integer> all = new TreeSet<>(small(w, w.input));
    rounds(w).roots.stream().filter(f -> !w.open.contains(f)).forEach(all::add);
    return List.copyOf(all);
  }

  /** Quick to tell whether it can be done; outside corners become as where faces are extended. */
  private void eachByItself(Ladder ladder, Walls w) {
    if (!step.outwards() && hasFreeWalls(w.input)) {
      return; // It was the first that was tried.
    }
    ladder.special(EACH_BY_ITSELF, () -> offsetAndCut(w, Join.FACEWISE));
    if (step.outwards() && isBuiltWithLastRounds(w)) {
      ladder.special(EACH_BEFORE_ROUNDS, () -> beforeRoundsOutwards(w));
    }
  }

  /**
   * What is made at once of a body with free walls, from its outline or of each face by itself;
   * nothing for others.
   */
  private void byOutline(Ladder ladder, Walls w) {
    if (!step.outwards()
        && isBuiltWithLastRounds(w)
        && hasFreeWalls(w.rounds.getFirst().before())) {
      ladder
          .special(
              "outline before its rounds, moved inwards, rounded again",
              () -> beforeRounds(w, Join.OUTLINE))
          .fitting(EACH_BEFORE_ROUNDS, () -> beforeRounds(w, Join.FACEWISE));
    }
    List<Integer> small = small(w, w.input);
    if (!step.outwards()
        && !small.isEmpty()
        && ShellRounds.leavesFreeWalls(w.input.topology(), small)) {
      ladder
          .special("small rounds off, outline moved inwards", () -> withoutSmall(w, Join.OUTLINE))
          .special(
              "small rounds off, each face moved by itself", () -> withoutSmall(w, Join.FACEWISE));
    }
    if (!step.outwards() && hasFreeWalls(w.input)) {
      ladder
          .special("outline moved inwards", () -> offsetAndCut(w, Join.OUTLINE))
          .fitting(EACH_BY_ITSELF, () -> offsetAndCut(w, Join.FACEWISE));
    }
  }

  /** Over free curves the library's offsets take many seconds, or fail. */
  private static boolean hasFreeWalls(NamedShape body) {
    return body.topology().hasFreeFaces();
  }

  /** The face inside a face, or inside the edge or corner where some meet. */
  private FaceName inner(List<FaceName> from) {
    return FaceName.from(step.id(), step.outwards() ? "outer" : "inner", from);
  }

  private FaceName unknown() {
    return FaceName.of(step.id(), "face");
  }

  private Naming.Births births(NamedShape input, Set<Integer> open) {
    return new Naming.Births() {
      @Override
      public FaceName fromFace(FaceName name) {
        return open.contains(input.face(name)) ? name : inner(List.of(name));
      }

      @Override
      public FaceName fromEdge(EdgeName name) {
        for (int f : open) {
          if (name.isBeside(input.faceName(f))) {
            return input.faceName(f);
          }
        }
        return inner(name.faces());
      }

      @Override
      public FaceName fromVertex(List<FaceName> facesAround) {
        return inner(facesAround);
      }

      @Override
      public FaceName unknown() {
        return ShellBuilder.this.unknown();
      }
    };
  }

  /** Whether a face is, or is a part of, a face that was to stay open. */
  private static boolean isRim(Walls w, FaceName name) {
    int same = w.input.face(name);
    return same > 0
        ? w.open.contains(same)
        : w.open.stream().anyMatch(f -> w.input.faceName(f).bare().equals(name.bare()));
  }

  private Outcome<NamedShape> thickSolid(Walls w, Join join) {
    double sign = step.outwards() ? 1 : -1;
    Map<Integer, Double> own = new LinkedHashMap<>();
    w.own.forEach((f, t) -> own.put(f, sign * t));
    return context
        .kernel
        .thicken(
            w.input.shape(),
            List.copyOf(w.open),
            sign * w.thickness,
            own,
            join,
            context.shortBudget())
        .map(d -> Naming.name(d, List.of(w.input), births(w.input, w.open)));
  }

  private boolean isBuiltWithLastRounds(Walls w) {
    return !w.rounds.isEmpty() && w.own.isEmpty();
  }

  /** The rounds that were the last that was done to a body, in order. */
  private List<Blends.Done> lastRounds(Body body)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Deque<Blends.Done> found = new ArrayDeque<>();
    for (Optional<Rounded> last = body.rounded(); last.isPresent(); ) {
      found.addFirst(Blends.again(context, last.get()));
      last = last.get().before().rounded();
    }
    return List.copyOf(found);
  }

  /** The inside is made without the rounds and rounded like the outside, by the wall less. */
  private Outcome<NamedShape> beforeRounds(Walls w, Join join) {
    NamedShape before = w.rounds.getFirst().before();
    List<Integer> small = small(w, before);
    Set<FaceName> gone = small.stream().map(before::faceName).collect(Collectors.toSet());
    Outcome<NamedShape> inner = without(before, small).then(bare -> cavity(w, bare, join));
    Outcome<NamedShape> rounded =
        roundedAgain(w, inner, w.thickness, edge -> isAtOpening(w, edge) || isBeside(edge, gone));
    return rounded.then(c -> cut(w, c));
  }

  private Outcome<NamedShape> roundedAgain(
      Walls w, Outcome<NamedShape> skin, double inwardsMm, Predicate<EdgeName> isLeftOut) {
    Outcome<NamedShape> rounded = skin;
    for (Blends.Done round : w.rounds) {
      rounded =
          rounded.then(s -> round.onOffset(s, inwardsMm, context.tolerance.lengthMm(), isLeftOut));
    }
    return rounded;
  }

  private Outcome<NamedShape> without(NamedShape shape, List<Integer> faces) {
    return faces.isEmpty()
        ? Outcome.done(shape)
        : context
            .kernel
            .defeature(shape.shape(), faces, context.shortBudget())
            .map(d -> Naming.name(d, List.of(shape), this::unknown));
  }

  private static boolean isAtOpening(Walls w, EdgeName edge) {
    return isBeside(edge, w.open.stream().map(w.input::faceName).collect(Collectors.toSet()));
  }

  /** Is one of the edge's faces among some, by name? */
  private static boolean isBeside(EdgeName edge, Set<FaceName> faces) {
    return faces.stream().anyMatch(edge::isBeside);
  }

  private Outcome<NamedShape> offsetAndCut(Walls w, Join join) {
    return offsetAndCut(w, w.input, join);
  }

  /**
   * @param from the body or what it was before something was done to it that the other side of the
   *     wall does not show
   */
  private Outcome<NamedShape> offsetAndCut(Walls w, NamedShape from, Join join) {
    return step.outwards()
        ? grown(w, from, join).then(o -> withoutOriginal(w, o))
        : cavity(w, from, join).then(c -> cut(w, c));
  }

  /** The inside, led out through the openings. */
  private Outcome<NamedShape> cavity(Walls w, NamedShape from, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>(outwardsMm(w, from));
    if (join == Join.FACEWISE) {
      own.replaceAll((f, mm) -> mm * LITTLE_BEYOND);
    }
    for (int i = 1; i <= from.topology().faces().size(); i++) {
      int original = w.input.face(from.faceName(i));
      if (w.own.containsKey(original)) {
        own.put(i, -w.own.get(original));
      }
    }
    return context
        .kernel
        .offset(from.shape(), -w.thickness, own, join, context.shortBudget())
        .map(d -> Naming.name(d, List.of(from), grown()));
  }

  /** How far the open faces of a body are led out. */
  private static Map<Integer, Double> outwardsMm(Walls w, NamedShape from) {
    Set<Integer> open = new TreeSet<>();
    for (int i = 1; i <= from.topology().faces().size(); i++) {
      if (w.open.contains(w.input.face(from.faceName(i)))) {
        open.add(i);
      }
    }
    return Openings.outwardsMm(from.topology(), open, w.thickness);
  }

  private Outcome<NamedShape> cut(Walls w, NamedShape inner) {
    Shape outer = w.input.shape();
    boolean isLedOut = outwardsMm(w, w.input).values().stream().allMatch(mm -> mm > 0);
    Outcome<Derived> hollow =
        w.open.size() == 1 && isLedOut
            ? context.kernel.hollow(
                outer, inner.shape(), w.open.iterator().next(), context.budget())
            : context.kernel.combine(
                Combination.SUBTRACT, outer, List.of(inner.shape()), false, context.budget());
    return hollow.map(d -> Naming.name(d, List.of(w.input, moved(w, inner)), this::unknown));
  }

  /** Names of what an offset bears between the faces, which keep their own. */
  private Naming.Births grown() {
    return new Naming.Births() {
      @Override
      public FaceName fromEdge(EdgeName name) {
        return inner(name.faces());
      }

      @Override
      public FaceName fromVertex(List<FaceName> facesAround) {
        return inner(facesAround);
      }

      @Override
      public FaceName unknown() {
        return ShellBuilder.this.unknown();
      }
    };
  }

  /** An offset skin whose faces are named as what they have become; rims keep their face's name. */
  private NamedShape moved(Walls w, NamedShape skin) {
    return new NamedShape(
        skin.shape(),
        skin.faceNames().stream()
            .map(n -> n.step().equals(step.id()) || isRim(w, n) ? n : inner(List.of(n)))
            .toList());
  }

  /** What the body was before its rounds, which go on again by the wall more. */
  private Outcome<NamedShape> beforeRoundsOutwards(Walls w) {
    Outcome<NamedShape> outer = grown(w, w.rounds.getFirst().before(), Join.FACEWISE);
    return roundedAgain(w, outer, -w.thickness, edge -> isAtOpening(w, edge))
        .then(o -> withoutOriginal(w, o));
  }

  /** Grown by the walls; its faces keep their names. */
  private Outcome<NamedShape> grown(Walls w, NamedShape from, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>();
    for (int i = 1; i <= from.topology().faces().size(); i++) {
      int original = w.input.face(from.faceName(i));
      // An open face stays where it is, so that cutting the original out of the grown body opens
      // it.
      double mm = w.open.contains(original) ? 0 : w.at(original);
      if (mm != w.thickness) {
        own.put(i, mm);
      }
    }
    return context
        .kernel
        .offset(from.shape(), w.thickness, own, join, context.shortBudget())
        .map(d -> Naming.name(d, List.of(from), grown()));
  }

  private Outcome<NamedShape> withoutOriginal(Walls w, NamedShape grown) {
    return context
        .kernel
        .combine(
            Combination.SUBTRACT, grown.shape(), List.of(w.input.shape()), false, context.budget())
        .map(d -> Naming.name(d, List.of(moved(w, grown), w.input), this::unknown));
  }

  private ShellRounds rounds(Walls w) {
    return rounds(w, w.input);
  }

  /** Those of the body, or of what it was before its rounds. */
  private ShellRounds rounds(Walls w, NamedShape of) {
    return new ShellRounds(
        of,
        step.outwards(),
        f -> w.at(original(w, of, f)),
        f -> w.open.contains(original(w, of, f)),
        context.tolerance.lengthMm());
  }

  private static int original(Walls w, NamedShape of, int face) {
    return w.input.face(of.faceName(face));
  }

  private Outcome<NamedShape> withoutSmall(Walls w, Join join) {
    return without(w.input, small(w, w.input)).then(bare -> offsetAndCut(w, bare, join));
  }

  /**
   * Rounds and chamfers that are not there inside, of the body or what it was before its rounds.
   */
  private List<Integer> small(Walls w, NamedShape of) {
    return rounds(w, of).small.stream().filter(f -> !w.open.contains(original(w, of, f))).toList();
  }

  /**
   * Sound; volume on the right side; opened where it should be; each face that grew from one face
   * lies at that face's thickness from it.
   */
  private Optional<String> fault(Walls w, NamedShape result) throws Ladder.Stopped {
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.BODY, result.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    double outer = w.input.shape().mass().volumeMm3();
    double wall = result.shape().mass().volumeMm3();
    if (!step.outwards() && wall >= outer * (1 - context.tolerance.relative())) {
      return Optional.of("no room is left inside: the walls fill the body");
    }
    double most =
        WallBound.mostMm3(w.input.topology(), w.open, w::at, step.outwards())
            * (1 + context.tolerance.relative());
    if (wall > most) {
      return Optional.of("the walls hold more material than the skin and its thickness allow");
    }
    Optional<String> closed = step.outwards() ? Optional.empty() : stillClosed(w, result);
    return closed.isPresent() ? closed : wrongThickness(w, result);
  }

  /** An open face of which nearly all is left. */
  private Optional<String> stillClosed(Walls w, NamedShape result) {
    for (int f : w.open) {
      double left =
          result.partsOf(w.input.faceName(f)).stream()
              .mapToDouble(r -> result.topology().face(r).areaMm2())
              .sum();
      if (left > w.input.topology().face(f).areaMm2() * NEARLY_ALL) {
        return Optional.of("face " + w.input.faceName(f) + " stays closed");
      }
    }
    return Optional.empty();
  }

  private Optional<String> wrongThickness(Walls w, NamedShape result) {
    int measured = 0;
    for (int i = 1; i <= result.topology().faces().size(); i++) {
      FaceName name = result.faceName(i);
      if (!name.isOf(step.id(), step.outwards() ? "outer" : "inner") || name.from().size() != 1) {
        continue;
      }
      int source = w.input.face(name.from().getFirst());
      if (source == 0 || w.open.contains(source)) {
        continue;
      }
      double distance =
          Surfaces.distance(w.input.topology().face(source), result.topology().face(i).point());
      double wanted = w.at(source);
      measured++;
      if (!Double.isNaN(distance) && Math.abs(distance - wanted) > wanted * THICKNESS_PROOF_SHARE) {
        return Optional.of(
            "the wall at "
                + w.input.faceName(source)
                + " came out "
                + Words.mm(distance)
                + " thick instead of "
                + Words.mm(wanted));
      }
    }
    return measured == 0
        ? Optional.of("no wall is found on the result, so nothing of it can be measured")
        : Optional.empty();
  }

  private String worksUpTo(Walls w) throws Ladder.Stopped {
    // The quick way first, where there is one: the user waits for this.
    String quick =
        hasFreeWalls(w.input)
            ? Feasible.upToMm(w.thickness, s -> quickLadder(w.scaled(s)).climb().isPresent())
            : null;
    return quick != null
        ? quick
        : Feasible.upToMm(w.thickness, s -> ladder(w.scaled(s)).climb().isPresent());
  }

  private Ladder quickLadder(Walls w) {
    Ladder ladder = new Ladder(result -> fault(w, result));
    byOutline(ladder, w);
    return ladder;
  }

  private void withWallsAround(Ladder ladder, Walls w, List<Set<Integer>> recesses) {
    if (recesses.isEmpty() || recesses.size() > Apart.MOST_RECESSES) {
      return;
    }
    ladder
        .special(
            "recesses off, hollowed, walls around them",
            () -> apart(w).withWallsAround(recesses, Join.ARC))
        .special(
            "recesses off, hollowed, walls around them with faces extended",
            () -> apart(w).withWallsAround(recesses, Join.INTERSECTION));
  }

  private Apart apart(Walls w) {
    Apart.Walls walls =
        new Apart.Walls() {
          @Override
          public Optional<NamedShape> hollow(NamedShape bare) throws Ladder.Stopped {
            Optional<Walls> rest = w.of(bare);
            return rest.isEmpty()
                ? Optional.empty()
                : ladder(rest.get()).climb().map(Ladder.Climbed::result);
          }

          @Override
          public double thicknessMm() {
            return w.thickness;
          }

          @Override
          public double atMm(int face) {
            return w.at(face);
          }

          @Override
          public NamedShape inside(NamedShape of, Derived offset) {
            return moved(w, Naming.name(offset, List.of(of), grown()));
          }

          @Override
          public FaceName unknown() {
            return ShellBuilder.this.unknown();
          }
        };
    return new Apart(context, w.input, small(w, w.input), walls);
  }

  private List<Integer> thinBosses(Walls w) {
    return step.outwards()
        ? List.of()
        : ThinBosses.faces(w.input, w.open::contains, w::at, context.tolerance.lengthMm());
  }
}
