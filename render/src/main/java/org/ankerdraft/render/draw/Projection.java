package org.ankerdraft.render.draw;

import org.ankerdraft.vectors.Vec3;

/** A camera as numbers, for many points at once. */
final class Projection {
  private final double rx;
  private final double ry;
  private final double rz;
  private final double ux;
  private final double uy;
  private final double uz;
  private final double tx;
  private final double ty;
  private final double tz;
  private final double r0;
  private final double u0;
  private final double t0;
  private final double middleX;
  private final double middleY;
  private final Camera camera;
  private final Vec3 eye;

  Projection(Camera camera) {
    this.camera = camera;
    Vec3 r = camera.right().times(camera.pixelsPerMm());
    Vec3 u = camera.up().times(-camera.pixelsPerMm());
    Vec3 t = camera.toward();
    rx = r.x();
    ry = r.y();
    rz = r.z();
    ux = u.x();
    uy = u.y();
    uz = u.z();
    tx = t.x();
    ty = t.y();
    tz = t.z();
    r0 = -camera.target().dot(r);
    u0 = -camera.target().dot(u);
    t0 = -camera.target().dot(t);
    middleX = camera.width() / 2.0;
    middleY = camera.height() / 2.0;
    eye = camera.isPerspective() ? camera.target().plus(t.times(camera.eyeMm())) : null;
  }

  /** Screen x, screen y, depth and magnification of a point. */
  void point(double x, double y, double z, double[] to) {
    double ahead = x * tx + y * ty + z * tz + t0;
    double w = camera.magnification(ahead);
    to[0] = (x * rx + y * ry + z * rz + r0) * w + middleX;
    to[1] = (x * ux + y * uy + z * uz + u0) * w + middleY;
    to[2] = ahead * w;
    to[3] = w;
  }

  /** Screen x, screen y and depth of points, three numbers each. */
  void project(float[] points, int from, int to, float[] screen) {
    if (camera.isPerspective()) {
      double[] one = new double[4];
      for (int i = 3 * from; i < 3 * to; i += 3) {
        point(points[i], points[i + 1], points[i + 2], one);
        screen[i] = (float) one[0];
        screen[i + 1] = (float) one[1];
        screen[i + 2] = (float) one[2];
      }
      return;
    }
    float ax = (float) rx;
    float ay = (float) ry;
    float az = (float) rz;
    float bx = (float) ux;
    float by = (float) uy;
    float bz = (float) uz;
    float cx = (float) tx;
    float cy = (float) ty;
    float cz = (float) tz;
    float a0 = (float) (r0 + middleX);
    float b0 = (float) (u0 + middleY);
    float c0 = (float) t0;
    for (int i = 3 * from; i < 3 * to; i += 3) {
      float x = points[i];
      float y = points[i + 1];
      float z = points[i + 2];
      screen[i] = x * ax + y * ay + z * az + a0;
      screen[i + 1] = x * bx + y * by + z * bz + b0;
      screen[i + 2] = x * cx + y * cy + z * cz + c0;
    }
  }

  /** Magnifies a distance at each point, so that it changes evenly on the screen. */
  void magnify(float[] points, int from, int to, float[] distance) {
    if (!camera.isPerspective()) {
      return;
    }
    for (int i = from; i < to; i++) {
      double ahead = points[3 * i] * tx + points[3 * i + 1] * ty + points[3 * i + 2] * tz + t0;
      distance[i] *= (float) camera.magnification(ahead);
    }
  }

  /** Whether every normal of a group of triangles looks away from the viewer. */
  boolean looksAway(float[] shape, int group) {
    double x = tx;
    double y = ty;
    double z = tz;
    double slack = shape[group + Clusters.CONE] + 1e-4;
    if (eye != null) {
      x = eye.x() - shape[group];
      y = eye.y() - shape[group + 1];
      z = eye.z() - shape[group + 2];
      slack = slack * Math.sqrt(x * x + y * y + z * z) + shape[group + Clusters.RADIUS];
    }
    int axis = group + Clusters.AXIS;
    return shape[axis] * x + shape[axis + 1] * y + shape[axis + 2] * z < -slack;
  }

  /** Bounds of a ball on the screen: least and greatest x, least and greatest y. */
  void bounds(float[] shape, int group, double[] to) {
    double x = shape[group];
    double y = shape[group + 1];
    double z = shape[group + 2];
    double radius = shape[group + Clusters.RADIUS];
    double reach = radius * camera.pixelsPerMm();
    double ahead = x * tx + y * ty + z * tz + t0;
    double across = x * rx + y * ry + z * rz + r0;
    double down = x * ux + y * uy + z * uz + u0;
    double near = camera.magnification(ahead + radius);
    double far = camera.magnification(ahead - radius);
    to[0] = middleX + Math.min((across - reach) * near, (across - reach) * far);
    to[1] = middleX + Math.max((across + reach) * near, (across + reach) * far);
    to[2] = middleY + Math.min((down - reach) * near, (down - reach) * far);
    to[3] = middleY + Math.max((down + reach) * near, (down + reach) * far);
  }
}
