package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.MadeBefore;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tools;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Makes tools of later steps in a second geometry worker, while a build is still at the bodies
 * before them. Only tools of sketches and numbers alone: a build finds them in its {@link
 * MadeBefore}. The last is made first, so that both meet and neither makes what the other makes.
 * What cannot be made is left to the build, which tells why.
 */
final class ToolsAhead {
  private static final Logger LOG = LoggerFactory.getLogger(ToolsAhead.class);

  /** A request that goes on for so long after its build holds up what the worker does else. */
  private static final long GRACE_NANOS = 500_000_000;

  private final GeometryKernel second;
  private final Tolerance tolerance;
  private final MadeBefore madeBefore;
  private final StepFacts facts;
  private IdentityHashMap<Step, Known> known = new IdentityHashMap<>();

  /** What came of a step, and of what. */
  private record Known(List<Object> basis, StepResult result) {}

  ToolsAhead(GeometryKernel second, Tolerance tolerance, MadeBefore madeBefore, StepFacts facts) {
    this.facts = facts;
    this.second = second;
    this.tolerance = tolerance;
    this.madeBefore = madeBefore;
  }

  /**
   * Begins, on a thread of its own.
   *
   * @param from the first step that is to be built
   */
  Errand begin(PartDocument part, Map<String, byte[]> files, int from) {
    Errand errand = new Errand(part, files, from);
    Thread.ofPlatform().daemon().name("tools ahead").start(errand::run);
    return errand;
  }

  /** For one build. */
  final class Errand implements Budget.Cancel {
    private final PartDocument part;
    private final Evaluator values;
    private final Surroundings around;
    private final IdentityHashMap<Step, Known> still = new IdentityHashMap<>();
    private volatile int reached;
    private volatile boolean ended;
    private volatile long endedNanos;

    private Errand(PartDocument part, Map<String, byte[]> files, int from) {
      this.part = part;
      this.values = new Evaluator(part.definitions());
      this.around = new Surroundings(part, files);
      this.reached = from;
    }

    /** The build has come to a step, and needs no help before it. */
    void reached(int step) {
      reached = step;
    }

    void end() {
      endedNanos = System.nanoTime();
      ended = true;
    }

    @Override
    public boolean isCancelled() {
      return ended && System.nanoTime() - endedNanos > GRACE_NANOS;
    }

    @Override
    public boolean isUnwanted() {
      return ended;
    }

    private void run() {
      synchronized (ToolsAhead.this) {
        try {
          sketched().descendingMap().forEach(this::make);
        } catch (RuntimeException | StackOverflowError e) {
          LOG.error("Making tools ahead ended in an internal error", e);
        }
        known = still;
      }
    }

    /** Builds the sketches that stand on no body, and finds the steps that make tools. */
    private NavigableMap<Integer, KnownStep<?>> sketched() {
      NavigableMap<Integer, KnownStep<?>> makers = new TreeMap<>();
      for (int i = 0; i < part.built() && !ended; i++) {
        Step step = part.steps().get(i);
        KnownStep<?> maker = StepKinds.of(step);
        if (step.skipped() || maker.sharing().isEmpty()) {
          continue;
        }
        if (maker.sharing().get().combination() == null) {
          sketch(maker);
        } else {
          makers.put(i, maker);
        }
      }
      return makers;
    }

    private void sketch(KnownStep<?> sketch) {
      List<Object> basis = basisOf(sketch);
      Known before = known.get(sketch.step());
      Known now = before != null && before.basis.equals(basis) ? before : null;
      if (now == null) {
        long start = System.nanoTime();
        try {
          String id = sketch.step().id();
          now =
              new Known(basis, StepResult.built(sketch, sketch.build(context(sketch)), id, start));
        } catch (StepFailed
            | ExpressionException
            | SketchProblem
            | Choosing.Adrift
            | Ladder.Stopped e) {
          LOG.trace("Sketch {} cannot be built ahead: {}", sketch.step().id(), e.getMessage());
          return;
        }
      }
      still.put(sketch.step(), now);
      around.add(sketch.step(), now.result, sketch.step().id());
    }

    private void make(int index, KnownStep<?> maker) {
      List<Object> basis = basisOf(maker);
      Known before = known.get(maker.step());
      boolean isNew = before == null || !before.basis.equals(basis);
      if (ended || (isNew && index <= reached)) {
        return;
      }
      try {
        if (isNew) {
          maker.tool(context(maker));
        }
      } catch (StepFailed | ExpressionException | Choosing.Adrift | Ladder.Stopped e) {
        LOG.trace("The tool of {} cannot be made ahead: {}", maker.step().id(), e.getMessage());
      }
      if (!ended) {
        // What failed would fail again.
        still.put(maker.step(), new Known(basis, null));
      }
    }

    /** All that a sketch or a tool is made of, besides the step itself. */
    private List<Object> basisOf(KnownStep<?> step) {
      StepFacts.Facts told = facts.of(step);
      List<Object> basis = new ArrayList<>();
      for (String name : values.parametersUsedIn(told.words())) {
        basis.add(name + "=" + values.valueOf(name));
      }
      for (Input input : told.inputs()) {
        if (input instanceof Input.Sketch(String id)) {
          around.step(id).map(still::get).ifPresent(basis::add);
        }
      }
      return basis;
    }

    private BuildContext context(KnownStep<?> step) {
      return new BuildContext(
          second, tolerance, around.forStep(values, Tools.NONE, madeBefore), step.inputs(), this);
    }
  }
}
