package org.ankerdraft.render;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.ankerdraft.kernel.Vec3;

/**
 * Draws scenes in software: triangles into a visibility buffer by bands of rows on all threads,
 * then each pixel is shaded once, then edges as antialiased lines. Not safe for several threads at
 * once.
 */
public final class Renderer implements AutoCloseable {
  private static final int BAND = 32;

  private final ExecutorService pool;
  private final int threads;
  private float[] sx = new float[0];
  private float[] sy = new float[0];
  private float[] sz = new float[0];
  private float[] cut = new float[0];
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
    raster.resize(camera.width(), camera.height());
    transform(scene, camera, look);
    sortIntoBands(scene, camera.height(), look.section() != null);
    Shader shader = new Shader(scene, camera, look, raster, sx, sy);
    int bands = (camera.height() + BAND - 1) / BAND;
    AtomicInteger next = new AtomicInteger();
    together(() -> {
      for (int b = next.getAndIncrement(); b < bands; b = next.getAndIncrement()) {
        int from = b * BAND;
        int to = Math.min(camera.height(), from + BAND);
        raster.clearRows(from, to, 0xFF000000 | look.palette().field());
        for (int i = bandStart[b]; i < bandStart[b + 1]; i++) {
          fill(scene, banded[i], from, to, raster, look.section() != null);
        }
        shader.shade(from, to);
      }
    });
    Lines lines = new Lines(scene, camera, look, raster);
    AtomicInteger strip = new AtomicInteger();
    int rows = (camera.height() + threads - 1) / threads;
    together(() -> {
      int s = strip.getAndIncrement();
      int from = s * rows;
      int to = Math.min(camera.height(), from + rows);
      lines.silhouettes(from, to);
      lines.edges(from, to);
    });
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

  private void together(Runnable work) {
    List<Future<?>> parts = new ArrayList<>();
    for (int i = 1; i < threads; i++) {
      parts.add(pool.submit(work));
    }
    work.run();
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
    AtomicInteger part = new AtomicInteger();
    together(() -> {
      int p = part.getAndIncrement();
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
      }
      if (look.section() != null) {
        Vec3 m = look.section().normal();
        float d = (float) look.section().origin().dot(m);
        for (int i = from; i < to; i++) {
          cut[i] =
              (float) (pos[3 * i] * m.x() + pos[3 * i + 1] * m.y() + pos[3 * i + 2] * m.z()) - d;
        }
      }
    });
  }

  /** Counting sort of the visible triangles by the bands of rows they touch. */
  private void sortIntoBands(Scene scene, int height, boolean bothSides) {
    int bands = (height + BAND - 1) / BAND;
    int[] start = new int[bands + 2];
    int[] tri = scene.triangles;
    for (int pass = 0; pass < 2; pass++) {
      for (int t = 0; t < tri.length; t += 3) {
        float ay = sy[tri[t]];
        float by = sy[tri[t + 1]];
        float cy = sy[tri[t + 2]];
        int low = Math.max(0, (int) Math.min(ay, Math.min(by, cy)) / BAND);
        int high = Math.min(bands - 1, (int) Math.max(ay, Math.max(by, cy)) / BAND);
        if (low > high || (!bothSides && !isFront(tri, t))) {
          continue;
        }
        for (int b = low; b <= high; b++) {
          if (pass == 0) {
            start[b + 2]++;
          } else {
            banded[start[b + 1]++] = t / 3;
          }
        }
      }
      if (pass == 0) {
        for (int b = 2; b < start.length; b++) {
          start[b] += start[b - 1];
        }
        if (banded.length < start[bands + 1]) {
          banded = new int[start[bands + 1]];
        }
      }
    }
    bandStart = start;
  }

  private boolean isFront(int[] tri, int t) {
    int a = tri[t];
    int b = tri[t + 1];
    int c = tri[t + 2];
    // Screen y runs down, so a triangle seen from outside turns clockwise in pixel coordinates.
    return (sx[b] - sx[a]) * (sy[c] - sy[a]) - (sy[b] - sy[a]) * (sx[c] - sx[a]) < 0;
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
    int w = raster.width;
    for (int y = top; y <= bottom; y++) {
      float py = y + 0.5f;
      float left = Float.MAX_VALUE;
      float right = -Float.MAX_VALUE;
      if ((ay <= py) != (by <= py)) {
        float x = ax + (py - ay) * (bx - ax) / (by - ay);
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if ((by <= py) != (cy <= py)) {
        float x = bx + (py - by) * (cx - bx) / (cy - by);
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      if ((cy <= py) != (ay <= py)) {
        float x = cx + (py - cy) * (ax - cx) / (ay - cy);
        left = Math.min(left, x);
        right = Math.max(right, x);
      }
      // A hair wider than exact, so that rounding leaves no cracks between neighbours.
      int x0 = Math.max(0, (int) Math.ceil(left - 0.501f));
      int x1 = Math.min(w - 1, (int) Math.floor(right - 0.499f));
      int i = y * w + x0;
      float z = sz[a] + (x0 + 0.5f - ax) * zdx + (py - ay) * zdy;
      float k = clipped ? cut[a] + (x0 + 0.5f - ax) * kdx + (py - ay) * kdy : -1;
      for (int x = x0; x <= x1; x++, i++, z += zdx, k += kdx) {
        if (z > raster.depth[i] && k <= 0) {
          raster.depth[i] = z;
          raster.triangle[i] = mark;
        }
      }
    }
  }
}
