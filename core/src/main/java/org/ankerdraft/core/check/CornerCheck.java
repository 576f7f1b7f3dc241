package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.operation.EdgeSet;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.round.Round;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.Topology;

/**
 * Inside corners: sharp ones, and rounds smaller than the share of the nominal wall that the rule
 * book asks for.
 */
final class CornerCheck {
  private static final double SLACK = 0.02;
  private static final double SHORTEST_EDGE_MM = 0.3;

  private CornerCheck() {}

  static List<Finding> check(BodyAnalysis a, RuleBook book, PartDocument part) {
    StepTitles titles = StepTitles.of(part);
    Limit share = book.limit("corner.inside");
    double required = share.value() * a.statistics().nominalMm();
    List<Finding> findings = new ArrayList<>();
    if (!(required > 0)) {
      return findings;
    }
    String repairId = part.freeId("round");
    sharp(a, titles)
        .forEach((birth, edges) ->
            findings.add(sharpFinding(a, birth, edges, required, share, repairId)));
    small(a, required, titles)
        .forEach((birth, faces) -> findings.add(smallFinding(a, birth, faces, required, share)));
    return findings;
  }

  /** Sharp inside edges by the later of the two steps that meet in them. */
  private static Map<String, List<Integer>> sharp(BodyAnalysis a, StepTitles titles) {
    NamedShape named = a.body().named();
    Map<String, List<Integer>> byBirth = new TreeMap<>();
    for (int i = 1; i <= named.topology().edges().size(); i++) {
      Topology.Edge e = named.topology().edge(i);
      if (e.bend() == Topology.Bend.CONCAVE && e.lengthMm() > SHORTEST_EDGE_MM) {
        String birth =
            e.faces().stream()
                .map(f -> named.faceName(f).step())
                .map(step -> titles.title(step).orElse(step))
                .distinct()
                .sorted()
                .collect(Collectors.joining(" and "));
        byBirth.computeIfAbsent(birth, b -> new ArrayList<>()).add(i);
      }
    }
    return byBirth;
  }

  private static Finding sharpFinding(
      BodyAnalysis a,
      String birth,
      List<Integer> edges,
      double required,
      Limit limit,
      String repairId) {
    NamedShape named = a.body().named();
    double length = edges.stream().mapToDouble(e -> named.topology().edge(e).lengthMm()).sum();
    Topology.Edge longest =
        edges.stream()
            .map(named.topology()::edge)
            .max(java.util.Comparator.comparingDouble(Topology.Edge::lengthMm))
            .orElseThrow();
    double radius = Math.rint(required * 100) / 100;
    Step repair =
        new Round(
            Head.of(repairId),
            a.body().name(),
            List.of(
                new EdgeSet(
                    edges.stream().<EdgeChoice>map(named::chosenEdge).toList(),
                    new Expr(Words.number(radius) + " mm"))));
    return new Finding(
        "corner.sharp",
        Finding.Subject.EDGES,
        limit.severity(),
        "Sharp inside corner",
        0,
        required,
        "mm",
        longest.mid(),
        a.body().name(),
        longest.faces().stream().map(named::faceName).toList(),
        limit.source(),
        edges.size()
            + (edges.size() == 1 ? " sharp inside edge, " : " sharp inside edges, ")
            + Words.number(Math.rint(length))
            + " mm, "
            + (birth.contains(" and ") ? "where " + birth + " meet" : "within " + birth)
            + "; radius "
            + Words.number(radius)
            + " mm wanted (half the wall)",
        repair);
  }

  private static Map<String, List<Integer>> small(
      BodyAnalysis a, double required, StepTitles titles) {
    NamedShape named = a.body().named();
    Map<String, List<Integer>> byBirth = new TreeMap<>();
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      Topology.Face face = named.topology().face(f);
      if (radius(face) < required * (1 - SLACK)
          && named.faceName(f).role().equals("on")
          && face.concave()) {
        String step = named.faceName(f).step();
        byBirth.computeIfAbsent(titles.title(step).orElse(step), b -> new ArrayList<>()).add(f);
      }
    }
    return byBirth;
  }

  private static double radius(Topology.Face f) {
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> f.radius();
      case TORUS -> f.second();
      default -> Double.POSITIVE_INFINITY;
    };
  }

  private static Finding smallFinding(
      BodyAnalysis a, String birth, List<Integer> faces, double required, Limit limit) {
    NamedShape named = a.body().named();
    Topology.Face face = named.topology().face(faces.getFirst());
    return new Finding(
        "corner.small",
        Finding.Subject.EDGES,
        limit.severity(),
        "Inside corner is tight",
        radius(face),
        required,
        "mm",
        face.point(),
        a.body().name(),
        faces.stream().map(named::faceName).toList(),
        limit.source(),
        "fillets of "
            + birth
            + " have a radius of "
            + Words.mm(radius(face))
            + "; "
            + Words.number(Math.rint(required * 100) / 100)
            + " mm wanted (half the wall)",
        null);
  }
}
