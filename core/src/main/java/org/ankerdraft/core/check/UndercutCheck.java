package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.Surveyor;
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

  static List<Finding> check(BodyAnalysis a, RuleBook book, Vec3 pull) {
    FineMesh mesh = a.wall().mesh();
    Bvh.Query query = a.bvh().query();
    int faces = a.mesh().faceCount();
    double[] hidden = new double[faces + 1];
    double[] whole = new double[faces + 1];
    Vec3[] place = new Vec3[faces + 1];
    float lift = (float) (Surveyor.accuracy(a.body()).deflectionMm() * 2);
    float far = (float) a.body().named().shape().mass().diagonalMm() * 2;
    for (int t = 0; t < mesh.triangleCount(); t++) {
      Sample s = Sample.of(mesh, t);
      int face = mesh.faceOfTriangle()[t];
      whole[face] += s.area;
      if (!isReached(s, pull, query, lift, far)) {
        hidden[face] += s.area;
        place[face] = place[face] == null ? s.at : place[face];
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

  private record Sample(Vec3 at, Vec3 normal, double area) {
    /**
     * The normal is the surface's, not the triangle's: a flat triangle on a slim cone may look the
     * wrong way.
     */
    static Sample of(FineMesh mesh, int t) {
      int na = mesh.triangles()[3 * t];
      int nb = mesh.triangles()[3 * t + 1];
      int nc = mesh.triangles()[3 * t + 2];
      Vec3 a = vector(mesh.positions(), na);
      Vec3 ab = vector(mesh.positions(), nb).minus(a);
      Vec3 ac = vector(mesh.positions(), nc).minus(a);
      Vec3 n =
          vector(mesh.normals(), na)
              .plus(vector(mesh.normals(), nb))
              .plus(vector(mesh.normals(), nc));
      Vec3 unit = n.length() > 0 ? n.unit() : Vec3.ZERO;
      return new Sample(a.plus(ab.plus(ac).times(1.0 / 3)), unit, ab.cross(ac).length() / 2);
    }

    private static Vec3 vector(float[] xyz, int n) {
      return new Vec3(xyz[3 * n], xyz[3 * n + 1], xyz[3 * n + 2]);
    }
  }

  private static boolean isReached(Sample s, Vec3 pull, Bvh.Query query, float lift, float far) {
    double side = s.normal.dot(pull);
    boolean up = side > -GRAZING && isFree(s, pull, query, lift, far);
    return up || (side < GRAZING && isFree(s, pull.negated(), query, lift, far));
  }

  private static boolean isFree(Sample s, Vec3 way, Bvh.Query query, float lift, float far) {
    Vec3 from = s.at.plus(s.normal.times(lift));
    return !query.firstHit(
        (float) from.x(),
        (float) from.y(),
        (float) from.z(),
        (float) way.x(),
        (float) way.y(),
        (float) way.z(),
        lift,
        far);
  }
}
