package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A wall field that takes over what lies apart from a change is the field measured anew. */
class WallFieldTest {

  /** A tray with bosses, one of which is moved, raised or made thicker. */
  private static PartDocument tray(double x, double y, double high, double diameter) {
    StringBuilder steps =
        new StringBuilder(Parts.box(120, 80, 20))
            .append(
                ",{'kind':'shell','id':'wall','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}");
    for (int i = 0; i < 6; i++) {
      addBoss(steps, "b" + i, -45 + 18 * i, 24, 8, 5);
    }
    addBoss(steps, "moved", x, y, high, diameter);
    return Parts.part(steps.toString());
  }

  private static void addBoss(
      StringBuilder steps, String id, double x, double y, double high, double diameter) {
    steps.append(
        String.format(
            Locale.ROOT,
            ",{'kind':'sketch','id':'s-%s','plane':{'base':'XY','offset':'2 mm'},'curves':[{'curve':'circle','name':'c','centre':['%.3f mm','%.3f mm'],'diameter':'%.3f mm'}]}",
            id,
            x,
            y,
            diameter));
    steps.append(
        String.format(
            Locale.ROOT,
            ",{'kind':'extrude','id':'%s','sketch':'s-%s','depth':'%.3f mm','use':'unite'}",
            id,
            id,
            high));
  }

  private static WallField measured(Surveyor surveyor, PartState state) {
    BodyAnalysis plain = surveyor.survey(state, () -> false).orElseThrow().get("Body");
    return surveyor.withWall(plain, state, () -> false).orElseThrow().wall();
  }

  private static PartState built(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static void assertSame(WallField field, WallField anew) {
    assertThat(field.mesh().positions()).isEqualTo(anew.mesh().positions());
    assertThat(field.byRay()).isEqualTo(anew.byRay());
    assertThat(field.bySphere()).isEqualTo(anew.bySphere());
    assertThat(field.nodeAreaMm2()).isEqualTo(anew.nodeAreaMm2());
    assertThat(field.mesh().triangles()).isEqualTo(anew.mesh().triangles());
    assertThat(field.mesh().faceOfTriangle()).isEqualTo(anew.mesh().faceOfTriangle());
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void afterAnyEditItIsTheFieldMeasuredAnew(long seed) {
    Random random = new Random(seed);
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    measured(surveyor, built(builder, tray(0, -20, 8, 5)));
    for (int i = 0; i < 3; i++) {
      PartState state =
          built(
              builder,
              tray(
                  random.nextDouble(-40, 40),
                  random.nextDouble(-25, 5),
                  random.nextDouble(3, 15),
                  random.nextDouble(3, 9)));
      assertThat(state.isOk()).isTrue();
      WallField field = measured(surveyor, state);
      assertSame(field, measured(new Surveyor(Parts.KERNEL, 2), state));
    }
  }

  @Test
  void onlyWhatLiesNearAChangeIsMeasured() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 1);
    WallField first = measured(surveyor, built(builder, tray(0, -20, 8, 5)));
    assertThat(first.measuredNodes()).isEqualTo(first.mesh().nodeCount());
    WallField moved = measured(surveyor, built(builder, tray(2, -20, 8, 5)));
    assertThat(moved.measuredNodes()).isPositive().isLessThan(moved.mesh().nodeCount() / 2);
  }

  /** A block with a nub that sticks out beyond its end, so that the size of all changes with it. */
  private static PartDocument block(double nub) {
    return Parts.part(
        Parts.box(120, 80, 20)
            + ",{'kind':'sketch','id':'end','plane':{'base':'YZ','offset':'60 mm'},'curves':"
            + "[{'curve':'circle','name':'c','centre':['0 mm','10 mm'],'diameter':'6 mm'}]},"
            + "{'kind':'extrude','id':'nub','sketch':'end','depth':'"
            + nub
            + " mm','use':'unite'}");
  }

  @Test
  void whatIsFarFromAChangeIsKnownThoughTheBodyBecomesLonger() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    measured(surveyor, built(builder, block(0.5)));
    PartState longer = built(builder, block(0.8));
    assertThat(longer.isOk()).isTrue();
    WallField field = measured(surveyor, longer);
    assertThat(field.measuredNodes()).isPositive().isLessThan(field.mesh().nodeCount() / 2);
    assertSame(field, measured(new Surveyor(Parts.KERNEL, 2), longer));
  }

  private static String sample(FineMesh mesh, int n) {
    return mesh.node(n) + Arrays.toString(Arrays.copyOfRange(mesh.normals(), 3 * n, 3 * n + 3));
  }

  /** So that the map does not go grey while the rest is measured. */
  @Test
  void meanwhileTheOldThicknessStaysWhereNothingChanged() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    measured(surveyor, built(builder, tray(0, -20, 8, 5)));
    PartState state = built(builder, tray(2, -20, 8, 5));
    BodyAnalysis plain = surveyor.survey(state, () -> false).orElseThrow().get("Body");
    WallField meanwhile = surveyor.meanwhile(List.of(plain)).orElseThrow().getFirst().wall();
    WallField whole = surveyor.withWall(plain, state, () -> false).orElseThrow().wall();
    Map<String, Float> rays = new HashMap<>();
    for (int n = 0; n < whole.byRay().length; n++) {
      rays.put(sample(whole.mesh(), n), whole.byRay()[n]);
    }
    int known = 0;
    for (int n = 0; n < meanwhile.byRay().length; n++) {
      if (!Float.isNaN(meanwhile.byRay()[n])) {
        assertThat(meanwhile.byRay()[n]).isEqualTo(rays.get(sample(meanwhile.mesh(), n)));
        known++;
      }
    }
    assertThat(known).isGreaterThan(meanwhile.mesh().nodeCount() / 2);
    assertThat(whole.mesh().nodeCount() - whole.measuredNodes()).isGreaterThanOrEqualTo(known);
  }

  @Test
  void nothingIsKnownMeanwhileOfABodyThatIsNew() {
    PartState state = built(new PartBuilder(Parts.KERNEL, Tolerance.MODEL), tray(0, -20, 8, 5));
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 1);
    BodyAnalysis plain = surveyor.survey(state, () -> false).orElseThrow().get("Body");
    assertThat(surveyor.meanwhile(List.of(plain))).isEmpty();
  }

  /** Then nothing is finer that was taken over from a body with fewer. */
  @Test
  void aBodyOfTooManyTrianglesIsMeasuredOnTheCoarseMesh() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    TriangleMesh few = mesh(builder, tray(0, -20, 8, 5));
    TriangleMesh more = mesh(builder, tray(0, -20, 14, 8));
    int most = triangles(few) + 1;
    assertThat(triangles(more)).isGreaterThan(most);
    WallField fine = field(few, null, most);
    assertThat(fine.isFine).isTrue();
    WallField coarse = field(more, fine, most);
    assertThat(coarse.isFine).isFalse();
    assertSame(coarse, field(more, null, most));
    assertSame(field(few, coarse, most), fine);
  }

  private static TriangleMesh mesh(PartBuilder builder, PartDocument part) {
    return new Surveyor(Parts.KERNEL, 1)
        .survey(built(builder, part), () -> false)
        .orElseThrow()
        .get("Body")
        .mesh();
  }

  private static WallField field(TriangleMesh mesh, WallField before, int most) {
    return WallRounds.begin(mesh, 3, 0.02, 2, before, most).finish(new Bvh(mesh), () -> false);
  }

  private static int triangles(TriangleMesh mesh) {
    return field(mesh, null, Integer.MAX_VALUE).mesh().triangleCount();
  }

  /** A long ray does not make a place depend on everything about its middle. */
  @Test
  void theEndsOfAPlateDoNotDependOnWhatStandsOnIt() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 1);
    measured(surveyor, built(builder, plate(8)));
    WallField raised = measured(surveyor, built(builder, plate(12)));
    assertThat(raised.measuredNodes()).isPositive().isLessThan(raised.mesh().nodeCount() / 10);
    assertSame(raised, measured(new Surveyor(Parts.KERNEL, 1), built(builder, plate(12))));
  }

  private static PartDocument plate(double high) {
    StringBuilder steps = new StringBuilder(Parts.box(300, 60, 3));
    addBoss(steps, "b", 0, 0, high, 5);
    return Parts.part(steps.toString());
  }

  @Test
  void facesThatAreKeptAreTheSame() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    PartDocument whole = tray(0, -20, 8, 5);
    PartState state = built(builder, whole);
    WallField first = measured(surveyor, state);
    Vec3 up = Vec3.Z;
    PartState moved = built(builder, tray(30, -20, 8, 5));
    WallField field = measured(surveyor, moved);
    int kept = 0;
    for (int f = 1; f <= moved.bodies().get("Body").named().topology().faces().size(); f++) {
      int before = field.numberBefore(f, first.identity(), up);
      if (before > 0) {
        assertThat(moved.bodies().get("Body").named().faceName(f))
            .isEqualTo(state.bodies().get("Body").named().faceName(before));
        kept++;
      }
      assertThat(field.numberBefore(f, new WallField.Identity(), up)).isZero();
      assertThat(field.numberBefore(f, field.identity(), up)).isEqualTo(f);
    }
    assertThat(kept).isPositive();
  }

  @Test
  void aBodyOfAnotherSizeIsMeasuredAnew() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 1);
    measured(surveyor, built(builder, Parts.part(Parts.box(40, 30, 5))));
    WallField larger = measured(surveyor, built(builder, Parts.part(Parts.box(80, 60, 5))));
    assertThat(larger.measuredNodes()).isEqualTo(larger.mesh().nodeCount());
  }

  @Test
  void tuplesAreFoundToTheBit() {
    float[] values = {1, 2, 3, 4, -0f, 0, 1, 2};
    FloatTuples tuples = new FloatTuples(2, values);
    assertThat(tuples.find(new float[] {9, 3, 4}, 1)).isEqualTo(1);
    assertThat(tuples.find(new float[] {1, 2}, 0)).isZero();
    assertThat(tuples.find(new float[] {-0f, 0}, 0)).isEqualTo(2);
    assertThat(tuples.find(new float[] {0, 0}, 0)).isNegative();
    assertThat(tuples.find(new float[] {2, 1}, 0)).isNegative();
    assertThat(new FloatTuples(3, new float[0]).find(new float[] {1, 2, 3}, 0)).isNegative();
  }
}
