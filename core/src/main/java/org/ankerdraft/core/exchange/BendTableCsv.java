package org.ankerdraft.core.exchange;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;

/** The bend table as CSV (RFC 4180), UTF-8; the heads of columns tell the unit. */
public final class BendTableCsv {
  private BendTableCsv() {}

  public static byte[] write(FlatPattern flat, LengthUnit unit) {
    StringBuilder out =
        new StringBuilder(
            "number,angle_deg,direction,radius_mm,k_factor,allowance_mm,deduction_mm,length_mm\r\n"
                .replace("_mm", "_" + unit.symbol()));
    for (FlatBend b : flat.bends()) {
      out.append(
          String.format(
              Locale.ROOT,
              "%d,%.4f,%s,%s,%.6f,%s,%s,%s\r\n",
              b.number(),
              Math.toDegrees(b.angleRad()),
              b.isUp() ? "up" : "down",
              unit.number(b.radiusMm(), 4),
              b.value().kFactor(),
              unit.number(b.value().allowanceMm(), 4),
              unit.number(b.value().deductionMm(), 4),
              unit.number(b.lengthMm(), 4)));
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }
}
