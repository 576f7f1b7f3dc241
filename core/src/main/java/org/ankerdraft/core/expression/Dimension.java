package org.ankerdraft.core.expression;

/** What a number measures, as powers of length and angle. */
public record Dimension(int length, int angle) {
  public static final Dimension NUMBER = new Dimension(0, 0);
  public static final Dimension LENGTH = new Dimension(1, 0);
  public static final Dimension ANGLE = new Dimension(0, 1);

  Dimension times(Dimension o, int sign) {
    return new Dimension(length + sign * o.length, angle + sign * o.angle);
  }

  /** In words: "a length", "an angle", "a number", "an area" ... */
  public String inWords() {
    if (equals(NUMBER)) {
      return "a plain number";
    }
    if (angle == 0) {
      return switch (length) {
        case 1 -> "a length";
        case 2 -> "an area";
        case 3 -> "a volume";
        default -> "mm^" + length;
      };
    }
    return equals(ANGLE) ? "an angle" : "mm^" + length + " rad^" + angle;
  }
}
