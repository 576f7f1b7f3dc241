package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CameraTest {
  private static final double MARGIN = 30;
  private static final Camera ABOVE = new Camera(Vec3.ZERO, Vec3.X, Vec3.Y, 10, 800, 600);

  @Test
  void whatIsSeenLeavesTheViewAsItIs() {
    List<Vec3> within = List.of(new Vec3(39, 29, 5), new Vec3(-39, -29, -70));
    assertThat(ABOVE.sees(within)).isTrue();
    assertThat(ABOVE.showing(within, MARGIN)).isSameAs(ABOVE);
    assertThat(ABOVE.sees(List.of(new Vec3(41, 0, 0)))).isFalse();
  }

  /** Seen from above, 80 mm by 60: one that lies 200 mm to the right comes to the margin. */
  @Test
  void itIsDrawnBackJustSoFar() {
    Camera back = ABOVE.showing(List.of(new Vec3(200, 0, 0)), MARGIN);
    // What was seen within the margins, from -37 on, fills the width together with it.
    assertThat(back.pixelsPerMm()).isCloseTo(740 / 237.0, within(1e-9));
    assertThat(back.screenX(new Vec3(200, 0, 0))).isCloseTo(770, within(1e-9));
    assertThat(back.screenX(new Vec3(-37, 0, 0))).isCloseTo(30, within(1e-9));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void allIsSeenThatWasAndThatIsWanted(long seed) {
    Random random = new Random(seed);
    Camera.View from = Camera.View.values()[random.nextInt(Camera.View.values().length)];
    Camera camera = ABOVE.facing(from);
    List<Vec3> wanted = new ArrayList<>();
    for (int i = 0; i < 5; i++) {
      wanted.add(
          new Vec3(
              random.nextDouble(-300, 300),
              random.nextDouble(-300, 300),
              random.nextDouble(-300, 300)));
    }
    List<Vec3> before =
        List.of(camera.at(MARGIN, MARGIN, 0), camera.at(800 - MARGIN, 600 - MARGIN, 0));
    Camera back = camera.showing(wanted, MARGIN);
    assertThat(back.sees(wanted)).isTrue();
    assertThat(back.sees(before)).isTrue();
    assertThat(back.pixelsPerMm()).isLessThan(camera.pixelsPerMm());
    assertThat(back.right()).isEqualTo(camera.right());
    assertThat(back.up()).isEqualTo(camera.up());
  }
}
