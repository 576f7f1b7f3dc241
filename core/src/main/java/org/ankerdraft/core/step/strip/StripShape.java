package org.ankerdraft.core.step.strip;

import java.util.List;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.sheet.BendMethod;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sheet.StripProfile.Piece;
import org.ankerdraft.vectors.Xy;

/**
 * The pieces of a strip in cross-section.
 *
 * @param tangentMm where its first bend begins, from the edge outwards; 0 or less
 * @param firstRadiusMm inside radius of the first bend
 */
public record StripShape(double tangentMm, double firstRadiusMm, List<Piece> pieces) {
  public static final double RIGHT_RAD = Math.PI / 2;

  public StripShape {
    pieces = List.copyOf(pieces);
  }

  StripProfile profile(double thickness) {
    StripProfile profile = new StripProfile(thickness, new Xy(tangentMm, 0), 0);
    pieces.forEach(profile::add);
    return profile;
  }

  /** How far the strip reaches from its edge in the flat at most. */
  double laidFlatMm(double thickness) {
    return tangentMm + pieces.stream().mapToDouble(p -> flatMm(p, thickness)).sum();
  }

  /** What a piece takes of the flat at most: its bends no longer than along their middle. */
  static double flatMm(Piece piece, double thickness) {
    return switch (piece) {
      case Piece.Flat(double length) -> length;
      case Piece.Bent(double angle, double radius, boolean left) ->
          angle * (radius + thickness / 2);
    };
  }

  /**
   * What shapes are made of.
   *
   * @param what the step, for messages
   * @param thickness of the sheet, mm
   */
  public record Maker(BuildContext context, String what, double thickness) {

    public SheetNumbers numbers() {
      return new SheetNumbers(context, what);
    }

    /** From the tangent line to the outermost point (or the mould line) of a bend. */
    public double outside(double angle, double radius) {
      return angle > RIGHT_RAD
          ? radius + thickness
          : BendMethod.outsideSetbackMm(angle, radius, thickness);
    }

    /**
     * Where the bend begins.
     *
     * @param position of the bend against the edge, null for the usual
     * @param usual of the kind of strip
     */
    public double tangent(Seat.Position position, Seat.Position usual, double outside) {
      return switch (position == null ? usual : position) {
        case INSIDE -> -outside;
        case CENTRED -> -outside / 2;
        case OUTSIDE -> 0;
      };
    }

    /** What bends leave of a length; nothing left is a failure. */
    public double flat(String field, double whole, double taken) throws StepFailed {
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
  }
}
