package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.core.survey.WallField;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.vectors.Vec3;

/**
 * Undercuts by line of sight: a place is reached if the way out along the pull, or against it, is
 * free. A place that neither tool half reaches is undercut.
 */
final class UndercutCheck {
  private static final double LEAST_SHARE = 0.02;
  private static final double LEAST_AREA_MM2 = 0.5;

  /** A face this parallel to the pull slides along the tool and blocks nothing (sine). */
  private static final float GRAZING = 1e-3f;

  private UndercutCheck() {}

  /**
   * @param threads that look along the pull
   * @return null if cancelled
   */
  static List<Finding> check(
      BodyAnalysis a, RuleBook book, Vec3 pull, int threads, Budget.Cancel cancel) {
    FineMesh mesh = a.wall().mesh();
    boolean[] isHidden = new boolean[mesh.triangleCount()];
    float lift = (float) (Surveyor.accuracy(a.body()).deflectionMm() * 2);
    float far = (float) a.body().named().shape().mass().diagonalMm() * 2;
    boolean isDone =
        WallField.inParallel(
            isHidden.length,
            threads,
            cancel,
            (from, to) -> {
              Sight sight = new Sight(mesh, a.bvh().query(), pull, lift, far);
              for (int t = from; t < to; t++) {
                isHidden[t] = !sight.isReached(t);
              }
            });
    return isDone ? findings(a, book, mesh, isHidden) : null;
  }

  private static List<Finding> findings(
      BodyAnalysis a, RuleBook book, FineMesh mesh, boolean[] isHidden) {
    int faces = a.mesh().faceCount();
    double[] hidden = new double[faces + 1];
    double[] whole = new double[faces + 1];
    Vec3[] place = new Vec3[faces + 1];
    for (int t = 0; t < isHidden.length; t++) {
      int face = mesh.faceOfTriangle()[t];
      double area = mesh.areaMm2(t);
      whole[face] += area;
      if (isHidden[t]) {
        hidden[face] += area;
        place[face] = place[face] == null ? mesh.middle(t) : place[face];
      }
    }
    List<Finding> findings = new ArrayList<>();
    for (int f = 1; f <= faces; f++) {
      if (hidden[f] > Math.max(LEAST_AREA_MM2, LEAST_SHARE * whole[f])) {
        FaceName name = a.body().named().faceName(f);
        Limit limit = book.limit("undercut");
        findings.add(
            new Finding(
                "draft.undercut",
                Finding.Subject.DRAFT,
                limit.severity(),
                "Undercut",
                hidden[f],
                limit.value(),
                "mm²",
                place[f],
                a.body().name(),
                List.of(name),
                limit.source(),
                Words.number(Math.rint(hidden[f] * 10) / 10)
                    + " mm² of the "
                    + name
                    + " are reached by neither tool half",
                null));
      }
    }
    return findings;
  }

  /** Looks from the middle of triangles along the pull and against it. */
  private static final class Sight {
    private final FineMesh mesh;
    private final Bvh.Query query;
    private final float[] pull;
    private final float lift;
    private final float far;
    private final float[] from = new float[3];
    private final double[] normal = new double[3];

    Sight(FineMesh mesh, Bvh.Query query, Vec3 pull, float lift, float far) {
      this.mesh = mesh;
      this.query = query;
      this.pull = new float[] {(float) pull.x(), (float) pull.y(), (float) pull.z()};
      this.lift = lift;
      this.far = far;
    }

    boolean isReached(int t) {
      lookFrom(t);
      double side = normal[0] * pull[0] + normal[1] * pull[1] + normal[2] * pull[2];
      return (side > -GRAZING && isFree(1)) || (side < GRAZING && isFree(-1));
    }

    /**
     * The normal is the surface's, not the triangle's: a flat triangle on a slim cone may look the
     * wrong way.
     */
    private void lookFrom(int t) {
      int a = 3 * mesh.triangles()[3 * t];
      int b = 3 * mesh.triangles()[3 * t + 1];
      int c = 3 * mesh.triangles()[3 * t + 2];
      float[] p = mesh.positions();
      float[] n = mesh.normals();
      double square = 0;
      for (int k = 0; k < 3; k++) {
        normal[k] = (double) n[a + k] + n[b + k] + n[c + k];
        square += normal[k] * normal[k];
      }
      double scale = square > 0 ? 1 / Math.sqrt(square) : 0;
      for (int k = 0; k < 3; k++) {
        normal[k] *= scale;
        double middle = ((double) p[a + k] + p[b + k] + p[c + k]) / 3;
        from[k] = (float) (middle + lift * normal[k]);
      }
    }

    private boolean isFree(int way) {
      return !query.firstHit(
          from[0], from[1], from[2], way * pull[0], way * pull[1], way * pull[2], lift, far);
    }
  }
}
