package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Edges of a body in a sketch: where they lie, by hand, and that they follow the body. */
class ProjectionTest {
  private static final String TOP_LOOP =
      "{'choose':'loop','face':{'choose':'face','name':'box/end'}}";

  private static final String RIM = "{'choose':'loop','face':{'choose':'face','name':'rod/end'}}";

  private static String sketch(String plane, String projected, String more) {
    return ",{'kind':'sketch','id':'p','plane':"
        + plane
        + ",'curves':[],'projected':["
        + projected
        + "]"
        + more
        + "}";
  }

  private static String edges(String choice, String more) {
    return "{'name':'e','edges':[" + choice + "]" + more + "}";
  }

  private static ResolvedSketch laid(String steps) {
    return Parts.ok(steps).sketch("p").orElseThrow();
  }

  private static Map<String, Xy> places(ResolvedSketch sketch) throws Exception {
    return Constrained.places(sketch.projected(), new Evaluator(Map.of()));
  }

  private static final String EXTRUDED =
      ",{'kind':'extrude','id':'x','sketch':'p','depth':'5 mm','body':'Second'}";

  private static double secondMm3(String steps) {
    return Parts.ok(steps).bodies().get("Second").volumeMm3();
  }

  @ParameterizedTest
  @ValueSource(ints = {40, 55, 12})
  void anOutlineFollowsItsFace(int width) {
    String loop = sketch("{'base':'XY','offset':'30 mm'}", edges(TOP_LOOP, ""), "");
    assertThat(secondMm3(Parts.box(width, 30, 10) + loop + EXTRUDED))
        .isCloseTo(width * 30 * 5, within(1e-6));
  }

  /** The edges of a face that goes over into rounds without a kink are edges, too. */
  @Test
  void edgesOfRoundsAreTaken() {
    String round = ",{'kind':'round','id':'o','sets':[{'edges':[" + TOP_LOOP + "],'size':'3 mm'}]}";
    String loop = sketch("{'base':'XY','offset':'30 mm'}", edges(TOP_LOOP, ",'body':'Body'"), "");
    assertThat(secondMm3(Parts.box(40, 30, 10) + round + loop + EXTRUDED))
        .isCloseTo(34 * 24 * 5, within(1e-6));
  }

  /** The curves keep their names when others join them, so faces keep theirs. */
  @Test
  void namesFollowFromTheEdges() {
    String all = sketch("{'base':'XY'}", edges(TOP_LOOP, ""), "");
    String upright = "{'choose':'nearest edge','at':['20 mm','15 mm','5 mm']}";
    String more = sketch("{'base':'XY'}", edges(TOP_LOOP + "," + upright, ""), "");
    List<String> some =
        laid(Parts.box(40, 30, 10) + all).projected().stream().map(SketchCurve::name).toList();
    assertThat(laid(Parts.box(40, 30, 10) + more).projected().stream().map(SketchCurve::name))
        .hasSize(5)
        .containsAll(some);
  }

  /** An upright edge is a point, a level one a line; edges above each other are one. */
  @Test
  void whatALineBecomes() throws Exception {
    ResolvedSketch s =
        laid(
            Parts.box(40, 30, 10)
                + sketch("{'base':'XY'}", edges("{'choose':'outside corners'}", ""), ""));
    assertThat(s.projected().stream().filter(SketchCurve.Point.class::isInstance)).hasSize(4);
    assertThat(s.projected().stream().filter(SketchCurve.Line.class::isInstance)).hasSize(4);
    assertThat(places(s).values()).allMatch(p -> p.equals(Xy.ZERO) || Math.abs(p.x()) == 20);
  }

  /** The area of a circle seen at an angle: pi r^2 cos. */
  @ParameterizedTest
  @CsvSource({"0", "30", "60", "-75"})
  void aCircleBecomesAnEllipse(double deg) {
    String tilted =
        ",{'kind':'plane','id':'d','way':'at angle','from':{'base':'XY'},'about':{'base':'X'},'angle':'"
            + deg
            + " deg'}";
    assertThat(
            secondMm3(
                Parts.rod(20, 10) + tilted + sketch("{'of':'d'}", edges(RIM, ""), "") + EXTRUDED))
        .isCloseTo(Math.PI * 100 * Math.cos(Math.toRadians(deg)) * 5, within(1e-3));
  }

  /** Seen from its side a circle is a line as long as it is wide. */
  @Test
  void aCircleFromItsSideIsALine() throws Exception {
    ResolvedSketch s = laid(Parts.rod(20, 10) + sketch("{'base':'XZ'}", edges(RIM, ""), ""));
    Map<String, Xy> at = places(s);
    assertThat(at.get("e.from").distance(at.get("e.to"))).isCloseTo(20, within(1e-6));
    assertThat(at.get("e.from").y()).isCloseTo(10, within(1e-6));
  }

  /** A quarter of a circle, seen at an angle, with the lines of its corner closes. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 40, -65})
  void arcsKeepTheirEnds(double deg) {
    String pie =
        "{'kind':'sketch','id':'s','curves':["
            + Parts.line("a", 0, 0, 20, 0)
            + ",{'curve':'arc','name':'b','from':['20 mm','0 mm'],'to':['0 mm','20 mm'],'centre':['0 mm','0 mm']},"
            + Parts.line("c", 0, 20, 0, 0)
            + "]},{'kind':'extrude','id':'box','sketch':'s','depth':'4 mm','body':'B'}"
            + ",{'kind':'plane','id':'d','way':'at angle','from':{'base':'XY'},'about':{'base':'X'},'angle':'"
            + deg
            + " deg'}";
    assertThat(secondMm3(pie + sketch("{'of':'d'}", edges(TOP_LOOP, ""), "") + EXTRUDED))
        .isCloseTo(Math.PI * 100 * Math.cos(Math.toRadians(deg)) * 5, within(1e-3));
  }

  /**
   * The slanting cut through the middle of a cylinder's foot is half an ellipse, and half a circle
   * from above.
   */
  @Test
  void otherEdgesBecomeSplinesThatHardlyStray() {
    String cut =
        ",{'kind':'plane','id':'d','way':'at angle','from':{'base':'XY'},'about':{'base':'X'},'angle':'25 deg'}"
            + ",{'kind':'divide','id':'cut','body':'Body','plane':{'of':'d'},'keep':'back'}";
    String steps =
        Parts.rod(20, 60)
            + cut
            + sketch(
                "{'base':'XY'}",
                edges(
                    "{'choose':'tangent chain','from':{'choose':'loop','face':{'choose':'face','name':'cut/cut'}}}",
                    ""),
                "")
            + EXTRUDED;
    assertThat(secondMm3(steps)).isCloseTo(Math.PI * 50 * 5, within(Math.PI * 10 * 5 * 1e-3));
  }

  @Test
  void whereEdgesCrossThePlane() throws Exception {
    ResolvedSketch s =
        laid(
            Parts.box(40, 30, 10)
                + sketch(
                    "{'base':'XY','offset':'4 mm'}",
                    edges("{'choose':'outside corners'}", ",'crossing':true"),
                    ""));
    assertThat(s.projected()).hasSize(4).allMatch(SketchCurve.Point.class::isInstance);
    assertThat(places(s).values())
        .allMatch(p -> p.equals(Xy.ZERO) || p.distance(Xy.ZERO) - 25 < 1e-9);
  }

  @Test
  void nothingThatCrossesIsSaid() {
    PartState built =
        Parts.build(
            Parts.box(40, 30, 10)
                + sketch(
                    "{'base':'XY','offset':'40 mm'}", edges(TOP_LOOP, ",'crossing':true"), ""));
    assertThat(built.steps().getLast().message())
        .contains("e: no edge of it passes through the plane of the sketch");
  }

  private static PartDocument withBody(PartDocument part, String width) {
    String text = PartJson.write(part).replace("40.0 mm", width);
    return ((Read.Ok) PartJson.read(text)).part();
  }

  /** What is drawn onto a projected end by hand stays on it when the body changes. */
  @Test
  void whatIsDrawnOntoAnEndFollowsIt() throws Exception {
    PartDocument part =
        Parts.part(
            Parts.box(40, 30, 10)
                + sketch(
                    "{'base':'XY','offset':'30 mm'}",
                    edges("{'choose':'nearest edge','at':['20 mm','0 mm','10 mm']}", ""),
                    ""));
    ResolvedSketch before = Parts.ok(part).sketch("p").orElseThrow();
    Laid laid = new Laid(before.projected());
    Sketch own = (Sketch) part.step("p").orElseThrow();
    Evaluator values = new Evaluator(part.definitions());
    Sketch drawn =
        laid.out(
            new SketchEdits(laid.in(own), values)
                .withLine(
                    SketchEdits.point(places(before).get("e.to")),
                    SketchEdits.point(Xy.ZERO),
                    List.of()),
            own,
            values);
    assertThat(drawn.curves()).hasSize(1);
    assertThat(drawn.constraints())
        .singleElement()
        .satisfies(c -> {
          assertThat(c.relation()).isEqualTo(Relation.COINCIDENT);
          assertThat(c.of()).containsExactly("l1.from", "e.to");
        });
    PartDocument wider = withBody(part.withStep(drawn), "64 mm");
    ResolvedSketch after = Parts.ok(wider).sketch("p").orElseThrow();
    assertThat(after.held().redundant()).isEmpty();
    Map<String, Xy> at = Constrained.places(after.held().curves(), values);
    assertThat(at.get("l1.from").x()).isCloseTo(32, within(1e-6));
    assertThat(at.get("l1.from").distance(at.get("e.to"))).isLessThan(1e-6);
  }

  @Test
  void aProjectedCurveCannotBeCut() throws Exception {
    PartDocument part = Parts.part(Parts.rod(20, 10) + sketch("{'base':'XY'}", edges(RIM, ""), ""));
    Laid laid = new Laid(Parts.ok(part).sketch("p").orElseThrow().projected());
    Sketch own = (Sketch) part.step("p").orElseThrow();
    Evaluator values = new Evaluator(part.definitions());
    Sketch cut = laid.in(own).with(List.of(), List.of());
    assertThatProblem(() -> laid.out(cut, own, values))
        .contains("e is projected and follows the body");
    assertThat(SketchEdits.asDrawn(own, values).without("e").projections()).isEmpty();
  }

  private interface Changing {
    Sketch made() throws Exception;
  }

  private static org.assertj.core.api.AbstractStringAssert<?> assertThatProblem(Changing change) {
    try {
      change.made();
    } catch (SketchProblem e) {
      return assertThat(e.getMessage());
    } catch (Exception e) {
      throw new AssertionError(e);
    }
    throw new AssertionError("nothing was refused");
  }

  @Test
  void itIsWrittenAndReadBack() {
    PartDocument part =
        Parts.part(
            Parts.box(40, 30, 10)
                + sketch(
                    "{'base':'XY'}", edges(TOP_LOOP, ",'crossing':true,'construction':true"), ""));
    assertThat(PartJson.read(PartJson.write(part)))
        .isInstanceOfSatisfying(Read.Ok.class, r -> assertThat(r.part()).isEqualTo(part));
  }
}
