package org.ankerdraft.render;

import org.ankerdraft.kernel.Plane;
import org.ankerdraft.kernel.Vec3;

/** Edges, outlines and contour lines over the shaded pixels. */
final class Lines {
  /**
   * An edge is drawn over a surface that lies up to this many pixels in front of it: it belongs to
   * that surface.
   */
  private static final float DEPTH_BIAS_PIXELS = 1.6f;

  /** A jump of depth between neighbours by more than this many pixels is an outline. */
  private static final float OUTLINE_JUMP_PIXELS = 9;

  private static final double SAME_PLACE_PIXELS = 0.75;

  /** Edges that lie on the section plane are still drawn. */
  private static final double CUT_SLACK_MM = 1e-4;

  private final Scene scene;
  private final Camera camera;
  private final Look look;
  private final Raster raster;
  private final float bias;
  private final float lineScale;

  Lines(Scene scene, Camera camera, Look look, Raster raster) {
    this.scene = scene;
    this.camera = camera;
    this.look = look;
    this.raster = raster;
    this.bias = (float) (DEPTH_BIAS_PIXELS / camera.pixelsPerMm());
    this.lineScale = Math.max(1, raster.width / 2000f);
  }

  /** Ink where the part ends against the ground or against something far behind it. */
  void silhouettes(int from, int to) {
    int w = raster.width;
    float jump = (float) (OUTLINE_JUMP_PIXELS / camera.pixelsPerMm());
    int ink = look.palette().ink();
    int[] triangle = raster.triangle;
    for (int y = Math.max(1, from); y < Math.min(to, raster.height - 1); y++) {
      for (int x = Math.max(1, raster.left - 1); x < Math.min(w - 1, raster.right + 1); x++) {
        int i = y * w + x;
        int mark = triangle[i];
        // Within one triangle there is no outline.
        if (mark == 0
            || (triangle[i + 1] == mark
                && triangle[i - 1] == mark
                && triangle[i + w] == mark
                && triangle[i - w] == mark)) {
          continue;
        }
        float z = raster.depth[i];
        if (isOtherSide(i, i + 1) || isOtherSide(i, i + w)) {
          raster.colour[i] = 0xFF000000 | ink;
          continue;
        }
        float right = raster.depth[i + 1];
        float left = raster.depth[i - 1];
        float below = raster.depth[i + w];
        float above = raster.depth[i - w];
        if (isStep(z, right, left, jump) || isStep(z, below, above, jump)) {
          boolean ground =
              right == Float.NEGATIVE_INFINITY
                  || left == Float.NEGATIVE_INFINITY
                  || below == Float.NEGATIVE_INFINITY
                  || above == Float.NEGATIVE_INFINITY;
          raster.colour[i] =
              0xFF000000 | Shader.mixed(raster.colour[i] & 0xFFFFFF, ink, ground ? 0.9f : 0.55f);
        }
      }
    }
  }

  /** One of the two pixels shows the part's outside, the other its inside or a section's cap. */
  private boolean isOtherSide(int i, int j) {
    return raster.triangle[j] != 0 && (raster.triangle[i] > 0) != (raster.triangle[j] > 0);
  }

  /** One neighbour lies far behind, and the surface does not just slope away evenly. */
  private static boolean isStep(float z, float one, float other, float jump) {
    float behind = z - Math.min(one, other);
    return behind > jump && Math.max(one, other) - z < behind - jump / 2;
  }

  void edges(int from, int to) {
    Vec3 r = camera.right().times(camera.pixelsPerMm());
    Vec3 u = camera.up().times(-camera.pixelsPerMm());
    Vec3 t = camera.toward();
    double ox = camera.width() / 2.0 - camera.target().dot(r);
    double oy = camera.height() / 2.0 - camera.target().dot(u);
    double oz = -camera.target().dot(t);
    for (int e = 0; e < scene.edgeCount(); e++) {
      boolean hover = e + 1 == look.hoverEdge();
      boolean edited = look.editedEdges().contains(e + 1);
      if (scene.smoothEdge[e] && !hover && !edited) {
        continue;
      }
      int colour = edited ? look.palette().buoy() : look.palette().ink();
      float width = (edited ? 3f : hover ? 3f : 1.15f) * lineScale;
      float opacity = edited || hover ? 1 : 0.88f;
      polyline(e, t, r, u, new double[] {ox, oy, oz}, new Stroke(colour, width, opacity), from, to);
    }
  }

  private record Stroke(int colour, float width, float opacity) {}

  private void polyline(
      int e, Vec3 t, Vec3 r, Vec3 u, double[] origin, Stroke stroke, int from, int to) {
    Plane section = look.section();
    float[] points = scene.edgePoints;
    double px = 0;
    double py = 0;
    double pz = 0;
    double pCut = 0;
    int first = scene.edgeStart[e];
    for (int k = first; k < scene.edgeStart[e + 1]; k++) {
      double x = points[3 * k];
      double y = points[3 * k + 1];
      double z = points[3 * k + 2];
      double qx = x * r.x() + y * r.y() + z * r.z() + origin[0];
      double qy = x * u.x() + y * u.y() + z * u.z() + origin[1];
      double qz = x * t.x() + y * t.y() + z * t.z() + origin[2];
      double qCut = section == null ? -1 : section.signedDistance(new Vec3(x, y, z)) - CUT_SLACK_MM;
      boolean meetsRows =
          Math.max(py, qy) >= from - stroke.width && Math.min(py, qy) <= to + stroke.width;
      if (k > first && meetsRows && (pCut <= 0 || qCut <= 0)) {
        double s = pCut / (pCut - qCut);
        boolean startCut = pCut > 0;
        boolean endCut = qCut > 0;
        segment(
            startCut ? px + (qx - px) * s : px,
            startCut ? py + (qy - py) * s : py,
            startCut ? pz + (qz - pz) * s : pz,
            endCut ? px + (qx - px) * s : qx,
            endCut ? py + (qy - py) * s : qy,
            endCut ? pz + (qz - pz) * s : qz,
            stroke.colour,
            stroke.width,
            stroke.opacity,
            from,
            to);
      }
      px = qx;
      py = qy;
      pz = qz;
      pCut = qCut;
    }
  }

  /** A line by coverage: each pixel near it takes ink by its distance from the line's middle. */
  private void segment(
      double ax,
      double ay,
      double az,
      double bx,
      double by,
      double bz,
      int colour,
      float width,
      float opacity,
      int from,
      int to) {
    double dx = bx - ax;
    double dy = by - ay;
    double length = Math.hypot(dx, dy);
    if (length < 1e-6) {
      return;
    }
    boolean steep = Math.abs(dy) > Math.abs(dx);
    float half = width / 2 + 0.5f;
    double major0 = steep ? ay : ax;
    double major1 = steep ? by : bx;
    double slope = steep ? dx / dy : dy / dx;
    double zSlope = (bz - az) / (steep ? dy : dx);
    double stretch = Math.sqrt(1 + slope * slope);
    int limit = steep ? raster.height : raster.width;
    int start = (int) Math.max(steep ? from : 0, Math.ceil(Math.min(major0, major1) - 0.5));
    int end =
        (int) Math.min(steep ? to - 1 : limit - 1, Math.floor(Math.max(major0, major1) - 0.5));
    double reach = half * stretch;
    for (int m = start; m <= end; m++) {
      double along = m + 0.5 - major0;
      double minor = (steep ? ax : ay) + along * slope;
      float z = (float) (az + along * zSlope);
      int low = (int) Math.ceil(minor - reach - 0.5);
      int high = (int) Math.floor(minor + reach - 0.5);
      for (int n = low; n <= high; n++) {
        int x = steep ? n : m;
        int y = steep ? m : n;
        if (y < from || y >= to || x < 0 || x >= raster.width) {
          continue;
        }
        int i = y * raster.width + x;
        if (raster.depth[i] > z + bias) {
          continue;
        }
        double distance = Math.abs(n + 0.5 - minor) / stretch;
        float cover = (float) Math.max(0, Math.min(1, half - distance)) * opacity;
        raster.colour[i] = 0xFF000000 | Shader.mixed(raster.colour[i] & 0xFFFFFF, colour, cover);
      }
    }
  }

  /** The edge nearest to a pixel within reach whose nearest point is not hidden, or 0. */
  static int edgeAt(
      Scene scene, Camera camera, Raster raster, double x, double y, double reachPixels) {
    float bias = (float) (2 * DEPTH_BIAS_PIXELS / camera.pixelsPerMm());
    int best = 0;
    double least = reachPixels;
    double front = Double.NEGATIVE_INFINITY;
    for (int e = 0; e < scene.edgeCount(); e++) {
      if (scene.smoothEdge[e]) {
        continue;
      }
      for (int k = scene.edgeStart[e] + 1; k < scene.edgeStart[e + 1]; k++) {
        Vec3 a = point(scene, k - 1);
        Vec3 b = point(scene, k);
        double ax = camera.screenX(a);
        double ay = camera.screenY(a);
        double dx = camera.screenX(b) - ax;
        double dy = camera.screenY(b) - ay;
        double square = dx * dx + dy * dy;
        double s =
            square == 0 ? 0 : Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / square));
        double distance = Math.hypot(x - ax - s * dx, y - ay - s * dy);
        double z = camera.depth(a) + s * (camera.depth(b) - camera.depth(a));
        // Of edges that coincide on screen the one in front is meant.
        boolean inFront =
            distance < least + SAME_PLACE_PIXELS && distance < reachPixels && z > front;
        if (inFront || distance < least - SAME_PLACE_PIXELS) {
          if (raster.depthAt((int) (ax + s * dx), (int) (ay + s * dy)) <= z + bias) {
            least = Math.min(least, distance);
            front = z;
            best = e + 1;
          }
        }
      }
    }
    return best;
  }

  private static Vec3 point(Scene scene, int k) {
    return new Vec3(
        scene.edgePoints[3 * k], scene.edgePoints[3 * k + 1], scene.edgePoints[3 * k + 2]);
  }
}
