package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** What is drawn over the part: strokes of a sketch, and dimensions. */
class SketchPainterTest {
  private static final int SIZE = 240;
  private static final int GROUND = 0xFFFFFFFF;

  private static final Camera CAMERA =
      Camera.fitted(Camera.View.ABOVE, new Vec3(-10, -10, 0), new Vec3(10, 10, 0), SIZE, SIZE, 20);

  private static final List<Vec3> LINE = List.of(new Vec3(-9, 0, 0), new Vec3(9, 0, 0));

  private static BufferedImage blank() {
    BufferedImage image = new BufferedImage(SIZE, SIZE, BufferedImage.TYPE_INT_RGB);
    for (int i = 0; i < SIZE * SIZE; i++) {
      image.setRGB(i % SIZE, i / SIZE, GROUND);
    }
    return image;
  }

  private static long inked(BufferedImage image) {
    long n = 0;
    for (int i = 0; i < SIZE * SIZE; i++) {
      n += image.getRGB(i % SIZE, i / SIZE) == GROUND ? 0 : 1;
    }
    return n;
  }

  private static BufferedImage stroke(PenStroke.Look look, String text) {
    BufferedImage image = blank();
    new SketchPainter(Palette.CHART).paint(image, CAMERA, List.of(new PenStroke(LINE, look, text)));
    return image;
  }

  /** What can still move is dashed. */
  @Test
  void aFreeLineHasGapsAndASettledOneHasNone() {
    BufferedImage settled = stroke(PenStroke.Look.SETTLED, "");
    BufferedImage free = stroke(PenStroke.Look.FREE, "");
    assertThat(gaps(settled)).isZero();
    assertThat(gaps(free)).isGreaterThan(5);
    assertThat(inked(free)).isLessThan(inked(settled));
  }

  /** Pixels along the line that are not inked. */
  private static int gaps(BufferedImage image) {
    int y = (int) CAMERA.screenY(LINE.getFirst());
    int gaps = 0;
    for (int x = (int) CAMERA.screenX(LINE.getFirst()); x < CAMERA.screenX(LINE.getLast()); x++) {
      gaps += image.getRGB(x, y) == GROUND ? 1 : 0;
    }
    return gaps;
  }

  @Test
  void whatIsChosenIsInTheColourOfWhatIsEdited() {
    BufferedImage chosen = stroke(PenStroke.Look.CHOSEN, "");
    int x = (int) CAMERA.screenX(Vec3.ZERO);
    int y = (int) CAMERA.screenY(Vec3.ZERO);
    assertThat(chosen.getRGB(x, y) & 0xFFFFFF).isEqualTo(Palette.CHART.buoy());
  }

  @Test
  void aTextStandsBesideItsLine() {
    assertThat(inked(stroke(PenStroke.Look.SETTLED, "40")))
        .isGreaterThan(inked(stroke(PenStroke.Look.SETTLED, "")) + 20);
  }

  /** Where there is no room between its ends the arrows of a dimension come from outside. */
  @Test
  void aShortDimensionHasItsArrowsOutside() {
    for (double half : List.of(9.0, 0.5)) {
      BufferedImage image = blank();
      Vec3 from = new Vec3(-half, 0, 0);
      Vec3 to = new Vec3(half, 0, 0);
      new DimensionPainter(Palette.CHART)
          .paint(image, CAMERA, List.of(new Dimension(from, to, "", false)));
      List<Integer> columns = new ArrayList<>();
      for (int i = 0; i < SIZE * SIZE; i++) {
        if (image.getRGB(i % SIZE, i / SIZE) != GROUND) {
          columns.add(i % SIZE);
        }
      }
      int least = columns.stream().min(Integer::compare).orElseThrow();
      boolean isOutside = least < CAMERA.screenX(from) - 4;
      assertThat(isOutside).isEqualTo(half < 1);
    }
  }
}
