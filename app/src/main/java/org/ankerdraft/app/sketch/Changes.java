package org.ankerdraft.app.sketch;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.vectors.Xy;

/**
 * Changes of the sketch that is drawn in. One that is impossible changes nothing, and is said in
 * words.
 */
final class Changes {
  private final Session session;
  private final Supplier<Optional<Sketch>> sketch;
  private final Sight sight;
  private String said = "";

  /** Makes a sketch visible. */
  interface Sight {
    /**
     * @throws SketchProblem if it could not be seen
     */
    void check(Sketch other) throws ExpressionException, SketchProblem;

    /** What the sketch's projections come to. */
    Laid laid();

    /** The document has changed, or something is to be said. */
    void changed();
  }

  /** A change of the sketch. */
  interface Edit {
    Sketch of(SketchEdits edits) throws ExpressionException, SketchProblem;
  }

  private interface Making {
    Sketch made() throws ExpressionException, SketchProblem;
  }

  Changes(Session session, Supplier<Optional<Sketch>> sketch, Sight sight) {
    this.session = session;
    this.sketch = sketch;
    this.sight = sight;
  }

  /** What was done, or why nothing was; may be empty. */
  String said() {
    return said;
  }

  void say(String words) {
    said = words;
    sight.changed();
  }

  Evaluator values() {
    return new Evaluator(session.document().definitions());
  }

  /** Changes the sketch for good; whether that was possible. */
  boolean edit(Edit edit) {
    return put(edit, true);
  }

  /** Changes it as long as the pointer is held. */
  void preview(Edit edit) {
    put(edit, false);
  }

  /** Draws points to other places as long as the pointer is held. */
  void drag(Map<String, Xy> points) {
    preview(s -> s.dragged(points));
  }

  /** Draws a dimension to another value as long as the pointer is held. */
  void drag(Constraint c, double byPixels, double pixelsPerMm) {
    preview(s ->
        s.withConstraint(Dimensions.drawn(c, values(), byPixels, pixelsPerMm, session.unit())));
  }

  void endDrag() {
    session.endPreview();
  }

  private boolean put(Edit edit, boolean isLasting) {
    Optional<Sketch> now = sketch.get();
    return now.isPresent() && put(() -> made(edit, now.get()), isLasting);
  }

  private Sketch made(Edit edit, Sketch now) throws ExpressionException, SketchProblem {
    Laid laid = sight.laid();
    return laid.out(edit.of(new SketchEdits(laid.in(now), values())), now, values());
  }

  /** Takes something away, also from a sketch whose constraints contradict each other. */
  void takeAway(Function<SketchEdits, Sketch> edit) {
    sketch
        .get()
        .ifPresent(s -> {
          session.edit(session.document().withStep(edit.apply(SketchEdits.asDrawn(s, values()))));
          say("");
        });
  }

  private boolean put(Making making, boolean isLasting) {
    try {
      Sketch other = making.made();
      if (isLasting) {
        sight.check(other);
        session.edit(session.document().withStep(other));
      } else {
        session.preview(session.document().withStep(other));
      }
      say("");
      return true;
    } catch (ExpressionException | SketchProblem e) {
      say(InWords.capital(e.getMessage()));
      return false;
    }
  }

  /** Adds a relation between things; with a number it is a dimension. */
  boolean constrain(Relation relation, Expr number, List<String> things) {
    String[] of = things.toArray(String[]::new);
    return edit(e ->
        e.withConstraint(
            number == null
                ? Constraint.of(relation, of)
                : Constraint.dimension(relation, number, of)));
  }

  /** What holds some things. */
  List<Constraint> holding(Collection<String> things) {
    return sketch.get().stream()
        .flatMap(s -> s.constraints().stream())
        .filter(c ->
            c.of().stream()
                .anyMatch(o -> things.stream().anyMatch(t -> o.equals(t) || o.startsWith(t + "."))))
        .toList();
  }

  /** Whether curves are all construction curves. */
  boolean areConstruction(Collection<String> curves) {
    return sketch.get().stream()
        .flatMap(s -> s.curves().stream())
        .filter(c -> curves.contains(c.name()))
        .allMatch(c -> c.construction());
  }
}
