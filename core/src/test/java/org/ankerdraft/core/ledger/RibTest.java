package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Ribs from lines, against the volumes between the walls by hand. */
class RibTest {
  /** A tub 60 x 40 x 25 outside with walls of 2 mm: 56 x 36 x 23 inside. */
  private static final String TUB = tub("0");

  private static String tub(String taper) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm'}]},"
        + "{'kind':'extrude','id':'tub','sketch':'s','depth':'25 mm','taper':'"
        + taper
        + " deg','body':'Tub'},"
        + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'tub/end'}]}";
  }

  private static String line(String name, double ax, double ay, double bx, double by) {
    return String.format(
        Locale.ROOT,
        "{'curve':'line','name':'%s','from':['%.6f mm','%.6f mm'],'to':['%.6f mm','%.6f mm']}",
        name,
        ax,
        ay,
        bx,
        by);
  }

  private static String rib(double level, String lines, String more) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'l','plane':{'base':'XY','offset':'%.4f mm'},'curves':[%s]},"
            + "{'kind':'rib','id':'rib','sketch':'l'%s}",
        level,
        lines,
        more);
  }

  private static double added(String base, String more) {
    return Parts.volume(Parts.ok(base + more)) - Parts.volume(Parts.ok(base));
  }

  @ParameterizedTest
  @CsvSource({"1.2, 0", "1.2, 1", "0.8, 0.5", "3, -2"})
  void aRibGoesFromWallToWallAndToTheFloor(double thickness, double draft) {
    String rib =
        rib(
            12,
            line("a", -4, 5, 7, 5),
            ",'thickness':'" + thickness + " mm','draft':'" + draft + " deg'");
    double wanted = 56 * 10 * (thickness + 10 * Math.tan(Math.toRadians(draft)));
    assertThat(added(TUB, rib)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** Between walls that lean, a rib is longer higher up. */
  @Test
  void aRibFollowsLeaningWalls() {
    String rib = rib(14, line("a", 0, 3, 10, 3), ",'thickness':'1.5 mm'");
    String leaning = tub("-3");
    double lean = Math.tan(Math.toRadians(3));
    // The inside of a wall of 2 mm that leans by 3 deg stands 2 / cos 3 behind its outside.
    double wall = 2 / Math.cos(Math.toRadians(3));
    double atMiddle = 60 + 2 * lean * 8 - 2 * wall;
    double wanted = 1.5 * 12 * atMiddle;
    assertThat(added(leaning, rib)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  @Test
  void aNetworkIsOneStep() {
    String lines =
        line("a", -20, 0, 20, 0)
            + ","
            + line("b", -9, -10, -9, 10)
            + ","
            + line("c", 9, -10, 9, 10);
    double wanted = 1.2 * 10 * (56 + 36 + 36) - 2 * 1.2 * 1.2 * 10;
    String rib = rib(12, lines, ",'thickness':'1.2 mm'");
    assertThat(added(TUB, rib)).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = Parts.ok(TUB + rib).bodies().get("Tub").named();
    for (String name : new String[] {"a", "b", "c"}) {
      assertThat(body.faceNames()).anyMatch(f -> f.isOf("rib", "left") && name.equals(f.part()));
    }
  }

  /** A line with a corner: the area of a strip is its thickness times the length of its middle. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aRibWithACorner(long seed) {
    Random random = new Random(seed);
    double x = random.nextDouble(-15, 15);
    double y = random.nextDouble(-8, 8);
    double up = random.nextDouble(10, 20);
    // From the left wall level to the corner, then on to the far wall at a slant.
    double slant = Math.toRadians(random.nextDouble(50, 130));
    double ex = x + (up - y) / Math.tan(slant);
    String lines = line("a", -20, y, x, y) + "," + line("b", x, y, ex, up);
    double first = x + 28;
    double second = (18 - y) / Math.sin(slant);
    double wanted = 1.4 * 9 * (first + second);
    assertThat(added(TUB, rib(11, lines, ",'thickness':'1.4 mm'")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A line in two pieces, one straight on from the other, is one rib. */
  @Test
  void aLineInTwoStraightPieces() {
    String lines = line("a", -20, 3, 2, 3) + "," + line("b", 2, 3, 20, 3);
    double wanted = 1.2 * 10 * 56;
    assertThat(added(TUB, rib(12, lines, ",'thickness':'1.2 mm'")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** An end on another rib stops there; it does not go on to the wall behind. */
  @Test
  void aRibMayEndOnAnother() {
    String lines = line("a", -20, 0, 20, 0) + "," + line("b", 5, 0, 5, 12);
    double wanted = 1.2 * 10 * (56 + 18 - 0.6);
    assertThat(added(TUB, rib(12, lines, ",'thickness':'1.2 mm'")))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  @Test
  void aRibFollowsTheWallsWhenTheTubGrows() {
    String rib = rib(12, line("a", -4, 5, 7, 5), ",'thickness':'1.2 mm'");
    var part = Parts.part(TUB + rib);
    double before = Parts.volume(Parts.ok(part));
    var wide = Parts.with(part, "s", "curves[0].width", "80 mm");
    double shell =
        Parts.volume(Parts.ok(Parts.with(Parts.part(TUB), "s", "curves[0].width", "80 mm")));
    assertThat(Parts.volume(Parts.ok(wide)) - shell).isCloseTo(76 * 10 * 1.2, within(1e-6));
    assertThat(before - Parts.volume(Parts.ok(TUB))).isCloseTo(56 * 10 * 1.2, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "30 | 0 | 1.2 mm | beyond an end of its line",
        "12 | 19 | 1 mm | wholly within the body",
        "12 | 30 | 1 mm | would stick out of the part",
        "12 | 0 | 0 mm | must be more than 0",
        "-3 | 0 | 1 mm | behind its sketch"
      })
  void whatSticksOutIsTold(double level, double y, String thickness, String words) {
    PartState state =
        Parts.build(TUB + rib(level, line("a", -5, y, 5, y), ",'thickness':'" + thickness + "'"));
    assertThat(state.steps().getLast().message()).contains(words);
  }

  /** Through one wall or both, one line or two that cross: as if they ended within. */
  @ParameterizedTest
  @CsvSource({"-50, 50", "-5, 80", "-31, 7", "-29, 29"})
  void aLineThatGoesOnOutsideEndsAtTheWall(double from, double to) {
    String rib = rib(12, line("a", from, 5, to, 5), ",'thickness':'1.2 mm'");
    assertThat(added(TUB, rib)).isCloseTo(56 * 10 * 1.2, within(1e-6));
    String both =
        rib(12, line("a", from, 5, to, 5) + "," + line("b", 3, from, 3, to), ",'thickness':'1 mm'");
    assertThat(added(TUB, both)).isCloseTo((56 + 36 - 1) * 10, within(1e-6));
    PartState inside = Parts.ok(TUB + rib(12, line("a", -5, 5, 5, 5), ",'thickness':'1.2 mm'"));
    assertThat(Parts.ok(TUB + rib).bodies().values().iterator().next().named().faceNames())
        .containsExactlyElementsOf(inside.bodies().values().iterator().next().named().faceNames());
  }

  /** Two chambers; where the first of them has no floor nothing is left out silently. */
  @Test
  void whatIsOpenWithinTheWallsIsRefused() {
    String wall = rib(12, line("w", 0, -5, 0, 5), ",'thickness':'2 mm'");
    String across = ",'thickness':'1 mm'";
    String crossing = rib(10, line("a", -50, 5, 50, 5), across).replace("'l'", "'m'");
    crossing = crossing.replace("'rib','sketch'", "'second','sketch'");
    String hole =
        ",{'kind':'hole','id':'h','plane':{'base':'XY'},'diameter':'6 mm','points':[['-14 mm','5 mm']]}";
    assertThat(added(TUB + wall, crossing)).isCloseTo((56 - 2) * 8, within(1e-6));
    PartState open = Parts.build(TUB + wall + hole + crossing);
    assertThat(open.steps().getLast().message())
        .contains("stick out of the part")
        .contains("nothing below it everywhere");
    // A wall cut away on one side: no wall closes that end.
    String gap =
        ",{'kind':'sketch','id':'g','plane':{'base':'XY','offset':'2 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['29 mm','5 mm'],'width':'4 mm','height':'12 mm'}]},"
            + "{'kind':'extrude','id':'gap','sketch':'g','depth':'30 mm','use':'subtract'}";
    PartState oneSided = Parts.build(TUB + gap + rib(12, line("a", -50, 5, 50, 5), across));
    assertThat(oneSided.steps().getLast().message()).contains("no wall closes it");
  }

  @Test
  void ribsFollowLines() {
    PartState state =
        Parts.build(
            TUB
                + rib(
                    12,
                    "{'curve':'point','name':'p','at':['0 mm','0 mm']}",
                    ",'thickness':'1 mm'"));
    assertThat(state.steps().getLast().message()).contains("has no lines");
  }

  private static String arc(String name, double cx, double cy, double r, boolean isOut) {
    double d = r * Math.sqrt(0.5);
    return String.format(
        Locale.ROOT,
        "{'curve':'arc','name':'%s','from':['%.9f mm','%.9f mm'],'through':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
        name,
        isOut ? cx : cx + r,
        isOut ? cy - r : cy,
        cx + d,
        cy - d,
        isOut ? cx + r : cx,
        isOut ? cy : cy - r);
  }

  /** A strip of even width takes its thickness times the length of its middle, also in a bend. */
  @ParameterizedTest
  @CsvSource({
    "-28, 18, 15, 0",
    "-28, 18, 15, 1.5",
    "-20, 10, 7, 0",
    "-22, 8, 6, 1",
    "-10, 14, 16, 2"
  })
  void aRibFollowsAnArcAndItsTangentsBeyond(double cx, double cy, double r, double draft) {
    for (boolean isOut : new boolean[] {true, false}) {
      String rib =
          rib(12, arc("a", cx, cy, r, isOut), ",'thickness':'1.4 mm','draft':'" + draft + " deg'");
      double length = Math.PI / 2 * r + (cx + 28) + (18 - cy);
      double wanted = length * 10 * (1.4 + 10 * Math.tan(Math.toRadians(draft)));
      assertThat(added(TUB, rib)).isCloseTo(wanted, within(1e-6 * wanted));
    }
  }

  /** A line that runs smoothly into an arc and on: one strip. */
  @Test
  void linesAndArcsGoOnFromEachOther() {
    String lines =
        line("a", -24, -4, 3, -4) + "," + arc("b", 3, 4, 8, true) + "," + line("c", 11, 4, 11, 15);
    double wanted = (31 + Math.PI / 2 * 8 + 14) * 10 * 1.2;
    assertThat(added(TUB, rib(12, lines, ",'thickness':'1.2 mm'")))
        .isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body =
        Parts.ok(TUB + rib(12, lines, ",'thickness':'1.2 mm'")).bodies().get("Tub").named();
    for (String curve : new String[] {"a", "b", "c"}) {
      assertThat(body.face(FaceName.ofPart("rib", "left", curve))).as(curve).isPositive();
      assertThat(body.face(FaceName.ofPart("rib", "right", curve))).as(curve).isPositive();
    }
  }

  /** An end on an arc stops at it: the T has the area of both less the half width in common. */
  @Test
  void aRibMayEndOnACurvedOne() {
    String curved = arc("a", -20, 10, 7, true);
    double d = 7 * Math.sqrt(0.5);
    String both = curved + "," + line("b", -20 + d, 10 - d, 26, 10 - d);
    double alone = added(TUB, rib(12, curved, ",'thickness':'1.2 mm'"));
    double with = added(TUB, rib(12, both, ",'thickness':'1.2 mm'"));
    double length = 28 - (-20 + d);
    assertThat((with - alone) / 10).isBetween(1.2 * (length - 1.2), 1.2 * length);
  }

  /** Free curves: within what the offset strays. */
  @Test
  void aRibFollowsASpline() {
    String spline =
        "{'curve':'spline','name':'f','degree':3,'points':[['-20 mm','0 mm'],['-8 mm','10"
            + " mm'],['8 mm','-10 mm'],['20 mm','0 mm']]}";
    double added = added(TUB, rib(12, spline, ",'thickness':'1.2 mm'"));
    assertThat(added / 12).isBetween(56.0, 70.0);
    String drafted = rib(12, spline, ",'thickness':'1.2 mm','draft':'1 deg'");
    double wider = 1 + 10 * Math.tan(Math.toRadians(1)) / 1.2;
    assertThat(added(TUB, drafted) / added).isCloseTo(wider, within(1e-3));
  }

  @ParameterizedTest
  @CsvSource({"0", "1"})
  void aRibGoesBothWays(double draft) {
    String box =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60"
            + " mm','height':'40 mm'}]},{'kind':'extrude','id':'tub','sketch':'s','depth':'25"
            + " mm','body':'Tub'},{'kind':'shell','id':'w','thickness':'2 mm','open':[]}";
    String more = ",'thickness':'1.2 mm','bothWays':true,'draft':'" + draft + " deg'";
    double t = Math.tan(Math.toRadians(draft));
    double wanted = 56 * (1.2 * 21 + t * (8 * 8 + 13 * 13));
    for (String straight : new String[] {line("a", -5, 4, 5, 4)}) {
      assertThat(added(box, rib(10, straight, more))).isCloseTo(wanted, within(1e-6 * wanted));
    }
    PartState oneSided = Parts.build(TUB + rib(12, line("a", -5, 4, 5, 4), more));
    assertThat(oneSided.steps().getLast().message()).contains("nothing below it everywhere");
  }

  /** The root is filled all along; where two cross, the rounds come together. */
  @ParameterizedTest
  @CsvSource({"false, 0", "false, 1", "true, 0", "true, 1"})
  void theRootIsRounded(boolean isCrossed, double draft) {
    String lines = line("a", -20, 0, 20, 0) + (isCrossed ? "," + line("b", 4, -10, 4, 10) : "");
    String more = ",'thickness':'1.2 mm','draft':'" + draft + " deg'";
    double bare = added(TUB, rib(12, lines, more));
    double rounded = added(TUB, rib(12, lines, more + ",'rootRound':'0.6 mm'"));
    // Along the floor on both sides, up both walls, and up the four corners where they cross: a
    // little less where three of them meet.
    double spandrel = (1 - Math.PI / 4) * 0.36;
    double all = spandrel * (2 * 56 + 4 * 10 + (isCrossed ? 2 * 36 + 4 * 10 + 4 * 10 : 0));
    assertThat(rounded - bare).isBetween(0.88 * all, 1.02 * all);
  }

  /** Where ribs cross or branch, no sharp inside edge is left between them. */
  @ParameterizedTest
  @CsvSource({"0, 0.6", "1, 0.6", "1, 0.3", "0.5, 1"})
  void cornersBetweenRibsAreRounded(double draft, double radius) {
    String lines =
        String.join(
            ",",
            line("a", -20, 0, 20, 0),
            line("b", 4, -10, 4, 10),
            line("c", -9, 0, -9, 12),
            line("d", 14, -12, 14, 0));
    String more =
        ",'thickness':'1.2 mm','draft':'" + draft + " deg','rootRound':'" + radius + " mm'";
    NamedShape body = Parts.ok(TUB + rib(12, lines, more)).bodies().get("Tub").named();
    assertThat(
            body.topology().edges().stream()
                .filter(e -> e.bend() == Topology.Bend.CONCAVE)
                .filter(e -> e.faces().stream().allMatch(f -> isSide(body.faceName(f)))))
        .isEmpty();
  }

  private static boolean isSide(FaceName face) {
    return face.isOf("rib", "left") || face.isOf("rib", "right");
  }

  @Test
  void aRibHasNamesToRoundItsRootBy() {
    PartState state =
        Parts.ok(
            TUB
                + rib(12, line("a", -4, 5, 7, 5), ",'thickness':'1.2 mm','draft':'0.5 deg'")
                + ",{'kind':'round','id':'e','sets':[{'edges':[{'choose':'edge','name':'rib/right:a|w/inner(tub/start)'}],'size':'0.5 mm'}]}");
    NamedShape body = state.bodies().get("Tub").named();
    assertThat(body.face(FaceName.ofPart("rib", "left", "a"))).isPositive();
    assertThat(body.face(FaceName.ofPart("rib", "right", "a"))).isPositive();
  }

  @Test
  void allOfItStandsInTheFile() {
    var part =
        Parts.part(
            TUB
                + rib(
                    12,
                    line("a", 0, 0, 1, 0),
                    ",'thickness':'1 mm','draft':'1 deg','alongNormal':true,'body':'Tub'"));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }
}
