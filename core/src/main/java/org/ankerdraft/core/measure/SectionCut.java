package org.ankerdraft.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Where a plane cuts bodies: the outlines of the cap as segments, with the material on their left
 * as seen against the plane's normal. As accurate as the meshes that it is made of.
 */
public final class SectionCut {
  private final Plane plane;
  private final Vec3 u;
  private final Vec3 v;
  private final List<double[]> segments = new ArrayList<>();

  /**
   * @param meshes of closed bodies
   */
  public SectionCut(List<TriangleMesh> meshes, Plane plane) {
    this.plane = plane;
    Vec3 n = plane.normal();
    Vec3 other = Math.abs(n.x()) < 0.9 ? new Vec3(1, 0, 0) : new Vec3(0, 1, 0);
    u = n.cross(other).unit();
    v = n.cross(u);
    meshes.forEach(this::cut);
  }

  /**
   * What is read of the cap at a place.
   *
   * @param from where the nearest edge of the cap is
   * @param to where the material ends across from it
   */
  public record Thickness(Vec3 from, Vec3 to, double mm) {}

  private void cut(TriangleMesh mesh) {
    float[] p = mesh.positions();
    int[] t = mesh.triangles();
    double[] height = new double[3];
    Vec3[] corner = new Vec3[3];
    for (int i = 0; i < t.length; i += 3) {
      for (int k = 0; k < 3; k++) {
        int n = 3 * t[i + k];
        corner[k] = new Vec3(p[n], p[n + 1], p[n + 2]);
        height[k] = plane.signedDistance(corner[k]);
      }
      Vec3 in = null;
      Vec3 out = null;
      for (int k = 0; k < 3; k++) {
        int next = (k + 1) % 3;
        // A corner in the plane counts as above it, so that each edge is crossed or is not.
        if (height[k] < 0 != height[next] < 0) {
          double share = height[k] / (height[k] - height[next]);
          Vec3 at = corner[k].plus(corner[next].minus(corner[k]).times(share));
          if (height[k] < 0) {
            out = at;
          } else {
            in = at;
          }
        }
      }
      if (in != null && out != null) {
        segments.add(new double[] {in.dot(u), in.dot(v), out.dot(u), out.dot(v)});
      }
    }
  }

  /** Area of the cap, mm². */
  public double areaMm2() {
    double twice = 0;
    for (double[] s : segments) {
      twice += s[0] * s[3] - s[2] * s[1];
    }
    return Math.abs(twice) / 2;
  }

  /**
   * The thickness of the material at a place of the cap: from the nearest edge straight through the
   * place to the other side.
   *
   * @return empty if there is no material there
   */
  public Optional<Thickness> thickness(Vec3 place) {
    double x = place.dot(u);
    double y = place.dot(v);
    double[] near = nearest(x, y);
    if (near == null || !isInside(x, y)) {
      return Optional.empty();
    }
    double wayX = x - near[0];
    double wayY = y - near[1];
    double length = Math.hypot(wayX, wayY);
    if (length == 0) {
      return Optional.empty();
    }
    double across = firstHit(x, y, wayX / length, wayY / length);
    double mm = length + across;
    Vec3 from = at(near[0], near[1]);
    Vec3 to = at(x + across * wayX / length, y + across * wayY / length);
    return Double.isInfinite(across) ? Optional.empty() : Optional.of(new Thickness(from, to, mm));
  }

  private Vec3 at(double x, double y) {
    Vec3 flat = u.times(x).plus(v.times(y));
    return flat.plus(plane.normal().times(plane.origin().dot(plane.normal())));
  }

  private double[] nearest(double x, double y) {
    double least = Double.MAX_VALUE;
    double[] best = null;
    for (double[] s : segments) {
      double dx = s[2] - s[0];
      double dy = s[3] - s[1];
      double square = dx * dx + dy * dy;
      double share =
          square == 0 ? 0 : Math.clamp(((x - s[0]) * dx + (y - s[1]) * dy) / square, 0, 1);
      double px = s[0] + share * dx;
      double py = s[1] + share * dy;
      double d = Math.hypot(x - px, y - py);
      if (d < least) {
        least = d;
        best = new double[] {px, py};
      }
    }
    return best;
  }

  /** By how often a line to the right leaves the material. */
  private boolean isInside(double x, double y) {
    boolean inside = false;
    for (double[] s : segments) {
      if (s[1] > y != s[3] > y && x < s[0] + (y - s[1]) / (s[3] - s[1]) * (s[2] - s[0])) {
        inside = !inside;
      }
    }
    return inside;
  }

  private double firstHit(double x, double y, double wayX, double wayY) {
    double first = Double.POSITIVE_INFINITY;
    for (double[] s : segments) {
      double dx = s[2] - s[0];
      double dy = s[3] - s[1];
      double det = wayX * dy - wayY * dx;
      if (det == 0) {
        continue;
      }
      double t = ((s[0] - x) * dy - (s[1] - y) * dx) / det;
      double along = ((s[0] - x) * wayY - (s[1] - y) * wayX) / det;
      if (t > 0 && t < first && along >= 0 && along <= 1) {
        first = t;
      }
    }
    return first;
  }
}
