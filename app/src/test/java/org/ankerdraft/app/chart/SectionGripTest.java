package org.ankerdraft.app.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The grip by which a section is moved. */
class SectionGripTest {
  private static final List<Vec3> BOX = List.of(new Vec3(0, 0, 0), new Vec3(40, 30, 20));

  /** Looks along y: x to the right, z up, two pixels a millimetre. */
  private static final Camera FRONT = new Camera(new Vec3(20, 15, 10), Vec3.X, Vec3.Z, 2, 400, 300);

  @ParameterizedTest
  @CsvSource({"1, 0, 0, 12", "0, -1, 0, 7", "0, 0, 1, 20"})
  void itStandsOnThePlaneWithinTheBox(double x, double y, double z, double at) {
    Vec3 normal = new Vec3(x, y, z);
    Plane section = new Plane(new Vec3(at, at, at), normal);
    Vec3 place = SectionGrip.place(section, BOX);
    assertThat(section.signedDistance(place)).isCloseTo(0, within(1e-9));
    assertThat(place.distance(new Vec3(20, 15, 10)))
        .isLessThan(BOX.getFirst().distance(BOX.getLast()));
  }

  /** Each drag counts from where it was taken hold of, not from where it was last. */
  @Test
  void thePlaneFollowsThePointerAlongItsNormal() {
    List<Plane> moved = new ArrayList<>();
    SectionGrip grip = new SectionGrip(new Plane(new Vec3(10, 0, 0), Vec3.X), moved::add);
    grip.drag(FRONT, 8, 0);
    grip.drag(FRONT, 20, 5);
    grip.end();
    assertThat(moved).hasSize(2);
    assertThat(moved.getFirst().origin().x()).isCloseTo(14, within(1e-9));
    assertThat(moved.getLast().origin().x()).isCloseTo(20, within(1e-9));
  }
}
