package org.ankerdraft.core.sheet;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;

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
    @JsonProperty("k-factor")
    K_FACTOR,
    @JsonProperty("allowance")
    ALLOWANCE,
    @JsonProperty("deduction")
    DEDUCTION,
    @JsonProperty("table")
    TABLE,
    @JsonProperty("DIN 6935")
    DIN_6935
  }

  /** A row of a bend table. */
  public record TableRow(Expr radius, Expr angle, Expr allowance) {}

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
