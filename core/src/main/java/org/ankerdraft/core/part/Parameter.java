package org.ankerdraft.core.part;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;

/** A named value that expressions can use. */
public record Parameter(String name, Expr value, String note) {
  private static final Field<Parameter, String> NAME =
      Field.<Parameter, String>of("name", TextForm.PARAMETER, Parameter::name)
          .required()
          .about("letters, digits and _");
  private static final Field<Parameter, Expr> VALUE =
      Field.<Parameter, Expr>of("value", ExprForm.NUMBER, Parameter::value)
          .required()
          .about("an expression; a bare number has no unit");
  private static final Field<Parameter, String> NOTE =
      Field.of("note", TextForm.ANY, Parameter::note);

  /** How a parameter stands in a file. */
  public static final RecordForm<Parameter> FORM =
      RecordForm.of(
          "parameter",
          List.of(NAME, VALUE, NOTE),
          v -> new Parameter(v.get(NAME), v.get(VALUE), v.get(NOTE)));
}
