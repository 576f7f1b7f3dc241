package org.ankerdraft.core.step.shift;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Moves faces along their normals, or replaces one by the surface of another.
 *
 * @param distance outwards, so that material is added; negative inwards; null if a face tells it
 * @param onto the face on whose surface the shifted one comes to lie; null for none
 * @param ontoBody whose face that is; null for the body itself
 */
public record Shift(
    Head head, String body, List<FaceChoice> faces, Expr distance, FaceChoice onto, String ontoBody)
    implements Step {
  public Shift {
    faces = faces == null ? List.of() : List.copyOf(faces);
  }

  String bodyOfOnto() {
    return ontoBody == null ? body : ontoBody;
  }
}
