package org.ankerdraft.core.sheet;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.geometry.Numbers;

/**
 * How the bend allowance is found. BA = A (R + K T), outside setback OSSB = tan(A / 2) (R + T),
 * deduction BD = 2 OSSB - BA (standard geometry; Machinery's Handbook, sheet-metal bending). A is
 * the angle through which the flange turned, R the inside radius, T the thickness.
 */
public sealed interface BendMethod {

  /** A K-factor for every bend. */
  record KFactor(double k) implements BendMethod {}

  /** The allowance of a bend of 90 deg; other angles by the K-factor it stands for. */
  record Allowance(double mmAt90) implements BendMethod {}

  /** The deduction of a bend of 90 deg; other angles by the K-factor it stands for. */
  record Deduction(double mmAt90) implements BendMethod {}

  /** Measured allowances; between two angles of one radius by straight interpolation. */
  record Table(List<Row> rows) implements BendMethod {
    public Table {
      rows = List.copyOf(rows);
    }
  }

  /** A row of a bend table. */
  record Row(double radiusMm, double angleRad, double allowanceMm) {}

  /**
   * DIN 6935:2011: k = 0.65 + 0.5 log10(R / T) for R / T up to 5, else 1; K = k / 2; for bends of
   * less than 15 deg the compensation is 0, so the flat is the sum of the outside lengths (from
   * memory).
   */
  record Din6935() implements BendMethod {}

  /** The K-factor that many shops begin with (common practice, no published source). */
  double USUAL_K = 0.44;

  double RIGHT = Math.PI / 2;
  double DIN_SMALLEST_RAD = Math.toRadians(15);
  double SAME_RADIUS_MM = 1e-3;
  double SAME_ANGLE_RAD = 1e-6;

  /**
   * Outside setback: from the tangent line to the mould line; grows without bound towards 180 deg.
   */
  static double outsideSetbackMm(double angleRad, double radiusMm, double thicknessMm) {
    return Math.tan(angleRad / 2) * (radiusMm + thicknessMm);
  }

  static double allowanceMm(double angleRad, double radiusMm, double thicknessMm, double k) {
    return angleRad * (radiusMm + k * thicknessMm);
  }

  /**
   * What a bend takes.
   *
   * @return empty if a table has no rows for this bend
   */
  default Optional<BendValue> value(double angleRad, double radiusMm, double thicknessMm) {
    return switch (this) {
      case KFactor(double k) -> Optional.of(byK(k, "", angleRad, radiusMm, thicknessMm));
      case Allowance(double ba) -> {
        double k = (ba / RIGHT - radiusMm) / thicknessMm;
        yield Optional.of(
            byK(k, "K of " + Numbers.mm(ba) + " at 90°; ", angleRad, radiusMm, thicknessMm));
      }
      case Deduction(double bd) -> {
        double ba = 2 * (radiusMm + thicknessMm) - bd;
        double k = (ba / RIGHT - radiusMm) / thicknessMm;
        yield Optional.of(
            byK(
                k,
                "K of a deduction of " + Numbers.mm(bd) + " at 90°; ",
                angleRad,
                radiusMm,
                thicknessMm));
      }
      case Din6935() -> Optional.of(din(angleRad, radiusMm, thicknessMm));
      case Table(List<Row> rows) -> inTable(rows, angleRad, radiusMm, thicknessMm);
    };
  }

  private static BendValue byK(
      double k, String before, double angle, double radius, double thickness) {
    double ba = allowanceMm(angle, radius, thickness, k);
    String formula =
        before
            + "BA = "
            + Numbers.tidy(Math.toDegrees(angle), 4)
            + "° × π/180 × ("
            + Numbers.tidy(radius, 4)
            + " + "
            + Numbers.tidy(k, 4)
            + " × "
            + Numbers.tidy(thickness, 4)
            + ") = "
            + Numbers.mm(ba);
    return new BendValue(k, ba, deduction(angle, radius, thickness, ba), formula);
  }

  private static double deduction(double angle, double radius, double thickness, double ba) {
    // Over 90 deg the outside lengths are taken to the tangent at the bend, as DIN 6935 does.
    double setback =
        angle > RIGHT ? radius + thickness : outsideSetbackMm(angle, radius, thickness);
    return 2 * setback - ba;
  }

  private static BendValue din(double angle, double radius, double thickness) {
    double ratio = radius / thickness;
    double k = ratio > 5 ? 1 : 0.65 + 0.5 * Math.log10(ratio);
    // An angle that was measured on a solid may lie below by the last digit.
    if (angle < DIN_SMALLEST_RAD - SAME_ANGLE_RAD) {
      double ba = 2 * outsideSetbackMm(angle, radius, thickness);
      return new BendValue(
          (ba / angle - radius) / thickness,
          ba,
          0,
          "DIN 6935: under 15° no compensation, BA = 2 OSSB = " + Numbers.mm(ba));
    }
    String before =
        "DIN 6935: R/T = " + Numbers.tidy(ratio, 4) + ", k = " + Numbers.tidy(k, 4) + ", K = k/2; ";
    return byK(k / 2, before, angle, radius, thickness);
  }

  private static Optional<BendValue> inTable(
      List<Row> rows, double angle, double radius, double thickness) {
    List<Row> fitting =
        rows.stream()
            .filter(r -> Math.abs(r.radiusMm - radius) < SAME_RADIUS_MM)
            .sorted(Comparator.comparingDouble(Row::angleRad))
            .toList();
    for (int i = 0; i < fitting.size(); i++) {
      Row low = fitting.get(i);
      if (Math.abs(low.angleRad - angle) < SAME_ANGLE_RAD) {
        return Optional.of(ofTable(low.allowanceMm, angle, radius, thickness));
      }
      Row high = i + 1 < fitting.size() ? fitting.get(i + 1) : null;
      if (high != null && low.angleRad < angle && angle < high.angleRad - SAME_ANGLE_RAD) {
        double share = (angle - low.angleRad) / (high.angleRad - low.angleRad);
        double ba = low.allowanceMm + share * (high.allowanceMm - low.allowanceMm);
        return Optional.of(ofTable(ba, angle, radius, thickness));
      }
    }
    return Optional.empty();
  }

  private static BendValue ofTable(double ba, double angle, double radius, double thickness) {
    return new BendValue(
        (ba / angle - radius) / thickness,
        ba,
        deduction(angle, radius, thickness, ba),
        "bend table: BA = " + Numbers.mm(ba));
  }
}
