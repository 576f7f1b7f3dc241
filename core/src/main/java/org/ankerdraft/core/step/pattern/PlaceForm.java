package org.ankerdraft.core.step.pattern;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.step.pattern.Pattern.Place;

/** A row of the table that says where copies lie. */
final class PlaceForm {
  private static final Field<Place, String> ID =
      Field.<Place, String>of("id", TextForm.ID, Place::id)
          .about("of the copy; default its number, the original being the first");
  private static final Field<Place, Expr> X =
      Field.<Place, Expr>of("x", ExprForm.LENGTH, Place::x).label("X").usual("0 mm");
  private static final Field<Place, Expr> Y =
      Field.<Place, Expr>of("y", ExprForm.LENGTH, Place::y).label("Y").usual("0 mm");
  private static final Field<Place, Expr> Z =
      Field.<Place, Expr>of("z", ExprForm.LENGTH, Place::z).label("Z").usual("0 mm");
  private static final Field<Place, Expr> TURN =
      Field.<Place, Expr>of("turn", ExprForm.ANGLE, Place::turn)
          .label("Turned")
          .usual("0 deg")
          .about("about the axis, before it is shifted");

  static final RecordForm<Place> FORM =
      RecordForm.of(
          "copy",
          List.of(ID, X, Y, Z, TURN),
          v -> new Place(v.get(ID), v.get(X), v.get(Y), v.get(Z), v.get(TURN)));

  private PlaceForm() {}
}
