package org.ankerdraft.core.step.hole;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ItemIds;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Plain round holes into a plane, against its normal. A place without an id is given one, which it
 * then keeps, so that the faces of a hole keep their names when another place is taken away.
 *
 * @param sketch whose points are the places, on its plane; null for places of its own
 * @param screw for which it is; null for none
 * @param fit whether that screw is cut into it or passes through it
 * @param diameter null for that which belongs to the screw
 * @param depth null: through the whole body
 * @param to face at which it ends, instead of a depth; null for none
 * @param mouth how it is widened where it begins
 * @param mouthDiameter of a widened mouth
 * @param mouthDepth of a counterbore
 * @param mouthAngle whole angle of a countersink; null for 90 deg
 * @param tip whole angle of the point at the bottom of a hole that does not go through; null for a
 *     flat bottom
 */
public record Hole(
    Head head,
    String body,
    PlaneRef plane,
    List<Place> points,
    String sketch,
    ScrewSize screw,
    ScrewSize.Fit fit,
    Expr diameter,
    Expr depth,
    FaceChoice to,
    Mouth mouth,
    Expr mouthDiameter,
    Expr mouthDepth,
    Expr mouthAngle,
    Expr tip)
    implements Step {

  /** How a hole is widened where it begins. */
  public enum Mouth {
    PLAIN,
    COUNTERBORE,
    COUNTERSINK
  }

  /** A plain hole with a flat bottom. */
  public static Hole plain(
      Head head, String body, PlaneRef plane, List<Place> points, Expr diameter, Expr depth) {
    return new Hole(
        head,
        body,
        plane,
        points,
        null,
        null,
        null,
        diameter,
        depth,
        null,
        Mouth.PLAIN,
        null,
        null,
        null,
        null);
  }

  public Hole {
    mouth = mouth == null ? Mouth.PLAIN : mouth;
    fit = fit == null ? ScrewSize.Fit.TAPPED : fit;
    plane = plane == null ? PlaneRef.LEVEL : plane;
    points =
        points == null
            ? List.of()
            : ItemIds.given(points, 1, Place::id, (p, id) -> new Place(id, p.at()));
  }

  /**
   * One hole.
   *
   * @param id unique in the step; null to be given one
   */
  public record Place(String id, Point2 at) {}
}
