package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A cone told by its tip, whichever way the library describes it. */
class ConeTest {

  private static Face face(Vec3 origin, Vec3 direction, double radius, double halfAngle) {
    return new Face(
        SurfaceKind.CONE,
        origin,
        direction,
        radius,
        halfAngle,
        1,
        origin,
        direction,
        List.of(),
        false);
  }

  /** The same cone about z with its tip at the origin, from above and from below. */
  @ParameterizedTest
  @CsvSource({"10, 30", "10, -30", "3, 5", "40, 70", "40, -70"})
  void tipAxisAndSlant(double radius, double halfAngleDeg) {
    double half = Math.toRadians(halfAngleDeg);
    double level = radius / Math.tan(Math.abs(half));
    Vec3 along = halfAngleDeg > 0 ? Vec3.Z : Vec3.Z.negated();
    Cone cone = Cone.of(face(new Vec3(0, 0, level), along, radius, half));
    assertThat(cone.tip().length()).isCloseTo(0, within(1e-9));
    assertThat(cone.axis().distance(Vec3.Z)).isCloseTo(0, within(1e-12));
    Vec3 rim = new Vec3(0, radius, level);
    double slant = Math.hypot(radius, level);
    assertThat(cone.slant(rim)).isCloseTo(slant, within(1e-9));
    assertThat(cone.off(rim)).isCloseTo(0, within(1e-9));
    assertThat(cone.normal(rim).dot(rim)).isCloseTo(0, within(1e-9));
    // Off the surface the foot counts, and how far it is.
    Vec3 outside = rim.plus(cone.normal(rim).times(1.5));
    assertThat(cone.off(outside)).isCloseTo(1.5, within(1e-9));
    assertThat(cone.slant(outside)).isCloseTo(slant, within(1e-9));
    // Across the line from the tip the curvature is that of the circle, seen along the normal.
    assertThat(cone.bendRadius(slant)).isCloseTo(radius / Math.cos(half), within(1e-9));
  }
}
