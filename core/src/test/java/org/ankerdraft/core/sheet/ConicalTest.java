package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Rolled cylinders and cones, and conical bends between walls, against the sector of a cone. */
class ConicalTest {
  private static final double T = 2;

  /**
   * A cone rolled from a sheet: its inside from radius a at the bottom, leaning outwards from the
   * axis, with edges square to the sheet.
   */
  private static PartState rolled(
      double a, double leanDeg, double slant, double turnDeg, double k) {
    double lean = Math.toRadians(leanDeg);
    double[] up = {Math.sin(lean) * slant, Math.cos(lean) * slant};
    double[] out = {Math.cos(lean) * T, -Math.sin(lean) * T};
    double[][] p = {
      {a, 0}, {a + out[0], out[1]}, {a + out[0] + up[0], out[1] + up[1]}, {a + up[0], up[1]}
    };
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < 4; i++) {
      curves.append(
          String.format(
              Locale.ROOT,
              "%s{'curve':'line','name':'l%d','from':['%.12f mm','%.12f mm'],'to':['%.12f mm','%.12f mm']}",
              i == 0 ? "" : ",",
              i,
              p[i][0],
              p[i][1],
              p[(i + 1) % 4][0],
              p[(i + 1) % 4][1]));
    }
    return Parts.ok(
        SheetParts.part(
            T,
            3,
            SheetParts.k(k),
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
                + curves
                + "]},{'kind':'revolve','id':'r','sketch':'s','angle':'"
                + turnDeg
                + " deg'}"));
  }

  /** The neutral layer is a cone of its own, k t farther from the axis than the inside. */
  @ParameterizedTest
  @CsvSource({
    "20, 15, 30, 300, 0.5",
    "20, 15, 30, 300, 0.4",
    "8, 60, 25, 350, 0.33",
    "40, 3, 50, 90, 0.44",
    "12, 30, 40, 200, 0.5"
  })
  void aRolledConeIsASector(double a, double leanDeg, double slant, double turnDeg, double k) {
    PartState state = rolled(a, leanDeg, slant, turnDeg, k);
    FlatPattern flat = SheetParts.flat(state);
    double lean = Math.toRadians(leanDeg);
    double from = a / Math.sin(lean) + k * T / Math.tan(lean);
    double sweep = Math.toRadians(turnDeg) * Math.sin(lean);
    assertThat(flat.areaMm2())
        .isCloseTo(
            sweep / 2 * ((from + slant) * (from + slant) - from * from),
            within(1e-6 * flat.areaMm2()));
    assertThat(flat.outline().lengthMm())
        .isCloseTo(2 * slant + sweep * (2 * from + slant), within(1e-5));
    assertThat(flat.outline().curves())
        .filteredOn(PlaneCurve.Arc.class::isInstance)
        .extracting(c -> ((PlaneCurve.Arc) c).radius())
        .satisfiesExactlyInAnyOrder(
            r -> assertThat(r).isCloseTo(from, within(1e-6)),
            r -> assertThat(r).isCloseTo(from + slant, within(1e-6)));
    if (k == 0.5) {
      assertThat(flat.areaMm2() * T)
          .isCloseTo(Parts.volume(state), within(1e-6 * Parts.volume(state)));
    }
    FlatBend b = flat.bends().getFirst();
    assertThat(b.isRolled()).isTrue();
    assertThat(b.lengthMm()).isCloseTo(slant, within(2e-3));
    assertThat(b.radiusMm()).isCloseTo(a / Math.cos(lean), within(1e-6));
    foldsBack(state, flat);
  }

  @ParameterizedTest
  @CsvSource({"10, 300, 0.5", "10, 359, 0.4", "50, 45, 0.44"})
  void aRolledTubeIsARectangle(double radius, double turnDeg, double k) {
    PartState state = rolled(radius, 0, 30, turnDeg, k);
    FlatPattern flat = SheetParts.flat(state);
    double round = Math.toRadians(turnDeg) * (radius + k * T);
    assertThat(flat.areaMm2()).isCloseTo(30 * round, within(1e-5));
    assertThat(Math.max(flat.widthMm(), flat.heightMm()))
        .isCloseTo(Math.max(30, round), within(1e-6));
    assertThat(flat.bends()).hasSize(1);
    foldsBack(state, flat);
  }

  /** A tapered tube of rectangular section with round corners, slit along the middle of a side. */
  private static PartState taperedTube(double taperDeg, double k) {
    return Parts.ok(
        SheetParts.part(
            T,
            3,
            SheetParts.k(k),
            String.format(
                Locale.ROOT,
                """
                {'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'80 mm','height':'60 mm','rounding':'12 mm'}]},
                {'kind':'extrude','id':'e','sketch':'s','depth':'40 mm','taper':'%f deg','body':'Body'},
                {'kind':'shell','id':'h','thickness':'2 mm','open':[{'choose':'face','name':'e/end'},{'choose':'face','name':'e/start'}]},
                {'kind':'sketch','id':'c','curves':[{'curve':'rectangle','name':'q','centre':['0 mm','-30 mm'],'width':'1 mm','height':'30 mm'}]},
                {'kind':'extrude','id':'slit','sketch':'c','depth':'40 mm','use':'subtract','targets':['Body']}\
                """,
                taperDeg)));
  }

  /** Of a sheet whose neutral layer is its middle the flat holds the volume. */
  @ParameterizedTest
  @ValueSource(doubles = {-8, -2, 4})
  void conicalCornersJoinTheirWalls(double taperDeg) {
    PartState state = taperedTube(taperDeg, 0.5);
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(4).allMatch(b -> b.fan() != null && b.toWall() > 0);
    assertThat(flat.bends())
        .allSatisfy(b -> assertThat(Math.toDegrees(b.angleRad())).isBetween(88.0, 90.0));
    assertThat(flat.strayContours()).isEmpty();
    // Its rims are cut level, so that they lean by the taper: the fuller side is taken.
    double lean = T * Math.tan(Math.toRadians(Math.abs(taperDeg)));
    assertThat(flat.areaMm2())
        .isCloseTo(Parts.volume(state) / T, within(2 * lean + 1e-3 * flat.areaMm2()));
    foldsBack(state, flat);
  }

  @Test
  void conicalBendsComeBackFromStep() {
    PartState state = taperedTube(-5, 0.44);
    FlatPattern flat = SheetParts.flat(state);
    FlatPattern back = SheetParts.flatThroughStep(state, 0.44);
    assertThat(back.bends()).hasSize(4);
    assertThat(back.areaMm2()).isCloseTo(flat.areaMm2(), within(1e-3));
  }

  @Test
  void aClosedConeAsksForARip() {
    PartState state = rolled(20, 15, 30, 360, 0.4);
    assertThatThrownBy(() -> SheetParts.flat(state)).hasMessageContaining("rip it along a line");
  }

  /** A cone cannot be pressed by one stroke: it is rolled, and no tool is in its way. */
  @Test
  void conesAreRolled() {
    FlatPattern flat = SheetParts.flat(taperedTube(-5, 0.44));
    BendOrder.Plan plan = BendOrder.find(flat, new PressBrake(16), Budget.Cancel.NEVER);
    assertThat(plan.strokes()).hasSize(4).allMatch(s -> s.way() == BendOrder.Way.ROLL);
    assertThat(plan.strokes().getFirst().inWords()).endsWith(" rolled");
  }

  /** Halfway too the neutral layer keeps its lengths, in every direction. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 0.2, 0.6, 1})
  void foldingStrainsNothing(double share) {
    double k = 0.4;
    FlatPattern flat = SheetParts.flat(taperedTube(-5, k));
    FoldMotion.Pose pose = new FoldMotion(flat).at(share);
    for (Zone zone : flat.zones()) {
      double neutral = 0;
      if (zone.isBend()) {
        neutral = flat.bends().get(zone.bend()).isUp() ? -k * T : -(1 - k) * T;
      }
      Xy middle = middle(zone);
      for (Xy way : new Xy[] {new Xy(1e-3, 0), new Xy(0, 1e-3), new Xy(7e-4, 7e-4)}) {
        double length =
            pose.point(zone, middle, neutral).distance(pose.point(zone, middle.plus(way), neutral));
        assertThat(length).isCloseTo(way.length(), within(1e-7));
      }
    }
  }

  private static Xy middle(Zone zone) {
    Xy sum = Xy.ZERO;
    int n = 0;
    for (Xy p : zone.contours().getFirst().points(0.01)) {
      sum = sum.plus(p);
      n++;
    }
    return sum.times(1.0 / n);
  }

  /** Folded from its flat, each face lies where the solid has it, and the volume is the same. */
  private static void foldsBack(PartState state, FlatPattern flat) {
    NamedShape named = SheetParts.body(state).named();
    FoldMotion.Pose pose = new FoldMotion(flat).at(1);
    for (Zone zone : flat.zones()) {
      Sub.FaceOf face = new Sub.FaceOf(named.shape(), zone.face());
      for (Contour c : zone.contours()) {
        for (PlaneCurve curve : c.curves()) {
          Sub.Point at = new Sub.Point(pose.point(zone, curve.start(), 0));
          double off = Parts.KERNEL.distance(at, face, Budget.ofSeconds(30)).orThrow().distanceMm();
          // The oblique rims of the other side may stand out a little.
          assertThat(off).isLessThan(flat.oblique().isEmpty() ? 1e-5 : 0.3);
        }
      }
    }
    TriangleMesh folded = new SheetMesh(flat, 0.005).posed(pose);
    double volume = Parts.volume(state);
    assertThat(folded.volumeMm3()).isCloseTo(volume, within(1e-2 * volume));
  }
}
