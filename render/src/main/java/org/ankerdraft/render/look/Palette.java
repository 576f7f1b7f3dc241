package org.ankerdraft.render.look;

/** The colours of a chart, 0xRRGGBB. */
public record Palette(
    int paper,
    int paper2,
    int field,
    int line,
    int ink,
    int ink2,
    int buoy,
    int hazard,
    int sea,
    int body,
    int cap,
    int[] wallTints) {

  public static final Palette CHART =
      new Palette(
          0xF6F1E4,
          0xEFE8D6,
          0xFBF8F0,
          0xCFC6AE,
          0x15243B,
          0x52617A,
          0xE0631A,
          0xB3246B,
          0x2F6F95,
          0xD9DDD2,
          0xF3E6C8,
          new int[] {0xF0E0B2, 0xE4E6D2, 0xB2D6E6, 0x84B8D4, 0x5890BA, 0x3A6C9C});

  public static final Palette NIGHT =
      new Palette(
          0x101A28,
          0x16222F,
          0x1B2938,
          0x33455A,
          0xDCE6EE,
          0x93A6B8,
          0xF08A45,
          0xE063A0,
          0x67A9CF,
          0x52677C,
          0x3A4450,
          new int[] {0x8C7F55, 0x75806B, 0x4E7F94, 0x3A6C8A, 0x2C5679, 0x1F4063});

  public Palette {
    wallTints = wallTints.clone();
  }

  /** Tints of the wall map from thin to thick; do not change. */
  @Override
  public int[] wallTints() {
    return wallTints;
  }

  public boolean isNight() {
    return (paper & 0xFF) < 0x80;
  }
}
