package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.Measure;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;

/**
 * How bend allowance is found, as written in a part.
 *
 * @param by the method
 * @param value the K-factor, or the allowance or deduction of a bend of 90 deg; not used else
 * @param rows of a bend table; not used else
 */
public record Bending(By by, Expr value, List<TableRow> rows) {

  /** The methods. */
  public enum By {
    K_FACTOR,
    ALLOWANCE,
    DEDUCTION,
    TABLE,
    DIN_6935
  }

  /** A row of a bend table. */
  public record TableRow(Expr radius, Expr angle, Expr allowance) {
    private static final Field<TableRow, Expr> RADIUS =
        Field.<TableRow, Expr>of("radius", ExprForm.LENGTH, TableRow::radius)
            .label("Radius")
            .required();
    private static final Field<TableRow, Expr> ANGLE =
        Field.<TableRow, Expr>of("angle", ExprForm.ANGLE, TableRow::angle)
            .label("Angle")
            .required();
    private static final Field<TableRow, Expr> ALLOWANCE =
        Field.<TableRow, Expr>of("allowance", ExprForm.LENGTH, TableRow::allowance)
            .label("Allowance")
            .required();

    static final RecordForm<TableRow> FORM =
        RecordForm.of(
            "row of a bend table",
            List.of(RADIUS, ANGLE, ALLOWANCE),
            v -> new TableRow(v.get(RADIUS), v.get(ANGLE), v.get(ALLOWANCE)));

    private static final TableRow FIRST =
        new TableRow(new Expr("1.5 mm"), new Expr("90 deg"), new Expr("3.4 mm"));
  }

  /** The methods' words in the file and on screen. */
  public static WordForm<By> words() {
    return WordForm.of(By.K_FACTOR, "k-factor", "K-factor")
        .or(By.ALLOWANCE, "allowance", "allowance at 90°")
        .or(By.DEDUCTION, "deduction", "deduction at 90°")
        .or(By.TABLE, "table", "bend table")
        .or(By.DIN_6935, "DIN 6935");
  }

  private static final Field<Bending, By> BY =
      Field.<Bending, By>of("by", words(), Bending::by).otherwise(By.K_FACTOR);
  private static final Field<Bending, Expr> VALUE =
      Field.<Bending, Expr>of("value", ExprForm.LENGTH, Bending::value)
          .about("the K-factor, or the allowance or deduction of a bend of 90 deg");
  private static final Field<Bending, List<TableRow>> ROWS =
      Field.<Bending, List<TableRow>>of("rows", ListForm.of(TableRow.FORM, "row"), Bending::rows)
          .otherwise(List.of())
          .about("of a bend table; a bend that it does not cover is an error")
          .label("")
          .shownIf(b -> b.by() == By.TABLE)
          .itemTitle((row, n) -> "Row " + n)
          .adding("Another row", b -> TableRow.FIRST);

  private static Field<Bending, Expr> shownAs(String id, Measure measure, String label, By... by) {
    return Field.<Bending, Expr>offered(
            id, new ExprForm(measure), Bending::value, (b, v) -> new Bending(b.by(), v, b.rows()))
        .label(label)
        .shownIf(b -> List.of(by).contains(b.by()));
  }

  /** How a bend allowance stands in a file. */
  public static final RecordForm<Bending> FORM =
      RecordForm.of(
          "bending",
          List.of(
              BY,
              VALUE,
              ROWS,
              shownAs("k", Measure.NUMBER, "K", By.K_FACTOR),
              shownAs("ba", Measure.LENGTH, "BA at 90°", By.ALLOWANCE),
              shownAs("bd", Measure.LENGTH, "BD at 90°", By.DEDUCTION)),
          v -> new Bending(v.get(BY), v.get(VALUE), v.get(ROWS)));

  /** A method just chosen, with a number to start from; null for null. */
  public static Bending started(By by) {
    if (by == null) {
      return null;
    }
    return switch (by) {
      case K_FACTOR -> usual();
      case ALLOWANCE, DEDUCTION -> new Bending(by, new Expr("3 mm"), List.of());
      case TABLE -> new Bending(by, null, List.of(TableRow.FIRST));
      case DIN_6935 -> new Bending(by, null, List.of());
    };
  }

  public Bending {
    by = by == null ? By.K_FACTOR : by;
    rows = rows == null ? List.of() : List.copyOf(rows);
  }

  public static Bending usual() {
    return new Bending(By.K_FACTOR, new Expr(Double.toString(BendMethod.USUAL_K)), List.of());
  }

  /** The method with its numbers; a number that is missing is an error like one without sense. */
  public BendMethod resolve(Evaluator values) throws ExpressionException {
    return switch (by) {
      case K_FACTOR -> {
        double k = values.number(given(value, "the K-factor"));
        if (!(k >= 0 && k <= 1)) {
          throw new ExpressionException("the K-factor is " + k + "; it must be from 0 to 1", 0);
        }
        yield new BendMethod.KFactor(k);
      }
      case ALLOWANCE ->
          new BendMethod.Allowance(values.lengthMm(given(value, "the allowance at 90 deg")));
      case DEDUCTION ->
          new BendMethod.Deduction(values.lengthMm(given(value, "the deduction at 90 deg")));
      case DIN_6935 -> new BendMethod.Din6935();
      case TABLE -> {
        List<BendMethod.Row> out = new ArrayList<>();
        for (TableRow row : rows) {
          out.add(
              new BendMethod.Row(
                  values.lengthMm(given(row.radius(), "the radius of a row")),
                  values.angleRad(given(row.angle(), "the angle of a row")),
                  values.lengthMm(given(row.allowance(), "the allowance of a row"))));
        }
        yield new BendMethod.Table(out);
      }
    };
  }

  private static Expr given(Expr expr, String what) throws ExpressionException {
    if (expr == null) {
      throw new ExpressionException(what + " is missing", 0);
    }
    return expr;
  }
}
