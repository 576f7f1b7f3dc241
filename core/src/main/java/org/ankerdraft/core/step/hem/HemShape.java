package org.ankerdraft.core.step.hem;

import java.util.List;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.StripProfile.Piece;
import org.ankerdraft.core.step.strip.Seat;
import org.ankerdraft.core.step.strip.StripShape;

/** The cross-section of a hem. */
record HemShape(StripShape.Maker make, Hem hem) {
  private static final double USUAL_CLOSED_GAP_MM = 0.1;
  private static final int HALVINGS = 60;

  StripShape shape() throws StepFailed, ExpressionException {
    double length = make.context().positiveMm(make.what(), "the length", hem.length());
    if (hem.style() == Hem.Style.TEARDROP) {
      return teardrop(length);
    }
    boolean closed = hem.style() == Hem.Style.CLOSED;
    double gap =
        make.numbers()
            .length("the gap", hem.gap(), closed ? USUAL_CLOSED_GAP_MM : make.thickness());
    if (!(gap > make.context().tolerance.lengthMm())) {
      throw new StepFailed(
          make.what(), "the gap is " + Words.mm(gap) + "; the walls would grow together");
    }
    double radius = gap / 2;
    return new StripShape(
        make.tangent(hem.seat().position(), Seat.Position.INSIDE, radius + make.thickness()),
        radius,
        List.of(
            new Piece.Bent(Math.PI, radius, true),
            new Piece.Flat(make.flat("a length", length, radius + make.thickness()))));
  }

  /** Turns further than 180 deg, until the end stands off the wall by the gap. */
  private StripShape teardrop(double length) throws StepFailed, ExpressionException {
    double radius = make.numbers().radius(hem.radius());
    double gap = make.numbers().length("the gap", hem.gap(), USUAL_CLOSED_GAP_MM);
    double rest =
        make.flat("a length", length, 2 * (radius + make.thickness())) + radius + make.thickness();
    if (gap <= make.context().tolerance.lengthMm() || gap >= 2 * radius) {
      throw new StepFailed(
          make.what(),
          "the gap at the end is "
              + Words.mm(gap)
              + "; it must lie between 0 and "
              + Words.mm(2 * radius));
    }
    double low = Math.PI;
    double high = Math.PI + StripShape.RIGHT_RAD - make.context().tolerance.angleRad();
    for (int i = 0; i < HALVINGS; i++) {
      double middle = (low + high) / 2;
      double flat = teardropFlat(middle, radius, rest);
      double end = radius * (1 - Math.cos(middle)) + flat * Math.sin(middle);
      if (end > gap) {
        low = middle;
      } else {
        high = middle;
      }
    }
    double flat = teardropFlat(low, radius, rest);
    if (!(flat > make.context().tolerance.lengthMm())) {
      throw new StepFailed(make.what(), "the length is too short to close a drop of this radius");
    }
    return new StripShape(
        make.tangent(hem.seat().position(), Seat.Position.INSIDE, radius + make.thickness()),
        radius,
        List.of(new Piece.Bent(low, radius, true), new Piece.Flat(flat)));
  }

  /** Length of the straight end that reaches back by {@code rest} from the bend's axis. */
  private static double teardropFlat(double angle, double radius, double rest) {
    return (-rest - radius * Math.sin(angle)) / Math.cos(angle);
  }
}
