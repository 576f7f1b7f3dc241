package org.ankerdraft.core.step.convert;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Turns a solid into sheet. Without edges the body must be a uniform sheet already and is only
 * marked as one.
 *
 * @param keep the face that stays as it is and from which the flat is laid out
 * @param bends edges of the solid that become bends
 * @param rips edges of the solid along which the walls are parted
 * @param gap by which ripped walls stand apart beyond their bends, null for 0.5 mm
 */
public record Convert(
    Head head,
    String body,
    FaceChoice keep,
    List<EdgeChoice> bends,
    List<EdgeChoice> rips,
    Expr thickness,
    Expr radius,
    Expr gap,
    Bending bending)
    implements Step {
  public Convert {
    bends = bends == null ? List.of() : List.copyOf(bends);
    rips = rips == null ? List.of() : List.copyOf(rips);
  }
}
