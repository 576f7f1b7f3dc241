package org.ankerdraft.core.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Where a plane cuts bodies: the outlines of the cap as segments, with the material on their left
 * as seen against the plane's normal. What is measured is measured between the faces, not between
 * the chords of their meshes.
 */
public final class SectionCut {
  /** Cosine of the angle by which normals at the ends of an edge of a smooth face may differ. */
  private static final double LEAST_TURNED = 0.75;

  /** A face that the plane, or a way in it, meets more aslant than this is taken as its mesh. */
  private static final double LEAST_ACROSS = 0.1;

  private final Plane plane;
  private final Vec3 u;
  private final Vec3 v;
  private final List<Segment> segments = new ArrayList<>();

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

  /** A place of a mesh with the face's normal there, and how far the face lies beyond it. */
  private record Spot(Vec3 at, Vec3 normal, double rise) {
    /** On the way to another place of the same face, whose normal turns evenly. */
    Spot towards(Spot other, double share) {
      double ownRise = rise + (other.rise - rise) * share;
      return new Spot(
          at.plus(other.at.minus(at).times(share)),
          normal.plus(other.normal.minus(normal).times(share)),
          ownRise + share * (1 - share) * bulge(other));
    }

    /** See {@link Segment#riseAt}: nothing where the normals are not of one smooth face. */
    private double bulge(Spot other) {
      boolean isSmooth = normal.dot(other.normal) > LEAST_TURNED;
      return isSmooth ? other.at.minus(at).dot(other.normal.minus(normal)) / 2 : 0;
    }
  }

  /**
   * A piece of an outline, in the plane.
   *
   * @param rise0 how far the face lies beyond its mesh where the segment begins, in the plane
   * @param rise1 where it ends
   * @param bulge by how much more in between, for each unit of the product of the shares
   */
  private record Segment(
      double x0, double y0, double x1, double y1, double rise0, double rise1, double bulge) {
    double length() {
      return Math.hypot(x1 - x0, y1 - y0);
    }

    /**
     * The face is a parabola over each chord: half the dot product of the chord with the change of
     * the normal, times the shares of both ends; of a circle that is its rise to the fourth order
     * of the angle.
     */
    double riseAt(double share) {
      return rise0 + (rise1 - rise0) * share + share * (1 - share) * bulge;
    }

    /** The area between the chord and the face. */
    double areaBeyond() {
      return length() * ((rise0 + rise1) / 2 + bulge / 6);
    }
  }

  /** A place on a segment, by the share of its way. */
  private record Foot(Segment on, double share) {
    double x() {
      return on.x0 + share * (on.x1 - on.x0);
    }

    double y() {
      return on.y0 + share * (on.y1 - on.y0);
    }

    double rise() {
      return on.riseAt(share);
    }
  }

  private void cut(TriangleMesh mesh) {
    int[] t = mesh.triangles();
    double[] height = new double[3];
    Spot[] corner = new Spot[3];
    for (int i = 0; i < t.length; i += 3) {
      for (int k = 0; k < 3; k++) {
        corner[k] =
            new Spot(vector(mesh.positions(), t[i + k]), vector(mesh.normals(), t[i + k]), 0);
        height[k] = plane.signedDistance(corner[k].at);
      }
      Spot in = null;
      Spot out = null;
      for (int k = 0; k < 3; k++) {
        int next = (k + 1) % 3;
        // A corner in the plane counts as above it, so that each edge is crossed or is not.
        if (height[k] < 0 != height[next] < 0) {
          Spot at = corner[k].towards(corner[next], height[k] / (height[k] - height[next]));
          if (height[k] < 0) {
            out = at;
          } else {
            in = at;
          }
        }
      }
      if (in != null && out != null) {
        segments.add(segment(in, out));
      }
    }
  }

  private static Vec3 vector(float[] of, int n) {
    return new Vec3(of[3 * n], of[3 * n + 1], of[3 * n + 2]);
  }

  private Segment segment(Spot in, Spot out) {
    return new Segment(
        in.at.dot(u),
        in.at.dot(v),
        out.at.dot(u),
        out.at.dot(v),
        in.rise * inPlane(in),
        out.rise * inPlane(out),
        in.bulge(out) * (inPlane(in) + inPlane(out)) / 2);
  }

  /** By how much a face that rises moves in the plane, which cuts it aslant. */
  private double inPlane(Spot spot) {
    double along = spot.normal.cross(plane.normal()).length();
    return along > LEAST_ACROSS ? 1 / along : 0;
  }

  /** Area of the cap, mm². */
  public double areaMm2() {
    double twice = 0;
    double beyond = 0;
    for (Segment s : segments) {
      twice += s.x0 * s.y1 - s.x1 * s.y0;
      beyond += s.areaBeyond();
    }
    return Math.abs(twice) / 2 + beyond;
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
    Foot near = nearest(x, y);
    if (near == null || !isInside(x, y)) {
      return Optional.empty();
    }
    double length = Math.hypot(x - near.x(), y - near.y());
    if (length == 0) {
      return Optional.empty();
    }
    double wayX = (x - near.x()) / length;
    double wayY = (y - near.y()) / length;
    Foot hit = firstHit(x, y, wayX, wayY);
    if (hit == null) {
      return Optional.empty();
    }
    double back = near.rise();
    double ahead = hit.rise() / across(hit.on, wayX, wayY);
    Vec3 from = at(near.x() - back * wayX, near.y() - back * wayY);
    Vec3 to = at(hit.x() + ahead * wayX, hit.y() + ahead * wayY);
    return Optional.of(new Thickness(from, to, from.distance(to)));
  }

  /** The cosine between a way and the normal of a segment that it meets. */
  private static double across(Segment s, double wayX, double wayY) {
    double cosine = Math.abs(wayX * (s.y1 - s.y0) - wayY * (s.x1 - s.x0)) / s.length();
    return Math.max(cosine, LEAST_ACROSS);
  }

  private Vec3 at(double x, double y) {
    Vec3 flat = u.times(x).plus(v.times(y));
    return flat.plus(plane.normal().times(plane.origin().dot(plane.normal())));
  }

  private Foot nearest(double x, double y) {
    double least = Double.MAX_VALUE;
    Foot best = null;
    for (Segment s : segments) {
      double dx = s.x1 - s.x0;
      double dy = s.y1 - s.y0;
      double square = dx * dx + dy * dy;
      double share =
          square == 0 ? 0 : Math.clamp(((x - s.x0) * dx + (y - s.y0) * dy) / square, 0, 1);
      Foot foot = new Foot(s, share);
      double d = Math.hypot(x - foot.x(), y - foot.y());
      if (d < least) {
        least = d;
        best = foot;
      }
    }
    return best;
  }

  /** By how often a line to the right leaves the material. */
  private boolean isInside(double x, double y) {
    boolean inside = false;
    for (Segment s : segments) {
      if (s.y0 > y != s.y1 > y && x < s.x0 + (y - s.y0) / (s.y1 - s.y0) * (s.x1 - s.x0)) {
        inside = !inside;
      }
    }
    return inside;
  }

  private Foot firstHit(double x, double y, double wayX, double wayY) {
    double first = Double.POSITIVE_INFINITY;
    Foot hit = null;
    for (Segment s : segments) {
      double dx = s.x1 - s.x0;
      double dy = s.y1 - s.y0;
      double det = wayX * dy - wayY * dx;
      if (det == 0) {
        continue;
      }
      double t = ((s.x0 - x) * dy - (s.y0 - y) * dx) / det;
      double along = ((s.x0 - x) * wayY - (s.y0 - y) * wayX) / det;
      if (t > 0 && t < first && along >= 0 && along <= 1) {
        first = t;
        hit = new Foot(s, along);
      }
    }
    return hit;
  }
}
