package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.vectors.Vec3;

/**
 * Wall thickness by sphere against the material's limits; places close together make one finding.
 */
final class WallCheck {
  private static final int MOST_FINDINGS = 12;

  /** Places within this many thicknesses of a worse one belong to it. */
  private static final double SAME_PLACE = 3;

  /** Single samples off by less than this share of the surface are noise of the mesh. */
  private static final double LEAST_AREA_MM2 = 0.2;

  private static final double LEAST_SHARE_OF_BALL = 0.01;

  private WallCheck() {}

  static List<Finding> check(BodyAnalysis a, RuleBook book) {
    List<Finding> findings = new ArrayList<>();
    Limit min = book.limit("wall.min");
    Limit max = book.limit("wall.max");
    findings.addAll(clusters(a, min, -1, "wall.thin", "Wall is thin"));
    findings.addAll(clusters(a, max, 1, "wall.thick", "Wall is thick"));
    return findings;
  }

  private static List<Finding> clusters(
      BodyAnalysis a, Limit limit, int sign, String code, String title) {
    float[] t = a.wall().bySphere();
    Places left = new Places(a.wall().mesh().positions(), t, sign);
    left.addBeyond(limit.value() * (1 + sign * Slack.WALL_SHARE));
    List<Finding> findings = new ArrayList<>();
    while (!left.isEmpty() && findings.size() < MOST_FINDINGS) {
      int worst = left.worst;
      double reach = SAME_PLACE * Math.max(t[worst], limit.value()) + a.wall().spacingMm();
      double area = left.takeAround(worst, reach, a.wall().nodeAreaMm2());
      // A ball that is too large marks a place of its own size: less is the edge of a sampling.
      double least = sign > 0 ? LEAST_SHARE_OF_BALL * t[worst] * t[worst] : 0;
      if (area >= Math.max(LEAST_AREA_MM2, least)) {
        Vec3 place = a.wall().mesh().node(worst);
        findings.add(
            finding(a, a.wall().faceOfNode(worst), worst, area, place, limit, code, title));
      }
    }
    return findings;
  }

  /** Nodes beyond a bound that belong to no finding yet, ascending. */
  private static final class Places {
    private final float[] positions;
    private final float[] thickness;
    private final int sign;
    private final int[] nodes;
    private int count;

    /** The one that is furthest beyond the bound, of equal ones the first; -1 if none is left. */
    private int worst = -1;

    /**
     * @param sign 1 if the thickest is the worst, -1 if the thinnest is
     */
    Places(float[] positions, float[] thickness, int sign) {
      this.positions = positions;
      this.thickness = thickness;
      this.sign = sign;
      nodes = new int[thickness.length];
    }

    boolean isEmpty() {
      return count == 0;
    }

    void addBeyond(double bound) {
      for (int n = 0; n < thickness.length; n++) {
        if (sign * (thickness[n] - bound) > 0) {
          add(n);
        }
      }
    }

    private void add(int n) {
      nodes[count++] = n;
      if (worst < 0 || sign * (thickness[n] - thickness[worst]) > 0) {
        worst = n;
      }
    }

    /** Takes out those within a reach of a node; the area that they stand for. */
    double takeAround(int node, double reach, float[] areasMm2) {
      int before = count;
      count = 0;
      worst = -1;
      double area = 0;
      for (int k = 0; k < before; k++) {
        if (isWithin(reach, nodes[k], node)) {
          area += areasMm2[nodes[k]];
        } else {
          add(nodes[k]);
        }
      }
      return area;
    }

    private boolean isWithin(double reach, int a, int b) {
      double dx = positions[3 * a] - positions[3 * b];
      if (Math.abs(dx) > reach) {
        return false;
      }
      double dy = positions[3 * a + 1] - positions[3 * b + 1];
      double dz = positions[3 * a + 2] - positions[3 * b + 2];
      return dx * dx + dy * dy + dz * dz <= reach * reach;
    }
  }

  private static Finding finding(
      BodyAnalysis a,
      int faceNumber,
      int node,
      double area,
      Vec3 place,
      Limit limit,
      String code,
      String title) {
    FaceName face = a.body().named().faceName(faceNumber);
    double t = a.wall().bySphere()[node];
    return new Finding(
        code,
        Finding.Subject.WALL,
        limit.severity(),
        title,
        t,
        limit.value(),
        "mm",
        place,
        a.body().name(),
        List.of(face),
        limit.source(),
        "largest sphere "
            + Words.number(round(t))
            + " mm at the "
            + face
            + ", "
            + Words.number(limit.value())
            + " mm allowed; "
            + Words.number(Math.rint(area))
            + " mm² are beyond",
        null);
  }

  private static double round(double v) {
    return Math.rint(v * 100) / 100;
  }
}
