package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Movements keep lengths and angles, and move curves as they move their points. */
class MotionTest {
  private static Vec3 some(Random random) {
    return new Vec3(
        random.nextDouble(-50, 50), random.nextDouble(-50, 50), random.nextDouble(-50, 50));
  }

  private static Motion motion(Random random, boolean mirrors) {
    return new Motion(
        mirrors ? Plane.fromPointAndNormal(some(random), some(random)) : null,
        new Axis(some(random), some(random).unit()),
        random.nextDouble(-3, 3),
        some(random));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void lengthsAnglesAndHandednessAreKept(long seed) {
    Random random = new Random(seed);
    boolean mirrors = seed % 2 == 0;
    Motion motion = motion(random, mirrors);
    Vec3 p = some(random);
    Vec3 q = some(random);
    Vec3 d = some(random).unit();
    assertThat(motion.of(p).distance(motion.of(q))).isCloseTo(p.distance(q), within(1e-9));
    assertThat(motion.ofDirection(d).distance(motion.of(p.plus(d)).minus(motion.of(p))))
        .isLessThan(1e-9);
    Vec3 x = motion.ofDirection(Vec3.X);
    Vec3 y = motion.ofDirection(Vec3.Y);
    assertThat(x.cross(y).dot(motion.ofDirection(Vec3.Z)))
        .isCloseTo(mirrors ? -1 : 1, within(1e-12));
  }

  private static Stream<ProfileCurve> curves() {
    List<Vec3> poles =
        List.of(new Vec3(0, 0, 1), new Vec3(4, 5, 1), new Vec3(9, -5, 1), new Vec3(12, 0, 1));
    return Stream.of(
        new ProfileCurve.Line(1, new Vec3(1, 2, 3), new Vec3(9, 2, 3)),
        new ProfileCurve.Arc(2, new Vec3(5, 0, 0), new Vec3(3, 4, 0), new Vec3(-5, 0, 0)),
        new ProfileCurve.Circle(3, new Vec3(1, 1, 1), Vec3.Y, 4, Vec3.X),
        new ProfileCurve.Ellipse(4, new Vec3(2, 0, 0), Vec3.Z, new Vec3(0, 6, 0), 2, 0.3, 2.5),
        new ProfileCurve.Spline(5, poles, 3, false, poles));
  }

  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13})
  void curvesMoveAsTheirPoints(long seed) {
    Motion motion = motion(new Random(seed), false);
    curves()
        .forEach(curve -> {
          ProfileCurve moved = curve.moved(motion);
          assertThat(moved.tag()).isEqualTo(curve.tag());
          List<Vec3> wanted = curve.points().stream().map(motion::of).toList();
          List<Vec3> points = moved.points();
          assertThat(points).hasSameSizeAs(wanted);
          for (int i = 0; i < points.size(); i++) {
            assertThat(points.get(i).distance(wanted.get(i))).isLessThan(1e-9);
          }
        });
  }
}
