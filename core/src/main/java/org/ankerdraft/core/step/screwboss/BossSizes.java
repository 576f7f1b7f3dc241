package org.ankerdraft.core.step.screwboss;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;

/**
 * The sizes of a boss, those given and those by rule; mm and rad.
 *
 * @param outer radius at the end
 * @param core radius of the hole at the end
 */
record BossSizes(
    double height,
    double outer,
    double core,
    double depth,
    double draft,
    double coreDraft,
    double rootRound,
    double clear,
    Gussets gussets) {
  private static final String WHAT = "screw boss";

  /** Usual shares, common practice: of the height, of the outer radius, of the boss's own wall. */
  static final double GUSSET_HEIGHT_SHARE = 2.0 / 3;

  static final double GUSSET_REACH_SHARE = 1;
  static final double GUSSET_THICKNESS_SHARE = 0.8;

  private static final int MOST_GUSSETS = 12;

  /**
   * The plates round a boss.
   *
   * @param turn of the first, rad
   */
  record Gussets(int count, double height, double reach, double thickness, double turn) {}

  static BossSizes of(BuildContext context, ScrewBoss step) throws StepFailed, ExpressionException {
    Reader read = new Reader(context, step);
    double height = context.positiveMm(WHAT, "the height", step.height());
    double outer = read.byRule("the outer diameter", step.outer(), step.material().outer()) / 2;
    double core = read.byRule("the core diameter", step.core(), step.material().core()) / 2;
    if (!(core < outer - context.tolerance.lengthMm())) {
      throw new StepFailed(
          WHAT,
          "its core of "
              + Words.mm(2 * core)
              + " is not less than its outside of "
              + Words.mm(2 * outer));
    }
    double depth = read.depth(height);
    double coreDraft = read.angle("the draft of the core", step.coreDraft());
    if (core - depth * Math.tan(coreDraft) <= 0) {
      throw new StepFailed(
          WHAT, "with a draft of " + Words.deg(coreDraft) + " its core comes to a point");
    }
    return new BossSizes(
        height,
        outer,
        core,
        depth,
        read.angle("the draft", step.draft()),
        coreDraft,
        read.positive("the round at its root", step.rootRound(), 0),
        read.positive("the distance to walls", step.clear(), 0),
        read.gussets(height, outer, outer - core));
  }

  private record Reader(BuildContext context, ScrewBoss step) {
    double byRule(String field, Expr given, double share) throws StepFailed, ExpressionException {
      if (given == null && step.screw() != null) {
        return share * context.positiveMm(WHAT, "the screw", step.screw());
      }
      return context.positiveMm(WHAT, field, given);
    }

    /** Down to the sketch plane, so that no thick root is left; the screw must find its grip. */
    double depth(double height) throws StepFailed, ExpressionException {
      if (step.depth() != null) {
        return context.positiveMm(WHAT, "the depth of the core", step.depth());
      }
      double grip = step.screw() == null ? 0 : byRule("the grip", null, step.material().grip());
      if (grip > height + context.tolerance.lengthMm()) {
        throw new StepFailed(
            WHAT,
            "the screw wants to go in by "
                + Words.mm(grip)
                + ", and the boss is only "
                + Words.mm(height)
                + " high: make it higher, or give the depth of its core");
      }
      return height;
    }

    double positive(String field, Expr given, double usual) throws StepFailed, ExpressionException {
      return given == null ? usual : context.positiveMm(WHAT, field, given);
    }

    double angle(String field, Expr given) throws StepFailed, ExpressionException {
      double angle = given == null ? 0 : context.values.angleRad(given);
      if (!(angle >= 0 && angle < Math.PI / 4)) {
        throw new StepFailed(
            WHAT, field + " is " + Words.deg(angle) + "; it must be from 0 to less than 45 deg");
      }
      return angle;
    }

    Gussets gussets(double height, double outer, double wall)
        throws StepFailed, ExpressionException {
      int count =
          step.gussets() == null
              ? 0
              : context.wholeNumber(WHAT, "the number of gussets", step.gussets(), 0, MOST_GUSSETS);
      double high =
          positive("the height of the gussets", step.gussetHeight(), GUSSET_HEIGHT_SHARE * height);
      if (count > 0 && high >= height) {
        throw new StepFailed(
            WHAT,
            "its gussets are "
                + Words.mm(high)
                + " high; they must stay below its end at "
                + Words.mm(height));
      }
      double thickness =
          positive(
              "the thickness of the gussets",
              step.gussetThickness(),
              GUSSET_THICKNESS_SHARE * wall);
      if (count > 0 && thickness >= 2 * outer) {
        throw new StepFailed(WHAT, "its gussets are thicker than itself: " + Words.mm(thickness));
      }
      return new Gussets(
          count,
          high,
          positive("the reach of the gussets", step.gussetReach(), GUSSET_REACH_SHARE * outer),
          thickness,
          step.gussetTurn() == null ? 0 : context.values.angleRad(step.gussetTurn()));
    }
  }
}
