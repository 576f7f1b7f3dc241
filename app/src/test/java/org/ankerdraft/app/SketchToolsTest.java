package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** The tools of the pencil in the window: figures by numbers, cutting, corners, copies, offsets. */
class SketchToolsTest extends DrawingWindow {
  private boolean has(Relation relation, String value) {
    return sketch().constraints().stream()
        .anyMatch(c ->
            c.relation() == relation && c.value() != null && c.value().text().startsWith(value));
  }

  /** Width, Tab, height, Enter: the sizes are held. */
  private void rectangle() throws Exception {
    key(KeyCode.R);
    click(-15, -10);
    robot.moveTo(onScreen(new Vec3(10, 8, 0)));
    key(KeyCode.DIGIT3, KeyCode.DIGIT0, KeyCode.TAB, KeyCode.DIGIT2, KeyCode.DIGIT0, KeyCode.ENTER);
    until(() -> sketch().curves().size() == 4);
  }

  @Test
  void aRectangleIsTypedRoundedAndKeepsItsSize() throws Exception {
    begin();
    rectangle();
    assertThat(has(Relation.LENGTH, "30")).isTrue();
    assertThat(has(Relation.LENGTH, "20")).isTrue();
    key(KeyCode.N);
    until(() -> robot.lookup("#pencil-number").query().isVisible());
    type("#pencil-number", "4 mm");
    robot.push(KeyCode.ENTER);
    click(-15, -10);
    click(15, -10);
    until(() -> sketch().curves().stream().filter(SketchCurve.Arc.class::isInstance).count() == 2);
    assertThat(has(Relation.RADIUS, "4")).isTrue();
    assertThat(has(Relation.DISTANCE, "30")).isTrue();
  }

  /** The number of a dimension is pressed where it stands, and another typed. */
  @Test
  void aDimensionIsSetAndDraggedInItsPlace() throws Exception {
    begin();
    rectangle();
    key(KeyCode.V);
    javafx.geometry.Point2D label = onScreen(new Vec3(0, -10, 0)).add(18, -11);
    robot.clickOn(label);
    until(() -> robot.lookup("#pencil-number").queryTextInputControl().getText().startsWith("30"));
    type("#pencil-number", "36 mm");
    robot.push(KeyCode.ENTER);
    until(() -> has(Relation.LENGTH, "36"));
    SketchCurve.Line foot = (SketchCurve.Line) sketch().curves().getFirst();
    double middle = (number(foot.from().x()) + number(foot.to().x())) / 2;
    javafx.geometry.Point2D moved =
        onScreen(new Vec3(middle, number(foot.from().y()), 0)).add(18, -11);
    robot.moveTo(moved).press(MouseButton.PRIMARY).moveBy(40, 0).release(MouseButton.PRIMARY);
    until(() -> !has(Relation.LENGTH, "36"));
    assertThat(
            sketch().constraints().stream()
                .filter(c -> c.relation() == Relation.LENGTH)
                .mapToDouble(c -> number(c.value()))
                .max()
                .orElseThrow())
        .isGreaterThan(36);
  }

  @Test
  void figuresAreDrawnByTheirPlaces() throws Exception {
    begin();
    key(KeyCode.G);
    click(-10, 12);
    click(5, 12);
    robot.moveTo(onScreen(new Vec3(0, 15, 0)));
    key(KeyCode.DIGIT6, KeyCode.ENTER);
    until(() -> sketch().curves().size() == 1);
    assertThat(((SketchCurve.Slot) sketch().curves().getFirst()).width().text()).isEqualTo("6 mm");
    key(KeyCode.E);
    click(-8, -8);
    click(2, -8);
    click(-8, -4);
    until(() -> sketch().curves().size() == 2);
    SketchCurve.Ellipse ellipse = (SketchCurve.Ellipse) sketch().curves().getLast();
    assertThat(number(ellipse.width())).isCloseTo(20, within(0.3));
    assertThat(number(ellipse.height())).isCloseTo(8, within(0.3));
    key(KeyCode.B);
    click(10, -10);
    click(20, -10);
    click(15, -5);
    until(() -> sketch().curves().size() == 3);
    key(KeyCode.M);
    click(15, 10);
    click(20, 10);
    click(15, 18);
    until(() -> sketch().curves().size() == 4);
    SketchCurve.Arc quarter = (SketchCurve.Arc) sketch().curves().getLast();
    assertThat(number(quarter.to().y())).isCloseTo(15, within(0.1));
    key(KeyCode.P);
    click(0, 0);
    until(() -> sketch().curves().size() == 5);
    assertThat(sketch().curves().getLast()).isInstanceOf(SketchCurve.Point.class);
  }

  /** A free curve, its fair offset beside it, and the comb that shows how it bends. */
  @Test
  void aFreeCurveIsOffset() throws Exception {
    begin();
    key(KeyCode.F);
    click(-18, -6);
    click(-8, 8);
    click(6, 9);
    click(18, -5);
    key(KeyCode.ENTER);
    until(() -> sketch().curves().size() == 1);
    key(KeyCode.V);
    click(-18, -6);
    robot.interact(() -> window.view().requestFocus());
    key(KeyCode.V);
    // The middle of the curve, from Bernstein's weights 1 3 3 1.
    click((-18 - 3 * 8 + 3 * 6 + 18) / 8.0, (-6 + 3 * 8 + 3 * 9 - 5) / 8.0);
    until(() -> robot.lookup("#offset-distance").query().isVisible());
    type("#offset-distance", "2");
    hold(KeyCode.ENTER, 4);
    until(() -> sketch().curves().size() == 2);
    assertThat(sketch().curves().getLast()).isInstanceOf(SketchCurve.Spline.class);
    assertThat(said()).contains("strays from the true offset");
    assertThat(onFx(() -> window.pencil().strokes().size())).isGreaterThan(10);
    type("#offset-distance", "-90");
    robot.push(KeyCode.ENTER);
    until(() -> said().contains("would fold"));
    assertThat(sketch().curves()).hasSize(2);
  }

  private String said() {
    return onFx(() ->
        robot.lookup(".field-error").queryAllAs(Label.class).stream()
            .filter(Label::isVisible)
            .map(Label::getText)
            .reduce("", String::concat));
  }

  @Test
  void piecesAreCutAwayAndLengthened() throws Exception {
    begin();
    key(KeyCode.L);
    click(-15, 3);
    click(15, 3);
    key(KeyCode.ESCAPE);
    click(4, -12);
    click(4, 12);
    key(KeyCode.ESCAPE);
    until(() -> sketch().curves().size() == 2);
    key(KeyCode.T);
    click(10, 3);
    until(() -> ((SketchCurve.Line) sketch().curves().getFirst()).to().x().text().startsWith("4"));
    assertThat(sketch().constraints()).contains(Constraint.of(Relation.ON_CURVE, "l1.to", "l2"));
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    key(KeyCode.L);
    click(-14, -8);
    click(-4, -8);
    key(KeyCode.ESCAPE, KeyCode.X);
    click(-6, -8);
    until(() -> ((SketchCurve.Line) sketch().curves().getLast()).to().x().text().startsWith("4"));
  }

  /** A box round everything, copies in a row, a mirror image; then all of it is undone. */
  @Test
  void whatIsInABoxIsCopied() throws Exception {
    begin();
    key(KeyCode.C);
    click(-12, -6);
    click(-9, -6);
    click(-12, 6);
    click(-10, 6);
    until(() -> sketch().curves().size() == 2);
    Sketch two = sketch();
    key(KeyCode.V);
    robot.drag(onScreen(new Vec3(-18, -12, 0))).dropTo(onScreen(new Vec3(-5, 12, 0)));
    until(() -> robot.lookup("#copies-count").query().isVisible());
    type("#copies-count", "2");
    type("#copies-x", "8");
    robot.clickOn("#copies-row");
    until(() -> sketch().curves().size() == 6);
    robot.clickOn("#mirror-y");
    until(() -> sketch().curves().size() == 8);
    assertThat(sketch().constraints()).anyMatch(c -> c.relation() == Relation.SYMMETRIC);
    robot.interact(() -> window.view().requestFocus());
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    robot.push(KeyCode.CONTROL, KeyCode.Z);
    until(() -> sketch().equals(two));
  }

  /** What is proposed while a line is drawn holds afterwards: on a line's middle, square to it. */
  @Test
  void proposalsAreKept() throws Exception {
    begin();
    click(-15, -10);
    click(15, 0);
    key(KeyCode.ESCAPE);
    click(0, -5);
    // Nearly square to a line of slope 1 : 3.
    click(-3.2, 5);
    until(() -> sketch().curves().size() == 2);
    assertThat(sketch().constraints()).contains(Constraint.of(Relation.MIDPOINT, "l2.from", "l1"));
  }

  @Test
  void endsThatMissEachOtherAreMended() throws Exception {
    begin();
    click(-12, -8);
    click(8, -8);
    key(KeyCode.ESCAPE);
    click(9.5, -8);
    click(9.5, 9);
    key(KeyCode.ESCAPE);
    until(() -> robot.lookup("Mend").tryQuery().isPresent());
    robot.clickOn("Mend");
    until(() -> sketch().constraints().stream().anyMatch(c -> c.relation() == Relation.COINCIDENT));
    until(() -> robot.lookup("Mend").tryQuery().isEmpty());
  }

  /** A profile from a file, and the selected sketch into one. */
  @Test
  void aSketchComesFromAFileAndGoesIntoOne() throws Exception {
    java.nio.file.Path dxf = java.nio.file.Files.createTempFile("profile", ".dxf");
    java.nio.file.Files.writeString(
        dxf, "0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n10\n1\n20\n2\n40\n5\n0\nENDSEC\n0\nEOF\n");
    SketchFiles files = new SketchFiles(window.session(), null, t -> null);
    robot.interact(() -> files.read(dxf));
    until(() -> window.session().document().steps().size() == 1);
    assertThat(sketch().curves()).hasSize(1);
    assertThat(onFx(files::canWrite)).isTrue();
    java.nio.file.Path svg = dxf.resolveSibling(dxf.getFileName() + ".svg");
    robot.interact(() -> files.write(svg));
    until(() -> java.nio.file.Files.exists(svg));
    assertThat(java.nio.file.Files.readString(svg)).contains("A5.000000 5.000000");
    java.nio.file.Files.writeString(dxf, "no drawing");
    robot.interact(() -> files.read(dxf));
    assertThat(sketch().curves()).hasSize(1);
    java.nio.file.Files.delete(dxf);
    java.nio.file.Files.delete(svg);
  }
}
