package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Curvature;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rounds and chamfers along edges without a formula: each gets the size that it was given. */
class FreeRoundsTest {
  private static final double WIDTH = 40;
  private static final double HEIGHT = 24;

  private static String ellipse() {
    return prism(
        "{'curve':'ellipse','name':'k','width':'%f mm','height':'%f mm'}".formatted(WIDTH, HEIGHT));
  }

  /** Two lines that two halves of ellipses go on from without a kink. */
  private static String longRound() {
    return prism(
        """
        {'curve':'line','name':'b','from':['-20 mm','-12 mm'],'to':['20 mm','-12 mm']},
        {'curve':'ellipse','name':'e','centre':['20 mm','0 mm'],'width':'18 mm','height':'24 mm','start':'-90 deg','end':'90 deg'},
        {'curve':'line','name':'t','from':['20 mm','12 mm'],'to':['-20 mm','12 mm']},
        {'curve':'ellipse','name':'w','centre':['-20 mm','0 mm'],'width':'18 mm','height':'24 mm','start':'90 deg','end':'270 deg'}\
        """);
  }

  private static String prism(String curves) {
    return "{'kind':'sketch','id':'s','curves':["
        + curves
        + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'15 mm','body':'Body'}";
  }

  private static String topLoop(String kind, double size) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'%s','id':'x','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/end'}}],'size':'%f mm'}]}",
        kind,
        size);
  }

  /** The length of an ellipse, by the midpoint rule, which is exact to rounding for it. */
  private static double girth() {
    int n = 4000;
    double sum = 0;
    for (int i = 0; i < n; i++) {
      double t = 2 * Math.PI * (i + 0.5) / n;
      sum += Math.hypot(WIDTH / 2 * Math.sin(t), HEIGHT / 2 * Math.cos(t));
    }
    return sum * 2 * Math.PI / n;
  }

  /**
   * A section of area A at a convex edge of length L that turns once round takes away L A - 2 pi M,
   * M being its moment about the wall (Pappus, piece by piece).
   */
  @ParameterizedTest
  @CsvSource({"round,1", "round,2", "round,3.5", "chamfer,1", "chamfer,2.5"})
  void anEllipsesRimLosesWhatItsSectionSweeps(String kind, double size) {
    boolean isRound = kind.equals("round");
    double area = (isRound ? 1 - Math.PI / 4 : 0.5) * size * size;
    double moment = (isRound ? 5.0 / 6 - Math.PI / 4 : 1.0 / 6) * size * size * size;
    double whole = Math.PI / 4 * WIDTH * HEIGHT * 15;
    assertThat(Parts.volume(Parts.ok(ellipse() + topLoop(kind, size))))
        .isCloseTo(whole - (area * girth() - 2 * Math.PI * moment), within(whole * 2e-5));
  }

  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer"})
  void oneSizeRunsAlongTheWholeChain(String kind) {
    assertThat(Parts.build(longRound() + topLoop(kind, 2)).isOk()).isTrue();
  }

  /** A line and the piece of an ellipse that goes on from it cannot have sizes of their own. */
  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer"})
  void anotherSizeOnTheNextPieceIsRefused(String kind) {
    PartState state =
        Parts.build(
            longRound()
                + """
                ,{'kind':'%s','id':'x','sets':[
                  {'edges':[{'choose':'edge','name':'e/end|e/side:b'}],'size':'2 mm'},
                  {'edges':[{'choose':'edge','name':'e/end|e/side:e'}],'size':'0.5 mm'}]}\
                """
                    .formatted(kind));
    assertThat(state.steps().getLast().message()).contains("e/end|e/side:e").contains("0.5 mm");
  }

  @Test
  void aFreeRoundIsCurvedByItsRadiusAndNoOther() {
    Shape prism = Parts.ok(ellipse()).bodies().get("Body").named().shape();
    Budget budget = Budget.ofSeconds(30);
    Shape round =
        Parts.KERNEL
            .blend(prism, BlendType.ROUND, Map.of(topEdge(prism), 2.0), budget)
            .orThrow()
            .shape();
    int face = 1;
    while (round.topology().face(face).kind() != SurfaceKind.FREEFORM
        || round.topology().face(face).normal().z() < 0.1) {
      face++;
    }
    List<Curvature> found =
        Parts.KERNEL.curvatures(round, List.of(face), budget).orThrow().getFirst();
    assertThat(found).hasSizeGreaterThan(9).allMatch(c -> c.strays(2) < 5e-3);
    assertThat(found).allMatch(c -> c.strays(1.5) > 0.2);
  }

  @Test
  void theNearerOfTwoRadiiCounts() {
    assertThat(new Curvature(-0.5, 0.01).strays(2)).isZero();
    assertThat(new Curvature(0.01, 0.25).strays(2)).isEqualTo(0.5);
  }

  private static int topEdge(Shape prism) {
    int edge = 1;
    while (prism.topology().edge(edge).mid().z() < 15 - 1e-9) {
      edge++;
    }
    return edge;
  }
}
