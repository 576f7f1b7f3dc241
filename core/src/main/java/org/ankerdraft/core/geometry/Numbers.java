package org.ankerdraft.core.geometry;

import java.util.Locale;
import org.ankerdraft.vectors.Vec3;

/** Numbers as they are said to the user. */
public final class Numbers {
  private Numbers() {}

  /** At most that many decimals, no trailing zeros. */
  public static String tidy(double v, int decimals) {
    String s = String.format(Locale.ROOT, "%." + decimals + "f", v);
    if (decimals > 0) {
      s = s.replaceFirst("\\.?0+$", "");
    }
    return s.equals("-0") ? "0" : s;
  }

  public static String mm(double v) {
    return tidy(v, 4) + " mm";
  }

  /** A place in the part, to a thousandth of a millimetre. */
  public static String place(Vec3 p) {
    return "(" + tidy(p.x(), 3) + ", " + tidy(p.y(), 3) + ", " + tidy(p.z(), 3) + ")";
  }

  public static String deg(double rad) {
    return tidy(Math.toDegrees(rad), 4) + " deg";
  }

  /** One, two or five times a power of ten, as near to a size as may be. */
  public static double roundStep(double size) {
    double power = Math.pow(10, Math.floor(Math.log10(size)));
    double m = size / power;
    return power * (m < 1.5 ? 1 : m < 3.5 ? 2 : m < 7.5 ? 5 : 10);
  }
}
