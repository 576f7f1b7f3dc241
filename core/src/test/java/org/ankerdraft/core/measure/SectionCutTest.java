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
  private static final String TUBE_STEPS =
      "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'a','diameter':'30 mm'},"
          + "{'curve':'circle','name':'b','diameter':'24 mm'}]},"
          + "{'kind':'extrude','id':'t','sketch':'s','depth':'50 mm'}";

  private static TriangleMesh mesh(String steps) {
    return mesh(steps, 0.002, 2);
  }

  private static TriangleMesh mesh(String steps, double chordMm, double deg) {
    PartState state = Parts.ok(steps);
    return Parts.KERNEL
        .mesh(
            state.bodies().values().iterator().next().named().shape(),
            chordMm,
            Math.toRadians(deg),
            new Budget(Duration.ofSeconds(60), Budget.Cancel.NEVER))
        .orThrow();
  }

  private static final TriangleMesh BLOCK = mesh(Parts.box(40, 30, 20));
  private static final TriangleMesh TUBE = mesh(TUBE_STEPS);

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

  /** Chords of 15 degrees, and cones and balls with them: what is read is that of the faces. */
  @ParameterizedTest
  @ValueSource(doubles = {0.02, 0.06, 0.2})
  void aCoarseMeshIsReadAsTheFacesThatItIsOf(double chord) {
    TriangleMesh coarse = mesh(TUBE_STEPS, chord, 15);
    double slant = 0.3;
    Plane level = new Plane(new Vec3(0, 0, 10), Vec3.Z);
    Plane slanted = new Plane(new Vec3(0, 0, 25), new Vec3(Math.sin(slant), 0, Math.cos(slant)));
    double ring = Math.PI * (15 * 15 - 12 * 12);
    assertThat(new SectionCut(List.of(coarse), level).areaMm2())
        .isCloseTo(ring, within(1e-3 * ring));
    assertThat(new SectionCut(List.of(coarse), slanted).areaMm2())
        .isCloseTo(ring / Math.cos(slant), within(1e-3 * ring));
    SectionCut cut = new SectionCut(List.of(coarse), level);
    for (int deg = 0; deg < 360; deg += 7) {
      double a = Math.toRadians(deg);
      Vec3 at = new Vec3(13 * Math.cos(a), 13 * Math.sin(a), 10);
      SectionCut.Thickness read = cut.thickness(at).orElseThrow();
      assertThat(read.mm()).as("at %d deg", deg).isCloseTo(3, within(0.012));
      assertThat(Math.hypot(read.from().x(), read.from().y())).isCloseTo(12, within(0.01));
      assertThat(Math.hypot(read.to().x(), read.to().y())).isCloseTo(15, within(0.01));
    }
  }

  /** A ball through its poles, at which its mesh has triangles without sides. */
  @Test
  void aBallIsCutIntoCircles() {
    TriangleMesh ball =
        mesh(
            "{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':["
                + "{'curve':'arc','name':'a','from':['0 mm','-20 mm'],'through':['20 mm','0 mm'],'to':['0 mm','20 mm']},"
                + "{'curve':'line','name':'l','from':['0 mm','20 mm'],'to':['0 mm','-20 mm']}]},"
                + "{'kind':'revolve','id':'t','sketch':'p','axis':{'base':'Z'}}",
            0.05,
            15);
    for (double off : new double[] {0, 5, -12}) {
      double circle = Math.PI * (20 * 20 - off * off);
      for (Vec3 n : List.of(Vec3.X, Vec3.Z, new Vec3(0.6, 0, 0.8))) {
        double area = new SectionCut(List.of(ball), new Plane(n.times(off), n)).areaMm2();
        assertThat(area).as("%s along %s", off, n).isCloseTo(circle, within(2e-3 * circle));
      }
    }
  }
}
