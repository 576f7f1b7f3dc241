package org.ankerdraft.core.step.rib;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Ribs along the open lines of a sketch: from the sketch plane to the body below, from wall to
 * wall.
 *
 * @param sketch whose open lines are the middles of the ribs' upper edges
 * @param thickness at the sketch plane
 * @param draft by which each side widens downwards; null for none
 * @param alongNormal whether they go along the sketch's normal instead of against it
 * @param body that gets them; null for the only one
 */
public record Rib(
    Head head, String sketch, Expr thickness, Expr draft, boolean alongNormal, String body)
    implements Step {}
