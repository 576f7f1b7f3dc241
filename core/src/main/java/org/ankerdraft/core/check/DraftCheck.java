package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.draft.DraftKind;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Draft of every face against the pull. A face that looks along the pull is released by the upper
 * tool half, one that looks against it by the lower half; what counts is the smaller angle between
 * face and pull, whichever side.
 */
final class DraftCheck {
  /** Faces smaller than this are corners of the mesh of faces, not walls. */
  private static final double SMALLEST_FACE_MM2 = 0.05;

  private final BodyAnalysis a;
  private final NamedShape named;
  private final Vec3 pull;

  /** The id of a step that would repair something. */
  private final String repairId;

  private DraftCheck(BodyAnalysis a, Vec3 pull, PartDocument part) {
    this.a = a;
    named = a.body().named();
    this.pull = pull;
    repairId = part.freeId("draft");
  }

  /**
   * @param threaded faces that need no draft: a thread is cut, or made by a core that unscrews
   */
  static List<Finding> check(
      BodyAnalysis a, RuleBook book, Vec3 pull, PartDocument part, Set<FaceName> threaded) {
    return new DraftCheck(a, pull, part).check(book, threaded);
  }

  private List<Finding> check(RuleBook book, Set<FaceName> threaded) {
    Limit min = book.limit("draft.min");
    Limit wanted = book.limit("draft.wanted");
    List<Finding> findings = new ArrayList<>();
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      Topology.Face face = named.topology().face(f);
      DraftRange range = a.draft().get(f - 1);
      if (face.areaMm2() < SMALLEST_FACE_MM2
          || isBlend(f)
          || threaded.contains(named.faceName(f))) {
        continue;
      }
      double least = least(range);
      boolean atMin = Math.abs(range.minRad()) <= Math.abs(range.maxRad());
      Vec3 at =
          least == 0 && range.minRad() != range.maxRad()
              ? face.point()
              : atMin ? range.atMin() : range.atMax();
      if (least < Math.toRadians(min.value()) - Slack.DRAFT_RAD) {
        findings.add(finding(f, least, min, wanted.value(), at));
      } else if (least < Math.toRadians(wanted.value()) - Slack.DRAFT_RAD
          && wanted.value() > min.value()) {
        findings.add(finding(f, least, wanted, wanted.value(), at));
      }
    }
    return findings;
  }

  /** The smallest angle to either side; 0 if the face turns from one side to the other. */
  static double least(DraftRange range) {
    return range.minRad() < 0 && range.maxRad() > 0
        ? 0
        : Math.min(Math.abs(range.minRad()), Math.abs(range.maxRad()));
  }

  /**
   * Rounds turn through every angle between their neighbours: the neighbours are what is drafted.
   */
  private boolean isBlend(int face) {
    Topology.SurfaceKind kind = named.topology().face(face).kind();
    if (kind == Topology.SurfaceKind.TORUS || kind == Topology.SurfaceKind.SPHERE) {
      return true;
    }
    return kind != Topology.SurfaceKind.PLANE
        && isRound(named.faceName(face))
        && smoothNeighbours(face) >= 2;
  }

  private long smoothNeighbours(int face) {
    return named.topology().face(face).loops().stream()
        .flatMap(List::stream)
        .map(named.topology()::edge)
        .filter(e -> e.bend() == Topology.Bend.SMOOTH)
        .map(e -> e.across(face))
        .distinct()
        .count();
  }

  /** A round, or what became of one inside a wall. */
  private static boolean isRound(FaceName name) {
    return name.role().equals("on")
        || name.role().equals("corner")
        || name.from().stream().anyMatch(DraftCheck::isRound);
  }

  private Finding finding(int face, double least, Limit limit, double wantedDeg, Vec3 at) {
    FaceName name = named.faceName(face);
    double deg = Math.toDegrees(least);
    String title = least < Slack.DRAFT_RAD ? "Face without draft" : "Face short of draft";
    return new Finding(
        "draft.short",
        Finding.Subject.DRAFT,
        limit.severity(),
        title,
        deg,
        limit.value(),
        "deg",
        at,
        a.body().name(),
        List.of(name),
        limit.source(),
        "the "
            + name
            + " makes "
            + Words.number(deg)
            + " deg with the pull; "
            + Words.number(limit.value())
            + " deg required",
        repair(face, Math.max(limit.value(), wantedDeg)));
  }

  /** Drafting the face about its own lowest line along a pull straight up. */
  private Step repair(int face, double angleDeg) {
    Topology.Face f = named.topology().face(face);
    boolean draftable =
        f.kind() == Topology.SurfaceKind.PLANE || f.kind() == Topology.SurfaceKind.CYLINDER;
    if (!draftable || pull.angleTo(Vec3.Z) > Slack.DRAFT_RAD) {
      return null;
    }
    double low = Double.POSITIVE_INFINITY;
    for (List<Integer> loop : f.loops()) {
      for (int e : loop) {
        Topology.Edge edge = named.topology().edge(e);
        low = Math.min(low, Math.min(edge.start().z(), edge.end().z()));
      }
    }
    return DraftKind.ofFace(
        Head.of(repairId),
        a.body().name(),
        PlaneRef.LEVEL.withOffset(new Expr(Words.number(low) + " mm")),
        named.chosen(face),
        new Expr(Words.number(angleDeg) + " deg"));
  }
}
