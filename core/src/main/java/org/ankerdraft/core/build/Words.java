package org.ankerdraft.core.build;

import java.util.Locale;
import org.ankerdraft.kernel.Topology;

/** Numbers and kinds as they are said to the user. */
public final class Words {
  private Words() {}

  public static String mm(double v) {
    return number(v) + " mm";
  }

  public static String deg(double rad) {
    return number(Math.toDegrees(rad)) + " deg";
  }

  /** At most four decimals, no trailing zeros. */
  public static String number(double v) {
    String s = String.format(Locale.ROOT, "%.4f", v);
    s = s.replaceFirst("\\.?0+$", "");
    return s.equals("-0") ? "0" : s;
  }

  public static String kind(Topology.SurfaceKind kind) {
    return kind.name().toLowerCase(Locale.ROOT);
  }
}
