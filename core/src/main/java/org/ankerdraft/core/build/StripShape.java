package org.ankerdraft.core.build;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Xy;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sheet.StripProfile.Piece;
import org.ankerdraft.core.step.SheetStep;

/**
 * The pieces of a strip in cross-section.
 *
 * @param tangentMm where its first bend begins, from the edge outwards; 0 or less
 * @param firstRadiusMm inside radius of the first bend
 */
record StripShape(double tangentMm, double firstRadiusMm, List<Piece> pieces) {
  private static final double RIGHT = Math.PI / 2;
  private static final double USUAL_JOGGLE = Math.PI / 4;
  private static final double USUAL_CLOSED_GAP_MM = 0.1;
  private static final int HALVINGS = 60;

  StripShape {
    pieces = List.copyOf(pieces);
  }

  StripProfile profile(double thickness) {
    StripProfile profile = new StripProfile(thickness, new Xy(tangentMm, 0), 0);
    pieces.forEach(profile::add);
    return profile;
  }

  static StripShape of(SheetStep.Strip step, BuildContext context, double thickness)
      throws StepFailed, ExpressionException {
    return switch (step) {
      case SheetStep.Flange f -> new Maker(context, "flange", thickness).flange(f);
      case SheetStep.Hem h -> new Maker(context, "hem", thickness).hem(h);
      case SheetStep.Joggle j -> new Maker(context, "joggle", thickness).joggle(j);
    };
  }

  private record Maker(BuildContext context, String what, double thickness) {

    private SheetNumbers numbers() {
      return new SheetNumbers(context, what);
    }

    /** From the tangent line to the outermost point (or the mould line) of a bend. */
    private double outside(double angle, double radius) {
      return angle > RIGHT
          ? radius + thickness
          : BendMethod.outsideSetbackMm(angle, radius, thickness);
    }

    private static double tangent(SheetStep.Position position, double outside) {
      return switch (position) {
        case INSIDE -> -outside;
        case CENTRED -> -outside / 2;
        case OUTSIDE -> 0;
      };
    }

    private double flat(String field, double whole, double taken) throws StepFailed {
      double flat = whole - taken;
      if (!(flat > context.tolerance.lengthMm())) {
        throw new StepFailed(
            new Failure(
                what,
                field
                    + " of "
                    + Words.mm(whole)
                    + " is used up by the bend, which takes "
                    + Words.mm(taken),
                List.of(),
                null,
                "for more than " + Words.mm(taken)));
      }
      return flat;
    }

    StripShape flange(SheetStep.Flange f) throws StepFailed, ExpressionException {
      double angle = numbers().angle(f.angle(), RIGHT, Math.PI);
      double radius = numbers().radius(f.radius());
      double length = context.positiveMm(what, "the length", f.length());
      double taken =
          switch (f.measured()) {
            case OUTSIDE -> outside(angle, radius);
            case INSIDE -> angle > RIGHT ? radius : Math.tan(angle / 2) * radius;
            case BEND_LINE -> 0;
          };
      return new StripShape(
          tangent(f.seat().position(), outside(angle, radius)),
          radius,
          List.of(
              new Piece.Bent(angle, radius, true),
              new Piece.Flat(flat("a length", length, taken))));
    }

    StripShape hem(SheetStep.Hem h) throws StepFailed, ExpressionException {
      double length = context.positiveMm(what, "the length", h.length());
      if (h.style() == SheetStep.HemStyle.TEARDROP) {
        return teardrop(h, length);
      }
      boolean closed = h.style() == SheetStep.HemStyle.CLOSED;
      double gap = numbers().length("the gap", h.gap(), closed ? USUAL_CLOSED_GAP_MM : thickness);
      if (!(gap > context.tolerance.lengthMm())) {
        throw new StepFailed(
            what, "the gap is " + Words.mm(gap) + "; the walls would grow together");
      }
      double radius = gap / 2;
      return new StripShape(
          tangent(h.seat().position(), radius + thickness),
          radius,
          List.of(
              new Piece.Bent(Math.PI, radius, true),
              new Piece.Flat(flat("a length", length, radius + thickness))));
    }

    /** Turns further than 180 deg, until the end stands off the wall by the gap. */
    private StripShape teardrop(SheetStep.Hem h, double length)
        throws StepFailed, ExpressionException {
      double radius = numbers().radius(h.radius());
      double gap = numbers().length("the gap", h.gap(), USUAL_CLOSED_GAP_MM);
      double rest = flat("a length", length, 2 * (radius + thickness)) + radius + thickness;
      if (gap <= context.tolerance.lengthMm() || gap >= 2 * radius) {
        throw new StepFailed(
            what,
            "the gap at the end is "
                + Words.mm(gap)
                + "; it must lie between 0 and "
                + Words.mm(2 * radius));
      }
      double low = Math.PI;
      double high = Math.PI + RIGHT - context.tolerance.angleRad();
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
      if (!(flat > context.tolerance.lengthMm())) {
        throw new StepFailed(what, "the length is too short to close a drop of this radius");
      }
      return new StripShape(
          tangent(h.seat().position(), radius + thickness),
          radius,
          List.of(new Piece.Bent(low, radius, true), new Piece.Flat(flat)));
    }

    /** Length of the straight end that reaches back by {@code rest} from the bend's axis. */
    private static double teardropFlat(double angle, double radius, double rest) {
      return (-rest - radius * Math.sin(angle)) / Math.cos(angle);
    }

    StripShape joggle(SheetStep.Joggle j) throws StepFailed, ExpressionException {
      double angle = numbers().angle(j.angle(), USUAL_JOGGLE, RIGHT);
      double radius = numbers().radius(j.radius());
      double height = context.positiveMm(what, "the height", j.height());
      double length = context.positiveMm(what, "the length", j.length());
      double least = (2 * radius + thickness) * (1 - Math.cos(angle));
      double between = (height - least) / Math.sin(angle);
      if (between < -context.tolerance.lengthMm()) {
        throw new StepFailed(
            new Failure(
                what,
                "its two bends of "
                    + Words.deg(angle)
                    + " alone rise by "
                    + Words.mm(least)
                    + ", more than the height of "
                    + Words.mm(height),
                List.of(),
                null,
                "for a height of at least " + Words.mm(least) + ", or a smaller angle"));
      }
      List<Piece> pieces = new ArrayList<>();
      pieces.add(new Piece.Bent(angle, radius, true));
      if (between > context.tolerance.lengthMm()) {
        pieces.add(new Piece.Flat(between));
      }
      pieces.add(new Piece.Bent(angle, radius, false));
      pieces.add(new Piece.Flat(length));
      return new StripShape(0, radius, pieces);
    }
  }
}
