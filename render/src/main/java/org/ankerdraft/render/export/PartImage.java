package org.ankerdraft.render.export;

import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import javax.imageio.ImageIO;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.ChartPainter;
import org.ankerdraft.render.draw.Looks;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.Renderer;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.render.look.Labels;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/** Pictures of a part without a window: for export, reports and thumbnails. */
public final class PartImage {
  private static final int SUPERSAMPLING = 2;
  private static final double MARGIN = 3.0 * ChartPainter.FRAME;

  private PartImage() {}

  /** Corners of the box around the bodies: min, then max; a box of 20 mm where there are none. */
  public static List<Vec3> box(Iterable<Body> bodies) {
    List<Vec3> low = new java.util.ArrayList<>();
    List<Vec3> high = new java.util.ArrayList<>();
    for (Body b : bodies) {
      low.add(b.named().shape().mass().boxMin());
      high.add(b.named().shape().mass().boxMax());
    }
    return List.of(Looks.boxMin(low), Looks.boxMax(high));
  }

  /** Corners of the box around lines: min, then max; a box of 20 mm where there are none. */
  public static List<Vec3> boxOf(List<List<Vec3>> lines) {
    List<Vec3> points = lines.stream().flatMap(List::stream).toList();
    return List.of(Looks.boxMin(points), Looks.boxMax(points));
  }

  /** A chart of the part from a slant, with a map and its numbers. */
  public static BufferedImage chart(
      PartState state, CheckReport report, Look.Map map, int width, int height) {
    var bodies = report.bodies().values().stream().toList();
    Scene scene = Scene.of(bodies);
    Vec3 pull = state.part().process().pull().unit();
    LengthUnit unit = state.part().unit();
    Look look = Looks.of(Palette.CHART, map, scene, report, pull).withUnit(unit);
    List<Vec3> box = box(state.bodies().values());
    Camera slanted =
        Camera.fitted(Camera.View.SLANTED, box.get(0), box.get(1), width, height, MARGIN);
    Camera camera = scene.fitted(slanted, MARGIN);
    Raster raster = new Raster();
    try (Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors())) {
      renderer.draw(scene, camera.supersampled(SUPERSAMPLING), look, raster);
    }
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    int[] pixels = ((DataBufferInt) image.getRaster().getDataBuffer()).getData();
    halve(raster, pixels);
    new ChartPainter(Palette.CHART)
        .paint(image, camera, raster, look, Labels.of(map, bodies, report, unit), null, List.of());
    return image;
  }

  /** Means of two by two pixels. */
  public static void halve(Raster raster, int[] to) {
    int w = raster.width() / 2;
    int h = raster.height() / 2;
    int[] c = raster.colour();
    int stride = raster.width();
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int i = 2 * y * stride + 2 * x;
        int a = c[i];
        int b = c[i + 1];
        int d = c[i + stride];
        int e = c[i + stride + 1];
        int rb = ((a & 0xFF00FF) + (b & 0xFF00FF) + (d & 0xFF00FF) + (e & 0xFF00FF)) >>> 2;
        int g = ((a & 0xFF00) + (b & 0xFF00) + (d & 0xFF00) + (e & 0xFF00)) >>> 2;
        to[y * w + x] = 0xFF000000 | (rb & 0xFF00FF) | (g & 0xFF00);
      }
    }
  }

  /**
   * Mixes a colour over a picture.
   *
   * @param share of the colour, 0 to 1
   */
  public static void fade(int[] pixels, int colour, double share) {
    int part = (int) Math.round(256 * share);
    int rb = (colour & 0xFF00FF) * part;
    int g = (colour & 0xFF00) * part;
    for (int i = 0; i < pixels.length; i++) {
      int p = pixels[i];
      int mixedRb = (((p & 0xFF00FF) * (256 - part) + rb) >>> 8) & 0xFF00FF;
      int mixedG = (((p & 0xFF00) * (256 - part) + g) >>> 8) & 0xFF00;
      pixels[i] = 0xFF000000 | mixedRb | mixedG;
    }
  }

  public static byte[] png(BufferedImage image) {
    try {
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      ImageIO.write(image, "png", out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new UncheckedIOException("writing to memory cannot fail", e);
    }
  }
}
