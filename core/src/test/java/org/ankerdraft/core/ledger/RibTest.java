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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Ribs from open lines, against the volumes between the walls by hand. */
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

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'curve':'circle','name':'k','diameter':'9 mm'} | no open line",
        "{'curve':'arc','name':'q','from':['-5 mm','0 mm'],'through':['0 mm','3 mm'],'to':['5 mm','0 mm']} | q is not straight"
      })
  void ribsFollowOpenStraightLines(String curve, String words) {
    PartState state = Parts.build(TUB + rib(12, curve, ",'thickness':'1 mm'"));
    assertThat(state.steps().getLast().message()).contains(words);
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
