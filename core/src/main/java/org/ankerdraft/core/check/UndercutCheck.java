package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.Arrays;
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
    float[] side = sides(mesh, pull);
    Bvh ceilings = facing(mesh, side, -1);
    Bvh floors = facing(mesh, side, 1);
    boolean[] isHidden = new boolean[mesh.triangleCount()];
    float lift = (float) (Surveyor.accuracy(a.body()).deflectionMm() * 2);
    float far = (float) a.body().named().shape().mass().diagonalMm() * 2;
    boolean isDone =
        WallField.inParallel(
            isHidden.length,
            threads,
            cancel,
            (from, to) -> {
              Sight sight =
                  new Sight(mesh, side, ceilings.query(), floors.query(), pull, lift, far);
              for (int t = from; t < to; t++) {
                isHidden[t] = !sight.isReached(t);
              }
            });
    return isDone ? findings(a, book, mesh, isHidden) : null;
  }

  /**
   * How far each triangle looks along the pull: the sine of its draft. By the surface's normals,
   * not the triangle's: a flat triangle on a slim cone may look the wrong way.
   */
  private static float[] sides(FineMesh mesh, Vec3 pull) {
    float[] side = new float[mesh.triangleCount()];
    double[] normal = new double[3];
    for (int t = 0; t < side.length; t++) {
      normalOf(mesh, t, normal);
      side[t] = (float) (normal[0] * pull.x() + normal[1] * pull.y() + normal[2] * pull.z());
    }
    return side;
  }

  private static void normalOf(FineMesh mesh, int t, double[] normal) {
    float[] n = mesh.normals();
    double square = 0;
    for (int k = 0; k < 3; k++) {
      normal[k] = 0;
      for (int corner = 3 * t; corner < 3 * t + 3; corner++) {
        normal[k] += n[3 * mesh.triangles()[corner] + k];
      }
      square += normal[k] * normal[k];
    }
    double scale = square > 0 ? 1 / Math.sqrt(square) : 0;
    for (int k = 0; k < 3; k++) {
      normal[k] *= scale;
    }
  }

  /**
   * The triangles that look along the pull (1) or against it (-1). Only what looks against a way
   * out blocks it; triangles of an upright wall may stand before each other by more than the mesh's
   * deflection.
   */
  private static Bvh facing(FineMesh mesh, float[] side, int way) {
    int[] chosen = new int[mesh.triangles().length];
    int n = 0;
    for (int t = 0; t < side.length; t++) {
      if (way * side[t] > GRAZING) {
        System.arraycopy(mesh.triangles(), 3 * t, chosen, n, 3);
        n += 3;
      }
    }
    return new Bvh(mesh.positions(), Arrays.copyOf(chosen, n));
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
    private final float[] side;
    private final Bvh.Query ceilings;
    private final Bvh.Query floors;
    private final float[] pull;
    private final float lift;
    private final float far;
    private final float[] from = new float[3];
    private final double[] normal = new double[3];

    Sight(
        FineMesh mesh,
        float[] side,
        Bvh.Query ceilings,
        Bvh.Query floors,
        Vec3 pull,
        float lift,
        float far) {
      this.mesh = mesh;
      this.side = side;
      this.ceilings = ceilings;
      this.floors = floors;
      this.pull = new float[] {(float) pull.x(), (float) pull.y(), (float) pull.z()};
      this.lift = lift;
      this.far = far;
    }

    boolean isReached(int t) {
      lookFrom(t);
      return (side[t] > -GRAZING && isFree(ceilings, 1))
          || (side[t] < GRAZING && isFree(floors, -1));
    }

    private void lookFrom(int t) {
      normalOf(mesh, t, normal);
      float[] p = mesh.positions();
      for (int k = 0; k < 3; k++) {
        double middle = 0;
        for (int corner = 3 * t; corner < 3 * t + 3; corner++) {
          middle += p[3 * mesh.triangles()[corner] + k] / 3d;
        }
        from[k] = (float) (middle + lift * normal[k]);
      }
    }

    private boolean isFree(Bvh.Query blocks, int way) {
      return !blocks.firstHit(
          from[0], from[1], from[2], way * pull[0], way * pull[1], way * pull[2], lift, far);
    }
  }
}
