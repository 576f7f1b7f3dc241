package org.ankerdraft.core.step.erase;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Proofs;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;

/** Takes faces off a body: all at once, or one patch of them after the other. */
final class EraseBuilder {
  private final BuildContext context;
  private final Erase step;

  EraseBuilder(BuildContext context, Erase step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body("erase", step.body());
    NamedShape input = body.named();
    if (step.faces().isEmpty()) {
      throw StepFailed.waits("erase", "no faces are chosen");
    }
    Set<Integer> faces = context.someFaces("erase", input, step.faces());
    String what = "erase of " + faces.size() + (faces.size() == 1 ? " face" : " faces");
    Set<FaceName> names = faces.stream().map(input::faceName).collect(Collectors.toSet());
    Ladder ladder =
        new Ladder(result -> fault(input, result, names))
            .rung("taken away at once", () -> without(input, names))
            .rung("taken away patch by patch", () -> patchByPatch(input, faces));
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isEmpty()) {
      throw new StepFailed(BuildContext.failure(what, ladder.failure(), input));
    }
    return StepBuild.of(climbed.get().strategy(), new Body(body.name(), climbed.get().result()));
  }

  private Outcome<NamedShape> without(NamedShape from, Set<FaceName> names) {
    List<Integer> numbers = new ArrayList<>();
    for (int f = 1; f <= from.topology().faces().size(); f++) {
      if (names.contains(from.faceName(f))) {
        numbers.add(f);
      }
    }
    return context
        .kernel
        .defeature(from.shape(), numbers, context.shortBudget())
        .map(d -> Naming.name(d, List.of(from), () -> FaceName.of(step.id(), "face")));
  }

  private Outcome<NamedShape> patchByPatch(NamedShape input, Set<Integer> faces) {
    Outcome<NamedShape> now = Outcome.done(input);
    for (Set<FaceName> patch : patches(input, faces)) {
      now = now.then(before -> without(before, patch));
    }
    return now;
  }

  /** The faces in sets of neighbours. */
  private static List<Set<FaceName>> patches(NamedShape input, Set<Integer> faces) {
    Set<Integer> left = new TreeSet<>(faces);
    List<Set<FaceName>> out = new ArrayList<>();
    while (!left.isEmpty()) {
      Set<FaceName> patch = new LinkedHashSet<>();
      Deque<Integer> next = new ArrayDeque<>(List.of(left.iterator().next()));
      while (!next.isEmpty()) {
        int face = next.pop();
        if (left.remove(face)) {
          patch.add(input.faceName(face));
          input.topology().edges().stream()
              .map(Topology.Edge::faces)
              .filter(beside -> beside.contains(face))
              .forEach(next::addAll);
        }
      }
      out.add(patch);
    }
    return out;
  }

  /**
   * Sound, in as many pieces, without the erased faces and with all others, none of which has come
   * apart: faces that go on until they meet do not cross each other on their way.
   */
  private Optional<String> fault(NamedShape input, NamedShape result, Set<FaceName> erased)
      throws Ladder.Stopped {
    Optional<String> incomplete =
        Proofs.wholeness(Proofs.Of.BODY, input, result, erased, context.kernel, context.budget());
    if (incomplete.isPresent()) {
      return incomplete;
    }
    Set<FaceName> before = Set.copyOf(input.faceNames());
    return result.faceNames().stream()
        .filter(name -> erased.contains(name) || !before.contains(name))
        .findFirst()
        .map(name ->
            erased.contains(name)
                ? "face " + name + " is still there"
                : "face " + name + " would appear, which was not there");
  }
}
