package org.ankerdraft.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.List;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Areas and thicknesses of sections against closed forms. */
class SectionCutTest {
  private static TriangleMesh mesh(String steps) {
    PartState state = Parts.ok(steps);
    return Parts.KERNEL
        .mesh(
            state.bodies().values().iterator().next().named().shape(),
            0.002,
            Math.toRadians(2),
            new Budget(Duration.ofSeconds(60), Budget.Cancel.NEVER))
        .orThrow();
  }

  private static final TriangleMesh BLOCK = mesh(Parts.box(40, 30, 20));
  private static final TriangleMesh TUBE =
      mesh(
          "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'30 mm'},"
              + "{'curve':'circle','name':'b','diameter':'24 mm'}]},"
              + "{'kind':'extrude','id':'t','sketch':'s','depth':'50 mm'}");

  /** A slanted cut of a prism has the area of its cross-section over the cosine. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aSlantedCutOfATube(long seed) {
    double lean = new Random(seed).nextDouble(0, 0.6);
    double turn = new Random(seed + 100).nextDouble(0, 7);
    Vec3 n =
        new Vec3(Math.sin(lean) * Math.cos(turn), Math.sin(lean) * Math.sin(turn), Math.cos(lean));
    double area = new SectionCut(List.of(TUBE), new Plane(new Vec3(0, 0, 25), n)).areaMm2();
    double exact = Math.PI * (15 * 15 - 12 * 12) / Math.cos(lean);
    assertThat(area).isCloseTo(exact, within(exact * 1e-3));
  }

  @Test
  void acrossATubeTheWallIsReadAnywhere() {
    SectionCut cut = new SectionCut(List.of(TUBE), new Plane(new Vec3(0, 0, 10), Vec3.Z));
    for (int deg = 0; deg < 360; deg += 17) {
      double a = Math.toRadians(deg);
      Vec3 at = new Vec3(13 * Math.cos(a), 13 * Math.sin(a), 10);
      assertThat(cut.thickness(at).orElseThrow().mm()).isCloseTo(3, within(0.02));
    }
    assertThat(cut.thickness(new Vec3(0, 0, 10))).isEmpty();
    assertThat(cut.thickness(new Vec3(20, 0, 10))).isEmpty();
  }

  /** Along faces and through corners of the mesh, too. */
  @Test
  void aBlockIsCutThroughItsCorners() {
    Plane diagonal = new Plane(Vec3.ZERO, new Vec3(30, 40, 0).unit());
    assertThat(new SectionCut(List.of(BLOCK), diagonal).areaMm2()).isCloseTo(50 * 20, within(1e-2));
    assertThat(new SectionCut(List.of(BLOCK), new Plane(new Vec3(0, 0, 50), Vec3.Z)).areaMm2())
        .isZero();
  }

  @Test
  void fromThereToThereIsWhatIsRead() {
    SectionCut cut = new SectionCut(List.of(BLOCK), new Plane(Vec3.ZERO, new Vec3(0, -1, 0)));
    SectionCut.Thickness t = cut.thickness(new Vec3(3, 0, 6)).orElseThrow();
    assertThat(t.mm()).isCloseTo(20, within(1e-4));
    assertThat(t.from().distance(new Vec3(3, 0, 0))).isLessThan(1e-4);
    assertThat(t.to().distance(new Vec3(3, 0, 20))).isLessThan(1e-4);
  }
}
