package org.ankerdraft.core.step.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.sketch.SketchEdits.Keep;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the hand does to a sketch, and how a held sketch builds. */
class SketchEditsTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  private static SketchEdits on(Sketch s) throws Exception {
    return new SketchEdits(s, VALUES);
  }

  private static Point2 at(double x, double y) {
    return SketchEdits.point(new Xy(x, y));
  }

  private static Sketch rectangle() throws Exception {
    return on(new Sketch(Head.of("s"), null, List.of())).withRectangle(at(0, 0), at(40, 30));
  }

  private static Sketch sized(Sketch s, String line, double mm) throws Exception {
    return on(s).withConstraint(Constraint.dimension(Relation.LENGTH, new Expr(mm + " mm"), line));
  }

  private static double volume(Sketch s) {
    PartDocument part =
        Parts.part("{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'}")
            .withSteps(
                List.of(
                    s,
                    Parts.part("{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'}")
                        .steps()
                        .getFirst()));
    PartState state = Parts.ok(part);
    return Parts.volume(state);
  }

  @Test
  void aRectangleStaysOneWhenItsSidesAreGivenLengths() throws Exception {
    Sketch s = sized(sized(rectangle(), "l1", 55), "l2", 20);
    assertThat(volume(s)).isCloseTo(55 * 20 * 10, within(1e-5));
    // And when a corner is drawn away: what is dimensioned stays.
    Sketch moved = on(s).dragged("l2.to", new Xy(-30, 90));
    assertThat(volume(moved)).isCloseTo(55 * 20 * 10, within(1e-5));
    assertThat(moved.constraints()).isEqualTo(s.constraints());
  }

  @Test
  void whatIsDrawnOntoAnEndStaysOnIt() throws Exception {
    Sketch s = sized(rectangle(), "l1", 50);
    SketchEdits held = on(s);
    Point2 corner = ((SketchCurve.Line) held.sketch().curves().get(1)).to();
    Sketch roof = held.withLine(corner, at(25, 60), List.of());
    Sketch grown = sized(roof, "l2", 45);
    SketchCurve.Line side = (SketchCurve.Line) grown.curves().get(1);
    SketchCurve.Line added = (SketchCurve.Line) grown.curves().getLast();
    assertThat(added.from()).isEqualTo(side.to());
  }

  @Test
  void aDimensionTakesThePlaceOfTheOneBeforeAndCanBeTakenAway() throws Exception {
    Sketch s = sized(sized(rectangle(), "l1", 50), "l1", 60);
    assertThat(s.constraints()).hasSize(5);
    assertThat(volume(s)).isCloseTo(60 * 30 * 10, within(1e-5));
    Constraint length = s.constraints().getLast();
    assertThat(on(s).without(length).constraints()).hasSize(4).doesNotContain(length);
  }

  @Test
  void aContradictionChangesNothing() throws Exception {
    Sketch s = sized(rectangle(), "l1", 50);
    assertThatThrownBy(() -> sized(s, "l3", 60))
        .isInstanceOf(SketchProblem.class)
        .hasMessageContaining("contradict each other")
        .hasMessageContaining("length of l1")
        .hasMessageContaining("length of l3");
  }

  @Test
  void aCurveTakesWhatRefersToItAlong() throws Exception {
    Sketch s = on(sized(rectangle(), "l1", 50)).without("l1");
    assertThat(s.curves()).hasSize(3);
    assertThat(s.constraints()).noneMatch(c -> c.of().contains("l1")).isNotEmpty();
  }

  /** The arc ends where it is drawn to, and its centre lies square to the line's end. */
  @ParameterizedTest
  @CsvSource({"30, 12", "30, -12", "15, 25", "-5, 9"})
  void anArcLeavesALineTangently(double x, double y) throws Exception {
    Sketch line =
        on(new Sketch(Head.of("s"), null, List.of()))
            .withLine(at(0, 0), at(20, 0), List.of(SketchEdits.Keep.of(Relation.HORIZONTAL)));
    Sketch s = on(line).withTangentArc("l1", at(20, 0), at(x, y));
    Sketch held = on(s).sketch();
    SketchCurve.Arc arc = (SketchCurve.Arc) held.curves().getLast();
    Xy centre = arc.centre().at(VALUES);
    assertThat(centre.x()).isCloseTo(20, within(1e-6));
    assertThat(centre.distance(arc.to().at(VALUES))).isCloseTo(Math.abs(centre.y()), within(1e-6));
    assertThat(arc.clockwise()).isEqualTo(y < 0);
    assertThatThrownBy(() -> on(line).withTangentArc("l1", at(20, 0), at(35, 0)))
        .hasMessageContaining("straight");
  }

  @Test
  void constraintsStandInTheFileAndAreFollowedByParameters() throws Exception {
    Sketch s =
        on(sized(rectangle(), "l2", 20))
            .withConstraint(Constraint.dimension(Relation.LENGTH, new Expr("25 mm + 5 mm"), "l1"));
    PartDocument part = Parts.part("").withSteps(List.of(s));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
    assertThat(volume(s)).isCloseTo(30 * 20 * 10, within(1e-5));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "{'constraint':'length','of':['a']}; constraints[0].value",
        "{'constraint':'horizontal','of':['a'],'value':'3 mm'}; constraints[0].value",
        "{'constraint':'angle','of':['a','b'],'value':'3 mm'}; constraints[0].",
        "{'constraint':'glued','of':['a']}; constraints[0].constraint",
        "{'constraint':'parallel','of':['a','b','c','d']}; constraints[0].of",
      })
  void aWrongConstraintIsRefusedAtItsPlace(String json, String place) {
    String text =
        "{'ankerdraft':1,'steps':[{'kind':'sketch','id':'s','curves':[],'constraints':["
            + json
            + "]}]}";
    assertThat(PartJson.read(text.replace('\'', (char) 34)))
        .isInstanceOfSatisfying(
            Read.Bad.class, bad -> assertThat(bad.error().place()).contains(place));
  }

  private static Sketch empty() {
    return new Sketch(Head.of("s"), null, List.of());
  }

  /** What a line cannot keep, or what follows already, is left out; the rest is kept. */
  @Test
  void aLineKeepsWhatItCan() throws Exception {
    Sketch one = on(empty()).withLine(at(0, 0), at(10, 0), List.of(Keep.of(Relation.HORIZONTAL)));
    Sketch square =
        on(one)
            .withLine(
                at(10, 0),
                at(10, 10),
                List.of(
                    Keep.of(Relation.VERTICAL),
                    new Keep(Relation.EQUAL, "", "l1"),
                    new Keep(Relation.PERPENDICULAR, "", "l1")));
    assertThat(square.constraints())
        .extracting(Constraint::relation)
        .containsExactly(Relation.HORIZONTAL, Relation.VERTICAL, Relation.EQUAL);
    Sketch middle =
        on(square).withLine(at(0, 8), at(5, 0), List.of(new Keep(Relation.MIDPOINT, ".to", "l1")));
    assertThat(middle.constraints()).contains(Constraint.of(Relation.MIDPOINT, "l3.to", "l1"));
  }

  @Test
  void figuresAreNamedByTheirLetters() throws Exception {
    Sketch s = on(empty()).withSlot(at(0, 0), at(20, 0), 6);
    s = on(s).withEllipse(at(0, 30), new Xy(3, 4), 2);
    s = on(s).withSpline(List.of(at(0, 50), at(5, 60), at(10, 50)), false);
    s = on(s).withPoint(at(1, 1));
    s = on(s).withArc(at(40, 0), at(50, 0), at(45, 5));
    s = on(s).withArcAbout(at(60, 0), at(65, 0), new Xy(60, 90));
    assertThat(s.curves())
        .extracting(SketchCurve::name)
        .containsExactly("g1", "e1", "c1", "o1", "a1", "a2");
    SketchCurve.Ellipse e = (SketchCurve.Ellipse) s.curves().get(1);
    assertThat(VALUES.lengthMm(e.width())).isCloseTo(10, within(1e-6));
    assertThat(Math.toDegrees(VALUES.angleRad(e.turn()))).isCloseTo(53.1301, within(1e-3));
    SketchCurve.Arc quarter = (SketchCurve.Arc) s.curves().get(5);
    assertThat(quarter.to().at(VALUES).distance(new Xy(60, 5))).isLessThan(1e-6);
    assertThatThrownBy(() -> on(empty()).withSpline(List.of(at(0, 0), at(1, 0)), false))
        .hasMessageContaining("at least 3");
    assertThatThrownBy(() -> on(empty()).withArcAbout(at(1, 1), at(1, 1), new Xy(5, 5)))
        .hasMessageContaining("no radius");
  }

  /** A sketch that contradicts itself can be mended by taking something away. */
  @Test
  void whatContradictsCanBeTakenAway() throws Exception {
    Sketch held = sized(rectangle(), "l1", 40);
    Constraint other = Constraint.dimension(Relation.LENGTH, new Expr("50 mm"), "l3");
    List<Constraint> both = new java.util.ArrayList<>(held.constraints());
    both.add(other);
    Sketch broken = held.with(held.curves(), both);
    assertThatThrownBy(() -> on(broken)).isInstanceOf(SketchProblem.class);
    assertThat(SketchEdits.asDrawn(broken, VALUES).without(other).constraints())
        .isEqualTo(held.constraints());
  }

  /** Offsets: a chain beside itself, a free curve by its fair one; construction and back. */
  @Test
  void offsetsAndConstruction() throws Exception {
    Sketch ring = on(rectangle()).offset(List.of("l1", "l2", "l3", "l4"), 5, 0.01);
    assertThat(ring.curves()).hasSize(8);
    assertThat(volume(ring)).isCloseTo((40 * 30 - 30 * 20) * 10, within(1e-3));
    Sketch hidden = on(ring).construction(List.of("l5", "l6", "l7", "l8"), true);
    assertThat(volume(hidden)).isCloseTo(40 * 30 * 10, within(1e-3));
    assertThat(on(hidden).construction(List.of("l5"), false).curves().get(4).construction())
        .isFalse();
    Sketch free =
        on(empty()).withSpline(List.of(at(0, 0), at(10, 12), at(30, 12), at(40, 0)), false);
    assertThat(on(free).offset(List.of("c1"), 2, 0.001).curves()).hasSize(2);
    Sketch ellipse = on(empty()).withEllipse(at(0, 0), new Xy(30, 0), 18);
    String name = ellipse.curves().getFirst().name();
    Sketch oval = on(ellipse).offset(List.of(name), 2, 0.001);
    assertThat(oval.curves()).hasSize(2);
    // Steiner; 153.1 is the length of the ellipse.
    assertThat(volume(oval)).isCloseTo((153.1 * 2 - Math.PI * 4) * 10, within(2.0));
    assertThatThrownBy(() -> on(ellipse).offset(List.of(name), 12, 0.001))
        .hasMessageContaining("It works up to 10.8 mm");
  }
}
