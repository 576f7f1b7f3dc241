package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lines where curved faces turn away, against their closed forms. */
class SilhouetteTest {
  /** How far a spline may stray, mm; what the documentation says. */
  private static final double STRAYS = 1e-3;

  private static final String ROD =
      "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'16 mm'}]},"
          + "{'kind':'extrude','id':'rod','sketch':'s','depth':'20 mm','body':'Body'%s}";

  private static final String BALL =
      "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
          + "{'curve':'arc','name':'a','from':['0 mm','-9 mm'],'to':['0 mm','9 mm'],'through':['9 mm','0 mm']},"
          + "{'curve':'line','name':'l','from':['0 mm','9 mm'],'to':['0 mm','-9 mm']}]},"
          + "{'kind':'revolve','id':'ball','sketch':'s','axis':{'base':'Z'},'body':'Body'}";

  private static final String RING =
      "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
          + "{'curve':'circle','name':'k','centre':['20 mm','0 mm'],'diameter':'10 mm'}]},"
          + "{'kind':'revolve','id':'ring','sketch':'s','axis':{'base':'Z'},'body':'Body'}";

  /** A plane through the x-axis, leant by an angle from level. */
  private static String lean(double deg) {
    return ",{'kind':'plane','id':'lean','way':'at angle','from':{'base':'XY'},'about':{'base':'X'},'angle':'"
        + deg
        + " deg'}";
  }

  private static String sketch(String plane, String edges, String faces) {
    return ",{'kind':'sketch','id':'p','plane':"
        + plane
        + ",'curves':[],'projected':[{'name':'e','edges':["
        + edges
        + "],'silhouettes':["
        + faces
        + "]}]}";
  }

  private static final String ALL = "{'choose':'all faces'}";

  private static ResolvedSketch laid(String steps) {
    return Parts.ok(steps).sketch("p").orElseThrow();
  }

  private static List<Xy> flat(ResolvedSketch s, ProfileCurve c) {
    return c.points().stream().map(s.frame()::flat).toList();
  }

  /** Rims seen on edge and the two sides close to a rectangle, which can be extruded. */
  @Test
  void aRodSeenFromTheSideIsARectangle() {
    String rims =
        "{'choose':'loop','face':{'choose':'face','name':'rod/end'}},"
            + "{'choose':'loop','face':{'choose':'face','name':'rod/start'}}";
    String steps =
        String.format(ROD, "")
            + sketch("{'base':'XZ'}", rims, "{'choose':'face','name':'rod/side:k'}")
            + ",{'kind':'extrude','id':'x','sketch':'p','depth':'5 mm','body':'Second'}";
    assertThat(Parts.ok(steps).bodies().get("Second").volumeMm3())
        .isCloseTo(16 * 20 * 5, within(1e-5));
  }

  /** However the plane leans, the sides of a cylinder are as far apart as it is thick. */
  @ParameterizedTest
  @ValueSource(doubles = {10, 37, 62.5, 90})
  void sidesOfACylinderAreLines(double deg) {
    ResolvedSketch s = laid(String.format(ROD, "") + lean(deg) + sketch("{'of':'lean'}", "", ALL));
    assertThat(s.projected()).hasSize(2).allMatch(c -> c instanceof SketchCurve.Line);
    for (int i = 0; i < 2; i++) {
      List<Xy> line = flat(s, s.curves().get(i));
      double side = i == 0 ? -8 : 8;
      assertThat(line).allSatisfy(p -> assertThat(p.x()).isCloseTo(side, within(1e-6)));
      assertThat(line.getFirst().distance(line.getLast()))
          .isCloseTo(20 * Math.sin(Math.toRadians(deg)), within(1e-6));
    }
  }

  /** A tapered rod seen from the side: its sides lean by the taper. */
  @ParameterizedTest
  @ValueSource(doubles = {2, 7.5})
  void sidesOfAConeLeanByItsTaper(double taper) {
    ResolvedSketch s =
        laid(String.format(ROD, ",'taper':'" + taper + " deg'") + sketch("{'base':'XZ'}", "", ALL));
    assertThat(s.projected()).hasSize(2);
    List<Xy> right = flat(s, s.curves().get(1));
    Xy way = right.getLast().minus(right.getFirst());
    assertThat(Math.abs(way.x() / way.y()))
        .isCloseTo(Math.tan(Math.toRadians(taper)), within(1e-6));
  }

  /** A ball looks alike from everywhere. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 20, 55, 90})
  void aBallIsACircle(double deg) {
    String plane = deg == 0 ? "{'base':'XY'}" : "{'of':'lean'}";
    String steps =
        BALL
            + (deg == 0 ? "" : lean(deg))
            + sketch(plane, "", ALL)
            + ",{'kind':'extrude','id':'x','sketch':'p','depth':'5 mm','body':'Second'}";
    assertThat(Parts.ok(steps).bodies().get("Second").volumeMm3())
        .isCloseTo(Math.PI * 81 * 5, within(1e-6 * 81 * 5));
  }

  /** A ring seen along its axis: the circles of its outer and inner rim. */
  @Test
  void aRingFromAboveIsTwoCircles() {
    ResolvedSketch s = laid(RING + sketch("{'base':'XY'}", "", ALL));
    assertThat(s.projected()).hasSize(2).allMatch(c -> c instanceof SketchCurve.Circle);
    List<Double> radii =
        s.curves().stream().map(c -> flat(s, c).getFirst().length()).sorted().toList();
    assertThat(radii.get(0)).isCloseTo(15, within(1e-6));
    assertThat(radii.get(1)).isCloseTo(25, within(1e-6));
  }

  /**
   * Of a ring that leans: each place lies as far from the ellipse of its middle line as its pipe is
   * thick (the outline of a canal surface is the offset of its middle line's image).
   */
  @ParameterizedTest
  @CsvSource({"30", "45", "60"})
  void aLeaningRingIsTheOffsetOfAnEllipse(double deg) {
    ResolvedSketch s = laid(RING + lean(deg) + sketch("{'of':'lean'}", "", ALL));
    double minor = 20 * Math.cos(Math.toRadians(deg));
    List<Xy> ellipse =
        IntStream.range(0, 40000)
            .mapToDouble(i -> 2 * Math.PI * i / 40000)
            .mapToObj(t -> new Xy(20 * Math.cos(t), minor * Math.sin(t)))
            .toList();
    assertThat(s.curves()).isNotEmpty();
    for (ProfileCurve c : s.curves()) {
      List<Xy> points = flat(s, c);
      for (int i = 0; i < points.size(); i += Math.max(1, points.size() / 12)) {
        Xy p = points.get(i);
        // The middle line's nearest place, or another to which it is square, is 5 mm away.
        double off =
            IntStream.range(0, ellipse.size())
                .filter(k -> isNearest(ellipse, k, p))
                .mapToDouble(k -> Math.abs(ellipse.get(k).distance(p) - 5))
                .min()
                .orElseThrow();
        assertThat(off).as("%s of %s", p, deg).isLessThan(2 * STRAYS);
      }
    }
  }

  /** Whether an ellipse's distance from a point is least or greatest there. */
  private static boolean isNearest(List<Xy> ellipse, int k, Xy p) {
    int n = ellipse.size();
    double before = ellipse.get((k + n - 1) % n).distance(p);
    double here = ellipse.get(k).distance(p);
    double after = ellipse.get((k + 1) % n).distance(p);
    return (here <= before && here <= after) || (here >= before && here >= after);
  }

  @Test
  void itFollowsTheBodyAndStandsInTheFile() {
    String wide =
        String.format(ROD, "").replace("16 mm", "24 mm") + sketch("{'base':'XZ'}", "", ALL);
    ResolvedSketch s = laid(wide);
    assertThat(flat(s, s.curves().getFirst()).getFirst().x()).isCloseTo(-12, within(1e-6));
    var part = Parts.part(wide);
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }

  /** A box turns away nowhere but at its edges: said, and what one may do about it. */
  @Test
  void withoutACurvedFaceItIsSaid() {
    PartState state =
        Parts.build(Parts.part(Parts.box(20, 20, 10) + sketch("{'base':'XZ'}", "", ALL)));
    assertThat(state.step("p").orElseThrow().message()).contains("turns away nowhere");
  }
}
