package org.ankerdraft.app.sketch;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.render.draw.SketchPainter;
import org.ankerdraft.vectors.Xy;

/** Dimensions where they stand in the view: found under the pointer, and drawn to other values. */
final class Dimensions {
  private static final double CHARACTER_PIXELS = 7.5;
  private static final double HEIGHT_PIXELS = 16;
  private static final double STEP_PIXELS = 4;

  private Dimensions() {}

  /** The dimension whose text is under the pointer. */
  static Optional<Constraint> at(
      List<PenStroke> strokes, List<Constraint> constraints, Camera camera, double x, double y) {
    for (PenStroke s : strokes) {
      if (s.text().isEmpty() || s.points().isEmpty()) {
        continue;
      }
      Xy at = SketchPainter.textAt(camera, s);
      boolean isThere =
          x > at.x() - 3
              && x < at.x() + CHARACTER_PIXELS * s.text().length()
              && y < at.y() + 4
              && y > at.y() - HEIGHT_PIXELS;
      if (isThere) {
        return constraints.stream()
            .filter(c -> c.relation().measure() != Relation.Measured.NOTHING && !c.reference())
            .filter(c -> SketchView.isOf(c, s.name()))
            .findFirst();
      }
    }
    return Optional.empty();
  }

  /**
   * A dimension with the value that the pointer draws it to: further right or up is more.
   *
   * @param byPixels how far the pointer has gone
   */
  static Constraint drawn(
      Constraint c, Evaluator values, double byPixels, double pixelsPerMm, LengthUnit unit)
      throws ExpressionException {
    boolean isAngle = c.relation().measure() == Relation.Measured.ANGLE;
    if (isAngle) {
      double deg = Math.toDegrees(values.angleRad(c.angle())) + Math.rint(byPixels / STEP_PIXELS);
      return Constraint.dimension(c.relation(), new Expr(Numbers.tidy(deg, 3) + " deg"), things(c));
    }
    double step = unit.mm() * Numbers.roundStep(STEP_PIXELS / pixelsPerMm / unit.mm());
    double mm = values.lengthMm(c.value()) + byPixels / pixelsPerMm;
    double rounded = Math.max(step, Math.rint(mm / step) * step);
    return Constraint.dimension(c.relation(), unit.expression(rounded), things(c));
  }

  /** The same with another number; without a unit it is mm or deg. */
  static Constraint with(Constraint c, Expr value) {
    return Constraint.dimension(c.relation(), value, things(c));
  }

  static String text(Constraint c) {
    Expr number = c.value() != null ? c.value() : c.angle();
    return number == null ? "" : number.text();
  }

  private static String[] things(Constraint c) {
    return c.of().toArray(String[]::new);
  }
}
