package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.Ascending;
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
    double bound = limit.value() * (1 + sign * Slack.WALL_SHARE);
    int[] left = worstFirst(t, sign, bound);
    int count = left.length;
    List<Finding> findings = new ArrayList<>();
    while (count > 0 && findings.size() < MOST_FINDINGS) {
      int worst = left[0];
      Vec3 place = a.wall().mesh().node(worst);
      double reach = SAME_PLACE * Math.max(t[worst], limit.value()) + a.wall().spacingMm();
      double area = 0;
      int others = 0;
      for (int k = 0; k < count; k++) {
        if (distance(a.wall().mesh().positions(), left[k], place) <= reach) {
          area += a.wall().nodeAreaMm2()[left[k]];
        } else {
          left[others++] = left[k];
        }
      }
      count = others;
      // A ball that is too large marks a place of its own size: less is the edge of a sampling.
      double least = sign > 0 ? LEAST_SHARE_OF_BALL * t[worst] * t[worst] : 0;
      if (area >= Math.max(LEAST_AREA_MM2, least)) {
        findings.add(
            finding(a, a.wall().faceOfNode(worst), worst, area, place, limit, code, title));
      }
    }
    return findings;
  }

  /** The places beyond a bound. */
  private static int[] worstFirst(float[] thickness, int sign, double bound) {
    float[] order = new float[thickness.length];
    for (int i = 0; i < order.length; i++) {
      order[i] = -sign * thickness[i];
    }
    return Ascending.order(order, i -> sign * (thickness[i] - bound) > 0);
  }

  private static double distance(float[] positions, int node, Vec3 from) {
    double dx = positions[3 * node] - from.x();
    double dy = positions[3 * node + 1] - from.y();
    double dz = positions[3 * node + 2] - from.z();
    return Math.sqrt(dx * dx + dy * dy + dz * dz);
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
