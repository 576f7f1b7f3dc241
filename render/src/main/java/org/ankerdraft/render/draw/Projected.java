package org.ankerdraft.render.draw;

import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Vec3;

/** The nodes of a scene on the screen, with what changes over its triangles. Reused. */
final class Projected {
  /** Screen x, screen y and depth of each node. */
  final float[] at;

  /** How squarely the light falls on each node. */
  final float[] light;

  /** What the map shows at each node: the sine of its draft, or its wall. */
  final float[] value;

  /** Distance to the section's plane, positive where it is cut away. */
  final float[] cut;

  private final Scene scene;
  private final Projection projection;
  private final Vec3 lamp;
  private final Look look;

  /** The least and the greatest screen x of each share of the nodes. */
  private final float[] low;

  private final float[] high;
  private final int shares;

  /** Room for a scene's nodes, in the arrays of an older one if they are large enough. */
  Projected(Projected old, Scene scene, Camera camera, Look look, int shares) {
    this.scene = scene;
    this.look = look;
    this.shares = shares;
    projection = new Projection(camera);
    lamp = camera.toward().plus(camera.up().times(0.4)).plus(camera.right().times(-0.35)).unit();
    int n = scene.positions.length / 3;
    boolean fits = old != null && old.light.length >= n;
    at = fits ? old.at : new float[3 * n];
    light = fits ? old.light : new float[n];
    value = fits ? old.value : new float[n];
    cut = fits ? old.cut : new float[n];
    low = new float[shares];
    high = new float[shares];
  }

  /** Projects one share of the nodes. */
  void project(int share) {
    int n = scene.positions.length / 3;
    int from = (int) ((long) n * share / shares);
    int to = (int) ((long) n * (share + 1) / shares);
    float[] p = scene.positions;
    projection.project(p, from, to, at);
    float least = Float.MAX_VALUE;
    float most = -Float.MAX_VALUE;
    for (int i = from; i < to; i++) {
      least = Math.min(least, at[3 * i]);
      most = Math.max(most, at[3 * i]);
    }
    low[share] = least;
    high[share] = most;
    along(scene.normals, lamp, 0, from, to, light);
    if (look.map() == Look.Map.DRAFT) {
      along(scene.normals, look.pull(), 0, from, to, value);
    } else if (look.map() == Look.Map.WALL && scene.wall != null) {
      System.arraycopy(scene.wall, from, value, from, to - from);
    }
    if (look.section() != null) {
      Vec3 m = look.section().normal();
      along(p, m, look.section().origin().dot(m), from, to, cut);
      projection.magnify(p, from, to, cut);
    }
  }

  /** The component of vectors along a direction, less an offset. */
  private static void along(
      float[] v, Vec3 direction, double offset, int from, int to, float[] result) {
    float x = (float) direction.x();
    float y = (float) direction.y();
    float z = (float) direction.z();
    float d = (float) offset;
    for (int i = from; i < to; i++) {
      result[i] = v[3 * i] * x + v[3 * i + 1] * y + v[3 * i + 2] * z - d;
    }
  }

  float leftmost() {
    float least = Float.MAX_VALUE;
    for (float x : low) {
      least = Math.min(least, x);
    }
    return least;
  }

  float rightmost() {
    float most = -Float.MAX_VALUE;
    for (float x : high) {
      most = Math.max(most, x);
    }
    return most;
  }
}
