package org.ankerdraft.core.step.datum;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.Point;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * A plane to build on.
 *
 * @param from where it starts; its normal tells on which side an angle and an offset are
 * @param to the other of two planes, to lie midway
 * @param about the axis through which it goes at an angle
 * @param angle to the plane it starts from, or round a cylinder or cone from where that looks
 * @param face a cylinder or cone that it touches; null for other ways
 * @param body to which that face belongs; null for the only one
 * @param points through which it goes: one, or three
 * @param size of the square by which it is seen; null for 60 mm
 */
public record DatumPlane(
    Head head,
    Way way,
    PlaneRef from,
    PlaneRef to,
    AxisRef about,
    Expr angle,
    FaceChoice face,
    String body,
    List<Point> points,
    Expr size)
    implements Step {

  /** How it is found. */
  public enum Way {
    OFFSET,
    AT_ANGLE,
    THROUGH_POINT,
    MIDWAY,
    TANGENT,
    THREE_POINTS
  }

  public DatumPlane {
    way = way == null ? Way.OFFSET : way;
    from = from == null ? PlaneRef.LEVEL : from;
    to = to == null ? PlaneRef.LEVEL : to;
    about = about == null ? AxisRef.UPRIGHT : about;
    points = points == null ? List.of() : List.copyOf(points);
  }
}
