package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Rounded;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Builds parts. Results are remembered by content: a step whose definition, numbers and inputs are
 * those of an earlier build is not built again. A failed step leaves the bodies as they were before
 * it, and later steps go on from there. What the machine is to blame for is never remembered.
 */
public final class PartBuilder {
  private static final Logger LOG = LoggerFactory.getLogger(PartBuilder.class);
  private static final long REMEMBERED_BYTES = 96L << 20;

  /** Raised when the same step comes to something else than before. */
  private static final int RESULTS_VERSION = 2;

  /** Told about the progress of a build; called on the building thread. */
  @FunctionalInterface
  public interface Progress {
    void atStep(int index, int of, String id);

    Progress NONE = (index, of, id) -> {};
  }

  private final GeometryKernel kernel;
  private final Tolerance tolerance;
  private final Memory memory;
  private final StepStore store = new StepStore();
  private StepKey keys;

  public PartBuilder(GeometryKernel kernel, Tolerance tolerance) {
    this.kernel = kernel;
    this.tolerance = tolerance;
    this.memory = new Memory(REMEMBERED_BYTES, kernel);
  }

  /** Takes the results that a part file holds; those that fit its steps are not built again. */
  public synchronized void remember(Map<String, byte[]> cache) {
    store.fill(cache);
  }

  /** The results of a state, to be kept in a part file. */
  public static Map<String, byte[]> cacheOf(PartState state) {
    return StepStore.entriesOf(state);
  }

  /** What the shapes of remembered results take, bytes. */
  public synchronized long rememberedBytes() {
    return memory.bytes();
  }

  /**
   * Builds a part up to its stop line.
   *
   * @param files imported files by name
   * @return the state, or empty if the build was cancelled or the geometry worker cannot be had
   */
  public synchronized Optional<PartState> build(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    try {
      Optional<PartState> state = buildOnce(part, files, progress, cancel);
      state.ifPresent(s -> s.bodies().values().forEach(Body::named));
      state.ifPresent(memory::settle);
      return state;
    } catch (StepStore.CacheLost e) {
      LOG.warn("The results kept in the file cannot be used: {}", e.getMessage());
      forgetAll();
      return buildOnce(part, files, progress, cancel);
    }
  }

  /** Nothing of the part is lost with its cache: all is built from the steps. */
  private void forgetAll() {
    store.giveUp();
    memory.clear();
  }

  /**
   * Restores the shapes of all steps of a state that are not there yet. What cannot be restored is
   * forgotten, and built when it is next needed.
   */
  public synchronized void loadAll(PartState state, Budget.Cancel cancel) {
    try {
      state.steps().stream()
          .flatMap(s -> s.bodies().stream())
          .takeWhile(b -> !cancel.isUnwanted())
          .forEach(Body::named);
    } catch (StepStore.CacheLost e) {
      LOG.warn("The results kept in the file cannot be used: {}", e.getMessage());
      forgetAll();
    }
  }

  /** Keys hold the versions of what decides results; empty if no worker can be had to tell its. */
  private Optional<StepKey> keys() {
    if (keys == null
        && kernel.hello(Budget.ofSeconds(30)) instanceof Outcome.Done<String>(String library)) {
      keys = new StepKey(RESULTS_VERSION + " " + library + " " + tolerance);
    }
    return Optional.ofNullable(keys);
  }

  private Optional<PartState> buildOnce(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    long start = System.nanoTime();
    Optional<StepKey> known = keys();
    if (known.isEmpty()) {
      return Optional.empty();
    }
    Evaluator values = new Evaluator(part.definitions());
    Surroundings around = new Surroundings(part, files);
    Set<String> before = new TreeSet<>();
    List<StepResult> results = new ArrayList<>();
    for (int i = 0; i < part.steps().size(); i++) {
      Step step = part.steps().get(i);
      if (i >= part.built() || step.skipped()) {
        results.add(notBuilt(step, step.skipped() ? StepStatus.SKIPPED : StepStatus.HELD));
      } else {
        if (cancel.isUnwanted()) {
          return Optional.empty();
        }
        progress.atStep(i, part.built(), step.id());
        String key = known.get().of(StepKinds.of(step), values, around);
        Optional<StepResult> result = result(step, key, values, around, before, cancel);
        if (result.isEmpty()) {
          return Optional.empty();
        }
        StepResult r = withRounds(step, result.get(), values, around);
        results.add(r);
        around.add(step.id(), r, key);
      }
      before.add(step.id());
    }
    return Optional.of(
        new PartState(part, results, around.bodies(), (System.nanoTime() - start) / 1e6));
  }

  /** Empty if the build was cancelled. */
  private Optional<StepResult> result(
      Step step,
      String key,
      Evaluator values,
      Surroundings around,
      Set<String> before,
      Budget.Cancel cancel) {
    KnownStep<?> known = StepKinds.of(step);
    Optional<Lost> lost = lostSketch(known, before, around);
    if (lost.isPresent()) {
      return Optional.of(adrift(known, lost.get(), 0));
    }
    Optional<StepResult> remembered = remembered(key, known);
    if (remembered.isPresent()) {
      return remembered;
    }
    long start = System.nanoTime();
    try {
      StepResult result = build(known, context(known, values, around, cancel), key, start);
      memory.put(key, result);
      return Optional.of(result);
    } catch (Ladder.Stopped e) {
      return e.isCancelled()
          ? Optional.empty()
          : Optional.of(
              failed(known, Failure.ofMachine(known.word(), e.getMessage()), since(start)));
    } catch (StepStore.CacheLost e) {
      throw e;
    } catch (RuntimeException | StackOverflowError e) {
      LOG.error("Step {} ({}) ended in an internal error", step.id(), known.word(), e);
      return Optional.of(
          failed(
              known,
              Failure.ofMachine(known.word(), "internal error; the log tells more"),
              since(start)));
    }
  }

  /** A sketch that the step takes and that does not stand before it. */
  private static Optional<Lost> lostSketch(
      KnownStep<?> known, Set<String> before, Surroundings around) {
    return known.inputs().stream()
        .filter(i -> i instanceof Input.Sketch(String id) && !before.contains(id))
        .map(i ->
            Lost.of(
                Lost.Kind.SKETCH,
                ((Input.Sketch) i).id(),
                new TreeSet<>(around.sketchKeys().keySet())))
        .findFirst();
  }

  private BuildContext context(
      KnownStep<?> known, Evaluator values, Surroundings around, Budget.Cancel cancel) {
    return new BuildContext(
        kernel, tolerance, around.forStep(own(known, values, around)), known.inputs(), cancel);
  }

  /** The values that a step may read: those its key is made of. */
  private static Evaluator own(KnownStep<?> known, Evaluator values, Surroundings around) {
    List<Expr> used = new ArrayList<>(known.expressions());
    if (known.isSheet()) {
      used.addAll(around.sheetExpressions());
    }
    return values.only(values.parametersUsedBy(used));
  }

  /** Bodies that a step did nothing to but round know it. */
  private static StepResult withRounds(
      Step step, StepResult result, Evaluator values, Surroundings around) {
    KnownStep<?> known = StepKinds.of(step);
    List<EdgeSet> rounds = known.rounds();
    if (rounds == null || result.bodies().isEmpty()) {
      return result;
    }
    return result.withBodies(
        result.bodies().stream()
            .map(b -> {
              Body was = around.bodies().get(b.name());
              return was == null
                  ? b
                  : b.withRounded(new Rounded(step.id(), was, rounds, own(known, values, around)));
            })
            .toList());
  }

  private Optional<StepResult> remembered(String key, KnownStep<?> known) {
    StepResult r = memory.get(key);
    if (r != null) {
      return Optional.of(r.asRemembered());
    }
    Optional<StepResult> stored = store.find(key, known.step().id(), known.word(), kernel);
    stored.ifPresent(found -> memory.put(key, found));
    return stored;
  }

  private StepResult build(KnownStep<?> known, BuildContext context, String key, long start)
      throws Ladder.Stopped {
    try {
      StepBuild built = known.build(context);
      List<Body> keyed =
          built.bodies().stream()
              .map(b -> b.withKey(key + "/" + b.name()))
              .collect(Collectors.toList());
      return new StepResult(
          known.step().id(),
          known.word(),
          StepStatus.BUILT,
          built.strategy(),
          since(start),
          false,
          null,
          null,
          built.sketch(),
          keyed);
    } catch (StepFailed e) {
      return failed(known, e.failure(), since(start));
    } catch (ExpressionException e) {
      return failed(known, Failure.of(known.word(), e.getMessage()), since(start));
    } catch (SketchProblem e) {
      return failed(
          known,
          new Failure(known.word(), e.getMessage(), List.of("curve " + e.curve()), null, null),
          since(start));
    } catch (Choosing.Adrift e) {
      return adrift(known, e.lost(), since(start));
    }
  }

  private static double since(long start) {
    return (System.nanoTime() - start) / 1e6;
  }

  private static StepResult failed(KnownStep<?> known, Failure failure, double ms) {
    return new StepResult(
        known.step().id(),
        known.word(),
        StepStatus.FAILED,
        "",
        ms,
        false,
        failure,
        null,
        null,
        List.of());
  }

  private static StepResult adrift(KnownStep<?> known, Lost lost, double ms) {
    return new StepResult(
        known.step().id(),
        known.word(),
        StepStatus.ADRIFT,
        "",
        ms,
        false,
        Failure.of(known.word(), lost.inWords()),
        lost,
        null,
        List.of());
  }

  private static StepResult notBuilt(Step step, StepStatus status) {
    return new StepResult(
        step.id(), StepKinds.of(step).word(), status, "", 0, false, null, null, null, List.of());
  }
}
