package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.geometry.Rectangle2D;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WindowPlaceTest {
  private static final Rectangle2D LARGE = new Rectangle2D(0, 0, 2560, 1440);
  private static final Rectangle2D BESIDE = new Rectangle2D(2560, 0, 1280, 1024);

  @TempDir private Path folder;

  private Path file() {
    return folder.resolve("below").resolve("window.properties");
  }

  @Test
  void theFirstWindowTakesMostOfTheScreenInItsMiddle() {
    Rectangle2D first = WindowPlace.kept(file(), List.of(LARGE)).bounds();
    assertThat(first.getWidth() * first.getHeight()).isGreaterThan(0.8 * 2560 * 1440);
    assertThat(first.getMinX() + first.getWidth() / 2).isCloseTo(1280, within(1e-9));
    assertThat(first.getMinY() + first.getHeight() / 2).isCloseTo(720, within(1e-9));
  }

  @Test
  void thePlaceIsKeptOnWhicheverScreenItWas() {
    WindowPlace place = new WindowPlace(new Rectangle2D(2700, 40, 1000, 800), true);
    place.keep(file());
    assertThat(WindowPlace.kept(file(), List.of(LARGE, BESIDE))).isEqualTo(place);
  }

  @Test
  void aWindowWhoseScreenIsGoneComesBack() {
    new WindowPlace(new Rectangle2D(2700, 40, 1000, 800), false).keep(file());
    assertThat(WindowPlace.kept(file(), List.of(LARGE))).isEqualTo(WindowPlace.first(LARGE));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "x=1", "x=a\ny=2\nwidth=3\nheight=4", "x=1\ny=2\nwidth=-3\nheight=4"})
  void aFileThatTellsNoPlaceIsPassedOver(String text) throws Exception {
    Path file = Files.writeString(folder.resolve("window.properties"), text);
    assertThat(WindowPlace.kept(file, List.of(LARGE))).isEqualTo(WindowPlace.first(LARGE));
  }
}
