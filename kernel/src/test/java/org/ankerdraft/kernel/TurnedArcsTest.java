package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.ProfileCurve.Arc;
import org.ankerdraft.kernel.ProfileCurve.Line;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Arcs turn into tori, whichever way they run and on whichever side of the axis they lie. */
class TurnedArcsTest {
  private static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  @AfterAll
  static void close() {
    KERNEL.close();
  }

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 16);
  }

  /**
   * A rectangle beside the y axis with four round corners.
   *
   * @param radii of the corners, from the lowest one next to the axis on, towards larger x
   */
  private record Section(double inner, double wide, double high, double[] radii) {
    private static final double ARC = 1 - Math.PI / 4;

    /** Of what a round takes off a corner, from either side of the corner. */
    private static final double CENTROID = (10 - 3 * Math.PI) / (3 * (4 - Math.PI));

    static Section of(Random random) {
      double[] radii = random.doubles(4, 0.5, 2).toArray();
      return new Section(
          random.nextDouble(0.5, 20), random.nextDouble(5, 12), random.nextDouble(5, 12), radii);
    }

    private Vec3 corner(int i) {
      return new Vec3(i == 1 || i == 2 ? inner + wide : inner, i > 1 ? high : 0, 0);
    }

    /** Odd tags are lines, even ones the arcs at their ends. */
    ProfileCurve.Region region(boolean backwards, boolean isLeft) {
      List<ProfileCurve> curves = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        Vec3 from = corner(i);
        Vec3 to = corner((i + 1) % 4);
        Vec3 along = to.minus(from).unit();
        Vec3 onwards = corner((i + 2) % 4).minus(to).unit();
        double radius = radii[(i + 1) % 4];
        Vec3 end = to.minus(along.times(radius));
        Vec3 next = to.plus(onwards.times(radius));
        Vec3 middle = to.plus(onwards.minus(along).times(radius * (1 - Math.sqrt(0.5))));
        curves.add(new Line(2 * i + 1, from.plus(along.times(radii[i])), end));
        curves.add(new Arc(2 * i + 2, end, middle, next));
      }
      List<ProfileCurve> placed = curves.stream().map(c -> isLeft ? mirrored(c) : c).toList();
      return new ProfileCurve.Region(backwards ? reversed(placed) : placed, List.of());
    }

    private static ProfileCurve mirrored(ProfileCurve curve) {
      return switch (curve) {
        case Line(int tag, Vec3 a, Vec3 b) -> new Line(tag, left(a), left(b));
        case Arc(int tag, Vec3 a, Vec3 m, Vec3 b) -> new Arc(tag, left(a), left(m), left(b));
        default -> throw new AssertionError(curve);
      };
    }

    private static Vec3 left(Vec3 p) {
      return new Vec3(-p.x(), p.y(), p.z());
    }

    private static List<ProfileCurve> reversed(List<ProfileCurve> curves) {
      return curves.reversed().stream()
          .<ProfileCurve>map(curve ->
              switch (curve) {
                case Line(int tag, Vec3 a, Vec3 b) -> new Line(tag, b, a);
                case Arc(int tag, Vec3 a, Vec3 m, Vec3 b) -> new Arc(tag, b, m, a);
                default -> throw new AssertionError(curve);
              })
          .toList();
    }

    /** By Pappus, of the rectangle less its corners. */
    double volume(double turn) {
      double moment = wide * high * (inner + wide / 2);
      for (int i = 0; i < 4; i++) {
        double r = radii[i];
        double at = corner(i).x() + (i == 1 || i == 2 ? -CENTROID : CENTROID) * r;
        moment -= ARC * r * r * at;
      }
      return turn * moment;
    }
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void roundCornersTurnIntoTori(long seed) {
    Random random = new Random(seed);
    Section section = Section.of(random);
    double turn = random.nextBoolean() ? 2 * Math.PI : random.nextDouble(0.2, 6);
    Derived turned =
        KERNEL
            .revolve(
                List.of(section.region(random.nextBoolean(), random.nextBoolean())),
                Solids.GROUND,
                new Axis(Vec3.ZERO, Vec3.Y),
                random.nextDouble(0, 1),
                turn,
                Budget.ofSeconds(30))
            .orThrow();

    assertThat(turned.shape().proof().isSound()).isTrue();
    assertThat(turned.shape().mass().volumeMm3())
        .isCloseTo(section.volume(turn), within(1e-9 * section.volume(turn)));
    List<Derived.Origin> sides =
        turned.origins().stream().filter(o -> o.kind() == OriginKind.CURVE).toList();
    assertThat(sides)
        .extracting(Derived.Origin::source)
        .containsExactlyInAnyOrder(1, 2, 3, 4, 5, 6, 7, 8);
    for (Derived.Origin side : sides) {
      Topology.Face face = turned.shape().topology().face(side.face());
      if (side.source() % 2 == 0) {
        assertThat(face.kind()).isEqualTo(SurfaceKind.TORUS);
        assertThat(face.second()).isCloseTo(section.radii[side.source() / 2 % 4], within(1e-9));
      } else {
        assertThat(face.kind()).isIn(SurfaceKind.PLANE, SurfaceKind.CYLINDER);
      }
    }
  }
}
