package org.ankerdraft.core.step.datum;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.Point;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * An axis to build on: a line named {@value #LINE}, of the step's own sketch.
 *
 * @param of a round face's axis, or another one
 * @param from one of two planes that meet in it
 * @param to the other
 * @param points two, through which it goes
 * @param size how long it is seen; null for 60 mm
 */
public record DatumAxis(
    Head head, Way way, AxisRef of, PlaneRef from, PlaneRef to, List<Point> points, Expr size)
    implements Step {
  /** The name of its line. */
  public static final String LINE = "axis";

  /** How it is found. */
  public enum Way {
    OF_FACE,
    TWO_PLANES,
    TWO_POINTS
  }

  public DatumAxis {
    way = way == null ? Way.OF_FACE : way;
    of = of == null ? AxisRef.UPRIGHT : of;
    from = from == null ? PlaneRef.base(PlaneRef.Base.XZ) : from;
    to = to == null ? PlaneRef.base(PlaneRef.Base.YZ) : to;
    points = points == null ? List.of() : List.copyOf(points);
  }
}
