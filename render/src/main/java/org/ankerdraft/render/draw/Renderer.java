package org.ankerdraft.render.draw;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Plane;

/**
 * Draws scenes in software: triangles into a visibility buffer by bands of rows on all threads,
 * then each pixel is shaded once, then edges as antialiased lines. Not safe for several threads at
 * once.
 */
public final class Renderer implements AutoCloseable {
  private static final int BAND = 48;

  private final ExecutorService pool;
  private final int threads;
  private final Slopes slopes = new Slopes();
  private Projected nodes;
  private int[] bandStart = new int[0];
  private int[] banded = new int[0];

  public Renderer(int threads) {
    this.threads = threads;
    this.pool =
        Executors.newFixedThreadPool(
            threads,
            r -> {
              Thread t = new Thread(r, "renderer");
              t.setDaemon(true);
              return t;
            });
  }

  @Override
  public void close() {
    pool.shutdownNow();
  }

  /** Draws a scene; the raster takes the camera's size. */
  public void draw(Scene scene, Camera camera, Look look, Raster raster) {
    nodes = new Projected(nodes, scene, camera, look, threads);
    together(nodes::project);
    int beside = Lines.reach(camera.width());
    double left = Math.max(0, Math.min(camera.width(), Math.floor(nodes.leftmost()) - beside));
    double right = Math.max(left, Math.min(camera.width(), Math.ceil(nodes.rightmost()) + beside));
    raster.begin(
        camera.width(),
        camera.height(),
        scene.faceOfTriangle,
        0xFF000000 | look.palette().field(),
        (int) left,
        (int) right);
    sortIntoBands(scene.clusters, camera, look.section() != null);
    slopes.reserve(scene.triangleCount());
    Filler filler = new Filler(scene, nodes, look, raster, slopes);
    Shader shader = new Shader(scene, camera, look, raster, slopes);
    Lines lines = new Lines(scene, camera, look, raster);
    int bands = (camera.height() + BAND - 1) / BAND;
    AtomicInteger next = new AtomicInteger();
    together(part -> {
      for (int b = next.getAndIncrement(); b < bands; b = next.getAndIncrement()) {
        int from = b * BAND;
        int to = Math.min(camera.height(), from + BAND);
        raster.clearRows(from, to);
        int[] first = scene.clusters.start;
        for (int i = bandStart[b]; i < bandStart[b + 1]; i++) {
          filler.fill(first[banded[i]], first[banded[i] + 1], from, to);
        }
        shader.shade(from, to);
        // Rows at a band's edge need their neighbours and come later.
        lines.silhouettes(from + 1, to - 1);
      }
    });
    together(part -> {
      for (int b = part; b < bands; b += threads) {
        lines.silhouettes(b * BAND, b * BAND + 1);
        lines.silhouettes(b * BAND + BAND - 1, b * BAND + BAND);
      }
    });
    int rows = (camera.height() + threads - 1) / threads;
    together(part -> lines.edges(part * rows, Math.min(camera.height(), (part + 1) * rows)));
    raster.end();
  }

  /**
   * The edge nearest to a pixel that is not hidden in the last drawing.
   *
   * @param supersampling pixels of the raster for one of the camera's
   * @return its number in the scene, or 0 if none is within reach
   */
  public static int edgeAt(
      Scene scene,
      Camera camera,
      Plane section,
      Raster raster,
      int supersampling,
      double x,
      double y,
      double reachPixels) {
    return Lines.edgeAt(
        scene,
        camera.supersampled(supersampling),
        section,
        raster,
        x * supersampling,
        y * supersampling,
        reachPixels * supersampling);
  }

  /** Runs work on all threads, each with its own number from 0. */
  private void together(IntConsumer work) {
    List<Future<?>> parts = new ArrayList<>();
    for (int i = 1; i < threads; i++) {
      int part = i;
      parts.add(pool.submit(() -> work.accept(part)));
    }
    work.accept(0);
    for (Future<?> part : parts) {
      try {
        part.get();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return;
      } catch (ExecutionException e) {
        throw new IllegalStateException("drawing failed", e);
      }
    }
  }

  /** Counting sort of the visible groups of triangles by the bands of rows they touch. */
  private void sortIntoBands(Clusters clusters, Camera camera, boolean bothSides) {
    int bands = (camera.height() + BAND - 1) / BAND;
    Projection projection = new Projection(camera);
    int count = clusters.count();
    int[] first = new int[count];
    int[] last = new int[count];
    int[] start = new int[bands + 1];
    double[] bounds = new double[4];
    for (int c = 0; c < count; c++) {
      last[c] = -1;
      int at = c * Clusters.STRIDE;
      if (!bothSides && projection.looksAway(clusters.shape, at)) {
        continue;
      }
      projection.bounds(clusters.shape, at, bounds);
      if (bounds[1] < 0 || bounds[0] > camera.width() || bounds[3] < 0) {
        continue;
      }
      first[c] = (int) Math.max(0, bounds[2]) / BAND;
      last[c] = Math.min(bands - 1, (int) bounds[3] / BAND);
      for (int b = first[c]; b <= last[c]; b++) {
        start[b + 1]++;
      }
    }
    for (int b = 0; b < bands; b++) {
      start[b + 1] += start[b];
    }
    if (banded.length < start[bands]) {
      banded = new int[start[bands]];
    }
    int[] next = start.clone();
    for (int c = 0; c < count; c++) {
      for (int b = first[c]; b <= last[c]; b++) {
        banded[next[b]++] = c;
      }
    }
    bandStart = start;
  }
}
