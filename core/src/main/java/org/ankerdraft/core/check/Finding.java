package org.ankerdraft.core.check;

import java.util.List;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * The result of a check that is not clear.
 *
 * @param code subject and matter, such as draft.short
 * @param subject the stage it belongs to
 * @param title a few words
 * @param measured in {@code unit}
 * @param required the limit, in {@code unit}
 * @param point where
 * @param body name of the body
 * @param faces names of the faces concerned, the worst first
 * @param source where the limit comes from
 * @param repair a step that mends it, new or in the place of the one with its id; or null
 * @param flatAt where in the flat pattern of a sheet body, or null
 */
public record Finding(
    String code,
    Subject subject,
    Severity severity,
    String title,
    double measured,
    double required,
    String unit,
    Vec3 point,
    String body,
    List<FaceName> faces,
    String source,
    String message,
    Step repair,
    Xy flatAt) {

  /** What the verdict is given on. */
  public enum Subject {
    DRAFT,
    WALL,
    EDGES,
    FLAT
  }

  public Finding {
    faces = List.copyOf(faces);
  }

  /** A finding that has no place in a flat pattern. */
  public Finding(
      String code,
      Subject subject,
      Severity severity,
      String title,
      double measured,
      double required,
      String unit,
      Vec3 point,
      String body,
      List<FaceName> faces,
      String source,
      String message,
      Step repair) {
    this(
        code, subject, severity, title, measured, required, unit, point, body, faces, source,
        message, repair, null);
  }

  Finding withMessage(String changed) {
    return new Finding(
        code, subject, severity, title, measured, required, unit, point, body, faces, source,
        changed, repair, flatAt);
  }

  /**
   * @param changed or null for none
   */
  Finding withRepair(Step changed) {
    return new Finding(
        code, subject, severity, title, measured, required, unit, point, body, faces, source,
        message, changed, flatAt);
  }
}
