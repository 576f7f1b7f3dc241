package org.ankerdraft.core.sketch.constraint;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.WordForm;

/**
 * A relation that the curves of a sketch keep.
 *
 * @param of what it relates: names of curves, or of their points as {@code line.from}, {@code
 *     arc.centre}; {@code origin}, {@code x-axis}, {@code y-axis}
 * @param value a dimension's length, or null
 * @param angle a dimension's angle, or null
 * @param reference whether the dimension only tells, and holds nothing
 */
public record Constraint(
    Relation relation, List<String> of, Expr value, Expr angle, boolean reference) {

  private static final int MOST_THINGS = 3;

  private static final Field<Constraint, Relation> RELATION =
      Field.<Constraint, Relation>of("constraint", relations(), Constraint::relation)
          .required()
          .about("what is kept");
  private static final Field<Constraint, List<String>> OF =
      Field.<Constraint, List<String>>of(
              "of", new ListForm<>(TextForm.ANY, "things", MOST_THINGS), Constraint::of)
          .required()
          .about(
              "names of curves, or of their points: `l1`, `l1.from`, `a1.centre`; `origin`,"
                  + " `x-axis`, `y-axis`");
  private static final Field<Constraint, Expr> VALUE =
      Field.<Constraint, Expr>of("value", ExprForm.LENGTH, Constraint::value)
          .label("Value")
          .shownIf(c -> c.relation.measure() == Relation.Measured.LENGTH)
          .about("of a length, distance, radius or diameter");
  private static final Field<Constraint, Expr> ANGLE =
      Field.<Constraint, Expr>of("angle", ExprForm.ANGLE, Constraint::angle)
          .label("Value")
          .shownIf(c -> c.relation.measure() == Relation.Measured.ANGLE)
          .about("of an angle, from the first line to the second, counter-clockwise");
  private static final Field<Constraint, Boolean> REFERENCE =
      Field.<Constraint, Boolean>of(
              "reference", new FlagForm("holds", "for reference"), Constraint::reference)
          .label("Dimension")
          .shownIf(c -> c.relation.measure() != Relation.Measured.NOTHING)
          .about("a dimension that only tells");

  /** How a constraint stands in a file. */
  public static final RecordForm<Constraint> FORM =
      RecordForm.<Constraint>of(
              "constraint",
              List.of(RELATION, OF, VALUE, ANGLE, REFERENCE),
              v ->
                  new Constraint(
                      v.get(RELATION), v.get(OF), v.get(VALUE), v.get(ANGLE), v.is(REFERENCE)))
          .check(Constraint::complaint);

  public Constraint {
    of = List.copyOf(of);
  }

  /** The same about another thing in the place of one. */
  public Constraint about(String thing, String other) {
    List<String> things = of.stream().map(o -> o.equals(thing) ? other : o).toList();
    return new Constraint(relation, things, value, angle, reference);
  }

  /** A relation without a number. */
  public static Constraint of(Relation relation, String... things) {
    return new Constraint(relation, List.of(things), null, null, false);
  }

  /** A dimension. */
  public static Constraint dimension(Relation relation, Expr value, String... things) {
    boolean isAngle = relation.measure() == Relation.Measured.ANGLE;
    return new Constraint(
        relation, List.of(things), isAngle ? null : value, isAngle ? value : null, false);
  }

  private static WordForm<Relation> relations() {
    Relation[] all = Relation.values();
    WordForm<Relation> form = WordForm.of(all[0], all[0].word());
    for (int i = 1; i < all.length; i++) {
      form = form.or(all[i], all[i].word());
    }
    return form;
  }

  private static Optional<RecordForm.Complaint> complaint(Constraint c) {
    boolean isLength = c.relation.measure() == Relation.Measured.LENGTH;
    boolean isAngle = c.relation.measure() == Relation.Measured.ANGLE;
    if (isLength && c.value == null && !c.reference) {
      return Optional.of(new RecordForm.Complaint("value", c.relation.word() + " needs a value"));
    }
    if (isAngle && c.angle == null && !c.reference) {
      return Optional.of(new RecordForm.Complaint("angle", c.relation.word() + " needs an angle"));
    }
    if (!isLength && c.value != null) {
      return Optional.of(new RecordForm.Complaint("value", c.relation.word() + " has no value"));
    }
    return !isAngle && c.angle != null
        ? Optional.of(new RecordForm.Complaint("angle", c.relation.word() + " has no angle"))
        : Optional.empty();
  }

  /** Such as "length of l1 (40 mm)" or "l1 parallel l2". */
  public String inWords() {
    if (relation.measure() == Relation.Measured.NOTHING) {
      return of.size() == 1
          ? of.getFirst() + " " + relation.word()
          : of.getFirst()
              + " "
              + relation.word()
              + " "
              + String.join(", ", of.subList(1, of.size()));
    }
    Expr number = value == null ? angle : value;
    return relation.word()
        + " of "
        + String.join(", ", of)
        + (number == null ? "" : " (" + number.text() + ")");
  }
}
