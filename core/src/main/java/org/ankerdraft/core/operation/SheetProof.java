package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.Obstacle;
import org.ankerdraft.core.sheet.Skins;

/** Proves that a body is a sheet of one thickness. */
public final class SheetProof {
  public static final String OF_RESULT = "the result is no uniform sheet";

  private SheetProof() {}

  /**
   * The two sides of a sheet and its cut edges.
   *
   * @param why what to say if it is none, before what stands in the way
   * @throws StepFailed if it is no uniform sheet
   */
  public static Skins of(BuildContext context, String what, NamedShape named, String why)
      throws StepFailed {
    try {
      return Skins.find(named.topology(), 0, context.tolerance);
    } catch (CannotUnfold e) {
      List<Integer> faces =
          e.obstacles().stream().map(Obstacle::face).filter(face -> face > 0).toList();
      throw new StepFailed(
          new Failure(
              what,
              why + ": " + e.getMessage(),
              faces.stream().map(face -> named.faceName(face).toString()).toList(),
              faces.isEmpty() ? null : named.topology().face(faces.getFirst()).point(),
              null));
    }
  }
}
