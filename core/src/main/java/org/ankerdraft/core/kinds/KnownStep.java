package org.ankerdraft.core.kinds;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.form.Slots;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.CutThread;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Sharing;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tool;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.select.Picks;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Repair;
import org.ankerdraft.core.step.Repeating;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.StepKind;

/**
 * A step together with its kind, so that one can ask of the step what its kind knows.
 *
 * @see StepKinds#of
 */
public record KnownStep<S extends Step>(StepKind<S> kind, S step) {
  public String word() {
    return kind.word();
  }

  /** The user's own name for it, else that of its kind. */
  public String title() {
    return step.label() != null ? step.label() : kind.title();
  }

  public String summary() {
    return kind.summary(step);
  }

  public Inputs inputs() {
    return kind.inputs(step);
  }

  public List<Expr> expressions() {
    return kind.expressions(step);
  }

  public Set<String> namedSteps() {
    return kind.namedSteps(step);
  }

  public Set<String> namedBodies() {
    return kind.namedBodies(step);
  }

  /** Null if it starts none. */
  public String startedBody() {
    return kind.startedBody(step);
  }

  public boolean offers(Offer what) {
    return kind.offers().contains(what);
  }

  public Set<String> consumedBodies() {
    return kind.consumedBodies(step);
  }

  public boolean isSheet() {
    return kind.isSheet();
  }

  /** Null for the part's way. */
  public Bending bending() {
    return kind.bending(step);
  }

  /** Null if it says nothing of it. */
  public FaceChoice keptFace() {
    return kind.keptFace(step);
  }

  /** Null for a step that does more than put rounds on. */
  public List<EdgeSet> rounds() {
    return kind.rounds(step);
  }

  /** The thread that is cut into what it bores; empty for none. */
  public Optional<CutThread> thread() {
    return kind.thread(step);
  }

  public Optional<Step> repaired(Repair repair) {
    return kind.repaired(step, repair).map(Function.identity());
  }

  public Step withLabel(String label) {
    return kind.withHead(step, step.head().withLabel(label));
  }

  public Step withSkipped(boolean skipped) {
    return kind.withHead(step, step.head().withSkipped(skipped));
  }

  public Step withGroup(String group) {
    return kind.withHead(step, step.head().withGroup(group));
  }

  public Step withNote(String note) {
    return kind.withHead(step, step.head().withNote(note));
  }

  /** Without what decides nothing of its result: the user's own words. */
  public Step withoutWords() {
    return kind.withHead(step, Head.of(step.id()).withSkipped(step.skipped()));
  }

  public StepBuild build(BuildContext in)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift, Ladder.Stopped {
    return kind.build(step, in);
  }

  /** How a pattern repeats it. */
  public Repeating repeating() {
    return kind.repeating();
  }

  /** What a step does to its body that is repeated by more than its change. */
  public Work work(BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return kind.work(step, in);
  }

  /** The same under another id, without the user's own words. */
  public KnownStep<S> withId(String id) {
    return new KnownStep<>(kind, kind.withHead(step, Head.of(id)));
  }

  /** Empty if it must see its body as the steps before it leave it. */
  public Optional<Sharing> sharing() {
    return kind.sharing(step);
  }

  /** What a step with a shared operation unites with its body or takes from it. */
  public Tool tool(BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return kind.tool(step, in);
  }

  /** The rows of its card. */
  public List<Slot<Step>> slots() {
    return Slots.of(kind.form(), step, changed -> changed);
  }

  /** The step with a name that is gone replaced by another, wherever it stands. */
  public Step remoored(Lost lost, Candidate found) {
    return kind.form().changed(step, new Remooring(lost, found));
  }

  /** The faces and edges that it names one by one. */
  public Picks picks(Predicate<FaceName> elsewhere) {
    return Picks.of(step.id(), kind.form(), step, elsewhere);
  }

  /** The step after a change of values within it. */
  public Step changed(Form.Change change) {
    return kind.form().changed(step, change);
  }

  /** Whether the step gives a body that name. */
  public boolean givesName(String body) {
    return slots().stream().anyMatch(s -> givesName(s, body));
  }

  private boolean givesName(Slot<Step> slot, String body) {
    return slot instanceof Slot.Value<Step, ?> v
        && v.form().equals(References.NEW_BODY)
        && body.equals(v.value() == null ? step.id() : v.value());
  }

  /** The step with another name for a body, wherever it is named or given its name. */
  @SuppressWarnings("unchecked") // names are texts
  public Step withBodyNamed(String old, String named) {
    Step given = step;
    for (Slot<Step> slot : slots()) {
      if (givesName(slot, old)) {
        given = ((Slot.Value<Step, String>) slot).with().apply(named);
      }
    }
    return StepKinds.of(given)
        .changed(
            new Form.Change() {
              @Override
              public <V> V of(Form<V> form, V value) {
                return form.equals(References.BODY) && value.equals(old) ? (V) named : value;
              }
            });
  }
}
