package org.ankerdraft.render.look;

import org.ankerdraft.core.part.BodyShown.Tint;

/** Colours by which bodies are told apart, by day and by night. */
public final class BodyColours {
  private static final int[] DAY = {
    0, 0xE4CFA2, 0xB9C9A4, 0xB3C0CF, 0xD9A98C, 0xC6AFC8, 0x9CC6BF, 0xDDB6B6
  };
  private static final int[] NIGHT = {
    0, 0x8A7A54, 0x61744E, 0x566577, 0x82583F, 0x6E5A72, 0x43726B, 0x7F5C5F
  };

  private BodyColours() {}

  /** How many there are, the usual one among them. */
  public static int count() {
    return DAY.length;
  }

  public static int of(Tint tint, Palette palette) {
    return of(tint.ordinal(), palette);
  }

  /**
   * @param number 0 for the usual one
   */
  public static int of(int number, Palette palette) {
    return number == 0 ? palette.body() : (palette.isNight() ? NIGHT : DAY)[number];
  }
}
