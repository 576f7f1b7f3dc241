package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class UnfoldTest {
  private static final double EXACT_MM = 1e-6;
  private static final double HALF_PI = Math.PI / 2;

  /** L of outside lengths a and b: a + b - BD (standard geometry). */
  @Test
  void anAngleIsAsLongAsTheFormulaSays() {
    PartState state =
        Parts.ok(
            SheetParts.part(2, 3, SheetParts.k(0.4), SheetParts.folded("", 0, 30, 0, 0, 50, 0)));
    FlatPattern flat = SheetParts.flat(state);
    double ba = HALF_PI * (3 + 0.4 * 2);
    double expected = 30 + 50 - 2 * 5 + ba;
    // Drawn with the sheet on the left, the profile is its outside.
    assertThat(Math.max(flat.widthMm(), flat.heightMm())).isCloseTo(expected, within(EXACT_MM));
    assertThat(flat.thicknessMm()).isCloseTo(2, within(EXACT_MM));
    assertThat(flat.bends()).hasSize(1);
    assertThat(flat.bends().getFirst().angleRad()).isCloseTo(HALF_PI, within(1e-9));
    assertThat(flat.bends().getFirst().radiusMm()).isCloseTo(3, within(EXACT_MM));
    assertThat(flat.bends().getFirst().value().deductionMm()).isCloseTo(10 - ba, within(EXACT_MM));
    assertThat(flat.areaMm2()).isCloseTo(expected * 40, within(1e-4));
  }

  /** U and Z by the same formula; the Z bends once up and once down. */
  @Test
  void channelsAndZedsUnfold() {
    double ba = HALF_PI * (1.5 + 0.44 * 1.5);
    PartState u =
        Parts.ok(
            SheetParts.part(
                1.5, 1.5, SheetParts.k(0.44), SheetParts.folded("", 0, 25, 0, 0, 60, 0, 60, 25)));
    FlatPattern flat = SheetParts.flat(u);
    assertThat(Math.max(flat.widthMm(), flat.heightMm()))
        .isCloseTo(25 + 60 + 25 - 4 * 3 + 2 * ba, within(EXACT_MM));
    assertThat(flat.bends().get(0).isUp()).isEqualTo(flat.bends().get(1).isUp());
    PartState z =
        Parts.ok(
            SheetParts.part(
                1.5,
                1.5,
                SheetParts.k(0.44),
                SheetParts.folded(",'side':'centred'", 0, 0, 30, 0, 30, 40, 70, 40)));
    FlatPattern zed = SheetParts.flat(z);
    double setback = 1.5 + 0.75;
    assertThat(Math.max(zed.widthMm(), zed.heightMm()))
        .isCloseTo(30 + 40 + 40 - 4 * setback + 2 * ba, within(EXACT_MM));
    assertThat(zed.bends().get(0).isUp()).isNotEqualTo(zed.bends().get(1).isUp());
  }

  /** A hem of gap g turns 180 deg at R = g/2: BA = pi (g/2 + K T). */
  @ParameterizedTest
  @ValueSource(doubles = {0.1, 1.2, 3})
  void hemsUnfold(double gap) {
    PartState state =
        Parts.ok(
            SheetParts.part(
                1.2,
                1.2,
                SheetParts.k(0.4),
                SheetParts.base(60, 40)
                    + SheetParts.onSide(
                        "hem",
                        "right",
                        "",
                        "'style':'"
                            + (gap < 1 ? "closed" : "open")
                            + "','length':'9 mm','gap':'"
                            + gap
                            + " mm'")));
    double setback = gap / 2 + 1.2;
    double expected = 60 - setback + Math.PI * (gap / 2 + 0.4 * 1.2) + 9 - setback;
    assertThat(SheetParts.flat(state).widthMm()).isCloseTo(expected, within(EXACT_MM));
  }

  @Test
  void aTeardropTurnsBeyond180AndClosesToItsGap() {
    PartState state =
        Parts.ok(
            SheetParts.part(
                1,
                1,
                SheetParts.k(0.44),
                SheetParts.base(60, 40)
                    + SheetParts.onSide(
                        "hem",
                        "right",
                        "",
                        "'style':'teardrop','length':'12 mm','radius':'2 mm','gap':'0.2 mm'")));
    FlatBend bend = SheetParts.flat(state).bends().getFirst();
    assertThat(Math.toDegrees(bend.angleRad())).isBetween(190.0, 260.0);
    assertThat(SheetParts.body(state).named().shape().mass().boxMax().x())
        .isCloseTo(60, within(1e-6));
  }

  /** A joggle of height h keeps the two walls parallel at h; two bends, one up, one down. */
  @ParameterizedTest
  @ValueSource(doubles = {20, 45, 90})
  void aJoggleSetsTheWallOff(double angle) {
    double height = 6;
    PartState state =
        Parts.ok(
            SheetParts.part(
                1,
                1,
                SheetParts.k(0.44),
                SheetParts.base(60, 40)
                    + SheetParts.onSide(
                        "joggle",
                        "right",
                        "",
                        "'height':'6 mm','length':'15 mm','angle':'" + angle + " deg'")));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(2);
    assertThat(flat.bends().get(0).isUp()).isTrue();
    assertThat(flat.bends().get(1).isUp()).isFalse();
    assertThat(SheetParts.body(state).named().shape().mass().boxMax().z())
        .isCloseTo(1 + height, within(1e-6));
    double a = Math.toRadians(angle);
    double between = (height - 3 * (1 - Math.cos(a))) / Math.sin(a);
    assertThat(flat.widthMm()).isCloseTo(60 + 2 * a * (1 + 0.44) + between + 15, within(EXACT_MM));
  }

  /**
   * Volume of a bend A (R + T/2) T L against its flat A (R + K T) T L: they differ by A T^2 (1/2 -
   * K) L for every bend (neutral-layer terms, closed form).
   */
  @Test
  void foldedVolumeDiffersFromTheFlatByTheNeutralLayerTerms() {
    PartState state =
        Parts.ok(
            SheetParts.part(
                2,
                2.5,
                SheetParts.k(0.38),
                SheetParts.base(90, 60)
                    + SheetParts.onSide("flange", "right", "", "'length':'25 mm','angle':'60 deg'")
                    + SheetParts.onSide(
                        "flange", "left", "", "'length':'18 mm','angle':'135 deg'")));
    FlatPattern flat = SheetParts.flat(state);
    double terms =
        flat.bends().stream()
            .mapToDouble(b -> b.angleRad() * 4 * (0.5 - 0.38) * b.lengthMm())
            .sum();
    assertThat(Parts.volume(state)).isCloseTo(flat.areaMm2() * 2 + terms, within(1e-3));
  }

  /**
   * A round hole bored square through the tangent plane of a bend's middle: at distance z from the
   * hole's axis along the bend, the upper skin's cut lies where r sin(theta) = sqrt(a^2 - z^2), so
   * in the flat at theta / A of the allowance (exact development).
   */
  @Test
  void aRoundHoleAcrossABendDevelopsTruly() {
    double hole = 3;
    PartState bored =
        Parts.ok(
            SheetParts.part(
                1.5,
                6,
                SheetParts.k(0.42),
                SheetParts.base(60, 40)
                    + SheetParts.onSide("flange", "right", "", "'length':'30 mm','angle':'90 deg'")
                    + ",{'kind':'hole','id':'h','plane':{'base':'XY'},'points':[['54.5 mm','20 mm']],'diameter':'"
                    + 2 * hole
                    + " mm'}"));
    FlatPattern flat = SheetParts.flat(bored);
    assertThat(flat.holes()).hasSize(1);
    FlatBend bend = flat.bends().getFirst();
    // Upper side of the base wall is the inside of the bend: radius 6 about (52.5, 7.5).
    double perRad = bend.value().allowanceMm() / bend.angleRad();
    int onBend = 0;
    for (PlaneCurve c : flat.holes().getFirst().curves()) {
      for (Xy p : c.points(0.01)) {
        double depth = bend.depthOf(p);
        double z = p.minus(bend.start()).dot(bend.along());
        double across = depth <= 0 ? depth : 6 * Math.sin(depth / perRad);
        // The hole's centre stands 2 mm beyond the tangent line at x = 52.5.
        double away = Math.hypot(across - 2, z - holeLevel(flat, bend));
        assertThat(away).isCloseTo(hole, within(0.02));
        onBend += depth > 0.1 ? 1 : 0;
      }
    }
    assertThat(onBend).isGreaterThan(10);
  }

  private static double holeLevel(FlatPattern flat, FlatBend bend) {
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (Xy p : flat.holes().getFirst().points(0.005)) {
      double z = p.minus(bend.start()).dot(bend.along());
      low = Math.min(low, z);
      high = Math.max(high, z);
    }
    return (low + high) / 2;
  }

  static LongStream batches() {
    return Seeds.of(1, 8);
  }

  /** Unfolded and folded again, the sheet lies on the solid it came from, with its volume. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("batches")
  void randomBracketsUnfoldAndFoldBack(long batch) {
    for (int i = 0; i < 25; i++) {
      long seed = 1000 * batch + i;
      PartState state = Parts.ok(randomBracket(new Random(seed)));
      FlatPattern flat = SheetParts.flat(state);
      assertThat(flat.strayContours()).as("seed %d", seed).isEmpty();
      FoldMotion motion = new FoldMotion(flat);
      TriangleMesh folded = new SheetMesh(flat, 0.005).posed(motion.at(1));
      double volume = Parts.volume(state);
      assertThat(folded.volumeMm3()).as("seed %d", seed).isCloseTo(volume, within(2e-3 * volume));
      TriangleMesh laid = new SheetMesh(flat, 0.005).posed(motion.at(0));
      double sheet = flat.areaMm2() * flat.thicknessMm();
      assertThat(laid.volumeMm3()).as("seed %d", seed).isCloseTo(sheet, within(1e-3 * sheet));
      liesOnItsSolid(state, flat, motion, seed);
    }
  }

  private static void liesOnItsSolid(
      PartState state, FlatPattern flat, FoldMotion motion, long seed) {
    FoldMotion.Pose pose = motion.at(1);
    for (FlatPattern.Zone zone : flat.zones()) {
      Contour outer = zone.contours().getFirst();
      Xy corner = outer.curves().getFirst().start();
      for (double h : new double[] {0, -flat.thicknessMm()}) {
        Vec3 p = pose.point(zone, corner, h);
        double away =
            Parts.KERNEL
                .distance(
                    new Sub.Point(p),
                    new Sub.FaceOf(SheetParts.body(state).named().shape(), zone.face()),
                    Budget.ofSeconds(10))
                .orThrow()
                .distanceMm();
        assertThat(away).as("seed %d", seed).isCloseTo(-h, within(1e-4));
      }
    }
  }

  private static org.ankerdraft.core.part.PartDocument randomBracket(Random r) {
    double t = 0.8 + 0.1 * r.nextInt(15);
    double radius = t * (0.5 + r.nextDouble() * 2);
    double x = 50 + r.nextInt(80);
    double y = 40 + r.nextInt(60);
    StringBuilder steps = new StringBuilder(SheetParts.base(x, y));
    String[] sides = {"right", "left", "top", "bottom"};
    int flanges = 1 + r.nextInt(3);
    for (int i = 0; i < flanges; i++) {
      double angle = 15 + r.nextInt(100);
      double length =
          2 * (radius + t) * Math.tan(Math.toRadians(Math.min(angle, 90)) / 2) + 4 + r.nextInt(15);
      // Offsets keep neighbouring flanges apart, and call for reliefs.
      double offset = 0.12 * Math.min(x, y) + 2 * (radius + t);
      steps.append(
          SheetParts.onSide(
              "flange",
              sides[i],
              "'startOffset':'"
                  + offset
                  + " mm','endOffset':'"
                  + offset / 1.5
                  + " mm','position':'"
                  + (r.nextBoolean() ? "inside" : "outside")
                  + "','relief':{'shape':'"
                  + (r.nextBoolean() ? "rectangular" : "round-ended")
                  + "'}",
              "'length':'" + length + " mm','angle':'" + angle + " deg'"));
    }
    if (r.nextBoolean()) {
      steps.append(
          ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'base/end'}},'points':[['"
              + x / 2
              + " mm','"
              + y / 2
              + " mm']],'diameter':'"
              + (3 + r.nextInt(8))
              + " mm'}");
    }
    return SheetParts.part(t, radius, SheetParts.k(0.3 + 0.2 * r.nextDouble()), steps.toString());
  }

  /** All four sides at once, mitred, with each shape of corner relief. */
  @ParameterizedTest
  @ValueSource(strings = {"none", "rectangular", "round-ended"})
  void aTrayOfFourMitredWallsUnfolds(String corner) {
    PartState state =
        Parts.ok(
            SheetParts.part(
                1.5,
                2,
                SheetParts.k(0.44),
                SheetParts.base(120, 80)
                    + ",{'kind':'flange','id':'walls','seat':{'edges':[{'choose':'loop','face':{'choose':"
                    + "'face','name':'base/end'}}],'gap':'0.4 mm','relief':{'corner':'"
                    + corner
                    + "'}},'length':'22 mm'}"));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(4);
    double grown = 2 * (22 - 3.5 + HALF_PI * (2 + 0.44 * 1.5)) - 7;
    assertThat(flat.widthMm()).isCloseTo(120 + grown, within(1e-5));
    assertThat(flat.heightMm()).isCloseTo(80 + grown, within(1e-5));
    assertThat(flat.strayContours()).isEmpty();
    // Mitred walls stand apart by the gap along the bisector.
    TriangleMesh folded = new SheetMesh(flat, 0.005).posed(new FoldMotion(flat).at(1));
    assertThat(folded.volumeMm3())
        .isCloseTo(Parts.volume(state), within(0.01 * Parts.volume(state)));
  }

  /** A solid turned into a tray: kept bottom, four bends, four ripped corners. */
  @Test
  void aBlockTurnsIntoATray() {
    StringBuilder bends = new StringBuilder();
    for (String side : List.of("left", "right", "bottom", "top")) {
      bends
          .append(bends.isEmpty() ? "" : ",")
          .append("{'choose':'edge','name':'box/side:r." + side + "|box/start'}");
    }
    PartState state =
        Parts.ok(
            SheetParts.part(
                1,
                1.5,
                SheetParts.k(0.44),
                Parts.box(100, 60, 25)
                    + ",{'kind':'convert','id':'tray','body':'Body','keep':{'choose':'face','name':'box/start'},"
                    + "'bends':["
                    + bends
                    + "],'rips':[{'choose':'parallel','direction':[0,0,1]}]}"));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(4);
    double ba = HALF_PI * (1.5 + 0.44);
    assertThat(flat.widthMm()).isCloseTo(100 + 2 * (25 - 5 + ba), within(1e-5));
    assertThat(flat.heightMm()).isCloseTo(60 + 2 * (25 - 5 + ba), within(1e-5));
    assertThat(BodyUnfolding.sheetBodies(state)).containsExactly("Body");
  }

  /** Bad bodies are told in words, with the faces that prevent it. */
  @Test
  void bodiesThatDoNotUnfoldSayWhy() {
    PartState sharp =
        Parts.ok(
            Parts.box(60, 40, 2)
                + ",{'kind':'sketch','id':'w','curves':[{'curve':'rectangle','name':'w','corner':['28 mm',"
                + "'-20 mm'],'width':'2 mm','height':'40 mm'}]},{'kind':'extrude','id':'wall','sketch':'w',"
                + "'depth':'25 mm','use':'unite'}");
    assertThat(why(sharp)).contains("sharp corner (radius 0)");
    PartState pocket =
        Parts.ok(
            Parts.box(60, 40, 4)
                + ",{'kind':'hole','id':'h','plane':{'base':'XY','offset':'4 mm'},'points':[['0 mm',"
                + "'0 mm']],'diameter':'8 mm','depth':'2 mm'}");
    assertThat(why(pocket)).contains("it is no edge cut through the sheet");
    PartState cup =
        Parts.ok(
            Parts.rod(30, 20)
                + ",{'kind':'shell','id':'sh','thickness':'2 mm',"
                + "'open':[{'choose':'face','name':'rod/end'}]}");
    assertThat(why(cup)).contains("face ");
  }

  /** Two walls of 2 and 3 mm, joined by a bend that is round on both sides. */
  @Test
  void unevenThicknessIsToldWithBothNumbers() {
    String profile =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + line("a", 0, 5, 0, 40)
            + line("b", 0, 40, 3, 40)
            + line("c", 3, 40, 3, 5)
            + ",{'curve':'arc','name':'d','from':['3 mm','5 mm'],'to':['6 mm','2 mm'],'centre':['6 mm','5 mm']}"
            + line("e", 6, 2, 60, 2)
            + line("f", 60, 2, 60, 0)
            + line("g", 60, 0, 5, 0)
            + ",{'curve':'arc','name':'h','from':['5 mm','0 mm'],'to':['0 mm','5 mm'],'centre':['5 mm','5 mm'],"
            + "'clockwise':true}]},{'kind':'extrude','id':'e','sketch':'s','depth':'30 mm'}";
    assertThat(why(Parts.ok(profile.replace("[,", "[")))).contains("3 mm").contains("2 mm");
  }

  private static String line(String name, double ax, double ay, double bx, double by) {
    return ",{'curve':'line','name':'"
        + name
        + "','from':['"
        + ax
        + " mm','"
        + ay
        + " mm'],'to':['"
        + bx
        + " mm','"
        + by
        + " mm']}";
  }

  /** An angle that is round outside and sharp inside: walls of one thickness, but no bend. */
  @Test
  void aCornerThatIsSharpInsideIsNoBend() {
    String profile =
        "{'kind':'sketch','id':'s','curves':["
            + line("a", 0, 4, 0, 30)
            + line("b", 0, 30, 2, 30)
            + line("c", 2, 30, 2, 2)
            + line("d", 2, 2, 40, 2)
            + line("e", 40, 2, 40, 0)
            + line("f", 40, 0, 4, 0)
            + ",{'curve':'arc','name':'g','from':['4 mm','0 mm'],'through':['1.171573 mm','1.171573 mm'],'to':['0 mm','4 mm']}"
            + "]},{'kind':'extrude','id':'angle','sketch':'s','depth':'50 mm'}";
    assertThat(why(Parts.ok(profile.replace("[,", "["))))
        .contains(
            "the face behind it hangs together with the rest of that side over no smooth edges")
        .doesNotContain("2 mm thick there, and 2 mm");
  }

  /** Faces of either side lead to their place in the flat, cut edges to none. */
  @Test
  void bothSidesLeadToTheFlat() {
    PartState state =
        Parts.ok(
            SheetParts.part(1, 1, SheetParts.k(0.44), SheetParts.folded("", 0, 30, 0, 0, 40, 0)));
    FlatPattern flat = SheetParts.flat(state);
    var named = SheetParts.body(state).named();
    for (String piece : List.of("wall1", "bend1", "wall2")) {
      int near = flat.zoneOf(named.face(FaceName.read("wall/wall:" + piece + "-near")));
      assertThat(near).isNotNegative();
      assertThat(flat.zoneOf(named.face(FaceName.read("wall/wall:" + piece + "-far"))))
          .isEqualTo(near);
    }
    assertThat(flat.zoneOf(named.face(FaceName.read("wall/start")))).isNegative();
  }

  private static String why(PartState state) {
    try {
      BodyUnfolding.unfold(
          SheetParts.body(state), state, null, 0.01, Parts.KERNEL, Budget.ofSeconds(10));
      throw new AssertionError("it unfolds");
    } catch (CannotUnfold e) {
      return e.inWords(SheetParts.body(state).named());
    }
  }

  /** A closed tube of four walls and four bends cannot open without a rip. */
  @Test
  void aClosedTubeNeedsARip() {
    PartState tube =
        Parts.ok(
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'o','width':'40 mm','height':"
                + "'30 mm','rounding':'4 mm'},{'curve':'rectangle','name':'i','width':'36 mm','height':'26 mm',"
                + "'rounding':'2 mm'}]},{'kind':'extrude','id':'tube','sketch':'s','depth':'50 mm'}");
    assertThat(why(tube)).contains("loop that cannot open").contains("rip");
  }
}
