package org.ankerdraft.core.step.hole;

import java.util.List;
import org.ankerdraft.core.operation.TradeTable;
import org.apache.commons.csv.CSVRecord;

/**
 * A screw thread, with the holes that belong to it. The sources of the table, and that it is from
 * memory, stand at its head ({@code screw-sizes.csv}).
 *
 * @param name such as M4, M8x1 or 1/4-20 UNC
 * @param majorMm outer diameter of the thread
 * @param pitchMm from one turn to the next
 * @param tapDrillMm of the hole in which it is cut
 * @param fineMm the narrowest hole through which it passes
 * @param headMm of the recess for a cylinder head; NaN where the table has none
 * @param headDeepMm depth of that recess
 */
public record ScrewSize(
    String name,
    double majorMm,
    double pitchMm,
    double tapDrillMm,
    double fineMm,
    double mediumMm,
    double coarseMm,
    double headMm,
    double headDeepMm) {
  private static final double INCH_MM = 25.4;

  /** Width of a countersink for a head of 90 deg to its sharp edge, by the thread's diameter. */
  private static final double SUNK_SHARE = 2.24;

  /** All sizes, metric first. */
  public static final List<ScrewSize> ALL = table();

  /** What a hole is for. */
  public enum Fit {
    TAPPED,
    FINE,
    MEDIUM,
    COARSE
  }

  /** Diameter of the hole for a purpose, mm. */
  public double holeMm(Fit fit) {
    return switch (fit) {
      case TAPPED -> tapDrillMm;
      case FINE -> fineMm;
      case MEDIUM -> mediumMm;
      case COARSE -> coarseMm;
    };
  }

  /** Width of a countersink at the surface, for a head of 90 deg, mm. */
  public double sunkMm() {
    return SUNK_SHARE * majorMm;
  }

  @Override
  public String toString() {
    return name;
  }

  private static List<ScrewSize> table() {
    return TradeTable.rows(ScrewSize.class, "screw-sizes.csv", ScrewSize::of);
  }

  private static ScrewSize of(CSVRecord row) {
    boolean isInch = row.get("unit").equals("in");
    double unit = isInch ? INCH_MM : 1;
    double pitch = Double.parseDouble(row.get("pitch"));
    return new ScrewSize(
        row.get("name"),
        mm(row, "major", unit),
        // Inch threads are named by their turns in an inch.
        isInch ? INCH_MM / pitch : pitch,
        mm(row, "tap", unit),
        mm(row, "fine", unit),
        mm(row, "medium", unit),
        mm(row, "coarse", unit),
        mm(row, "head", unit),
        mm(row, "headDeep", unit));
  }

  private static double mm(CSVRecord row, String column, double unit) {
    String text = row.get(column);
    return text.isEmpty() ? Double.NaN : unit * Double.parseDouble(text);
  }
}
