package org.ankerdraft.core.step.pattern;

import java.util.LinkedHashMap;
import java.util.Map;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.step.pattern.Pattern.Place;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;

/** Where the rows of a table put the copies of a pattern. */
final class TablePlaces {
  private static final String WHAT = "pattern";

  private final BuildContext context;
  private final Pattern step;

  TablePlaces(BuildContext context, Pattern step) {
    this.context = context;
    this.step = step;
  }

  /** The movements by the ids of their rows. */
  Map<String, Motion> places() throws StepFailed, ExpressionException, Choosing.Adrift {
    if (step.places().isEmpty()) {
      throw StepFailed.waits(WHAT, "its table has no rows; each puts a copy somewhere");
    }
    Axis axis = context.axis(WHAT, step.axis(), null);
    Map<String, Motion> out = new LinkedHashMap<>();
    out.put("", Motion.shift(Vec3.ZERO));
    for (Place place : step.places()) {
      Vec3 shift = new Vec3(mm(place.x()), mm(place.y()), mm(place.z()));
      double turn = place.turn() == null ? 0 : context.values.angleRad(place.turn());
      Motion motion = new Motion(null, axis, turn, shift);
      for (Map.Entry<String, Motion> other : out.entrySet()) {
        if (isSame(motion, other.getValue())) {
          throw new StepFailed(
              WHAT,
              "copy "
                  + place.id()
                  + " lies on "
                  + (other.getKey().isEmpty() ? "the original" : "copy " + other.getKey()));
        }
      }
      out.put(place.id(), motion);
    }
    out.remove("");
    return out;
  }

  private double mm(Expr expr) throws ExpressionException {
    return expr == null ? 0 : context.values.lengthMm(expr);
  }

  /** Whether two movements about one axis come to the same. */
  private boolean isSame(Motion one, Motion other) {
    double turns = (one.angleRad() - other.angleRad()) / (2 * Math.PI);
    return Math.abs(turns - Math.rint(turns)) * 2 * Math.PI < context.tolerance.angleRad()
        && one.shift().distance(other.shift()) < context.tolerance.lengthMm();
  }
}
