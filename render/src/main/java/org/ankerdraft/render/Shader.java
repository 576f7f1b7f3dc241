package org.ankerdraft.render;

import java.util.Arrays;
import org.ankerdraft.kernel.Plane;
import org.ankerdraft.kernel.Vec3;

/** Gives each visible pixel its colour, once. */
final class Shader {
  private static final float HATCH_PITCH = 7;
  private static final float HATCH_WIDTH = 2.4f;
  private static final float CAP_PITCH = 9;

  /**
   * Calm light: faces turned away keep most of their tint, so that the maps can be read everywhere.
   */
  private static final float AMBIENT = 0.76f;

  private static final float CONTOUR_WIDTH = 0.85f;
  private static final float FLATTEST_CONTOUR = 2e-4f;

  /** Light that changes by less than this for each pixel is even. */
  private static final float EVEN_LIGHT = 1e-6f;

  private static final int FEW = 2;

  /** Degrees at which the draft map changes its tint and draws a line. */
  static final float[] DRAFT_BANDS = {-20, -10, -5, -3, -2, -1, -0.5f, 0.5f, 1, 2, 3, 5, 10, 20};

  private final Scene scene;
  private final Look look;
  private final Raster raster;
  private final float[] sx;
  private final float[] sy;
  private final float lightX;
  private final float lightY;
  private final float lightZ;
  private final float pullX;
  private final float pullY;
  private final float pullZ;
  private final boolean[] isShort;
  private final boolean[] isUndercut;
  private final boolean[] isEdited;
  private final boolean[] isBend;
  private final boolean[] isHazard;
  private final boolean[] isTool;
  private final float[] draftBounds;
  private final float capDx;
  private final float capDy;
  private final float cap0;
  private final boolean capVisible;
  private final float scale;

  Shader(Scene scene, Camera camera, Look look, Raster raster, float[] sx, float[] sy) {
    this.scene = scene;
    this.look = look;
    this.raster = raster;
    this.sx = sx;
    this.sy = sy;
    Vec3 light =
        camera.toward().plus(camera.up().times(0.4)).plus(camera.right().times(-0.35)).unit();
    lightX = (float) light.x();
    lightY = (float) light.y();
    lightZ = (float) light.z();
    pullX = (float) look.pull().x();
    pullY = (float) look.pull().y();
    pullZ = (float) look.pull().z();
    isShort = flags(look.shortFaces());
    isUndercut = flags(look.undercutFaces());
    isBend = flags(look.bendFaces());
    isHazard = flags(look.hazardFaces());
    isTool = flags(look.toolFaces());
    isEdited = flags(look.editedFaces());
    draftBounds = new float[DRAFT_BANDS.length];
    for (int i = 0; i < draftBounds.length; i++) {
      draftBounds[i] = (float) Math.sin(Math.toRadians(DRAFT_BANDS[i]));
    }
    scale = Math.max(1, raster.width / 2000f);
    Plane s = look.section();
    double facing = s == null ? 0 : s.normal().dot(camera.toward());
    capVisible = facing > 1e-6;
    if (capVisible) {
      Vec3 o = camera.at(0.5, 0.5, 0);
      cap0 = (float) (-s.signedDistance(o) / facing);
      capDx = (float) (-s.normal().dot(camera.right()) / camera.pixelsPerMm() / facing);
      capDy = (float) (s.normal().dot(camera.up()) / camera.pixelsPerMm() / facing);
    } else {
      cap0 = 0;
      capDx = 0;
      capDy = 0;
    }
  }

  private boolean[] flags(java.util.Set<Integer> faces) {
    boolean[] flags = new boolean[scene.faceCount() + 1];
    for (int f : faces) {
      if (f >= 0 && f < flags.length) {
        flags[f] = true;
      }
    }
    return flags;
  }

  void shade(int from, int to) {
    int w = raster.width;
    int[] triangle = raster.triangle;
    Ramp ramp = new Ramp();
    boolean plain = isPlain();
    for (int y = from; y < to; y++) {
      int x = raster.left;
      while (x < raster.right) {
        int i = y * w + x;
        int mark = triangle[i];
        int end = x + 1;
        while (end < raster.right && triangle[y * w + end] == mark) {
          end++;
        }
        if (mark < 0) {
          for (; x < end; x++) {
            cap(y * w + x, x, y);
          }
        } else if (mark > 0) {
          if (plain && end - x <= FEW) {
            ramp.setEven(mark - 1);
          } else {
            ramp.set(mark - 1, x + 0.5f, y + 0.5f);
          }
          run(ramp, scene.faceOfTriangle[mark - 1], x, end, y);
        }
        x = end;
      }
    }
  }

  /** What changes evenly along a row within a triangle: its normal, and the value of the map. */
  private final class Ramp {
    float lit;
    float litStep;
    float pull;
    float pullStep;
    float pullDown;
    float wall;
    float wallStep;
    float wallDown;

    /** Of so few pixels nobody sees a slope: the light of the triangle's middle. */
    void setEven(int t) {
      int a = scene.triangles[3 * t];
      int b = scene.triangles[3 * t + 1];
      int c = scene.triangles[3 * t + 2];
      float[] n = scene.normals;
      lit =
          (dot(n, a, lightX, lightY, lightZ)
                  + dot(n, b, lightX, lightY, lightZ)
                  + dot(n, c, lightX, lightY, lightZ))
              / 3;
      litStep = 0;
    }

    void set(int t, float x, float y) {
      int a = scene.triangles[3 * t];
      int b = scene.triangles[3 * t + 1];
      int c = scene.triangles[3 * t + 2];
      float ax = sx[a];
      float ay = sy[a];
      float abx = sx[b] - ax;
      float aby = sy[b] - ay;
      float acx = sx[c] - ax;
      float acy = sy[c] - ay;
      float area = abx * acy - aby * acx;
      float inv = area == 0 ? 0 : 1 / area;
      float px = x - ax;
      float py = y - ay;
      float wb = (px * acy - py * acx) * inv;
      float wc = (py * abx - px * aby) * inv;
      float wbx = acy * inv;
      float wcx = -aby * inv;
      float[] n = scene.normals;
      float la = dot(n, a, lightX, lightY, lightZ);
      float lb = dot(n, b, lightX, lightY, lightZ) - la;
      float lc = dot(n, c, lightX, lightY, lightZ) - la;
      lit = la + lb * wb + lc * wc;
      litStep = lb * wbx + lc * wcx;
      if (look.map() == Look.Map.DRAFT) {
        float pa = dot(n, a, pullX, pullY, pullZ);
        float pb = dot(n, b, pullX, pullY, pullZ) - pa;
        float pc = dot(n, c, pullX, pullY, pullZ) - pa;
        pull = pa + pb * wb + pc * wc;
        pullStep = pb * wbx + pc * wcx;
        pullDown = (pc * abx - pb * acx) * inv;
      } else if (look.map() == Look.Map.WALL && scene.wall != null) {
        float va = scene.wall[a];
        float vb = scene.wall[b] - va;
        float vc = scene.wall[c] - va;
        wall = va + vb * wb + vc * wc;
        wallStep = vb * wbx + vc * wcx;
        wallDown = (vc * abx - vb * acx) * inv;
      }
    }
  }

  private static float dot(float[] n, int node, float x, float y, float z) {
    return n[3 * node] * x + n[3 * node + 1] * y + n[3 * node + 2] * z;
  }

  /** Whether no map lies over the part. */
  private boolean isPlain() {
    return look.map() == Look.Map.NONE || (look.map() == Look.Map.WALL && scene.wall == null);
  }

  /** A run of pixels of one triangle. */
  private void run(Ramp r, int face, int from, int to, int y) {
    int at = y * raster.width;
    if (isPlain()) {
      int base = marked(look.palette().body(), face);
      if (Math.abs(r.litStep) < EVEN_LIGHT) {
        Arrays.fill(raster.colour, at + from, at + to, lit(base, r.lit));
        return;
      }
      for (int x = from; x < to; x++) {
        raster.colour[at + x] = lit(base, r.lit + (x - from) * r.litStep);
      }
      return;
    }
    float wallSlope = Math.abs(r.wallStep) + Math.abs(r.wallDown);
    float pullSlope = Math.abs(r.pullStep) + Math.abs(r.pullDown);
    for (int x = from; x < to; x++) {
      int k = x - from;
      int base =
          switch (look.map()) {
            case NONE -> look.palette().body();
            case WALL -> wall(r.wall + k * r.wallStep, wallSlope, x, y);
            case FLAT -> flat(face, x, y);
            case DRAFT -> draft(r.pull + k * r.pullStep, pullSlope, face, x, y);
          };
      raster.colour[at + x] = lit(marked(base, face), r.lit + k * r.litStep);
    }
  }

  /** The colour of a face that is edited or pointed at. */
  private int marked(int colour, int face) {
    int base = isEdited[face] ? mixed(colour, look.palette().buoy(), 0.45f) : colour;
    if (face != look.hoverFace()) {
      return base;
    }
    return look.palette().isNight()
        ? mixed(base, look.palette().ink(), 0.25f)
        : mixed(base, look.palette().field(), 0.55f);
  }

  private static int lit(int base, float light) {
    return 0xFF000000 | dimmed(base, AMBIENT + (1 - AMBIENT) * Math.max(0, Math.min(1, light)));
  }

  private void cap(int i, int x, int y) {
    if (!capVisible) {
      raster.colour[i] = 0xFF000000 | dimmed(look.palette().body(), 0.6f);
      return;
    }
    raster.depth[i] = cap0 + x * capDx + y * capDy;
    boolean hatch = (x + y) % (int) (CAP_PITCH * scale) < scale;
    raster.colour[i] = 0xFF000000 | (hatch ? look.palette().ink2() : look.palette().cap());
  }

  private int wall(float t, float slope, int x, int y) {
    if (Float.isNaN(t)) {
      return look.palette().body();
    }
    float[] bands = look.bands();
    int[] tints = look.palette().wallTints();
    int band = 0;
    while (band < bands.length && t >= bands[band]) {
      band++;
    }
    int tint = tints[Math.min(tints.length - 1, band)];
    if (t < look.thinMm() && hatched(x + y)) {
      return look.palette().hazard();
    }
    if (t > look.thickMm() && hatched(x - y)) {
      return look.palette().hazard();
    }
    return onContour(t, bands, slope) ? mixed(tint, look.palette().ink(), 0.75f) : tint;
  }

  /**
   * Is the value within half a line's width, in pixels, of a bound? Level ground has no contour.
   */
  private boolean onContour(float value, float[] bounds, float slopePerPixel) {
    if (slopePerPixel < FLATTEST_CONTOUR) {
      return false;
    }
    for (float bound : bounds) {
      if (Math.abs(value - bound) < CONTOUR_WIDTH * scale * slopePerPixel) {
        return true;
      }
    }
    return false;
  }

  private boolean hatched(int along) {
    float pitch = HATCH_PITCH * scale;
    float at = along % pitch;
    return (at < 0 ? at + pitch : at) < HATCH_WIDTH * scale;
  }

  private int flat(int face, int x, int y) {
    if (isHazard[face] && hatched(x + y)) {
      return look.palette().hazard();
    }
    if (isTool[face]) {
      return look.palette().cap();
    }
    return isBend[face] ? look.palette().wallTints()[2] : look.palette().body();
  }

  private int draft(float sine, float slope, int face, int x, int y) {
    if (isUndercut[face] && (hatched(x + y) || hatched(x - y))) {
      return look.palette().hazard();
    }
    if (isShort[face] && hatched(x + y)) {
      return look.palette().hazard();
    }
    int band = 0;
    while (band < draftBounds.length && sine >= draftBounds[band]) {
      band++;
    }
    // Upwards faces on paper, downwards ones on sea; the steeper the fuller.
    int middle = draftBounds.length / 2;
    int away = Math.abs(band - middle);
    int full = band >= middle ? look.palette().cap() : look.palette().sea();
    int tint = mixed(look.palette().field(), full, 0.12f + 0.1f * away);
    return onContour(sine, draftBounds, slope) ? mixed(tint, look.palette().ink(), 0.7f) : tint;
  }

  static int mixed(int a, int b, float share) {
    int r = (int) (((a >> 16) & 0xFF) * (1 - share) + ((b >> 16) & 0xFF) * share);
    int g = (int) (((a >> 8) & 0xFF) * (1 - share) + ((b >> 8) & 0xFF) * share);
    int c = (int) ((a & 0xFF) * (1 - share) + (b & 0xFF) * share);
    return r << 16 | g << 8 | c;
  }

  private static int dimmed(int c, float k) {
    int s = (int) (k * 256);
    return ((((c >> 16) & 0xFF) * s) >> 8) << 16
        | ((((c >> 8) & 0xFF) * s) >> 8) << 8
        | (((c & 0xFF) * s) >> 8);
  }
}
