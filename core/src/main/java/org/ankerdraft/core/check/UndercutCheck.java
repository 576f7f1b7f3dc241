package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.geometry.Heights;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.Shared;
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

  private final FineMesh mesh;
  private final Vec3 pull;

  /** How far before a surface its ways out begin. */
  private final float lift;

  private final float far;
  private final boolean[] isHidden;

  /** How far the body reaches along the pull, and against it. */
  private final Heights up;

  private final Heights down;

  /**
   * What was seen of a body.
   *
   * @param field on which it was looked at
   * @param isReached for each face, whether it is reached everywhere
   */
  record Seen(
      List<Finding> findings,
      WallField.Identity field,
      Vec3 pull,
      float liftMm,
      boolean[] isReached) {}

  private UndercutCheck(BodyAnalysis a, Vec3 pull, Seen before) {
    mesh = a.wall().mesh();
    this.pull = pull;
    lift = (float) (Surveyor.accuracy(a.body()).deflectionMm() * 2);
    far = (float) a.body().named().shape().mass().diagonalMm() * 2;
    up = new Heights(a.mesh().positions(), a.mesh().triangles(), pull);
    down = new Heights(a.mesh().positions(), a.mesh().triangles(), pull.times(-1));
    isHidden = new boolean[mesh.triangleCount()];
    Arrays.fill(isHidden, true);
    if (before != null && before.pull.equals(pull) && before.liftMm == lift) {
      takeOver(a.wall(), before);
    }
  }

  /** Faces are reached as before where nothing has changed before them or behind them. */
  private void takeOver(WallField wall, Seen before) {
    int face = 0;
    boolean isReached = false;
    for (int t = 0; t < isHidden.length; t++) {
      if (mesh.faceOfTriangle()[t] != face) {
        face = mesh.faceOfTriangle()[t];
        int old = wall.numberBefore(face, before.field, pull);
        isReached = old > 0 && before.isReached[old - 1];
      }
      isHidden[t] = !isReached;
    }
  }

  private Seen seen(List<Finding> findings, BodyAnalysis a) {
    boolean[] isReached = new boolean[a.mesh().faceCount()];
    Arrays.fill(isReached, true);
    for (int t = 0; t < isHidden.length; t++) {
      isReached[mesh.faceOfTriangle()[t] - 1] &= !isHidden[t];
    }
    return new Seen(findings, a.wall().identity(), pull, lift, isReached);
  }

  /**
   * Only what looks against a way out blocks it: triangles of an upright wall may stand before each
   * other by more than the mesh's deflection. Few ways meet anything at all, so that the trees of
   * what blocks are seldom wanted.
   *
   * @param threads that look along the pull
   * @param before what was seen of the body when it was looked at last, or null
   * @return null if cancelled
   */
  static Seen check(
      BodyAnalysis a, RuleBook book, Vec3 pull, int threads, Seen before, Budget.Cancel cancel) {
    UndercutCheck check = new UndercutCheck(a, pull, before);
    boolean isDone = check.look(a.bvh(), a.bvh(), threads, cancel);
    if (isDone && check.isAnyHidden()) {
      isDone = check.look(check.facing(-1), check.facing(1), threads, cancel);
    }
    return isDone ? check.seen(findings(a, book, check.mesh, check.isHidden), a) : null;
  }

  private boolean isAnyHidden() {
    for (boolean hidden : isHidden) {
      if (hidden) {
        return true;
      }
    }
    return false;
  }

  /** Looks from what is hidden so far; whether it came to an end. */
  private boolean look(Bvh above, Bvh below, int threads, Budget.Cancel cancel) {
    return Shared.inParallel(
        isHidden.length,
        threads,
        cancel,
        (from, to) -> {
          Sight sight = new Sight(above.query(), below.query());
          for (int t = from; t < to; t++) {
            isHidden[t] = isHidden[t] && !sight.isReached(t);
          }
        });
  }

  /**
   * The unit normal of a triangle, by the surface's normals at its corners: a flat triangle on a
   * slim cone may look the wrong way.
   */
  private void normalOf(int t, double[] normal) {
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

  /** The sine of the draft. */
  private double side(double[] normal) {
    return normal[0] * pull.x() + normal[1] * pull.y() + normal[2] * pull.z();
  }

  /** The triangles that look along the pull (1) or against it (-1). */
  private Bvh facing(int way) {
    int[] chosen = new int[mesh.triangles().length];
    double[] normal = new double[3];
    int n = 0;
    for (int t = 0; t < isHidden.length; t++) {
      normalOf(t, normal);
      if (way * side(normal) > GRAZING) {
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
    Vec3[] place = new Vec3[faces + 1];
    for (int t = 0; t < isHidden.length; t++) {
      if (isHidden[t]) {
        int face = mesh.faceOfTriangle()[t];
        hidden[face] += mesh.areaMm2(t);
        place[face] = place[face] == null ? mesh.middle(t) : place[face];
      }
    }
    double[] whole = new double[faces + 1];
    for (int t = 0; t < isHidden.length; t++) {
      int face = mesh.faceOfTriangle()[t];
      if (hidden[face] > LEAST_AREA_MM2) {
        whole[face] += mesh.areaMm2(t);
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
  private final class Sight {
    private final Bvh.Query above;
    private final Bvh.Query below;
    private final float[] from = new float[3];
    private final double[] normal = new double[3];

    Sight(Bvh.Query above, Bvh.Query below) {
      this.above = above;
      this.below = below;
    }

    boolean isReached(int t) {
      lookFrom(t);
      double side = side(normal);
      return (side > -GRAZING && (isOpen(up) || isFree(above, 1)))
          || (side < GRAZING && (isOpen(down) || isFree(below, -1)));
    }

    private void lookFrom(int t) {
      normalOf(t, normal);
      float[] p = mesh.positions();
      for (int k = 0; k < 3; k++) {
        double middle = 0;
        for (int corner = 3 * t; corner < 3 * t + 3; corner++) {
          middle += p[3 * mesh.triangles()[corner] + k] / 3d;
        }
        from[k] = (float) (middle + lift * normal[k]);
      }
    }

    /** Most places have nothing before them far and wide, and want no ray. */
    private boolean isOpen(Heights heights) {
      return heights.isClear(from[0], from[1], from[2], lift);
    }

    private boolean isFree(Bvh.Query blocks, int way) {
      float x = (float) (way * pull.x());
      float y = (float) (way * pull.y());
      float z = (float) (way * pull.z());
      return !blocks.firstHit(from[0], from[1], from[2], x, y, z, lift, far);
    }
  }
}
