package org.ankerdraft.app;

import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import javafx.geometry.Rectangle2D;
import org.slf4j.LoggerFactory;

/**
 * Where the window stands, kept from one run to the next.
 *
 * @param bounds on the screens, in pixels
 * @param maximized whether it filled its screen
 */
record WindowPlace(Rectangle2D bounds, boolean maximized) {
  /** The share of the screen that a window takes that never stood anywhere. */
  private static final double FIRST_SHARE = 0.92;

  /** So much of a window must lie on a screen for it to be found there. */
  private static final double LEAST_SEEN_SHARE = 0.5;

  /** In the middle of a screen, and most of it. */
  static WindowPlace first(Rectangle2D screen) {
    double w = screen.getWidth() * FIRST_SHARE;
    double h = screen.getHeight() * FIRST_SHARE;
    double x = screen.getMinX() + (screen.getWidth() - w) / 2;
    double y = screen.getMinY() + (screen.getHeight() - h) / 2;
    return new WindowPlace(new Rectangle2D(x, y, w, h), false);
  }

  /**
   * The place that was kept, or the first one if there is none or its screen is gone.
   *
   * @param screens the main one first
   */
  static WindowPlace kept(Path file, List<Rectangle2D> screens) {
    return read(file)
        .filter(place -> screens.stream().anyMatch(place::isSeenOn))
        .orElseGet(() -> first(screens.getFirst()));
  }

  private boolean isSeenOn(Rectangle2D screen) {
    double w =
        Math.min(bounds.getMaxX(), screen.getMaxX()) - Math.max(bounds.getMinX(), screen.getMinX());
    double h =
        Math.min(bounds.getMaxY(), screen.getMaxY()) - Math.max(bounds.getMinY(), screen.getMinY());
    return w > 0 && h > 0 && w * h >= LEAST_SEEN_SHARE * bounds.getWidth() * bounds.getHeight();
  }

  private static Optional<WindowPlace> read(Path file) {
    Properties p = new Properties();
    try (Reader in = Files.newBufferedReader(file)) {
      p.load(in);
      return Optional.of(
          new WindowPlace(
              new Rectangle2D(
                  number(p, "x"), number(p, "y"), number(p, "width"), number(p, "height")),
              Boolean.parseBoolean(p.getProperty("maximized"))));
    } catch (NoSuchFileException e) {
      return Optional.empty();
    } catch (IOException | IllegalArgumentException e) {
      LoggerFactory.getLogger(WindowPlace.class)
          .info("{} tells no place: {}", file, e.getMessage());
      return Optional.empty();
    }
  }

  private static double number(Properties p, String key) {
    return Double.parseDouble(p.getProperty(key, ""));
  }

  /** Keeps it; a window whose place cannot be kept is no reason to trouble anybody. */
  void keep(Path file) {
    Properties p = new Properties();
    p.setProperty("x", Double.toString(bounds.getMinX()));
    p.setProperty("y", Double.toString(bounds.getMinY()));
    p.setProperty("width", Double.toString(bounds.getWidth()));
    p.setProperty("height", Double.toString(bounds.getHeight()));
    p.setProperty("maximized", Boolean.toString(maximized));
    try {
      Files.createDirectories(file.toAbsolutePath().getParent());
      try (Writer out = Files.newBufferedWriter(file)) {
        p.store(out, null);
      }
    } catch (IOException e) {
      LoggerFactory.getLogger(WindowPlace.class)
          .info("{} cannot be written: {}", file, e.getMessage());
    }
  }
}
