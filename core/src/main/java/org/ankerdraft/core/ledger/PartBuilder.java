package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.Supplier;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.MadeBefore;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.NamedShape;
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

  /** Tools are small, and stay in the geometry worker while they are kept. */
  private static final long MADE_BEFORE_BYTES = 4L << 20;

  /** Raised when the same step comes to something else than before. */
  private static final int RESULTS_VERSION = 22;

  /** Told about the progress of a build; called on the building thread. */
  @FunctionalInterface
  public interface Progress {
    void atStep(int index, int of, String id);

    /** A step has been built, or taken from memory, or has failed. */
    default void reached(StepResult result) {}

    /**
     * A step is about to be built that is not remembered.
     *
     * @param soFar the part as it stands before it
     */
    default void anew(Supplier<PartState> soFar) {}

    Progress NONE = (index, of, id) -> {};
  }

  private final GeometryKernel kernel;
  private final Tolerance tolerance;
  private final Memory memory;
  private final StepStore store;
  private final MadeBefore madeBefore = new MadeBefore(MADE_BEFORE_BYTES);
  private final StepFacts facts = new StepFacts();
  private final Way way;
  private final Optional<ToolsAhead> ahead;
  private StepKey keys;

  /** How steps that could share a boolean operation are built. */
  public enum Way {
    /** Together where that gives what one by one would give. */
    SHARED,
    /** Each by itself. */
    ONE_BY_ONE
  }

  public PartBuilder(GeometryKernel kernel, Tolerance tolerance) {
    this(kernel, tolerance, Way.SHARED);
  }

  public PartBuilder(GeometryKernel kernel, Tolerance tolerance, Way way) {
    this(kernel, tolerance, way, new StepStore(), Optional.empty());
  }

  /**
   * @param second makes tools of later steps meanwhile; what it is asked by others may wait for it
   */
  public PartBuilder(GeometryKernel kernel, GeometryKernel second, Tolerance tolerance) {
    this(kernel, tolerance, Way.SHARED, new StepStore(), Optional.of(second));
  }

  private PartBuilder(
      GeometryKernel kernel,
      Tolerance tolerance,
      Way way,
      StepStore store,
      Optional<GeometryKernel> second) {
    this.kernel = kernel;
    this.tolerance = tolerance;
    this.way = way;
    this.store = store;
    this.memory = new Memory(REMEMBERED_BYTES, kernel);
    this.ahead = second.map(other -> new ToolsAhead(other, tolerance, madeBefore, facts));
  }

  /** What a walk over the steps needs of its builder. */
  record Tools(
      GeometryKernel kernel,
      Tolerance tolerance,
      Way way,
      StepKey keys,
      Memory memory,
      StepStore store,
      MadeBefore madeBefore,
      Optional<ToolsAhead> ahead,
      BiConsumer<String, StepResult> remember) {

    /**
     * The shape of a body after a step whose result stands in a part file without one. Worked out
     * by a builder of its own: it may be asked for while this one is at work.
     */
    NamedShape anew(PartDocument part, Map<String, byte[]> files, int step, String body) {
      PartDocument upTo = part.withStopLine(step + 1);
      return new PartBuilder(kernel, tolerance, way, store.withShapesOnly(), Optional.empty())
          .buildWithoutLimits(upTo, files, Progress.NONE, Budget.Cancel.NEVER)
          .map(state -> state.bodies().get(body))
          .map(Body::named)
          .orElseThrow(() -> new StepStore.CacheLost("body " + body + " cannot be made again"));
    }
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
   * Builds a part up to its stop line, and finds up to where the steps work that fail.
   *
   * @param files imported files by name
   * @return the state, or empty if the build was cancelled or the geometry worker cannot be had
   */
  public Optional<PartState> build(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    return buildWithoutLimits(part, files, progress, cancel)
        .flatMap(state -> withLimits(state, cancel));
  }

  /**
   * The same state with what was yet to be found: up to where steps work. What the machine prevents
   * from being found stays unknown. Beside everything else: another build need not wait for it.
   *
   * @return empty if it was cancelled
   */
  public Optional<PartState> withLimits(PartState state, Budget.Cancel cancel) {
    List<StepResult> steps = new ArrayList<>();
    for (StepResult step : state.steps()) {
      if (cancel.isUnwanted()) {
        return Optional.empty();
      }
      try {
        steps.add(withLimit(step, cancel));
      } catch (Ladder.Stopped e) {
        if (e.isCancelled()) {
          return Optional.empty();
        }
        LOG.debug("Up to where {} works was not found: {}", step.id(), e.getMessage());
        steps.add(step.withFailure(step.failure().withWorks(null)));
      } catch (RuntimeException | StackOverflowError e) {
        LOG.error("Finding up to where {} works ended in an internal error", step.id(), e);
        steps.add(step.withFailure(step.failure().withWorks(null)));
      }
    }
    return Optional.of(state.withSteps(steps));
  }

  private static StepResult withLimit(StepResult step, Budget.Cancel cancel) throws Ladder.Stopped {
    return step.hasOpenLimit() && step.failure().limit() instanceof OpenLimit open
        ? step.withFailure(step.failure().withWorks(open.find(cancel)))
        : step;
  }

  private synchronized void remember(String key, StepResult result) {
    memory.put(key, result);
  }

  /**
   * Builds a part up to its stop line. Up to where the steps work that fail is left open, for
   * {@link #withLimits}.
   */
  public synchronized Optional<PartState> buildWithoutLimits(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    try {
      Optional<PartState> state = walked(part, files, progress, cancel);
      state.ifPresent(s -> s.bodies().values().forEach(Body::named));
      state.ifPresent(memory::settle);
      return state;
    } catch (StepStore.CacheLost e) {
      LOG.warn("The results kept in the file cannot be used: {}", e.getMessage());
      forgetAll();
      return walked(part, files, progress, cancel);
    }
  }

  /** Nothing of the part is lost with its cache: all is built from the steps. */
  private void forgetAll() {
    store.giveUp();
    memory.clear();
  }

  /**
   * Restores the shapes of all steps of a state that are not there yet, those excepted that would
   * have to be worked out. What cannot be restored is forgotten, and built when it is next needed.
   */
  public synchronized void loadAll(PartState state, Budget.Cancel cancel) {
    try {
      state.steps().stream()
          .flatMap(s -> s.bodies().stream())
          .takeWhile(b -> !cancel.isUnwanted())
          .filter(b -> !b.isPending())
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
      keys = new StepKey(RESULTS_VERSION + " " + library + " " + tolerance, facts);
    }
    return Optional.ofNullable(keys);
  }

  private Optional<PartState> walked(
      PartDocument part, Map<String, byte[]> files, Progress progress, Budget.Cancel cancel) {
    return keys()
        .flatMap(known ->
            new PartBuild(
                    new Tools(
                        kernel,
                        tolerance,
                        way,
                        known,
                        memory,
                        store,
                        madeBefore,
                        ahead,
                        this::remember),
                    part,
                    files,
                    progress,
                    cancel)
                .walk());
  }
}
