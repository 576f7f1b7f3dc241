package org.ankerdraft.app.chart;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferInt;
import java.awt.image.DirectColorModel;
import java.awt.image.Raster;
import java.nio.IntBuffer;
import javafx.scene.image.Image;
import javafx.scene.image.PixelBuffer;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;

/** Pixels that are drawn on as a canvas and shown by the toolkit without being copied. */
final class Pixels {
  private static final int RED = 0xFF0000;
  private static final int GREEN = 0xFF00;
  private static final int BLUE = 0xFF;
  private static final int ALPHA = 0xFF000000;

  private final int[] data;
  private final BufferedImage canvas;
  private final PixelBuffer<IntBuffer> buffer;
  private final WritableImage shown;

  Pixels(int width, int height) {
    data = new int[width * height];
    DirectColorModel model =
        new DirectColorModel(
            ColorSpace.getInstance(ColorSpace.CS_sRGB),
            32,
            RED,
            GREEN,
            BLUE,
            ALPHA,
            true,
            DataBuffer.TYPE_INT);
    canvas =
        new BufferedImage(
            model,
            Raster.createPackedRaster(
                new DataBufferInt(data, data.length),
                width,
                height,
                width,
                new int[] {RED, GREEN, BLUE, ALPHA},
                null),
            true,
            null);
    buffer =
        new PixelBuffer<>(width, height, IntBuffer.wrap(data), PixelFormat.getIntArgbPreInstance());
    shown = new WritableImage(buffer);
  }

  boolean isSized(int width, int height) {
    return canvas.getWidth() == width && canvas.getHeight() == height;
  }

  int[] data() {
    return data;
  }

  BufferedImage canvas() {
    return canvas;
  }

  Image shown() {
    return shown;
  }

  /** Brings what is drawn to the screen. */
  void update() {
    buffer.updateBuffer(b -> null);
  }
}
