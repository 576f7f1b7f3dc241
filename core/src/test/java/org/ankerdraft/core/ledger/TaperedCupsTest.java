package org.ankerdraft.core.ledger;

import static org.ankerdraft.core.Parts.build;
import static org.ankerdraft.core.Parts.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Moulded cups: a rectangle with round corners, drawn up with draft, perhaps with a round at its
 * foot, hollowed from its mouth. Their corners are cones, larger or smaller than the wall.
 */
class TaperedCupsTest {

  /** Lengths in mm; the mouth is where the sketch lies. */
  record Cup(
      double width,
      double depth,
      double height,
      double corner,
      double deg,
      double foot,
      double wall) {
    static Cup random(long seed) {
      Random r = new Random(seed);
      double deg = -1 + 4 * r.nextDouble();
      double height = 12 + 25 * r.nextDouble();
      double shrink = Math.max(0, height * Math.tan(Math.toRadians(deg)));
      double corner = shrink + 0.8 + 6 * r.nextDouble();
      double least = Math.min(corner, corner - height * Math.tan(Math.toRadians(deg)));
      // The foot is rounded by less than its corners, so that no patches lie between.
      double foot = r.nextBoolean() ? 0 : (0.3 + 0.5 * r.nextDouble()) * least;
      return new Cup(
          45 + 60 * r.nextDouble(),
          40 + 30 * r.nextDouble(),
          height,
          corner,
          deg,
          foot,
          1 + 2.5 * r.nextDouble());
    }

    double tan() {
      return Math.tan(Math.toRadians(deg));
    }

    double cos() {
      return Math.cos(Math.toRadians(deg));
    }

    /** Corner radii at the mouth and at the foot, of which an offset by as much is a point. */
    double least() {
      return Math.min(corner, corner - height * tan()) * cos();
    }

    double most() {
      return Math.max(corner, corner - height * tan()) * cos();
    }

    /**
     * Area of the section that lies inwards of the sketch by s, whose corners are no less than 0.
     */
    double area(double s) {
      double round = Math.max(0, corner - s);
      return (width - 2 * s) * (depth - 2 * s) - (4 - Math.PI) * round * round;
    }

    /** Volume of the walls without a round at the foot. */
    double volume() {
      double inwards = wall / cos();
      return integral(z -> area(z * tan()), height)
          - integral(z -> area(z * tan() + inwards), height - wall);
    }

    String steps() {
      String round =
          foot == 0
              ? ""
              : ",{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'cup/end'}}],'size':'"
                  + foot
                  + " mm'}]}";
      return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'"
          + width
          + " mm','height':'"
          + depth
          + " mm','rounding':'"
          + corner
          + " mm'}]},{'kind':'extrude','id':'cup','sketch':'s','body':'Cup','depth':'"
          + height
          + " mm','taper':'"
          + deg
          + " deg'}"
          + round
          + ",{'kind':'shell','id':'shell','open':[{'choose':'face','name':'cup/start'}],'thickness':'"
          + wall
          + " mm'}";
    }
  }

  /** Simpson's rule over so many pieces that corners which vanish on the way do not matter. */
  private static double integral(DoubleUnaryOperator f, double to) {
    int pieces = 20_000;
    double step = to / pieces;
    double sum = 0;
    for (int i = 0; i < pieces; i++) {
      double z = i * step;
      sum += f.applyAsDouble(z) + 4 * f.applyAsDouble(z + step / 2) + f.applyAsDouble(z + step);
    }
    return sum * step / 6;
  }

  static Stream<Cup> cups() {
    return LongStream.rangeClosed(1, 16).mapToObj(Cup::random);
  }

  @ParameterizedTest
  @MethodSource("cups")
  void aCupHasItsWallsOrSaysWhyNot(Cup cup) {
    PartState state = build(cup.steps());
    StepResult shell = state.step("shell").orElseThrow();
    if (cup.least() <= cup.wall && cup.most() > cup.wall) {
      assertThat(shell.status()).isEqualTo(StepStatus.FAILED);
      assertThat(shell.message()).contains("tapers to").contains("cup/side:r.corner");
      assertThat(shell.failure().place()).isNotNull();
      // The part before it stays.
      assertThat(volume(state)).isGreaterThan(cup.volume());
      return;
    }
    assertThat(shell.status()).as(shell.message()).isEqualTo(StepStatus.BUILT);
    Body body = state.bodies().get("Cup");
    assertThat(body.named().shape().proof().isSound()).isTrue();
    // Square corners rounded by r lose (1 - pi/4) r^2 along their length (standard geometry),
    // outside
    // and inside; the foot stands nearly square to the wall.
    double inside = Math.max(0, cup.foot - cup.wall);
    double s = cup.height * cup.tan();
    double around = 2 * (cup.width + cup.depth - 4 * s);
    double lost = (1 - Math.PI / 4) * (cup.foot * cup.foot - inside * inside) * around;
    assertThat(volume(state))
        .isCloseTo(cup.volume() - lost, within(cup.volume() * 1e-6 + 0.3 * lost));
  }

  @Test
  void theSamplesHoldAllThreeKindsOfCorners() {
    assertThat(cups().filter(c -> c.most() <= c.wall)).isNotEmpty();
    assertThat(cups().filter(c -> c.least() > c.wall)).isNotEmpty();
    assertThat(cups().filter(c -> c.least() <= c.wall && c.most() > c.wall)).isNotEmpty();
  }

  @Test
  void aFootSmallerThanTheWallIsSharpInside() {
    Cup cup = new Cup(60, 45, 20, 3.2, 0.6, 1.2, 1.3);
    PartState state = build(cup.steps());
    assertThat(state.step("shell").orElseThrow().strategy()).contains("before its rounds");
    assertThat(state.bodies().get("Cup").named().faceNames())
        .contains(FaceName.read("shell/inner(cup/end)"))
        .noneMatch(name -> name.toString().startsWith("shell/inner(foot"));
  }

  @Test
  void aWallThatWorksIsNamedWhereACornerTapersThroughTheWall() {
    Cup cup = new Cup(80, 50, 30, 1.8, -1, 1, 2);
    StepResult shell = build(cup.steps()).step("shell").orElseThrow();
    assertThat(shell.failure().works()).isEqualTo("up to about 1.7 mm");
    Cup thinner = new Cup(80, 50, 30, 1.8, -1, 1, 1.7);
    assertThat(build(thinner.steps()).step("shell").orElseThrow().status())
        .isEqualTo(StepStatus.BUILT);
  }

  /** A cone all around may be thinner than the wall at its tip: its inside is a smaller cone. */
  @Test
  void aConeAllAroundIsHollowed() {
    String cone =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'40 mm'}]},"
            + "{'kind':'extrude','id':'cone','sketch':'s','body':'Cone','depth':'30 mm','taper':'30 deg'},"
            + "{'kind':'round','id':'tip','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'cone/end'}}],'size':'1 mm'}]}";
    String shell =
        ",{'kind':'shell','id':'shell','open':[{'choose':'face','name':'cone/start'}],'thickness':'3 mm'}";
    double tan = Math.tan(Math.toRadians(30));
    double base = 20 - 3 / Math.cos(Math.toRadians(30));
    double top = base - 27 * tan;
    // Frustum: V = pi h/3 (R^2 + R r + r^2).
    double inside = Math.PI * 27 / 3 * (base * base + base * top + top * top);
    PartState hollow = build(cone + shell);
    assertThat(hollow.step("shell").orElseThrow().status()).isEqualTo(StepStatus.BUILT);
    assertThat(volume(hollow)).isCloseTo(volume(build(cone)) - inside, within(1e-3));
  }
}
