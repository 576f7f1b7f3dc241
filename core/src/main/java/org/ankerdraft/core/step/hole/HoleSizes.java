package org.ankerdraft.core.step.hole;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;

/** The sizes of a hole: those given, else those that belong to its screw. */
record HoleSizes(BuildContext context, Hole step) {
  private static final String WHAT = "hole";

  double diameterMm() throws StepFailed, ExpressionException {
    return step.diameter() == null && step.screw() != null
        ? step.screw().holeMm(step.fit())
        : context.positiveMm(WHAT, "the diameter", step.diameter());
  }

  double mouthDiameterMm() throws StepFailed, ExpressionException {
    boolean isSunk = step.mouth() == Hole.Mouth.COUNTERSINK;
    return given(
        "the mouth diameter",
        step.mouthDiameter(),
        step.screw() == null ? Double.NaN : isSunk ? step.screw().sunkMm() : step.screw().headMm());
  }

  double mouthDepthMm() throws StepFailed, ExpressionException {
    return given(
        "the mouth depth",
        step.mouthDepth(),
        step.screw() == null ? Double.NaN : step.screw().headDeepMm());
  }

  private double given(String what, Expr size, double ofScrew)
      throws StepFailed, ExpressionException {
    if (size != null || step.screw() == null) {
      return context.positiveMm(WHAT, what, size);
    }
    if (Double.isNaN(ofScrew)) {
      throw new StepFailed(
          WHAT, "the table has no recess for " + step.screw().name() + ": give " + what);
    }
    return ofScrew;
  }
}
