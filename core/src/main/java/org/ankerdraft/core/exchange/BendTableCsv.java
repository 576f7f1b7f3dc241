package org.ankerdraft.core.exchange;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;

/** The bend table as CSV (RFC 4180), UTF-8. */
public final class BendTableCsv {
  private BendTableCsv() {}

  public static byte[] write(FlatPattern flat) {
    StringBuilder out =
        new StringBuilder(
            "number,angle_deg,direction,radius_mm,k_factor,allowance_mm,deduction_mm,length_mm\r\n");
    for (FlatBend b : flat.bends()) {
      out.append(
          String.format(
              Locale.ROOT,
              "%d,%.4f,%s,%.4f,%.6f,%.4f,%.4f,%.4f\r\n",
              b.number(),
              Math.toDegrees(b.angleRad()),
              b.isUp() ? "up" : "down",
              b.radiusMm(),
              b.value().kFactor(),
              b.value().allowanceMm(),
              b.value().deductionMm(),
              b.lengthMm()));
    }
    return out.toString().getBytes(StandardCharsets.UTF_8);
  }
}
