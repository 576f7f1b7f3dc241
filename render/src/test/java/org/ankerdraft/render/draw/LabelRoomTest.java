package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

class LabelRoomTest {
  private static final int WIDTH = 30;

  private static final Camera CAMERA =
      Camera.fitted(Camera.View.ABOVE, new Vec3(-40, -30, 0), new Vec3(40, 30, 1), 800, 600, 20);

  private static Label label(String text, double acrossMm) {
    return new Label(Vec3.ZERO, Vec3.ZERO, text, false, acrossMm, 3 * acrossMm, 0);
  }

  @Test
  void numbersStandNeitherOnEachOtherNorOutsideTheFrame() {
    LabelRoom room = new LabelRoom(CAMERA, List.of());
    assertThat(room.take(label("2.00", 20), 400, 300, WIDTH)).isTrue();
    assertThat(room.take(label("2.10", 20), 410, 305, WIDTH)).isFalse();
    assertThat(room.take(label("2.10", 20), 450, 300, WIDTH)).isTrue();
    assertThat(room.take(label("2.20", 20), 8, 300, WIDTH)).isFalse();
    assertThat(room.take(label("2.20", 20), 400, 595, WIDTH)).isFalse();
  }

  @Test
  void oneValueIsSaidOnceAmongNeighbours() {
    LabelRoom room = new LabelRoom(CAMERA, List.of());
    assertThat(room.take(label("2.00", 20), 300, 300, WIDTH)).isTrue();
    assertThat(room.take(label("2.00", 20), 360, 300, WIDTH)).isFalse();
    assertThat(room.take(label("2.00", 20), 500, 300, WIDTH)).isTrue();
  }

  @Test
  void noNumberLiesUnderAGrip() {
    Vec3 grip = new Vec3(10, 5, 1);
    int x = (int) CAMERA.screenX(grip);
    int y = (int) CAMERA.screenY(grip);
    assertThat(new LabelRoom(CAMERA, List.of(grip)).take(label("2.00", 20), x + 5, y, WIDTH))
        .isFalse();
    assertThat(new LabelRoom(CAMERA, List.of()).take(label("2.00", 20), x + 5, y, WIDTH)).isTrue();
  }

  /** A hundred small bosses do not disappear under a hundred numbers; closer they are told. */
  @Test
  void whatIsTooSmallToBeSeenBesideItsNumberHasNone() {
    double boss = 1;
    assertThat(new LabelRoom(CAMERA, List.of()).take(label("2.00", boss), 400, 300, WIDTH))
        .isFalse();
    Camera closer = CAMERA.zoomed(6, 400, 300);
    assertThat(new LabelRoom(closer, List.of()).take(label("2.00", boss), 400, 300, WIDTH))
        .isTrue();
  }
}
