package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rounds along the rims of leaning prisms: they do not ask what was done to the body before. */
class RimRoundsTest {
  private static final String RIM =
      ",{'kind':'round','id':'r','sets':[{'size':'%s mm','edges':[{'choose':'loop','face':{'choose':'face','name':'e/end'}}]}]}";

  private static String prism(int sides, double turnDeg, double taperDeg) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'c','sides':%d,'diameter':'76 mm','turn':'%s deg'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'12 mm','body':'Body','taper':'%s deg'}",
        sides,
        turnDeg,
        taperDeg);
  }

  private static final String HOLE =
      ",{'kind':'hole','id':'o','plane':{'base':'XY','offset':'12 mm'},'diameter':'4 mm','points':[['0 mm','5 mm']]}";

  /**
   * Where a hole leaves the library's faces in another order, its corners once missed each other.
   */
  @ParameterizedTest
  @CsvSource({
    "6, 0, -1, 0.3",
    "6, 10, -1, 0.3",
    "6, 0, -2, 0.5",
    "5, 3, -1, 0.3",
    "8, 0, 1.5, 0.4"
  })
  void aHoleBeforeIsAHoleAfter(int sides, double turnDeg, double taperDeg, double radius) {
    String base = prism(sides, turnDeg, taperDeg);
    String rim = String.format(Locale.ROOT, RIM, radius);
    double after = Parts.volume(Parts.ok(base + rim + HOLE));
    assertThat(Parts.volume(Parts.ok(base + HOLE + rim))).isCloseTo(after, within(1e-7 * after));
  }

  /** An outline with a corner that goes inwards wants the other order. */
  @Test
  void aRimWithACornerThatGoesInwards() {
    String outline =
        "{'kind':'sketch','id':'s','curves':["
            + String.join(
                ",",
                Parts.line("a", -40, -25, 40, -25),
                Parts.line("b", 40, -25, 40, 10),
                Parts.line("c", 40, 10, 5, 10),
                Parts.line("d", 5, 10, 5, 30),
                Parts.line("f", 5, 30, -40, 30),
                Parts.line("g", -40, 30, -40, -25))
            + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'34 mm','body':'Body','taper':'-3 deg'},"
            + "{'kind':'shell','id':'h','thickness':'2.5 mm','open':[{'choose':'face','name':'e/end'}]}";
    double before = Parts.volume(Parts.ok(outline));
    double half = before - Parts.volume(Parts.ok(outline + String.format(RIM, "0.25")));
    double whole = before - Parts.volume(Parts.ok(outline + String.format(RIM, "0.5")));
    // What a round takes off goes with the square of its radius, but for the corners.
    assertThat(whole / half).isCloseTo(4, within(0.02));
  }

  /**
   * The library drops the contour that it finds at fault, and would break down when asked for it.
   */
  @Test
  void aRootThatDoesNotFitIsRefusedInWords() {
    String tub =
        "{'kind':'sketch','id':'s','curves':["
            + Parts.line("a", -35, -25, 20, -25)
            + ",{'curve':'arc','name':'b','from':['20 mm','-25 mm'],'to':['20 mm','25 mm'],'centre':['20 mm','0 mm']},"
            + Parts.line("d", 20, 25, -35, 25)
            + ","
            + Parts.line("e", -35, 25, -35, -25)
            + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'12 mm','taper':'-2 deg','body':'Body'}"
            + ",{'kind':'shell','id':'h','thickness':'3 mm','open':[{'choose':'face','name':'e/end'}]},"
            + "{'kind':'sketch','id':'n','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'k','width':'8 mm','height':'6 mm','centre':['0 mm','12 mm']}]},"
            + "{'kind':'extrude','id':'x2','sketch':'n','extent':'through all','use':'subtract'},"
            + "{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'9 mm'},'curves':["
            + Parts.line("l", -18, 5.6, 20, 4)
            + ","
            + Parts.line("m", 0, -10, 0, 9)
            + "]},{'kind':'rib','id':'x5','sketch':'q','thickness':'0.8 mm','draft':'1 deg','rootRound':'0.5 mm'}";
    assertThat(Parts.build(tub).steps().getLast().message())
        .contains("round at its root of 0.5 mm")
        .doesNotContain("worker")
        .doesNotContain("breaks down");
  }
}
