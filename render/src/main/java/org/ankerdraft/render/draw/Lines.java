package org.ankerdraft.render.draw;

import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

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

  /** Width of an edge that is chosen, pixels of a raster of usual size. */
  private static final float CHOSEN = 3;

  /** Width of an edge that is pointed at. */
  private static final float WIDEST = 4.5f;

  /** Edges that lie on the section plane are still drawn. */
  private static final double CUT_SLACK_MM = 1e-4;

  private final Scene scene;
  private final Camera camera;
  private final Look look;
  private final Raster raster;
  private final float bias;
  private final float jump;
  private final float lineScale;

  Lines(Scene scene, Camera camera, Look look, Raster raster) {
    this.scene = scene;
    this.camera = camera;
    this.look = look;
    this.raster = raster;
    this.bias = (float) (DEPTH_BIAS_PIXELS / camera.pixelsPerMm());
    this.jump = (float) (OUTLINE_JUMP_PIXELS / camera.pixelsPerMm());
    this.lineScale = lineScale(raster.width);
  }

  private static float lineScale(int rasterWidth) {
    return Math.max(1, rasterWidth / 2000f);
  }

  /** How many pixels beside the part a line on its outline may take. */
  static int reach(int rasterWidth) {
    return (int) Math.ceil(WIDEST / 2 * lineScale(rasterWidth) + 1);
  }

  /** Ink where the part ends against the ground or against something far behind it. */
  void silhouettes(int from, int to) {
    int w = raster.width;
    float[] depth = raster.depth;
    for (int y = Math.max(1, from); y < Math.min(to, raster.height - 1); y++) {
      int row = y * w;
      int left = Math.max(1, raster.rowLeft[y]);
      int right = Math.min(w - 1, raster.rowRight[y]);
      if (left >= right) {
        continue;
      }
      float before = depth[row + left - 1];
      float z = depth[row + left];
      for (int i = row + left; i < row + right; i++) {
        float after = depth[i + 1];
        float far = z - jump;
        if (before < far || after < far || depth[i - w] < far || depth[i + w] < far) {
          outline(i);
        }
        before = z;
        z = after;
      }
      if (look.section() != null) {
        cutOutlines(row + left, row + right);
      }
    }
  }

  private void outline(int i) {
    int w = raster.width;
    float z = raster.depth[i];
    float right = raster.depth[i + 1];
    float left = raster.depth[i - 1];
    float below = raster.depth[i + w];
    float above = raster.depth[i - w];
    if (isStep(z, right, left) || isStep(z, below, above)) {
      boolean ground =
          Math.min(Math.min(right, left), Math.min(below, above)) == Float.NEGATIVE_INFINITY;
      raster.colour[i] =
          0xFF000000 | Shader.mixed(raster.colour[i], look.palette().ink(), ground ? 0.9f : 0.55f);
    }
  }

  /** Ink where outside and inside meet: the outline of a section's cap. */
  private void cutOutlines(int from, int to) {
    for (int i = from; i < to; i++) {
      if (raster.triangle[i] != 0 && (isOtherSide(i, i + 1) || isOtherSide(i, i + raster.width))) {
        raster.colour[i] = 0xFF000000 | look.palette().ink();
      }
    }
  }

  /** One of the two pixels shows the part's outside, the other its inside or a section's cap. */
  private boolean isOtherSide(int i, int j) {
    return raster.triangle[j] != 0 && (raster.triangle[i] > 0) != (raster.triangle[j] > 0);
  }

  /** One neighbour lies far behind, and the surface does not just slope away evenly. */
  private boolean isStep(float z, float one, float other) {
    float behind = z - Math.min(one, other);
    return behind > jump && Math.max(one, other) - z < behind - jump / 2;
  }

  void edges(int from, int to) {
    Projection projection = new Projection(camera);
    for (int e = 0; e < scene.edgeCount(); e++) {
      boolean hover = look.hoverEdges().contains(e + 1);
      boolean edited = look.editedEdges().contains(e + 1);
      if (scene.smoothEdge[e] && !hover && !edited) {
        continue;
      }
      int colour = edited || hover ? look.palette().buoy() : look.palette().ink();
      float width = (hover ? WIDEST : edited ? CHOSEN : 1.15f) * lineScale;
      float opacity = edited || hover ? 1 : 0.88f;
      polyline(e, projection, new Stroke(colour, width, opacity), from, to);
    }
  }

  private record Stroke(int colour, float width, float opacity) {}

  private void polyline(int e, Projection projection, Stroke stroke, int from, int to) {
    Plane section = look.section();
    float[] points = scene.edgePoints;
    double[] p = new double[4];
    double[] q = new double[4];
    double pCut = 0;
    int first = scene.edgeStart[e];
    for (int k = first; k < scene.edgeStart[e + 1]; k++) {
      double x = points[3 * k];
      double y = points[3 * k + 1];
      double z = points[3 * k + 2];
      projection.point(x, y, z, q);
      double qCut =
          section == null ? -1 : (section.signedDistance(new Vec3(x, y, z)) - CUT_SLACK_MM) * q[3];
      boolean meetsRows =
          Math.max(p[1], q[1]) >= from - stroke.width && Math.min(p[1], q[1]) <= to + stroke.width;
      if (k > first && meetsRows && (pCut <= 0 || qCut <= 0)) {
        double s = pCut / (pCut - qCut);
        double[] start = pCut > 0 ? between(p, q, s) : p;
        double[] end = qCut > 0 ? between(p, q, s) : q;
        segment(start, end, stroke, from, to);
      }
      double[] free = p;
      p = q;
      q = free;
      pCut = qCut;
    }
  }

  private static double[] between(double[] p, double[] q, double s) {
    return new double[] {
      p[0] + (q[0] - p[0]) * s, p[1] + (q[1] - p[1]) * s, p[2] + (q[2] - p[2]) * s
    };
  }

  /** A line by coverage: each pixel near it takes ink by its distance from the line's middle. */
  private void segment(double[] a, double[] b, Stroke stroke, int from, int to) {
    double ax = a[0];
    double ay = a[1];
    double az = a[2];
    double bx = b[0];
    double by = b[1];
    double bz = b[2];
    double dx = bx - ax;
    double dy = by - ay;
    double length = Math.hypot(dx, dy);
    if (length < 1e-6) {
      return;
    }
    boolean steep = Math.abs(dy) > Math.abs(dx);
    float half = stroke.width / 2 + 0.5f;
    double major0 = steep ? ay : ax;
    double major1 = steep ? by : bx;
    double slope = steep ? dx / dy : dy / dx;
    double zSlope = (bz - az) / (steep ? dy : dx);
    double stretch = Math.sqrt(1 + slope * slope);
    int w = raster.width;
    int start = (int) Math.max(steep ? from : 0, Math.ceil(Math.min(major0, major1) - 0.5));
    int end = (int) Math.min(steep ? to - 1 : w - 1, Math.floor(Math.max(major0, major1) - 0.5));
    int least = steep ? 0 : from;
    int most = steep ? w - 1 : to - 1;
    double reach = half * stretch;
    float nearness = (float) (1 / stretch);
    for (int m = start; m <= end; m++) {
      double along = m + 0.5 - major0;
      double minor = (steep ? ax : ay) + along * slope;
      float front = (float) (az + along * zSlope) + bias;
      int low = (int) Math.max(least, Math.ceil(minor - reach - 0.5));
      int high = (int) Math.min(most, Math.floor(minor + reach - 0.5));
      for (int n = low; n <= high; n++) {
        int i = steep ? m * w + n : n * w + m;
        if (raster.depth[i] > front) {
          continue;
        }
        float cover = half - Math.abs((float) (n + 0.5 - minor)) * nearness;
        if (cover > 0) {
          raster.colour[i] =
              0xFF000000
                  | Shader.mixed(
                      raster.colour[i], stroke.colour, (cover < 1 ? cover : 1) * stroke.opacity);
        }
      }
    }
  }

  /**
   * The edge nearest to a pixel within reach whose nearest point is neither hidden nor cut away, or
   * 0.
   */
  static int edgeAt(
      Scene scene,
      Camera camera,
      Plane section,
      Raster raster,
      double x,
      double y,
      double reachPixels) {
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
          boolean isCutAway =
              section != null && section.signedDistance(a.plus(b.minus(a).times(s))) > 0;
          if (!isCutAway && raster.depthAt((int) (ax + s * dx), (int) (ay + s * dy)) <= z + bias) {
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
