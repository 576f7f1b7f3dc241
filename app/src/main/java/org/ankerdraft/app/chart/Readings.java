package org.ankerdraft.app.chart;

import java.util.Locale;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.vectors.Vec3;

/** What can be read off the part at the pointer. */
public final class Readings {
  private Readings() {}

  /** Draft of the face and wall at the place, as far as they are measured. */
  public static String of(Session session, Scene.Item item, Vec3 place) {
    for (BodyAnalysis a : session.bodies()) {
      if (a.body().equals(item.body())) {
        DraftRange r = a.draft().get(item.number() - 1);
        String draft =
            r.maxRad() - r.minRad() < Math.toRadians(0.05)
                ? String.format(Locale.ROOT, "draft %.2f°", Math.toDegrees(r.minRad()))
                : String.format(
                    Locale.ROOT,
                    "draft %.1f° to %.1f°",
                    Math.toDegrees(r.minRad()),
                    Math.toDegrees(r.maxRad()));
        return wall(a, item.number(), place) + draft;
      }
    }
    return "";
  }

  private static String wall(BodyAnalysis a, int face, Vec3 place) {
    if (a.wall() == null || place == null) {
      return "";
    }
    FineMesh mesh = a.wall().mesh();
    double least = Double.MAX_VALUE;
    float t = Float.NaN;
    for (int k = 0; k < mesh.triangleCount(); k++) {
      if (mesh.faceOfTriangle()[k] == face) {
        int n = mesh.triangles()[3 * k];
        double d =
            Math.hypot(
                Math.hypot(
                    mesh.positions()[3 * n] - place.x(), mesh.positions()[3 * n + 1] - place.y()),
                mesh.positions()[3 * n + 2] - place.z());
        if (d < least) {
          least = d;
          t = a.wall().bySphere()[n];
        }
      }
    }
    return Float.isNaN(t) ? "" : String.format(Locale.ROOT, "wall %.2f mm   ", t);
  }
}
