package org.ankerdraft.core.step.boss;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A boss or a pocket: the areas of a sketch raised from a body, or sunk into it.
 *
 * @param sunk a pocket
 * @param height of its end above the sketch plane, below it for a pocket; null if a face tells it
 * @param to the face at which it ends; null for none
 * @param toBody whose face that is; null for the body itself
 * @param reversed a boss goes against the sketch's normal, a pocket along it
 * @param draft by which it narrows towards its end; its measures hold in the sketch plane
 * @param cornerRound radius of its upright edges; null for none
 * @param endRound radius around its end
 * @param rootRound radius where it meets the body
 * @param body that gets it; null for the only one
 */
public record Boss(
    Head head,
    String sketch,
    List<AreaChoice> areas,
    boolean sunk,
    Expr height,
    FaceChoice to,
    String toBody,
    boolean reversed,
    Expr draft,
    Expr cornerRound,
    Expr endRound,
    Expr rootRound,
    String body)
    implements Step {
  public Boss {
    areas = areas == null ? List.of() : List.copyOf(areas);
  }

  /** The name of the body whose face ends it; null for the only one. */
  String bodyAhead() {
    return toBody == null ? body : toBody;
  }
}
