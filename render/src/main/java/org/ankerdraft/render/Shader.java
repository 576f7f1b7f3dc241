package org.ankerdraft.render;

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
    for (int y = from; y < to; y++) {
      int last = 0;
      float na = 0;
      float nb = 0;
      float nc = 0;
      float ndax = 0;
      float ndbx = 0;
      float ndcx = 0;
      float s = 0;
      float sdx = 0;
      float sdy = 0;
      float p = 0;
      float pdx = 0;
      float pdy = 0;
      int runStart = 0;
      for (int x = 0; x < w; x++) {
        int i = y * w + x;
        int mark = raster.triangle[i];
        if (mark == 0) {
          last = 0;
          continue;
        }
        if (mark < 0) {
          cap(i, x, y);
          last = 0;
          continue;
        }
        if (mark != last) {
          last = mark;
          runStart = x;
          int t = mark - 1;
          int a = scene.triangles[3 * t];
          int b = scene.triangles[3 * t + 1];
          int c = scene.triangles[3 * t + 2];
          float ax = sx[a];
          float ay = sy[a];
          float area = (sx[b] - ax) * (sy[c] - ay) - (sy[b] - ay) * (sx[c] - ax);
          float inv = area == 0 ? 0 : 1 / area;
          float px = x + 0.5f - ax;
          float py = y + 0.5f - ay;
          float wb = (px * (sy[c] - ay) - py * (sx[c] - ax)) * inv;
          float wc = (py * (sx[b] - ax) - px * (sy[b] - ay)) * inv;
          float wbx = (sy[c] - ay) * inv;
          float wcx = -(sy[b] - ay) * inv;
          float wby = -(sx[c] - ax) * inv;
          float wcy = (sx[b] - ax) * inv;
          float way = -wby - wcy;
          float wa = 1 - wb - wc;
          float wax = -wbx - wcx;
          float[] n = scene.normals;
          na = n[3 * a] * wa + n[3 * b] * wb + n[3 * c] * wc;
          nb = n[3 * a + 1] * wa + n[3 * b + 1] * wb + n[3 * c + 1] * wc;
          nc = n[3 * a + 2] * wa + n[3 * b + 2] * wb + n[3 * c + 2] * wc;
          ndax = n[3 * a] * wax + n[3 * b] * wbx + n[3 * c] * wcx;
          ndbx = n[3 * a + 1] * wax + n[3 * b + 1] * wbx + n[3 * c + 1] * wcx;
          ndcx = n[3 * a + 2] * wax + n[3 * b + 2] * wbx + n[3 * c + 2] * wcx;
          p = na * pullX + nb * pullY + nc * pullZ;
          pdx = ndax * pullX + ndbx * pullY + ndcx * pullZ;
          pdy =
              (n[3 * a] * way + n[3 * b] * wby + n[3 * c] * wcy) * pullX
                  + (n[3 * a + 1] * way + n[3 * b + 1] * wby + n[3 * c + 1] * wcy) * pullY
                  + (n[3 * a + 2] * way + n[3 * b + 2] * wby + n[3 * c + 2] * wcy) * pullZ;
          if (scene.wall != null) {
            s = scene.wall[a] * wa + scene.wall[b] * wb + scene.wall[c] * wc;
            sdx = scene.wall[a] * wax + scene.wall[b] * wbx + scene.wall[c] * wcx;
            sdy = scene.wall[a] * way + scene.wall[b] * wby + scene.wall[c] * wcy;
          }
        }
        int k = x - runStart;
        float nx = na + k * ndax;
        float ny = nb + k * ndbx;
        float nz = nc + k * ndcx;
        float lit = nx * lightX + ny * lightY + nz * lightZ;
        int face = scene.faceOfTriangle[last - 1];
        raster.face[i] = face;
        int base =
            switch (look.map()) {
              case NONE -> look.palette().body();
              case WALL ->
                  scene.wall == null
                      ? look.palette().body()
                      : wall(s + k * sdx, Math.abs(sdx) + Math.abs(sdy), x, y);
              case FLAT -> flat(face, x, y);
              case DRAFT -> draft(p + k * pdx, Math.abs(pdx) + Math.abs(pdy), face, x, y);
            };
        if (isEdited[face]) {
          base = mixed(base, look.palette().buoy(), 0.45f);
        }
        if (face == look.hoverFace()) {
          base = mixed(base, look.palette().field(), look.palette().isNight() ? 0f : 0.55f);
          base = look.palette().isNight() ? mixed(base, look.palette().ink(), 0.25f) : base;
        }
        raster.colour[i] =
            0xFF000000 | dimmed(base, AMBIENT + (1 - AMBIENT) * Math.max(0, Math.min(1, lit)));
      }
    }
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
