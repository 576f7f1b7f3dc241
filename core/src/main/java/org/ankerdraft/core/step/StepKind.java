package org.ankerdraft.core.step;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.Values;
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
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.sketch.SketchProblem;

/**
 * All that the program knows of a kind of step.
 *
 * @param <S> its definition
 */
public abstract class StepKind<S extends Step> {
  private final String word;
  private final Class<S> type;
  private final RecordForm<S> form;
  private final Rail rail;

  /**
   * @param word of the kind in the part file
   * @param fields its own, in the order of the card
   * @param make puts a step together
   */
  protected StepKind(
      String word,
      Class<S> type,
      List<Field<S, ?>> fields,
      BiFunction<Head, Values, S> make,
      Rail rail) {
    this(word, type, fields, make, s -> Optional.empty(), rail);
  }

  /**
   * @param check finds faults that no single field shows
   */
  protected StepKind(
      String word,
      Class<S> type,
      List<Field<S, ?>> fields,
      BiFunction<Head, Values, S> make,
      RecordForm.Check<S> check,
      Rail rail) {
    this.word = word;
    this.type = type;
    this.form = RecordForm.within(Head.FORM, Step::head, word, fields, make).check(check);
    this.rail = rail;
  }

  public final String word() {
    return word;
  }

  public final Class<S> type() {
    return type;
  }

  /** Its fields: how it stands in the file and on the card. */
  public final RecordForm<S> form() {
    return form;
  }

  /** Its place on the rail; empty for a kind that is not added there. */
  public final Optional<Rail> rail() {
    return Optional.ofNullable(rail);
  }

  /** What a step without a label is called. */
  public String title() {
    return word.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + word.substring(1);
  }

  /** One line on what a step does. */
  public abstract String summary(S step);

  /** A new step on what is picked. */
  public abstract Fresh<S> fresh(Picks picks);

  /** Bodies and planes that a step reads; what its fields tell by themselves is added to it. */
  protected abstract Inputs reads(S step);

  /**
   * Builds a step from its inputs.
   *
   * @param in gives what {@link #inputs} lists and nothing else
   */
  public abstract StepBuild build(S step, BuildContext in)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift, Ladder.Stopped;

  /**
   * How a step can stand in a run of steps that share one boolean operation; empty if it must see
   * its body as the steps before it leave it.
   */
  public Optional<Sharing> sharing(S step) {
    return Optional.empty();
  }

  public Repeating repeating() {
    return Repeating.ITS_CHANGE;
  }

  /** What a step does to its body that is repeated by more than its change. */
  public Work work(S step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    throw new IllegalStateException("a " + word + " tells its change alone");
  }

  /**
   * The solid that a step with a shared operation unites with its body or takes from it.
   *
   * @param in gives, in the place of the body, the one from which the run starts
   */
  public Tool tool(S step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    throw new IllegalStateException("a " + word + " has no tool");
  }

  /** Everything that a step reads of the part, its numbers apart. */
  public final Inputs inputs(S step) {
    Inputs[] all = {reads(step)};
    form.visit(
        step,
        new Form.Visitor() {
          @Override
          public <V> void see(Form<V> f, V value) {
            if (References.isToSketch(f)) {
              all[0] = all[0].sketch((String) value);
            } else if (value instanceof FaceChoice.Upright(var _, var pull) && pull == null) {
              all[0] = all[0].pull();
            } else if (value instanceof FaceChoice.ShortOfDraft(var _, var pull) && pull == null) {
              all[0] = all[0].pull();
            }
          }
        });
    return isSheet() ? all[0].sheet() : all[0];
  }

  /** The expressions of a step. */
  public final List<Expr> expressions(S step) {
    List<Expr> out = new ArrayList<>();
    form.visit(
        step,
        new Form.Visitor() {
          @Override
          public <V> void see(Form<V> f, V value) {
            if (value instanceof Expr e) {
              out.add(e);
            }
          }
        });
    return out;
  }

  /** Ids of the steps that a step names: sketches, and those that bore what it chooses. */
  public final Set<String> namedSteps(S step) {
    Set<String> out = new TreeSet<>();
    form.visit(
        step,
        new Form.Visitor() {
          @Override
          public <V> void see(Form<V> f, V value) {
            if (References.isToSketch(f) || f.equals(References.STEP)) {
              out.add((String) value);
            } else if (value instanceof FaceName n) {
              out.addAll(n.steps());
            } else if (value instanceof EdgeName n) {
              n.faces().forEach(face -> out.addAll(face.steps()));
            }
          }
        });
    out.remove(step.id());
    return out;
  }

  /** Names of bodies that a step reads. */
  public final Set<String> namedBodies(S step) {
    Set<String> out = new LinkedHashSet<>();
    inputs(step).stream()
        .filter(i -> i instanceof Inputs.Input.OfBody(String name) && name != null)
        .forEach(i -> out.add(((Inputs.Input.OfBody) i).name()));
    return out;
  }

  /** The body that a step starts; null if it starts none. */
  public String startedBody(S step) {
    return null;
  }

  /** What other steps may take from such a step. */
  public Set<Offer> offers() {
    return Set.of();
  }

  /** Names of bodies that are no longer there once a step is built. */
  public Set<String> consumedBodies(S step) {
    return Set.of();
  }

  /** Whether its bodies are sheet, made as the part's sheet process says. */
  public boolean isSheet() {
    return false;
  }

  /** How allowance is found for a step's bends; null for the part's way. */
  public Bending bending(S step) {
    return null;
  }

  /** The face from which a flat is laid out, where a step says so; else null. */
  public FaceChoice keptFace(S step) {
    return null;
  }

  /** The rounds that a step puts on a body, and nothing else; null for a kind that does more. */
  public List<EdgeSet> rounds(S step) {
    return null;
  }

  /** The thread that is cut into what a step bores; empty for none. */
  public Optional<CutThread> thread(S step) {
    return Optional.empty();
  }

  /** The step changed as a check asks; empty if the kind cannot do that. */
  public Optional<S> repaired(S step, Repair repair) {
    return Optional.empty();
  }

  /** The same step with another head. */
  public final S withHead(S step, Head head) {
    return form.changed(
        step,
        new Form.Change() {
          @Override
          @SuppressWarnings("unchecked") // the form of heads holds heads
          public <V> V of(Form<V> f, V value) {
            return f.equals(Head.FORM) ? (V) head : value;
          }
        });
  }
}
