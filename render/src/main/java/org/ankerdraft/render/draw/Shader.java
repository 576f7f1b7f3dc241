package org.ankerdraft.render.draw;

import org.ankerdraft.core.check.Slack;
import org.ankerdraft.render.look.BodyColours;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

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

  /** Steps of light that the eye cannot tell apart. */
  private static final int LIGHTS = 255;

  private static final int EDITED = 1;
  private static final int HOVERED = 2;

  /** Edited or not, hovered or not. */
  private static final int KINDS = 4;

  /** Degrees at which the draft map changes its tint and draws a line. */
  static final float[] DRAFT_BANDS = {-20, -10, -5, -3, -2, -1, -0.5f, 0.5f, 1, 2, 3, 5, 10, 20};

  private final Scene scene;
  private final Look look;
  private final Raster raster;
  private final Slopes slopes;
  private final boolean[] isShort;
  private final boolean[] isUndercut;
  private final boolean[] isEdited;
  private final boolean[] isBend;
  private final boolean[] isHazard;
  private final boolean[] isTool;
  private final float[] draftBounds;
  private final float[] wallBounds;
  private final float thin;
  private final float thick;
  private final float capDx;
  private final float capDy;
  private final float cap0;
  private final boolean capVisible;
  private final float scale;
  private final int[][] plain;

  Shader(Scene scene, Camera camera, Look look, Raster raster, Slopes slopes) {
    this.scene = scene;
    this.look = look;
    this.raster = raster;
    this.slopes = slopes;
    isShort = flags(look.shortFaces());
    isUndercut = flags(look.undercutFaces());
    isBend = flags(look.bendFaces());
    isHazard = flags(look.hazardFaces());
    isTool = flags(look.toolFaces());
    isEdited = flags(look.editedFaces());
    draftBounds = draftBounds();
    wallBounds = wallBounds(look.bands());
    thin = (float) (look.thinMm() * (1 - Slack.WALL_SHARE));
    thick = (float) (look.thickMm() * (1 + Slack.WALL_SHARE));
    scale = Math.max(1, raster.width / 2000f);
    Plane s = look.section();
    double offset = s == null ? 0 : s.signedDistance(camera.target());
    double facing = s == null ? 0 : s.normal().dot(camera.toward()) + offset / camera.eyeMm();
    capVisible = facing > 1e-6;
    // The plane's depth at pixels: where n . (target + sideways + depth) meets it.
    Vec3 n = s == null ? Vec3.ZERO : s.normal().times(-1 / (facing * camera.pixelsPerMm()));
    capDx = (float) n.dot(camera.right());
    capDy = (float) -n.dot(camera.up());
    cap0 =
        (float)
            (-offset / facing
                + (0.5 - camera.width() / 2.0) * n.dot(camera.right())
                + (camera.height() / 2.0 - 0.5) * n.dot(camera.up()));
    plain = plainColours();
  }

  /**
   * Sines of the bounds. A face that has the angle of a bound to within what the check passes over
   * lies beyond it as a whole: it is not parted by the last digits of its normals.
   */
  static float[] draftBounds() {
    float[] bounds = new float[DRAFT_BANDS.length];
    for (int i = 0; i < bounds.length; i++) {
      double angle = Math.toRadians(Math.abs(DRAFT_BANDS[i])) - Slack.DRAFT_RAD;
      bounds[i] = (float) Math.copySign(Math.sin(angle), DRAFT_BANDS[i]);
    }
    return bounds;
  }

  /**
   * Likewise the bounds of the wall's tints: a wall on a bound has the tint towards the nominal.
   */
  private static float[] wallBounds(float[] bands) {
    float[] bounds = bands.clone();
    for (int i = 0; i < bounds.length; i++) {
      boolean isBelow = 2 * i <= bounds.length;
      bounds[i] *= (float) (isBelow ? 1 - Slack.WALL_SHARE : 1 + Slack.WALL_SHARE);
    }
    return bounds;
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
    for (int y = from; y < to; y++) {
      raster.clearColoursBeside(y);
      raster.rowLeft[y] = raster.right;
      raster.rowRight[y] = raster.left;
      int x = raster.left;
      while (x < raster.right) {
        int mark = triangle[y * w + x];
        int end = x + 1;
        while (end < raster.right && triangle[y * w + end] == mark) {
          end++;
        }
        if (mark == 0) {
          raster.clearColours(y, x, end);
        } else {
          raster.rowLeft[y] = Math.min(raster.rowLeft[y], x);
          raster.rowRight[y] = end;
          seen(mark, x, end, y);
        }
        x = end;
      }
    }
  }

  /** A run of pixels that show the same triangle, or a section's cap. */
  private void seen(int mark, int from, int to, int y) {
    if (mark > 0 && plain != null) {
      plainRun(mark - 1, from, to, y);
    } else if (mark > 0) {
      run(mark - 1, from, to, y);
    } else {
      for (int x = from; x < to; x++) {
        cap(y * raster.width + x, x, y);
      }
    }
  }

  /**
   * For each colour of bodies, colours by light of plain, edited, hovered and hovered edited faces;
   * null if a map is laid over.
   */
  private int[][] plainColours() {
    if (look.map() != Look.Map.NONE && (look.map() != Look.Map.WALL || scene.wall != null)) {
      return null;
    }
    int[][] colours = new int[KINDS * BodyColours.count()][LIGHTS + 1];
    for (int kind = 0; kind < colours.length; kind++) {
      int body = BodyColours.of(kind / KINDS, look.palette());
      int base = marked(body, (kind & EDITED) != 0, (kind & HOVERED) != 0);
      for (int light = 0; light <= LIGHTS; light++) {
        colours[kind][light] = lit(base, (float) light / LIGHTS);
      }
    }
    return colours;
  }

  /** A run of pixels of one triangle without a map. */
  private void plainRun(int t, int from, int to, int y) {
    int face = scene.faceOfTriangle[t];
    int mark = (isEdited[face] ? EDITED : 0) | (face == look.hoverFace() ? HOVERED : 0);
    int[] colours = plain[KINDS * look.tint(face) + mark];
    int at = y * raster.width;
    float light = slopes.light(t, from + 0.5f, y + 0.5f) * LIGHTS;
    float step = slopes.lightStep(t) * LIGHTS;
    for (int i = at + from; i < at + to; i++, light += step) {
      raster.colour[i] = colours[Math.max(0, Math.min(LIGHTS, (int) light))];
    }
  }

  /** A run of pixels of one triangle under a map. */
  private void run(int t, int from, int to, int y) {
    int face = scene.faceOfTriangle[t];
    int at = y * raster.width;
    float light = slopes.light(t, from + 0.5f, y + 0.5f);
    float lightStep = slopes.lightStep(t);
    float value = slopes.value(t, from + 0.5f, y + 0.5f);
    float step = slopes.valueStep(t);
    float slope = Math.abs(step) + Math.abs(slopes.valueDown(t));
    boolean hovered = face == look.hoverFace();
    for (int x = from; x < to; x++, light += lightStep, value += step) {
      int base =
          switch (look.map()) {
            case NONE -> BodyColours.of(look.tint(face), look.palette());
            case WALL -> wall(t, value, slope, x, y);
            case FLAT -> flat(face, x, y);
            case DRAFT -> draft(t, value, slope, face, x, y);
          };
      raster.colour[at + x] = lit(marked(base, isEdited[face], hovered), light);
    }
  }

  /** The colour of a face that is edited or pointed at. */
  private int marked(int colour, boolean edited, boolean hovered) {
    int base = edited ? mixed(colour, look.palette().buoy(), 0.45f) : colour;
    // Its edges are lit too: a little is enough, and leaves a map's tints what they are.
    return hovered
        ? mixed(mixed(base, look.palette().field(), 0.3f), look.palette().buoy(), 0.14f)
        : base;
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

  private int wall(int triangle, float t, float slope, int x, int y) {
    if (Float.isNaN(t)) {
      return look.palette().body();
    }
    int[] tints = look.palette().wallTints();
    int band = 0;
    while (band < wallBounds.length && t >= wallBounds[band]) {
      band++;
    }
    int tint = tints[Math.min(tints.length - 1, band)];
    if (t < thin && hatched(x + y)) {
      return look.palette().hazard();
    }
    if (t > thick && hatched(x - y)) {
      return look.palette().hazard();
    }
    return onContour(triangle, t, wallBounds, slope)
        ? mixed(tint, look.palette().ink(), 0.75f)
        : tint;
  }

  /**
   * Is the value within half a line's width, in pixels, of a bound that its triangle crosses? Level
   * ground has no contour.
   */
  private boolean onContour(int triangle, float value, float[] bounds, float slopePerPixel) {
    if (slopePerPixel < FLATTEST_CONTOUR) {
      return false;
    }
    for (float bound : bounds) {
      if (Math.abs(value - bound) < CONTOUR_WIDTH * scale * slopePerPixel
          && slopes.spans(triangle, bound)) {
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

  private int draft(int triangle, float sine, float slope, int face, int x, int y) {
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
    return onContour(triangle, sine, draftBounds, slope)
        ? mixed(tint, look.palette().ink(), 0.7f)
        : tint;
  }

  /** A colour between two, both channels beside green at once. */
  static int mixed(int a, int b, float share) {
    int s = (int) (share * 256 + 0.5f);
    int rest = 256 - s;
    int redBlue = ((a & 0xFF00FF) * rest + (b & 0xFF00FF) * s) >>> 8 & 0xFF00FF;
    int green = ((a & 0xFF00) * rest + (b & 0xFF00) * s) >>> 8 & 0xFF00;
    return redBlue | green;
  }

  private static int dimmed(int c, float k) {
    int s = (int) (k * 256);
    return ((((c >> 16) & 0xFF) * s) >> 8) << 16
        | ((((c >> 8) & 0xFF) * s) >> 8) << 8
        | (((c & 0xFF) * s) >> 8);
  }
}
