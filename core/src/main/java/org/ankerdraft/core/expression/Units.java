package org.ankerdraft.core.expression;

import java.util.Map;

/** The units an expression may name, in mm and radians. */
final class Units {
  private static final Map<String, Quantity> UNITS =
      Map.ofEntries(
          Map.entry("um", new Quantity(1e-3, Dimension.LENGTH)),
          Map.entry("mm", new Quantity(1, Dimension.LENGTH)),
          Map.entry("cm", new Quantity(10, Dimension.LENGTH)),
          Map.entry("m", new Quantity(1000, Dimension.LENGTH)),
          Map.entry("in", new Quantity(25.4, Dimension.LENGTH)),
          Map.entry("mil", new Quantity(0.0254, Dimension.LENGTH)),
          Map.entry("ft", new Quantity(304.8, Dimension.LENGTH)),
          Map.entry("deg", new Quantity(Math.PI / 180, Dimension.ANGLE)),
          Map.entry("rad", new Quantity(1, Dimension.ANGLE)));

  private Units() {}

  static Quantity find(String name) {
    return UNITS.get(name);
  }
}
