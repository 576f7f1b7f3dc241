package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Together;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/**
 * Finds runs of steps that do the same to one body without a look at each other's result, and
 * builds each in one boolean operation. The bodies between its steps are made when they are asked
 * for. A step that fails ends the run before it, and is then built, and named, alone.
 */
final class Runs {
  private static final int FEWEST = 2;

  /** What a build lends to its runs. */
  interface Building {
    String keyOf(KnownStep<?> known, Surroundings around);

    BuildContext contextOf(KnownStep<?> known, Surroundings around);

    boolean remembers(String key);

    void at(int step);
  }

  private record Member(KnownStep<?> known, String key, Tool tool, double ms) {}

  /** Steps gathered so far: a body, what is done to it, and what came of the sketches between. */
  private static final class Run {
    private Body target;
    private Combination combination;
    private final List<Member> members = new ArrayList<>();
    private final Set<FaceName> footing = new HashSet<>();
    private final Map<String, StepResult> sketches = new LinkedHashMap<>();
  }

  private final GeometryKernel kernel;
  private final Tolerance tolerance;
  private final Budget.Cancel cancel;
  private final Building building;
  private final Map<String, Member> made = new HashMap<>();
  private final Set<String> oneByOne = new HashSet<>();

  Runs(GeometryKernel kernel, Tolerance tolerance, Budget.Cancel cancel, Building building) {
    this.kernel = kernel;
    this.tolerance = tolerance;
    this.cancel = cancel;
    this.building = building;
  }

  /**
   * The results, by key, of the steps of a run that begins at some step.
   *
   * @return empty if that step must be built by itself
   */
  Map<String, StepResult> from(PartDocument part, int first, Surroundings around)
      throws Ladder.Stopped {
    if (oneByOne.contains(part.steps().get(first).id()) || !mayBegin(part, first)) {
      return Map.of();
    }
    Run run = gathered(part, first, around);
    for (int count = run.members.size(); count >= FEWEST; count /= 2) {
      Optional<Map<String, StepResult>> results = built(run, count);
      if (results.isPresent()) {
        return results.get();
      }
    }
    // Each would be tried again with those after it, for nothing.
    run.members.forEach(m -> oneByOne.add(m.known.step().id()));
    return Map.of();
  }

  /**
   * The tool of a step that was made while a run was looked for; null if none was, or if it stands
   * on a face that is no longer there.
   */
  Tool madeFor(KnownStep<?> known, String key, Surroundings around) {
    Member member = made.get(key);
    if (member == null) {
      return null;
    }
    Sharing sharing = known.sharing().orElseThrow();
    Body body = bodyOf(sharing, around);
    boolean stands =
        body != null && sharing.footing().stream().allMatch(f -> body.named().face(f) != 0);
    return stands ? member.tool : null;
  }

  /** Whether enough steps of one kind of operation follow each other; costs nothing. */
  private static boolean mayBegin(PartDocument part, int first) {
    Sharing begun = StepKinds.of(part.steps().get(first)).sharing().orElse(null);
    if (begun == null || begun.combination() == null) {
      return false;
    }
    int count = 1;
    for (int i = first + 1; i < part.built() && count < FEWEST; i++) {
      Step step = part.steps().get(i);
      if (step.skipped()) {
        continue;
      }
      Optional<Sharing> sharing = StepKinds.of(step).sharing();
      if (sharing.isEmpty()) {
        return false;
      }
      Combination combination = sharing.get().combination();
      if (combination != null && combination != begun.combination()) {
        return false;
      }
      count += combination == null ? 0 : 1;
    }
    return count >= FEWEST;
  }

  private Run gathered(PartDocument part, int first, Surroundings around) throws Ladder.Stopped {
    Run run = new Run();
    Surroundings ahead = around.copy();
    for (int i = first; i < part.built() && !cancel.isUnwanted(); i++) {
      Step step = part.steps().get(i);
      if (step.skipped()) {
        continue;
      }
      KnownStep<?> known = StepKinds.of(step);
      Optional<Sharing> sharing = known.sharing();
      if (sharing.isEmpty()) {
        break;
      }
      building.at(i);
      boolean joins =
          sharing.get().combination() == null
              ? joinsAsSketch(run, known, sharing.get(), ahead)
              : joinsAsTool(run, known, sharing.get(), ahead);
      if (!joins) {
        break;
      }
    }
    return run;
  }

  private static Body bodyOf(Sharing sharing, Surroundings around) {
    Map<String, Body> bodies = around.bodies();
    Body body =
        sharing.body() == null
            ? Body.only(bodies.values()).orElse(null)
            : bodies.get(sharing.body());
    return body == null || body.isSurface() ? null : body;
  }

  private boolean joinsAsSketch(Run run, KnownStep<?> known, Sharing sharing, Surroundings ahead) {
    String key = building.keyOf(known, ahead);
    long start = System.nanoTime();
    try {
      StepResult result =
          StepResult.built(known, known.build(building.contextOf(known, ahead)), key, start);
      run.sketches.put(key, result);
      ahead.add(known.step(), result, key);
      Body body = bodyOf(sharing, ahead);
      if (body != null && body.name().equals(run.target.name())) {
        run.footing.addAll(sharing.footing());
      }
      return true;
    } catch (StepFailed
        | ExpressionException
        | SketchProblem
        | Choosing.Adrift
        | Ladder.Stopped failed) {
      // It is built again by itself, and tells then what is wrong.
      return false;
    }
  }

  private boolean joinsAsTool(Run run, KnownStep<?> known, Sharing sharing, Surroundings ahead)
      throws Ladder.Stopped {
    Body target = bodyOf(sharing, ahead);
    if (target == null) {
      return false;
    }
    if (run.target == null) {
      run.target = target;
      run.combination = sharing.combination();
    }
    String key = building.keyOf(known, ahead);
    if (!target.name().equals(run.target.name())
        || sharing.combination() != run.combination
        || building.remembers(key)) {
      return false;
    }
    Optional<Member> member = member(known, key, ahead);
    if (member.isEmpty() || !isApart(run, member.get().tool.solid())) {
      return false;
    }
    run.members.add(member.get());
    run.footing.addAll(sharing.footing());
    // What follows sees a body with the key of the result and the shape from before the run.
    NamedShape before = run.target.named();
    Body standIn = new Body(target.name(), before).withKey(key + "/" + target.name());
    ahead.add(known.step(), StepResult.standIn(known, standIn), key);
    return true;
  }

  private Optional<Member> member(KnownStep<?> known, String key, Surroundings ahead)
      throws Ladder.Stopped {
    Member before = made.get(key);
    if (before != null) {
      return Optional.of(before);
    }
    long start = System.nanoTime();
    try {
      Tool tool = known.tool(building.contextOf(known, ahead));
      Member member = new Member(known, key, tool, StepResult.since(start));
      made.put(key, member);
      return Optional.of(member);
    } catch (StepFailed | ExpressionException | Choosing.Adrift failed) {
      // It is built again by itself, and tells then what is wrong.
      return Optional.empty();
    }
  }

  private boolean isApart(Run run, NamedShape solid) {
    Together together = together();
    return run.members.stream().allMatch(m -> together.isApart(m.tool.solid(), solid));
  }

  private Together together() {
    return new Together(kernel, tolerance, BuildContext.usual(cancel));
  }

  /** Results of the first members of a run; empty if they must go one by one. */
  private Optional<Map<String, StepResult>> built(Run run, int count) throws Ladder.Stopped {
    long start = System.nanoTime();
    List<Member> members = List.copyOf(run.members.subList(0, count));
    List<NamedShape> tools = members.stream().map(m -> m.tool.solid()).toList();
    NamedShape target = run.target.named();
    Optional<Together.Combined> combined =
        together().combine(run.combination, target, tools, run.footing);
    if (combined.isEmpty()) {
      return Optional.empty();
    }
    double each = StepResult.since(start) / count;
    Map<String, StepResult> out = new LinkedHashMap<>(run.sketches);
    for (int i = 0; i < count; i++) {
      Member m = members.get(i);
      String name = run.target.name();
      String key = m.key + "/" + name;
      double volume = combined.get().volumesMm3().get(i);
      Body body =
          i == count - 1
              ? new Body(name, combined.get().result()).withKey(key)
              : Body.pending(
                  name, key, volume, between(run.combination, target, tools.subList(0, i + 1)));
      out.put(m.key, StepResult.ofTool(m.known, m.tool.strategy(), m.ms + each, body));
    }
    return Optional.of(out);
  }

  private Supplier<NamedShape> between(
      Combination combination, NamedShape target, List<NamedShape> tools) {
    GeometryKernel worker = kernel;
    Tolerance accuracy = tolerance;
    return () -> {
      try {
        return new Together(worker, accuracy, BuildContext.usual(Budget.Cancel.NEVER))
            .combine(combination, target, tools, Set.of())
            .map(Together.Combined::result)
            .orElseThrow(
                () -> new StepStore.CacheLost("a body between two steps cannot be made again"));
      } catch (Ladder.Stopped e) {
        throw new StepStore.CacheLost(Objects.toString(e.getMessage()));
      }
    };
  }
}
