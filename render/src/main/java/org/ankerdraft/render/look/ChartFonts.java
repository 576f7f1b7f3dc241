package org.ankerdraft.render.look;

import java.awt.Font;
import java.awt.FontFormatException;
import java.io.IOException;
import java.io.InputStream;
import java.util.EnumMap;
import java.util.Map;

/** The fonts that ship with the application. */
public final class ChartFonts {
  private static final String FOLDER = "/org/ankerdraft/fonts/";

  /** A cut of the typeface. */
  public enum Cut {
    REGULAR("Lato-Regular.ttf"),
    MEDIUM("Lato-Medium.ttf"),
    SEMIBOLD("Lato-Semibold.ttf"),
    BOLD("Lato-Bold.ttf"),
    SOUNDING("Lato-SemiboldItalic.ttf");

    private final String file;

    Cut(String file) {
      this.file = file;
    }

    /** The font's file as a stream; the caller closes it. */
    public InputStream open() {
      return ChartFonts.class.getResourceAsStream(FOLDER + file);
    }
  }

  private static final Map<Cut, Font> LOADED = new EnumMap<>(Cut.class);

  private ChartFonts() {}

  public static synchronized Font of(Cut cut, float size) {
    return LOADED.computeIfAbsent(cut, ChartFonts::load).deriveFont(size);
  }

  private static Font load(Cut cut) {
    try (InputStream in = cut.open()) {
      return Font.createFont(Font.TRUETYPE_FONT, in);
    } catch (IOException | FontFormatException e) {
      throw new IllegalStateException("a font that ships with the application is damaged", e);
    }
  }
}
