package org.ankerdraft.render;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntConsumer;
import org.ankerdraft.kernel.Vec3;

/**
 * Draws scenes in software: triangles into a visibility buffer by bands of rows on all threads,
 * then each pixel is shaded once, then edges as antialiased lines. Not safe for several threads at
 * once.
 */
public final class Renderer implements AutoCloseable {
  private static final int BAND = 32;

  /** Bands of a triangle that touches none: the first lies after the last. */
  private static final int NOWHERE = 1 << 16;

  /** Triangles smaller than this, in pixels, are filled pixel by pixel. */
  private static final float SMALL = 5;

  private static final float CRACK = 1e-3f;

  private final ExecutorService pool;
  private final int threads;
  private float[] sx = new float[0];
  private float[] sy = new float[0];
  private float[] sz = new float[0];
  private float[] cut = new float[0];
  private int[] bandStart = new int[0];
  private int[] banded = new int[0];
  private int[] rowsOf = new int[0];
  private float lowX;
  private float highX;

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
    raster.begin(camera.width(), camera.height(), scene.faceOfTriangle);
    transform(scene, camera, look);
    raster.left = (int) Math.max(0, Math.floor(lowX) - 1);
    raster.right = (int) Math.min(camera.width(), Math.ceil(highX) + 2);
    sortIntoBands(scene, camera.height(), look.section() != null);
    Shader shader = new Shader(scene, camera, look, raster, sx, sy);
    Lines lines = new Lines(scene, camera, look, raster);
    int bands = (camera.height() + BAND - 1) / BAND;
    AtomicInteger next = new AtomicInteger();
    together(part -> {
      for (int b = next.getAndIncrement(); b < bands; b = next.getAndIncrement()) {
        int from = b * BAND;
        int to = Math.min(camera.height(), from + BAND);
        raster.clearRows(from, to, 0xFF000000 | look.palette().field());
        if (bandStart[b] == bandStart[b + 1]) {
          continue;
        }
        for (int i = bandStart[b]; i < bandStart[b + 1]; i++) {
          fill(scene, banded[i], from, to, raster, look.section() != null);
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
      Raster raster,
      int supersampling,
      double x,
      double y,
      double reachPixels) {
    return Lines.edgeAt(
        scene,
        camera.supersampled(supersampling),
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

  private void transform(Scene scene, Camera camera, Look look) {
    int n = scene.positions.length / 3;
    if (sx.length < n) {
      sx = new float[n];
      sy = new float[n];
      sz = new float[n];
      cut = new float[n];
    }
    Vec3 r = camera.right().times(camera.pixelsPerMm());
    Vec3 u = camera.up().times(-camera.pixelsPerMm());
    Vec3 t = camera.toward();
    float rx = (float) r.x();
    float ry = (float) r.y();
    float rz = (float) r.z();
    float ux = (float) u.x();
    float uy = (float) u.y();
    float uz = (float) u.z();
    float tx = (float) t.x();
    float ty = (float) t.y();
    float tz = (float) t.z();
    float ox = (float) (camera.width() / 2.0 - camera.target().dot(r));
    float oy = (float) (camera.height() / 2.0 - camera.target().dot(u));
    float oz = (float) -camera.target().dot(t);
    float[] low = new float[threads];
    float[] high = new float[threads];
    together(p -> {
      float least = Float.MAX_VALUE;
      float most = -Float.MAX_VALUE;
      int from = (int) ((long) n * p / threads);
      int to = (int) ((long) n * (p + 1) / threads);
      float[] pos = scene.positions;
      for (int i = from; i < to; i++) {
        float x = pos[3 * i];
        float y = pos[3 * i + 1];
        float z = pos[3 * i + 2];
        sx[i] = x * rx + y * ry + z * rz + ox;
        sy[i] = x * ux + y * uy + z * uz + oy;
        sz[i] = x * tx + y * ty + z * tz + oz;
        least = Math.min(least, sx[i]);
        most = Math.max(most, sx[i]);
      }
      low[p] = least;
      high[p] = most;
      if (look.section() != null) {
        Vec3 m = look.section().normal();
        float d = (float) look.section().origin().dot(m);
        for (int i = from; i < to; i++) {
          cut[i] =
              (float) (pos[3 * i] * m.x() + pos[3 * i + 1] * m.y() + pos[3 * i + 2] * m.z()) - d;
        }
      }
    });
    lowX = Float.MAX_VALUE;
    highX = -Float.MAX_VALUE;
    for (int p = 0; p < threads; p++) {
      lowX = Math.min(lowX, low[p]);
      highX = Math.max(highX, high[p]);
    }
  }

  /** Counting sort of the visible triangles by the bands of rows they touch. */
  private void sortIntoBands(Scene scene, int height, boolean bothSides) {
    int bands = (height + BAND - 1) / BAND;
    int count = scene.triangles.length / 3;
    if (rowsOf.length < count) {
      rowsOf = new int[count];
    }
    // Each thread sorts a share of the triangles; within a band the shares follow each other.
    int[][] counts = new int[threads][bands];
    together(p -> {
      int to = (int) ((long) count * (p + 1) / threads);
      for (int t = (int) ((long) count * p / threads); t < to; t++) {
        int rows = rowsOf(scene.triangles, 3 * t, bands, bothSides);
        rowsOf[t] = rows;
        for (int b = rows >>> 16; b <= (rows & 0xFFFF); b++) {
          counts[p][b]++;
        }
      }
    });
    int[] start = new int[bands + 1];
    int[][] next = new int[threads][bands];
    for (int b = 0; b < bands; b++) {
      int at = start[b];
      for (int p = 0; p < threads; p++) {
        next[p][b] = at;
        at += counts[p][b];
      }
      start[b + 1] = at;
    }
    if (banded.length < start[bands]) {
      banded = new int[start[bands]];
    }
    together(p -> {
      int to = (int) ((long) count * (p + 1) / threads);
      for (int t = (int) ((long) count * p / threads); t < to; t++) {
        int rows = rowsOf[t];
        for (int b = rows >>> 16; b <= (rows & 0xFFFF); b++) {
          banded[next[p][b]++] = t;
        }
      }
    });
    bandStart = start;
  }

  /** First and last band that a triangle touches, in one number; none for one that is not seen. */
  private int rowsOf(int[] tri, int t, int bands, boolean bothSides) {
    int a = tri[t];
    int b = tri[t + 1];
    int c = tri[t + 2];
    float ay = sy[a];
    float by = sy[b];
    float cy = sy[c];
    // Screen y runs down, so a triangle seen from outside turns clockwise in pixel coordinates.
    if (!bothSides && (sx[b] - sx[a]) * (cy - ay) - (by - ay) * (sx[c] - sx[a]) >= 0) {
      return NOWHERE;
    }
    float top = Math.min(ay, Math.min(by, cy));
    float bottom = Math.max(ay, Math.max(by, cy));
    if (bottom < 0) {
      return NOWHERE;
    }
    // The rows whose middles it spans; a sliver between two of them is not seen.
    int first = Math.max(0, (int) (top + 0.5f));
    int last = (int) (bottom + 0.5f) - 1;
    int low = first / BAND;
    int high = Math.min(bands - 1, last / BAND);
    return last < first || low > high ? NOWHERE : low << 16 | high;
  }

  private void fill(Scene scene, int t, int from, int to, Raster raster, boolean clip) {
    int a = scene.triangles[3 * t];
    int b = scene.triangles[3 * t + 1];
    int c = scene.triangles[3 * t + 2];
    boolean clipped = false;
    if (clip) {
      if (cut[a] > 0 && cut[b] > 0 && cut[c] > 0) {
        return;
      }
      clipped = cut[a] > 0 || cut[b] > 0 || cut[c] > 0;
    }
    float ax = sx[a];
    float ay = sy[a];
    float bx = sx[b];
    float by = sy[b];
    float cx = sx[c];
    float cy = sy[c];
    float area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
    if (area == 0) {
      return;
    }
    int mark = area < 0 ? t + 1 : -(t + 1);
    if (!clipped && isSmall(ax, ay, bx, by, cx, cy)) {
      fillSmall(a, b, c, area, mark, from, to, raster);
      return;
    }
    float inv = 1 / area;
    float zdx = ((sz[b] - sz[a]) * (cy - ay) - (sz[c] - sz[a]) * (by - ay)) * inv;
    float zdy = ((sz[c] - sz[a]) * (bx - ax) - (sz[b] - sz[a]) * (cx - ax)) * inv;
    float kdx = 0;
    float kdy = 0;
    if (clipped) {
      kdx = ((cut[b] - cut[a]) * (cy - ay) - (cut[c] - cut[a]) * (by - ay)) * inv;
      kdy = ((cut[c] - cut[a]) * (bx - ax) - (cut[b] - cut[a]) * (cx - ax)) * inv;
    }
    int top = Math.max(from, (int) Math.ceil(Math.min(ay, Math.min(by, cy)) - 0.5f));
    int bottom = Math.min(to - 1, (int) Math.floor(Math.max(ay, Math.max(by, cy)) - 0.5f));
    float ab = (bx - ax) / (by - ay);
    float bc = (cx - bx) / (cy - by);
    float ca = (ax - cx) / (ay - cy);
    int w = raster.width;
    float[] depth = raster.depth;
    int[] triangle = raster.triangle;
    for (int y = top; y <= bottom; y++) {
      float py = y + 0.5f;
      float left = Float.MAX_VALUE;
      float right = -Float.MAX_VALUE;
      if ((ay <= py) != (by <= py)) {
        float x = ax + (py - ay) * ab;
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if ((by <= py) != (cy <= py)) {
        float x = bx + (py - by) * bc;
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if ((cy <= py) != (ay <= py)) {
        float x = cx + (py - cy) * ca;
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      // A hair wider than exact, so that rounding leaves no cracks between neighbours.
      if (right < 0.499f) {
        continue;
      }
      int x0 = (int) Math.max(0, left + 0.499f);
      int x1 = Math.min(w - 1, (int) (right - 0.499f));
      if (x1 < x0) {
        continue;
      }
      int i = y * w + x0;
      float z = sz[a] + (x0 + 0.5f - ax) * zdx + (py - ay) * zdy;
      if (clipped) {
        float k = cut[a] + (x0 + 0.5f - ax) * kdx + (py - ay) * kdy;
        for (int x = x0; x <= x1; x++, i++, z += zdx, k += kdx) {
          if (z > depth[i] && k <= 0) {
            depth[i] = z;
            triangle[i] = mark;
          }
        }
      } else {
        for (int last = i + x1 - x0; i <= last; i++, z += zdx) {
          if (z > depth[i]) {
            depth[i] = z;
            triangle[i] = mark;
          }
        }
      }
    }
  }

  private static boolean isSmall(float ax, float ay, float bx, float by, float cx, float cy) {
    return Math.abs(bx - ax) < SMALL
        && Math.abs(cx - ax) < SMALL
        && Math.abs(cx - bx) < SMALL
        && Math.abs(by - ay) < SMALL
        && Math.abs(cy - ay) < SMALL
        && Math.abs(cy - by) < SMALL;
  }

  /** Few pixels: each is asked on which side of the three edges it lies. */
  private void fillSmall(
      int a, int b, int c, float area, int mark, int from, int to, Raster raster) {
    float ax = sx[a];
    float ay = sy[a];
    float abx = sx[b] - ax;
    float aby = sy[b] - ay;
    float acx = sx[c] - ax;
    float acy = sy[c] - ay;
    int x0 = Math.max(0, (int) (Math.min(ax, Math.min(sx[b], sx[c])) + 0.499f));
    int x1 = Math.min(raster.width - 1, (int) (Math.max(ax, Math.max(sx[b], sx[c])) - 0.499f));
    int y0 = Math.max(from, (int) (Math.min(ay, Math.min(sy[b], sy[c])) + 0.499f));
    int y1 = Math.min(to - 1, (int) (Math.max(ay, Math.max(sy[b], sy[c])) - 0.499f));
    if (x1 < x0 || y1 < y0) {
      return;
    }
    float inv = 1 / area;
    float wbx = acy * inv;
    float wcx = -aby * inv;
    float zb = sz[b] - sz[a];
    float zc = sz[c] - sz[a];
    float[] depth = raster.depth;
    int[] triangle = raster.triangle;
    for (int y = y0; y <= y1; y++) {
      float py = y + 0.5f - ay;
      float px = x0 + 0.5f - ax;
      float wb = (px * acy - py * acx) * inv;
      float wc = (py * abx - px * aby) * inv;
      int i = y * raster.width + x0;
      for (int x = x0; x <= x1; x++, i++, wb += wbx, wc += wcx) {
        // A hair wider than exact, so that rounding leaves no cracks between neighbours.
        if (wb >= -CRACK && wc >= -CRACK && wb + wc <= 1 + CRACK) {
          float z = sz[a] + wb * zb + wc * zc;
          if (z > depth[i]) {
            depth[i] = z;
            triangle[i] = mark;
          }
        }
      }
    }
  }
}
