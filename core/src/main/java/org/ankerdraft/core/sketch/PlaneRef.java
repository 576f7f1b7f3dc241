package org.ankerdraft.core.sketch;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;

/**
 * A datum plane: a base plane or a plane face, moved along its normal.
 *
 * @param base XY, XZ or YZ; give this or {@code face}
 * @param face a choice of one plane face
 * @param body the body to which the face belongs, or null for the only one
 * @param offset along the normal, or null for 0
 */
public record PlaneRef(String base, FaceChoice face, String body, Expr offset) {
  public static PlaneRef base(String name) {
    return new PlaneRef(name, null, null, null);
  }

  public static PlaneRef on(FaceChoice face, String body) {
    return new PlaneRef(null, face, body, null);
  }
}
