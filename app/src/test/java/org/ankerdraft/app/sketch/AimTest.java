package org.ankerdraft.app.sketch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What the pencil aims at, and which relations it proposes. */
class AimTest {
  private static final Frame FRAME = Frame.base(PlaneRef.Base.XY);

  private static final Camera CAMERA =
      Camera.fitted(Camera.View.ABOVE, new Vec3(-40, -30, 0), new Vec3(40, 30, 1), 800, 600, 10);

  private static Aim aimed(List<SketchCurve> curves, Aim.Start start, Xy at) throws Exception {
    SketchView seen =
        new SketchView(
            new Sketch(Head.of("s"), PlaneRef.LEVEL, curves),
            Laid.NONE,
            FRAME,
            new Evaluator(Map.of()));
    Aim aim = new Aim();
    Vec3 p = FRAME.at(at.x(), at.y());
    aim.take(CAMERA, FRAME, seen, start, CAMERA.screenX(p), CAMERA.screenY(p));
    return aim;
  }

  private static Point2 point(double x, double y) {
    return SketchEdits.point(new Xy(x, y));
  }

  /** From (-20, 0) the lines that touch a circle of 10 mm about the origin touch it at x = -5. */
  @ParameterizedTest
  @ValueSource(doubles = {1, -1})
  void aLineTouchesACircle(double side) throws Exception {
    SketchCurve circle = new SketchCurve.Circle("k", null, new Expr("20 mm"), false);
    double high = side * Math.sqrt(75);
    Aim aim =
        aimed(List.of(circle), new Aim.Start(new Xy(-20, 0), ""), new Xy(-5.3, high - side * 0.1));
    assertThat(aim.at().x()).isCloseTo(-5, within(1e-9));
    assertThat(aim.at().y()).isCloseTo(high, within(1e-9));
    assertThat(aim.proposed())
        .extracting(SketchEdits.Keep::relation)
        .contains(Relation.ON_CURVE, Relation.TANGENT);
  }

  @Test
  void fromWithinACircleNoLineTouchesIt() throws Exception {
    SketchCurve circle = new SketchCurve.Circle("k", null, new Expr("20 mm"), false);
    Aim aim = aimed(List.of(circle), new Aim.Start(new Xy(2, 1), ""), new Xy(10, 0.2));
    assertThat(aim.proposed())
        .extracting(SketchEdits.Keep::relation)
        .doesNotContain(Relation.TANGENT);
  }

  /** A quarter of a circle that ends upwards is followed by a line upwards. */
  @Test
  void aLineGoesOnFromAnArc() throws Exception {
    SketchCurve arc =
        new SketchCurve.Arc("a", point(0, -10), point(10, 0), null, point(0, 0), false, false);
    Aim aim = aimed(List.of(arc), new Aim.Start(new Xy(10, 0), "a"), new Xy(10.3, 14));
    assertThat(aim.at().x()).isCloseTo(10, within(1e-9));
    assertThat(aim.proposed())
        .singleElement()
        .satisfies(k -> assertThat(k.relation()).isEqualTo(Relation.TANGENT));
  }

  @Test
  void theGridFollowsTheZoom() {
    assertThat(Grid.stepMm(5)).isEqualTo(10);
    assertThat(Grid.stepMm(50)).isEqualTo(1);
    List<?> lines = Grid.strokes(CAMERA, FRAME);
    double step = Grid.stepMm(CAMERA.pixelsPerMm());
    double expected = (CAMERA.width() + CAMERA.height()) / CAMERA.pixelsPerMm() / step;
    assertThat(lines.size()).isBetween((int) expected - 2, (int) expected + 2);
  }
}
