package org.ankerdraft.core.step.divide;

import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Divides a body in two.
 *
 * @param body which; null for the only one
 * @param plane that divides it; not used if a face does
 * @param face whose surface divides it, extended as needed; null for none
 * @param sketch whose line or closed curves divide it, square to its plane; null for none
 * @param faceBody to which the face belongs; null for the divided body
 * @param surface name of a surface that divides it, as far as that goes; null for none
 * @param keep what is kept of it
 * @param newBody name of the part behind, where both are kept; null for the step's id
 */
public record Divide(
    Head head,
    String body,
    PlaneRef plane,
    FaceChoice face,
    String faceBody,
    String surface,
    String sketch,
    Keep keep,
    String newBody)
    implements Step {

  /**
   * What is kept: the front is the side to which the plane or the face looks, what lies left of a
   * line on its way, what lies inside closed curves.
   */
  public enum Keep {
    BOTH,
    FRONT,
    BACK
  }

  public Divide {
    plane = plane == null ? PlaneRef.LEVEL : plane;
    keep = keep == null ? Keep.BOTH : keep;
  }

  /** The body of whose face the surface is taken. */
  String bodyOfFace() {
    return faceBody == null ? body : faceBody;
  }

  /** The name of the body that is made; null if none is. */
  String made() {
    return keep != Keep.BOTH ? null : newBody == null ? id() : newBody;
  }
}
