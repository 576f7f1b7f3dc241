package org.ankerdraft.render.draw;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Everything that lies at a place of the picture, one thing behind the other. */
public final class Behind {

  /**
   * A face or an edge.
   *
   * @param id in the scene
   * @param depth towards the viewer; more is nearer
   */
  public record Thing(boolean isEdge, int id, double depth) {}

  private final Scene scene;
  private final Camera camera;
  private final Plane section;
  private final double x;
  private final double y;

  private Behind(Scene scene, Camera camera, Plane section, double x, double y) {
    this.scene = scene;
    this.camera = camera;
    this.section = section;
    this.x = x;
    this.y = y;
  }

  /**
   * Faces under a pixel and edges near it, through the solid; the nearest first, an edge before the
   * faces it bounds.
   *
   * @param section what it cuts away is not there; null for none
   * @param reach how near an edge must be, pixels
   */
  public static List<Thing> at(
      Scene scene, Camera camera, Plane section, double x, double y, double reach) {
    Behind behind = new Behind(scene, camera, section, x, y);
    List<Thing> all = new ArrayList<>(behind.faces());
    // An edge is drawn over the faces that meet in it.
    double lift = reach / camera.pixelsPerMm();
    behind.edges(reach).forEach(e -> all.add(new Thing(true, e.id, e.depth + lift)));
    all.sort(Comparator.comparingDouble((Thing t) -> -t.depth));
    return all;
  }

  private List<Thing> faces() {
    Map<Integer, Thing> nearest = new HashMap<>();
    double[][] corner = new double[3][4];
    Projection projection = new Projection(camera);
    for (int t = 0; t < scene.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int n = 3 * scene.triangles[3 * t + k];
        projection.point(
            scene.positions[n], scene.positions[n + 1], scene.positions[n + 2], corner[k]);
      }
      double depth = depthIn(corner);
      if (!Double.isNaN(depth) && !isCutAway(camera.at(x, y, depth))) {
        Thing found = new Thing(false, scene.faceOfTriangle[t], depth);
        nearest.merge(found.id, found, (a, b) -> a.depth > b.depth ? a : b);
      }
    }
    return List.copyOf(nearest.values());
  }

  /** Of the triangle at the pixel; NaN if it does not lie there, or is seen on edge. */
  private double depthIn(double[][] c) {
    double whole = turn(c[0], c[1], c[2][0], c[2][1]);
    if (whole == 0) {
      return Double.NaN;
    }
    double a = turn(c[1], c[2], x, y) / whole;
    double b = turn(c[2], c[0], x, y) / whole;
    double rest = 1 - a - b;
    return a < 0 || b < 0 || rest < 0 ? Double.NaN : a * c[0][2] + b * c[1][2] + rest * c[2][2];
  }

  private static double turn(double[] p, double[] q, double x, double y) {
    return (q[0] - p[0]) * (y - p[1]) - (q[1] - p[1]) * (x - p[0]);
  }

  private List<Thing> edges(double reach) {
    List<Thing> out = new ArrayList<>();
    for (int e = 0; e < scene.edgeCount(); e++) {
      Thing found = scene.smoothEdge[e] ? null : edge(e, reach);
      if (found != null) {
        out.add(found);
      }
    }
    return out;
  }

  private Thing edge(int e, double reach) {
    double[] p = new double[4];
    double[] q = new double[4];
    Projection projection = new Projection(camera);
    double least = reach;
    Thing found = null;
    for (int k = scene.edgeStart[e]; k < scene.edgeStart[e + 1]; k++) {
      projection.point(
          scene.edgePoints[3 * k], scene.edgePoints[3 * k + 1], scene.edgePoints[3 * k + 2], q);
      double dx = q[0] - p[0];
      double dy = q[1] - p[1];
      double square = dx * dx + dy * dy;
      double share = square == 0 ? 0 : ((x - p[0]) * dx + (y - p[1]) * dy) / square;
      double s = Math.clamp(share, 0, 1);
      double depth = p[2] + s * (q[2] - p[2]);
      double distance = Math.hypot(x - p[0] - s * dx, y - p[1] - s * dy);
      if (k > scene.edgeStart[e]
          && distance < least
          && !isCutAway(camera.at(p[0] + s * dx, p[1] + s * dy, depth))) {
        least = distance;
        found = new Thing(true, e + 1, depth);
      }
      double[] free = p;
      p = q;
      q = free;
    }
    return found;
  }

  private boolean isCutAway(Vec3 place) {
    return section != null && section.signedDistance(place) > 0;
  }
}
