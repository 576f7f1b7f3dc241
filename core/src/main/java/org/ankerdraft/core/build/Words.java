package org.ankerdraft.core.build;

import java.util.Locale;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.kernel.Topology;

/** Numbers and kinds as they are said to the user. */
public final class Words {
  private Words() {}

  public static String mm(double v) {
    return Numbers.mm(v);
  }

  public static String deg(double rad) {
    return Numbers.deg(rad);
  }

  /** At most four decimals, no trailing zeros. */
  public static String number(double v) {
    return Numbers.tidy(v, 4);
  }

  public static String kind(Topology.SurfaceKind kind) {
    return kind.name().toLowerCase(Locale.ROOT);
  }
}
