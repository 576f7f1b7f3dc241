package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.vectors.Vec3;

/**
 * Wall thickness by sphere against the material's limits; places close together make one finding.
 */
final class WallCheck {
  private static final double SLACK = 0.01;
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
    double bound = limit.value() * (1 + sign * SLACK);
    List<Integer> left =
        new ArrayList<>(
            IntStream.range(0, t.length)
                .filter(i -> sign * (t[i] - bound) > 0)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> -sign * t[i]))
                .toList());
    List<Finding> findings = new ArrayList<>();
    while (!left.isEmpty() && findings.size() < MOST_FINDINGS) {
      int worst = left.getFirst();
      Vec3 place = a.wall().mesh().node(worst);
      double reach = SAME_PLACE * Math.max(t[worst], limit.value()) + a.wall().spacingMm();
      double area = 0;
      List<Integer> others = new ArrayList<>();
      for (int i : left) {
        if (a.wall().mesh().node(i).distance(place) <= reach) {
          area += a.wall().nodeAreaMm2()[i];
        } else {
          others.add(i);
        }
      }
      left = others;
      // A ball that is too large marks a place of its own size: less is the edge of a sampling.
      double least = sign > 0 ? LEAST_SHARE_OF_BALL * t[worst] * t[worst] : 0;
      if (area >= Math.max(LEAST_AREA_MM2, least)) {
        findings.add(finding(a, worst, area, place, limit, code, title));
      }
    }
    return findings;
  }

  private static Finding finding(
      BodyAnalysis a, int node, double area, Vec3 place, Limit limit, String code, String title) {
    FaceName face = a.body().named().faceName(faceOf(a.wall().mesh(), node));
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

  static int faceOf(FineMesh mesh, int node) {
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        if (mesh.triangles()[3 * t + k] == node) {
          return mesh.faceOfTriangle()[t];
        }
      }
    }
    throw new IllegalArgumentException("node " + node + " belongs to no triangle");
  }
}
