package org.ankerdraft.core.build;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.Outcome;

/**
 * Hollows a body. Strategies: where rounds are smaller than the wall, the body without them is
 * offset, so that the inside becomes sharp there; the library's thick solid with arcs, with
 * extended faces; offset and cut.
 */
final class ShellBuilder {
  /**
   * How far the cavity is led beyond an open face, as a multiple of the wall, so that the cut
   * surely opens it.
   */
  private static final double BEYOND_OPENING = 2;

  private static final double THICKNESS_PROOF_SHARE = 0.01;

  /** Right at its limit a round would shrink to a point, which the library cannot make. */
  private static final double SURELY_LESS = 0.95;

  private static final String BEFORE_ROUNDS =
      "body before its rounds, offset inwards, rounded again";

  private final BuildContext context;
  private final Step.Shell step;
  private List<BlendBuilder.Done> lastRounds = List.of();

  ShellBuilder(BuildContext context, Step.Shell step) {
    this.context = context;
    this.step = step;
  }

  /**
   * One shell with all numbers known: open faces and the faces that have a thickness of their own.
   */
  private record Walls(
      NamedShape input, Set<Integer> open, Map<Integer, Double> own, double thickness) {
    Walls scaled(double share) {
      Map<Integer, Double> smaller = new LinkedHashMap<>();
      own.forEach((f, t) -> smaller.put(f, t * share));
      return new Walls(input, open, smaller, thickness * share);
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
    for (Step.OwnThickness o : step.own()) {
      double t = context.positiveMm("shell", "a face's own thickness", o.thickness());
      for (int face : choosing.faces(o.faces())) {
        own.put(face, t);
      }
    }
    if (open.size() == input.topology().faces().size()) {
      throw new StepFailed("shell", "all faces are open, so no wall is left");
    }
    Walls walls = new Walls(input, open, own, thickness);
    lastRounds = lastRounds(body.name());
    refuseCrossing(walls);
    Ladder ladder = ladder(walls);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return StepBuild.of(
          climbed.get().strategy(), new Body(body.name(), climbed.get().result(), ""));
    }
    Failure failure =
        BuildContext.failure("shell of " + Words.mm(thickness), ladder.failure(), input);
    throw new StepFailed(failure.withWorks(worksUpTo(walls)));
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
      trial.rung(BEFORE_ROUNDS, () -> beforeRounds(thinner));
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
            partly.stream().map(r -> w.input.faceName(r.face())).toList(),
            w.input.topology().face(least.face()).point(),
            works ? "up to about " + Words.mm(thinner.thickness) : null));
  }

  private Ladder ladder(Walls w) {
    Ladder ladder = new Ladder(result -> fault(w, result));
    boolean hasSmall = !rounds(w).small.isEmpty();
    if (!step.outwards() && hasSmall && isBuiltWithLastRounds(w)) {
      // The other ways fail beside small rounds, some of them slowly.
      ladder.rung(BEFORE_ROUNDS, () -> beforeRounds(w));
    }
    if (!step.outwards() && hasSmall) {
      ladder.rung("small rounds off, offset inwards, cut", () -> withoutSmallRounds(w));
    }
    if (!w.open.isEmpty()) {
      ladder.rung("thick solid", () -> thickSolid(w, Join.ARC));
      ladder.rung("thick solid, faces extended", () -> thickSolid(w, Join.INTERSECTION));
    }
    if (step.outwards()) {
      return ladder
          .rung("offset outwards and cut", () -> offsetOutwards(w, Join.ARC))
          .rung(
              "offset outwards with faces extended, and cut",
              () -> offsetOutwards(w, Join.INTERSECTION));
    }
    if (!hasSmall && isBuiltWithLastRounds(w)) {
      ladder.rung(BEFORE_ROUNDS, () -> beforeRounds(w));
    }
    return ladder
        .rung("offset inwards and cut", () -> offsetAndCut(w, w.input, Join.ARC))
        .rung(
            "offset inwards with faces extended, and cut",
            () -> offsetAndCut(w, w.input, Join.INTERSECTION));
  }

  private Naming.Births births(NamedShape input, Set<Integer> open) {
    return new Naming.Births() {
      @Override
      public String fromFace(String name) {
        return step.id() + (open.contains(input.face(name)) ? "/rim(" : "/inner(") + name + ")";
      }

      @Override
      public String fromEdge(String name) {
        for (int f : open) {
          for (String side : name.split("\\|", -1)) {
            if (Naming.withoutOrdinal(side).equals(Naming.withoutOrdinal(input.faceName(f)))) {
              return step.id() + "/rim(" + input.faceName(f) + ")";
            }
          }
        }
        return step.id() + "/inner(" + name + ")";
      }

      @Override
      public String fromVertex(String facesAround) {
        return step.id() + "/inner(" + facesAround + ")";
      }

      @Override
      public String unknown() {
        return step.id() + "/rim";
      }
    };
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
    return !lastRounds.isEmpty() && w.own.isEmpty();
  }

  /** The rounds that were the last that was done to a body, in order. */
  private List<BlendBuilder.Done> lastRounds(String body)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Deque<BlendBuilder.Done> found = new ArrayDeque<>();
    List<StepResult> changes = context.done.stream().filter(r -> r.body(body) != null).toList();
    for (int i = changes.size() - 1; i > 0; i--) {
      Optional<Step> made = context.part.step(changes.get(i).id());
      if (made.isEmpty() || !(made.get() instanceof Step.Round round)) {
        break;
      }
      found.addFirst(new BlendBuilder(context, round).on(changes.get(i - 1).body(body).named()));
    }
    return List.copyOf(found);
  }

  /** The inside is made without the rounds and rounded like the outside, by the wall less. */
  private Outcome<NamedShape> beforeRounds(Walls w) {
    NamedShape before = lastRounds.getFirst().before();
    List<Integer> small =
        new ShellRounds(before, f -> w.thickness, context.tolerance.lengthMm()).small;
    Set<String> gone = small.stream().map(before::faceName).collect(Collectors.toSet());
    Outcome<NamedShape> inner =
        without(before, small).then(bare -> cavity(w, bare, Join.INTERSECTION));
    for (BlendBuilder.Done round : lastRounds) {
      inner =
          inner.then(c ->
              round.onOffset(
                  c,
                  w.thickness,
                  context.tolerance.lengthMm(),
                  edge -> isAtOpening(w, edge) || isBeside(edge, gone)));
    }
    return inner.then(c -> cut(w, c));
  }

  private Outcome<NamedShape> without(NamedShape shape, List<Integer> faces) {
    return faces.isEmpty()
        ? Outcome.done(shape)
        : context
            .kernel
            .defeature(shape.shape(), faces, context.shortBudget())
            .map(d -> Naming.name(d, List.of(shape), () -> step.id() + "/inner"));
  }

  private static boolean isAtOpening(Walls w, String edge) {
    return isBeside(edge, w.open.stream().map(w.input::faceName).collect(Collectors.toSet()));
  }

  /** Is one of the edge's faces among some, by name? */
  private static boolean isBeside(String edge, Set<String> faces) {
    Set<String> bare = faces.stream().map(Naming::withoutOrdinal).collect(Collectors.toSet());
    return Arrays.stream(edge.split("\\|", -1))
        .map(Naming::withoutOrdinal)
        .anyMatch(bare::contains);
  }

  private Outcome<NamedShape> offsetAndCut(Walls w, NamedShape from, Join join) {
    return cavity(w, from, join).then(c -> cut(w, c));
  }

  /** The inside, led out through the openings. */
  private Outcome<NamedShape> cavity(Walls w, NamedShape from, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>();
    for (int i = 1; i <= from.topology().faces().size(); i++) {
      int original = w.input.face(from.faceName(i));
      if (w.open.contains(original)) {
        own.put(i, BEYOND_OPENING * w.thickness);
      } else if (w.own.containsKey(original)) {
        own.put(i, -w.own.get(original));
      }
    }
    return context
        .kernel
        .offset(from.shape(), -w.thickness, own, join, context.shortBudget())
        .map(d -> Naming.name(d, List.of(from), () -> step.id() + "/inner"));
  }

  private Outcome<NamedShape> cut(Walls w, NamedShape inner) {
    return context
        .kernel
        .combine(
            Combination.SUBTRACT, w.input.shape(), List.of(inner.shape()), false, context.budget())
        .map(d -> Naming.name(d, List.of(w.input, asInner(inner)), () -> step.id() + "/rim"));
  }

  private NamedShape asInner(NamedShape cavity) {
    return new NamedShape(
        cavity.shape(),
        cavity.faceNames().stream().map(n -> step.id() + "/inner(" + n + ")").toList());
  }

  private Outcome<NamedShape> offsetOutwards(Walls w, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>();
    w.own.forEach(own::put);
    // An open face stays where it is, so that cutting the original out of the grown body opens it.
    w.open.forEach(f -> own.put(f, 0.0));
    return context
        .kernel
        .offset(w.input.shape(), w.thickness, own, join, context.shortBudget())
        .then(grown -> {
          NamedShape outer = Naming.name(grown, List.of(w.input), () -> step.id() + "/outer");
          NamedShape renamed =
              new NamedShape(
                  outer.shape(),
                  outer.faceNames().stream().map(n -> step.id() + "/outer(" + n + ")").toList());
          return context
              .kernel
              .combine(
                  Combination.SUBTRACT,
                  renamed.shape(),
                  List.of(w.input.shape()),
                  false,
                  context.budget())
              .map(d -> Naming.name(d, List.of(renamed, w.input), () -> step.id() + "/rim"));
        });
  }

  private ShellRounds rounds(Walls w) {
    return new ShellRounds(w.input, w::at, context.tolerance.lengthMm());
  }

  private Outcome<NamedShape> withoutSmallRounds(Walls w) {
    return without(w.input, rounds(w).small).then(bare -> offsetAndCut(w, bare, Join.INTERSECTION));
  }

  /**
   * Sound; volume on the right side; opened where it should be; each inner face that grew from one
   * outer face lies at that face's thickness from it.
   */
  private Optional<String> fault(Walls w, NamedShape result) throws Ladder.Stopped {
    Optional<String> unsound = Proofs.soundness(result.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    double outer = w.input.shape().mass().volumeMm3();
    double wall = result.shape().mass().volumeMm3();
    double skin = w.input.shape().mass().areaMm2();
    if (!step.outwards() && wall >= outer * (1 - context.tolerance.relative())) {
      return Optional.of("no room is left inside: the walls fill the body");
    }
    double thickest =
        Math.max(
            w.thickness, w.own.values().stream().mapToDouble(Double::doubleValue).max().orElse(0));
    if (!step.outwards() && wall > skin * thickest) {
      return Optional.of("the walls hold more material than the skin times their thickness");
    }
    Set<Integer> leftOpen = new TreeSet<>();
    for (int f : w.open) {
      int still = result.face(w.input.faceName(f));
      if (still > 0
          && result.topology().face(still).areaMm2()
              > w.input.topology().face(f).areaMm2() * 0.98) {
        leftOpen.add(f);
      }
    }
    if (!leftOpen.isEmpty() && !step.outwards()) {
      return Optional.of("face " + w.input.faceName(leftOpen.iterator().next()) + " stays closed");
    }
    return wrongThickness(w, result);
  }

  private Optional<String> wrongThickness(Walls w, NamedShape result) {
    String prefix = step.id() + "/inner(";
    for (int i = 1; i <= result.topology().faces().size(); i++) {
      String name = Naming.withoutOrdinal(result.faceName(i));
      if (!name.startsWith(prefix)) {
        continue;
      }
      int source = w.input.face(name.substring(prefix.length(), name.length() - 1));
      if (source == 0 || w.open.contains(source)) {
        continue;
      }
      double distance =
          Surfaces.distance(w.input.topology().face(source), result.topology().face(i).point());
      double wanted = w.at(source);
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
    return Optional.empty();
  }

  private String worksUpTo(Walls w) throws Ladder.Stopped {
    var share = Feasible.largestShare(s -> ladder(w.scaled(s)).climb().isPresent());
    return share.isEmpty()
        ? null
        : "up to " + Words.mm(Math.floor(w.thickness * share.getAsDouble() * 1000) / 1000);
  }
}
