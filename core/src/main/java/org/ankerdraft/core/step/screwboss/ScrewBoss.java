package org.ankerdraft.core.step.screwboss;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Bosses for screws at the points of a sketch. What is left out belongs to the screw and the
 * material, by rule.
 *
 * @param screw diameter of a screw that forms its thread; null if outside and core are given
 * @param material that gives the rule
 * @param height of the end above the sketch plane
 * @param outer diameter at the end
 * @param core diameter of the hole at the end
 * @param depth of the hole from the end; null for down to the sketch plane
 * @param draft by which the outside widens towards the root
 * @param coreDraft by which the hole narrows towards its bottom
 * @param gussets how many stand round each boss
 * @param gussetHeight over the sketch plane, where they leave the boss
 * @param gussetReach from the boss outwards, in the sketch plane
 * @param gussetThickness where they leave the boss
 * @param gussetTurn of the first, from the sketch's x
 * @param clear least distance from the outside to other walls; null for any
 * @param reversed they stand on the side from which the sketch's normal shows away
 */
public record ScrewBoss(
    Head head,
    String sketch,
    Expr screw,
    BossRule material,
    Expr height,
    Expr outer,
    Expr core,
    Expr depth,
    Expr draft,
    Expr coreDraft,
    Expr rootRound,
    Expr gussets,
    Expr gussetHeight,
    Expr gussetReach,
    Expr gussetThickness,
    Expr gussetTurn,
    Expr clear,
    boolean reversed,
    String body)
    implements Step {
  public ScrewBoss {
    material = material == null ? BossRule.ALL.getFirst() : material;
  }
}
