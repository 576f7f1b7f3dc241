package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.extrude.Extrude;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** A profile drawn by mouse and numbers, held by its constraints, and extruded. */
class DrawingTest extends DrawingWindow {
  @Test
  void aChainIsDrawnClosedDimensionedAndExtruded() throws Exception {
    begin();
    // Nearly level, nearly upright: what is proposed is taken.
    click(-10, -10);
    click(15, -9.6);
    click(15.3, 5);
    robot.moveTo(onScreen(new Vec3(-10, 5, 0)));
    click(-10, 5.2);
    click(-10, -10);
    until(() -> sketch().curves().size() == 4);
    assertThat(sketch().constraints())
        .extracting(c -> c.relation())
        .contains(Relation.HORIZONTAL, Relation.VERTICAL);
    // The chain closed: Escape leaves the tool, then a side is chosen and given its length.
    key(KeyCode.ESCAPE);
    click(2, -10);
    until(() -> robot.lookup("#relation-length").tryQuery().isPresent());
    type("#pencil-number", "40 mm");
    robot.push(KeyCode.ENTER);
    until(() -> sketch().constraints().stream().anyMatch(c -> c.relation() == Relation.LENGTH));
    assertThat(text("#freedom")).contains("left");
    key(KeyCode.ESCAPE);
    until(() ->
        robot
            .lookup("#tool-line")
            .tryQuery()
            .map(n -> !n.getParent().getParent().isVisible())
            .orElse(true));
    settleEmpty();
    robot.push(KeyCode.S);
    robot.push(KeyCode.E);
    settle();
    assertThat(onFx(() -> window.session().state().orElseThrow().isOk())).isTrue();
    // 40 wide, as high as it was drawn, some whole millimetres deep by default.
    SketchCurve.Line side = (SketchCurve.Line) sketch().curves().get(1);
    double height = Math.abs(number(side.to().y()) - number(side.from().y()));
    double deep = volume() / (40 * height);
    assertThat(deep).isPositive().isCloseTo(Math.rint(deep), within(1e-6));
  }

  private void settleEmpty() throws Exception {
    until(() ->
        window.session().progressShare() < 0
            && window.session().state().isPresent()
            && window.session().state().get().part().equals(window.session().document()));
  }

  /** Twice as long as the view is wide: both ends are seen then, and the next is drawn beside. */
  @Test
  void aTypedNumberDoesNotLeadOutOfTheView() throws Exception {
    begin();
    double before = onFx(() -> window.view().camera().pixelsPerMm());
    click(-10, -10);
    robot.moveTo(onScreen(new Vec3(10, -10, 0)));
    key(KeyCode.DIGIT2, KeyCode.DIGIT0, KeyCode.DIGIT0, KeyCode.ENTER);
    until(() -> sketch().curves().size() == 1);
    List<Vec3> ends = List.of(new Vec3(-10, -10, 0), new Vec3(190, -10, 0));
    assertThat(onFx(() -> window.view().camera().sees(ends))).isTrue();
    assertThat(onFx(() -> window.view().camera().pixelsPerMm())).isLessThan(before);
    click(190, 30);
    until(() -> sketch().curves().size() == 2);
    // What lies within the view leaves it as it is.
    double after = onFx(() -> window.view().camera().pixelsPerMm());
    robot.moveTo(onScreen(new Vec3(150, 30, 0)));
    key(KeyCode.DIGIT2, KeyCode.DIGIT0, KeyCode.ENTER);
    until(() -> sketch().curves().size() == 3);
    assertThat(onFx(() -> window.view().camera().pixelsPerMm())).isEqualTo(after);
    // So is a length that is given later.
    key(KeyCode.ESCAPE);
    key(KeyCode.ESCAPE);
    click(190, 10);
    until(() -> robot.lookup("#relation-length").tryQuery().isPresent());
    type("#pencil-number", "700 mm");
    robot.push(KeyCode.ENTER);
    until(() -> onFx(() -> window.view().camera().pixelsPerMm()) < after / 2);
  }

  /** A station that stands open takes the second letter, which is a tool's as well. */
  @Test
  void theSecondStrokeIsNotTheTools() throws Exception {
    begin();
    key(KeyCode.R);
    click(-10, -10);
    click(15, 5);
    until(() -> sketch().curves().size() == 4);
    key(KeyCode.S, KeyCode.E);
    until(() -> onFx(() -> window.session().document().steps().getLast()) instanceof Extrude);
    settle();
    assertThat(onFx(() -> window.pencil().isOn())).isFalse();
    assertThat(volume()).isCloseTo(25.0 * 15 * 10, within(1.0));
  }

  @Test
  void aLengthTypedWhileDrawingIsKept() throws Exception {
    begin();
    click(-15, 0);
    robot.moveTo(onScreen(new Vec3(5, 0.2, 0)));
    robot.push(KeyCode.DIGIT2);
    robot.push(KeyCode.DIGIT5);
    robot.push(KeyCode.ENTER);
    until(() -> sketch().curves().size() == 1);
    Sketch drawn = sketch();
    assertThat(drawn.constraints()).hasSize(2);
    SketchCurve.Line l = (SketchCurve.Line) drawn.curves().getFirst();
    assertThat(l.to().x().text()).isEqualTo("10 mm");
    assertThat(l.to().y()).isEqualTo(l.from().y());
  }

  @Test
  void aContradictionIsSaidAndChangesNothing() throws Exception {
    begin();
    key(KeyCode.R);
    click(-10, -10);
    click(15, 5);
    until(() -> sketch().curves().size() == 4);
    key(KeyCode.V);
    click(2, -10);
    type("#pencil-number", "30 mm");
    robot.push(KeyCode.ENTER);
    until(() -> sketch().constraints().size() == 5);
    Sketch before = sketch();
    robot.interact(() -> window.view().requestFocus());
    robot.clickOn(onScreen(top(before)));
    type("#pencil-number", "31 mm");
    robot.push(KeyCode.ENTER);
    until(() ->
        robot.lookup(".field-error").queryAllAs(Label.class).stream()
            .anyMatch(l -> l.getText().contains("contradict each other")));
    assertThat(sketch()).isEqualTo(before);
  }

  /** The middle of the third side. */
  private Vec3 top(Sketch s) {
    SketchCurve.Line l = (SketchCurve.Line) s.curves().get(2);
    var values = new org.ankerdraft.core.expression.Evaluator(java.util.Map.of());
    try {
      var middle = l.from().at(values).plus(l.to().at(values)).times(0.5);
      return new Vec3(middle.x(), middle.y(), 0);
    } catch (org.ankerdraft.core.expression.ExpressionException e) {
      throw new AssertionError(e);
    }
  }

  @Test
  void aCornerIsDraggedAndUndone() throws Exception {
    begin();
    key(KeyCode.R);
    click(-10, -10);
    click(15, 5);
    until(() -> sketch().curves().size() == 4);
    Sketch before = sketch();
    key(KeyCode.V);
    robot.drag(onScreen(new Vec3(15, 5, 0))).dropTo(onScreen(new Vec3(20, 12, 0)));
    until(() -> !sketch().equals(before));
    SketchCurve.Line side = (SketchCurve.Line) sketch().curves().get(1);
    assertThat(number(side.from().x())).isCloseTo(number(side.to().x()), within(1e-7));
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    until(() -> sketch().equals(before));
  }

  /** An arc follows a line tangentially without leaving the chain, and lines go on from it. */
  @Test
  void anArcFollowsALineWithinTheChain() throws Exception {
    begin();
    click(-15, -10);
    click(5, -9.8);
    key(KeyCode.A);
    click(5, 6);
    click(-15, 6.1);
    until(() -> sketch().curves().size() == 3);
    Sketch drawn = sketch();
    assertThat(drawn.curves().get(1)).isInstanceOf(SketchCurve.Arc.class);
    assertThat(drawn.curves().get(2)).isInstanceOf(SketchCurve.Line.class);
    assertThat(drawn.constraints())
        .anyMatch(c -> c.relation() == Relation.TANGENT && c.of().contains("l1"));
    // Half a circle from level to level.
    SketchCurve.Arc arc = (SketchCurve.Arc) drawn.curves().get(1);
    assertThat(number(arc.centre().x())).isCloseTo(number(arc.from().x()), within(1e-6));
  }

  /** From its card a sketch that is there already is drawn on, and what holds it is let go. */
  @Test
  void aSketchIsDrawnOnFromItsCard() throws Exception {
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.S);
    robot.push(KeyCode.S);
    until(() -> robot.lookup("#draw").tryQuery().isPresent());
    settleEmpty();
    robot.clickOn("#draw");
    until(() -> robot.lookup("#tool-circle").tryQuery().isPresent());
    key(KeyCode.R);
    click(-12, -8);
    click(4, 3);
    until(() -> sketch().curves().size() == 5);
    key(KeyCode.V);
    click(-4, -8);
    until(() -> robot.lookup("l1 horizontal").tryQuery().isPresent());
    robot.clickOn(".away");
    until(() -> sketch().constraints().size() == 3);
  }

  /** A curve and a point are related whichever was chosen first; choosing again lets go. */
  @Test
  void aPointIsPutOnACurveChosenBeforeIt() throws Exception {
    begin();
    click(-15, -8);
    click(12, 2);
    key(KeyCode.ESCAPE);
    key(KeyCode.C);
    click(-4, 8);
    click(0, 8);
    until(() -> sketch().curves().size() == 2);
    key(KeyCode.V);
    click(-1.5, -3);
    click(-4, 8);
    until(() -> robot.lookup("#relation-on-curve").tryQuery().isPresent());
    robot.clickOn("#relation-on-curve");
    until(() -> sketch().constraints().size() == 1);
    assertThat(sketch().constraints().getFirst().of()).containsExactly("k1.centre", "l1");
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    until(() -> sketch().constraints().isEmpty());
  }
}
