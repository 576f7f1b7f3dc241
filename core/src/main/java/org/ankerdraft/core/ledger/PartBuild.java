package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Again;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Difference;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Rounded;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tools;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** One walk over the steps of a part, from its first to its stop line. */
final class PartBuild implements Runs.Building {
  private static final Logger LOG = LoggerFactory.getLogger(PartBuild.class);

  private final PartBuilder.Tools tools;
  private final PartDocument part;
  private final Map<String, byte[]> files;
  private final PartBuilder.Progress progress;
  private final OpenLimit.HandedOver cancel;
  private final Evaluator values;
  private final Surroundings around;
  private final Runs runs;
  private Optional<ToolsAhead.Errand> errand = Optional.empty();
  private final Map<String, StepResult> ready = new HashMap<>();
  private final Set<String> before = new TreeSet<>();

  PartBuild(
      PartBuilder.Tools tools,
      PartDocument part,
      Map<String, byte[]> files,
      PartBuilder.Progress progress,
      Budget.Cancel cancel) {
    this.tools = tools;
    this.part = part;
    this.files = files;
    this.progress = progress;
    this.cancel = new OpenLimit.HandedOver(cancel);
    this.values = new Evaluator(part.definitions());
    this.around = new Surroundings(part, files);
    this.runs = new Runs(tools.kernel(), tools.tolerance(), this.cancel, this);
  }

  /** Empty if the build was cancelled. */
  Optional<PartState> walk() {
    try {
      return walked();
    } finally {
      errand.ifPresent(ToolsAhead.Errand::end);
    }
  }

  private Optional<PartState> walked() {
    long start = System.nanoTime();
    List<StepResult> results = new ArrayList<>();
    for (int i = 0; i < part.steps().size(); i++) {
      Step step = part.steps().get(i);
      if (i >= part.built() || step.skipped()) {
        results.add(notBuilt(step, step.skipped() ? StepStatus.SKIPPED : StepStatus.HELD));
      } else {
        at(i);
        String key = keyOf(StepKinds.of(step), around);
        if (!ready.containsKey(key) && !remembers(key)) {
          progress.anew(() -> soFar(results, start));
          sendAhead(i);
        }
        if (cancel.isUnwanted()) {
          return Optional.empty();
        }
        shareFrom(i, key);
        StepResult shared = ready.get(key);
        Optional<StepResult> result = shared != null ? Optional.of(shared) : result(i, key);
        if (result.isEmpty()) {
          return Optional.empty();
        }
        StepResult r = withRounds(step, result.get());
        results.add(r);
        around.add(step, r, key);
        progress.reached(r);
      }
      before.add(step.id());
    }
    return Optional.of(soFar(results, start));
  }

  private void sendAhead(int step) {
    if (errand.isEmpty()) {
      errand = tools.ahead().map(ahead -> ahead.begin(part, files, step));
    }
  }

  private PartState soFar(List<StepResult> results, long start) {
    return new PartState(part, results, around.bodies(), StepResult.since(start));
  }

  /** Makes the results of a run ready that begins at a step, if one does. */
  private void shareFrom(int step, String key) {
    if (tools.way() == PartBuilder.Way.ONE_BY_ONE || ready.containsKey(key) || remembers(key)) {
      return;
    }
    try {
      Map<String, StepResult> results = runs.from(part, step, around);
      results.forEach(tools.memory()::put);
      ready.putAll(results);
    } catch (Ladder.Stopped e) {
      LOG.debug("A run of steps was given up: {}", e.getMessage());
    } catch (StepStore.CacheLost e) {
      throw e;
    } catch (RuntimeException | StackOverflowError e) {
      // Each of the steps is built by itself, so that it ends only the one whose error it is.
      LOG.error("The run of steps from {} ended in an internal error", key, e);
    }
  }

  @Override
  public String keyOf(KnownStep<?> step, Surroundings ahead) {
    return tools.keys().of(step, values, ahead);
  }

  @Override
  public boolean remembers(String key) {
    return tools.memory().get(key) != null || tools.store().has(key);
  }

  @Override
  public void at(int step) {
    errand.ifPresent(e -> e.reached(step));
    progress.atStep(step, part.built(), part.steps().get(step).id());
  }

  /** Empty if the build was cancelled. */
  private Optional<StepResult> result(int index, String key) {
    KnownStep<?> known = StepKinds.of(part.steps().get(index));
    List<Lost> lost = lostSketches(known);
    if (!lost.isEmpty()) {
      return Optional.of(adrift(known, lost, 0));
    }
    Optional<StepResult> remembered = remembered(index, key, known);
    if (remembered.isPresent()) {
      return remembered;
    }
    long start = System.nanoTime();
    try {
      StepResult built = build(known, key, start);
      StepResult result = built.hasOpenLimit() ? withOpenLimit(key, built) : built;
      tools.memory().put(key, result);
      return Optional.of(result);
    } catch (Ladder.Stopped e) {
      return e.isCancelled()
          ? Optional.empty()
          : Optional.of(
              failed(
                  known,
                  e.tookTooLong()
                      ? Failure.ofTime(known.word(), e.getMessage())
                      : Failure.ofMachine(known.word(), e.getMessage()),
                  StepResult.since(start)));
    } catch (StepStore.CacheLost e) {
      throw e;
    } catch (RuntimeException | StackOverflowError e) {
      LOG.error("Step {} ({}) ended in an internal error", known.step().id(), known.word(), e);
      return Optional.of(
          failed(
              known,
              Failure.ofMachine(known.word(), "internal error; the log tells more"),
              StepResult.since(start)));
    }
  }

  /** A failure whose limit is remembered once it is found. */
  private StepResult withOpenLimit(String key, StepResult result) {
    Failure failure = result.failure();
    return result.withFailure(
        failure.withLimit(
            new OpenLimit(
                failure.limit(),
                cancel,
                works ->
                    tools.remember().accept(key, result.withFailure(failure.withWorks(works))))));
  }

  /** Sketches that the step takes and that do not stand before it. */
  private List<Lost> lostSketches(KnownStep<?> known) {
    return tools.keys().facts().of(known).inputs().stream()
        .filter(i -> i instanceof Input.Sketch(String id) && !before.contains(id))
        .map(i ->
            Lost.of(
                Lost.Kind.SKETCH,
                ((Input.Sketch) i).id(),
                new TreeSet<>(around.sketchKeys().keySet())))
        .toList();
  }

  @Override
  public BuildContext contextOf(KnownStep<?> known, Surroundings ahead) {
    return new BuildContext(
        tools.kernel(),
        tools.tolerance(),
        ahead.forStep(own(known, ahead), id -> tool(id, ahead), tools.madeBefore()),
        known.inputs(),
        cancel);
  }

  /** The tool of a step before, if it has one. */
  private Optional<Tools.Source> tool(String id, Surroundings ahead) {
    return ahead
        .step(id)
        .map(StepKinds::of)
        .flatMap(known ->
            known
                .sharing()
                .filter(s -> s.combination() != null)
                .<Tools.Source>map(s ->
                    new Tools.Made(
                        s.combination(), s.body(), () -> known.tool(contextOf(known, ahead))))
                .or(() -> ahead.change(id).map(c -> repeated(known, c, ahead))));
  }

  private Tools.Source repeated(KnownStep<?> known, Surroundings.Change c, Surroundings ahead) {
    BuildContext context = contextOf(known, ahead);
    return switch (known.repeating()) {
      case AGAIN ->
          new Tools.Done(
              c.after().name(),
              new Again(context, known.step().id(), (id, in) -> known.withId(id).work(in)));
      case ITS_TOOLS -> new Tools.Moved(c.after().name(), () -> known.work(context.on(c.before())));
      case ITS_CHANGE ->
          new Difference(context, known.step().id(), c.before(), c.after()).asTools();
    };
  }

  /** The values that a step may read: those its key is made of. */
  private Evaluator own(KnownStep<?> known, Surroundings ahead) {
    Set<String> words = tools.keys().facts().of(known).words();
    if (known.isSheet()) {
      words = new TreeSet<>(words);
      words.addAll(Evaluator.wordsOf(ahead.sheetExpressions()));
    }
    return values.only(values.parametersUsedIn(words));
  }

  /** Bodies that a step did nothing to but round know it. */
  private StepResult withRounds(Step step, StepResult result) {
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
                  : b.withRounded(new Rounded(step.id(), was, rounds, own(known, around)));
            })
            .toList());
  }

  private Optional<StepResult> remembered(int index, String key, KnownStep<?> known) {
    StepResult r = tools.memory().get(key);
    if (r != null) {
      return Optional.of(r.asRemembered());
    }
    Optional<StepResult> stored =
        tools
            .store()
            .find(
                key,
                known.step().id(),
                known.word(),
                tools.kernel(),
                body -> tools.anew(part, files, index, body));
    stored.ifPresent(found -> tools.memory().put(key, found));
    return stored;
  }

  private StepResult build(KnownStep<?> known, String key, long start) throws Ladder.Stopped {
    BuildContext own = contextOf(known, around).withTool(runs.madeFor(known, key, around));
    try {
      return StepResult.built(known, known.build(own), key, start);
    } catch (StepFailed e) {
      return failed(known, e.failure(), StepResult.since(start));
    } catch (ExpressionException e) {
      return failed(known, Failure.of(known.word(), inField(known, e)), StepResult.since(start));
    } catch (SketchProblem e) {
      return failed(
          known,
          new Failure(
              known.word(),
              e.getMessage(),
              e.curve().isEmpty() ? List.of() : List.of("curve " + e.curve()),
              null,
              null),
          StepResult.since(start));
    } catch (Choosing.Adrift e) {
      List<Lost> lost = e.with(known.picks(this::isOfSomeBody)).lost();
      return adrift(known, lost, StepResult.since(start));
    }
  }

  private boolean isOfSomeBody(FaceName name) {
    return around.bodies().values().stream().anyMatch(b -> b.named().face(name) > 0);
  }

  /** With the field whose expression it is, if it can be told. */
  private String inField(KnownStep<?> known, ExpressionException e) {
    for (Slot<Step> slot : known.slots()) {
      if (slot instanceof Slot.Value<Step, ?> v
          && v.value() instanceof Expr expr
          && v.form() instanceof ExprForm form) {
        // With all parameters at hand, of which the step itself sees only its own, more can be
        // said.
        String fault = fault(form, expr);
        if (fault != null && fault.startsWith(e.getMessage())) {
          return v.label() + " (" + expr.text() + "): " + fault;
        }
      }
    }
    return e.getMessage();
  }

  /** Why an expression has no value of its measure, or null. */
  private String fault(ExprForm form, Expr expr) {
    try {
      switch (form.measure()) {
        case LENGTH -> values.lengthMm(expr);
        case ANGLE -> values.angleRad(expr);
        case NUMBER -> values.number(expr);
      }
      return null;
    } catch (ExpressionException e) {
      return e.getMessage();
    }
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
        List.of(),
        null,
        List.of());
  }

  private static StepResult adrift(KnownStep<?> known, List<Lost> lost, double ms) {
    return new StepResult(
        known.step().id(),
        known.word(),
        StepStatus.ADRIFT,
        "",
        ms,
        false,
        Failure.of(known.word(), Lost.inWords(lost)),
        lost,
        null,
        List.of());
  }

  private static StepResult notBuilt(Step step, StepStatus status) {
    return new StepResult(
        step.id(),
        StepKinds.of(step).word(),
        status,
        "",
        0,
        false,
        null,
        List.of(),
        null,
        List.of());
  }
}
