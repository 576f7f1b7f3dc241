package org.ankerdraft.core.operation;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.sheet.SheetProcess;

/** Thickness and radius of sheet steps: their own or the part's. */
public record SheetNumbers(BuildContext context, String what) {

  private SheetProcess process() {
    return context.sheet();
  }

  public double thickness(Expr own) throws StepFailed, ExpressionException {
    return context.positiveMm(what, "the thickness", own == null ? process().thickness() : own);
  }

  public double radius(Expr own) throws StepFailed, ExpressionException {
    Expr radius = own == null ? process().radius() : own;
    double r = context.values.lengthMm(radius);
    if (!(r > context.tolerance.lengthMm())) {
      throw new StepFailed(
          what,
          "the inside radius is "
              + Words.mm(r)
              + "; a sharp bend cannot be folded, so it must be more than 0");
    }
    return r;
  }

  public double angle(Expr own, double usualRad, double mostRad)
      throws StepFailed, ExpressionException {
    double a = own == null ? usualRad : context.values.angleRad(own);
    if (!(a > context.tolerance.angleRad()) || a > mostRad + context.tolerance.angleRad()) {
      throw new StepFailed(
          what,
          "the angle is "
              + Words.deg(a)
              + "; it must be more than 0 and at most "
              + Words.deg(mostRad));
    }
    return a;
  }

  /** A length that may be left out. */
  public double length(String field, Expr own, double usualMm)
      throws StepFailed, ExpressionException {
    double v = own == null ? usualMm : context.values.lengthMm(own);
    if (v < 0) {
      throw new StepFailed(what, field + " is " + Words.mm(v) + "; it must not be less than 0");
    }
    return v;
  }
}
