package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.Set;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Solids divided by planes, faces and bodies: volumes by hand, and where each face came from. */
class DividersTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static double volume(Outcome<Derived> made) {
    return made.orThrow().shape().mass().volumeMm3();
  }

  private static int faceLooking(Shape shape, Vec3 way) {
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      if (shape.topology().face(f).normal().dot(way) > 1 - 1e-9) {
        return f;
      }
    }
    throw new AssertionError("no face looks along " + way);
  }

  private static int roundFace(Shape shape) {
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      if (shape.topology().face(f).kind() == Topology.SurfaceKind.CYLINDER) {
        return f;
      }
    }
    throw new AssertionError("no round face");
  }

  /** Any plane through the middle of a box halves it, and both halves know their cut. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void aPlaneThroughTheMiddleHalvesABox(long seed) {
    Random random = new Random(seed);
    Shape box = Solids.box(kernel, 30, 20, 10);
    Vec3 normal =
        new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    Divider by = new Divider.Plane(new Plane(new Vec3(15, 10, 5), normal));
    Derived front = kernel.side(box, by, true, BUDGET).orThrow();
    Derived back = kernel.side(box, by, false, BUDGET).orThrow();
    assertThat(front.shape().mass().volumeMm3()).isCloseTo(3000, within(1e-6));
    assertThat(back.shape().mass().volumeMm3()).isCloseTo(3000, within(1e-6));
    assertThat(front.shape().mass().centroid().minus(new Vec3(15, 10, 5)).dot(normal)).isPositive();
    for (Derived half : List.of(front, back)) {
      List<Derived.Origin> cuts =
          half.origins().stream().filter(o -> o.kind() == OriginKind.PLANE).toList();
      assertThat(cuts).hasSize(1);
      double looks = half.equals(front) ? -1 : 1;
      assertThat(half.shape().topology().face(cuts.getFirst().face()).normal().dot(normal))
          .isCloseTo(looks, within(1e-9));
    }
  }

  @Test
  void aPlaneBesideItDividesNothing() {
    Shape box = Solids.box(kernel, 30, 20, 10);
    Outcome<Derived> side =
        kernel.side(box, new Divider.Plane(new Plane(new Vec3(0, 0, 11), Vec3.Z)), true, BUDGET);
    assertThat(((Outcome.Failed<Derived>) side).failure().message()).contains("not divided there");
  }

  /** A cylinder of 4 mm that ends below the box goes on through it; the front is outside of it. */
  @Test
  void aRoundFaceGoesOn() {
    Shape box =
        Solids.extrudedFrom(kernel, Solids.polygon(-10, -10, 10, -10, 10, 10, -10, 10), 50, 6)
            .shape();
    Shape rod = Solids.extruded(kernel, Solids.disc(4), 3).shape();
    Divider by = new Divider.Face(rod, roundFace(rod), true);
    assertThat(volume(kernel.side(box, by, false, BUDGET)))
        .isCloseTo(Math.PI * 16 * 6, within(1e-4));
    assertThat(volume(kernel.side(box, by, true, BUDGET)))
        .isCloseTo(2400 - Math.PI * 16 * 6, within(1e-4));
    Divider asItIs = new Divider.Face(rod, roundFace(rod), false);
    assertThat(kernel.side(box, asItIs, true, BUDGET)).isInstanceOf(Outcome.Failed.class);
  }

  /** Of a rod through a plate the parts before and behind it, by the ends that they have. */
  @Test
  void marksTellWhatIsKept() {
    Shape plate =
        Solids.extrudedFrom(kernel, Solids.polygon(-9, -9, 9, -9, 9, 9, -9, 9), 10, 4).shape();
    Shape rod = Solids.extruded(kernel, Solids.disc(2), 30).shape();
    int foot = faceLooking(rod, Vec3.Z.negated());
    Divider outside = new Divider.Body(plate, false);
    double section = Math.PI * 4;
    assertThat(volume(kernel.divide(rod, outside, Set.of(foot), true, BUDGET)))
        .isCloseTo(section * 10, within(1e-6));
    assertThat(volume(kernel.divide(rod, outside, Set.of(foot), false, BUDGET)))
        .isCloseTo(section * 16, within(1e-6));
    assertThat(volume(kernel.divide(rod, new Divider.Body(plate, true), Set.of(), false, BUDGET)))
        .isCloseTo(section * 4, within(1e-6));
    Outcome<Derived> none =
        kernel.divide(rod, new Divider.Body(plate, true), Set.of(foot), true, BUDGET);
    assertThat(((Outcome.Failed<Derived>) none).failure().message()).contains("no part");
  }

  @Test
  void pointsTellWhatIsKept() {
    Shape plate =
        Solids.extrudedFrom(kernel, Solids.polygon(-9, -9, 9, -9, 9, 9, -9, 9), 10, 4).shape();
    Shape rod = Solids.extruded(kernel, Solids.disc(2), 30).shape();
    Divider.Body outside = new Divider.Body(plate, false);
    double section = Math.PI * 4;
    assertThat(volume(kernel.partsAt(rod, outside, List.of(new Vec3(1, 0, 3)), BUDGET)))
        .isCloseTo(section * 10, within(1e-6));
    assertThat(
            volume(
                kernel.partsAt(
                    rod, outside, List.of(new Vec3(1, 0, 3), new Vec3(0, 1, 20)), BUDGET)))
        .isCloseTo(section * 26, within(1e-6));
    // In the plate, or on the boundary of a part, there is none.
    assertThat(kernel.partsAt(rod, outside, List.of(new Vec3(0, 0, 12)), BUDGET))
        .isInstanceOf(Outcome.Failed.class);
    assertThat(kernel.partsAt(rod, outside, List.of(new Vec3(0, 0, 0)), BUDGET))
        .isInstanceOf(Outcome.Failed.class);
  }

  /** The reach of a box is that of its farthest corner. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void reachIsThatOfTheFarthestCorner(long seed) {
    Random random = new Random(seed);
    Shape.Mass mass = Solids.box(kernel, 30, 20, 10).mass();
    for (int i = 0; i < 50; i++) {
      Vec3 from = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian());
      Vec3 way =
          new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
      double farthest = Double.NEGATIVE_INFINITY;
      for (double x : new double[] {0, 30}) {
        for (double y : new double[] {0, 20}) {
          for (double z : new double[] {0, 10}) {
            farthest = Math.max(farthest, new Vec3(x, y, z).minus(from).dot(way));
          }
        }
      }
      assertThat(mass.reach(from, way)).isCloseTo(farthest, within(1e-9));
    }
  }
}
