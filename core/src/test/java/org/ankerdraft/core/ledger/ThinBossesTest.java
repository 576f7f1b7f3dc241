package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Bodies that are hollowed with a wall of more than half of what stands on them: that stays solid,
 * so that it adds to the hollow body what it adds to the solid one.
 */
class ThinBossesTest {
  private static final double WALL = 2.5;
  private static final double HOLLOW_BOX = 60 * 40 * 26 - 55 * 35 * 23.5;

  static final String DOME =
      "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
          + Parts.line("floor", 0, 0, 30, 0)
          + ","
          + Parts.line("side", 30, 0, 30, 8)
          + ",{'curve':'arc','name':'roof','from':['30 mm','8 mm'],'through':['20 mm','18 mm'],'to':['0 mm','22 mm']},"
          + Parts.line("axis", 0, 22, 0, 0)
          + "]},{'kind':'revolve','id':'box','sketch':'s','body':'B'}";

  private static final String ARCH =
      "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
          + Parts.line("floor", -30, 0, 30, 0)
          + ","
          + Parts.line("right", 30, 0, 30, 12)
          + ",{'curve':'arc','name':'roof','from':['30 mm','12 mm'],'through':['0 mm','22 mm'],'to':['-30 mm','12 mm']},"
          + Parts.line("left", -30, 12, -30, 0)
          + "]},{'kind':'extrude','id':'box','sketch':'s','depth':'50 mm','extent':'symmetric','body':'B'}";

  private static String boss(String id, String curve, String more) {
    return ",{'kind':'sketch','id':'"
        + id
        + "s','plane':{'face':{'choose':'face','name':'box/end'}},'curves':["
        + curve
        + "]},{'kind':'boss','id':'"
        + id
        + "','sketch':'"
        + id
        + "s','height':'10 mm'"
        + more
        + "}";
  }

  /** From above down to the roof. */
  static String pin(String curve, String more) {
    return ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'30 mm'},'curves':["
        + curve
        + "]},{'kind':'extrude','id':'b','sketch':'p','extent':'to next','reversed':true,'use':'unite'"
        + more
        + "}";
  }

  private static String shell(double wall, String open) {
    return ",{'kind':'shell','id':'w','thickness':'"
        + wall
        + " mm','open':[{'choose':'face','name':'"
        + open
        + "'}]}";
  }

  static String circle(double x, double y, double diameter) {
    return String.format(
        Locale.ROOT,
        "{'curve':'circle','name':'c','centre':['%.6f mm','%.6f mm'],'diameter':'%.6f mm'}",
        x,
        y,
        diameter);
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  private static void addsToTheHollow(String ground, String thin, String shell) {
    double added = volume(ground + thin) - volume(ground);
    double hollow = volume(ground + shell);
    assertThat(volume(ground + thin + shell))
        .isCloseTo(hollow + added, within(1e-6 * (hollow + added)));
  }

  @Test
  void aPinOnABox() {
    PartState state =
        Parts.ok(Parts.box(60, 40, 26) + boss("b", circle(5, 3, 4), "") + shell(WALL, "box/start"));
    assertThat(Parts.volume(state))
        .isCloseTo(HOLLOW_BOX + Math.PI * 4 * 10, within(1e-6 * HOLLOW_BOX));
    var named = state.bodies().get("Body").named();
    assertThat(named.face(FaceName.ofPart("b", "side", "c"))).isPositive();
    assertThat(named.topology().faces()).hasSize(6 + 5 + 2);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        ",'draft':'1 deg'",
        ",'rootRound':'1 mm'",
        ",'draft':'1 deg','rootRound':'0.5 mm','endRound':'0.5 mm'"
      })
  void draftedAndRoundedPins(String more) {
    addsToTheHollow(
        Parts.box(60, 40, 26), boss("b", circle(5, 3, 4), more), shell(WALL, "box/start"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'curve':'slot','name':'c','from':['-8 mm','5 mm'],'to':['8 mm','-5 mm'],'width':'4 mm'}",
        "{'curve':'rectangle','name':'c','width':'30 mm','height':'3 mm','rounding':'1 mm'}",
        "{'curve':'polygon','name':'c','sides':6,'diameter':'5 mm'}"
      })
  void otherShapes(String curve) {
    addsToTheHollow(Parts.box(60, 40, 26), boss("b", curve, ""), shell(WALL, "box/start"));
  }

  /** The inside goes into the wide one. */
  @Test
  void besideAWideOne() {
    String wide = boss("d", circle(-15, 0, 12), "");
    addsToTheHollow(
        Parts.box(60, 40, 26) + wide, boss("b", circle(10, 0, 4), ""), shell(WALL, "box/start"));
    assertThat(volume(Parts.box(60, 40, 26) + wide + shell(WALL, "box/start")))
        .isLessThan(HOLLOW_BOX + Math.PI * 36 * 10 - 100);
  }

  @Test
  void onABodyThatWasRead() {
    String made = Parts.box(60, 40, 26) + boss("b", circle(5, 3, 4), ",'rootRound':'0.5 mm'");
    double added = volume(made) - 60 * 40 * 26;
    PartState state =
        Parts.readAgain(
            made,
            ",{'kind':'shell','id':'w','thickness':'2.5 mm','open':[{'choose':'facing','direction':[0,0,-1]}]}");
    assertThat(Parts.volume(state)).isCloseTo(HOLLOW_BOX + added, within(1e-5 * HOLLOW_BOX));
  }

  @ParameterizedTest
  @CsvSource({"0", "-1"})
  void onCurvedRoofs(int taper) {
    String leaning = ",'taper':'" + taper + " deg'";
    addsToTheHollow(DOME, pin(circle(8, 3, 4), leaning), shell(WALL, "box/side:floor"));
    addsToTheHollow(ARCH, pin(circle(8, 3, 4), leaning), shell(WALL, "box/side:floor"));
  }

  /** The round at its root is a free face. */
  @Test
  void roundedWhereItStandsOnACurvedRoof() {
    String round =
        ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'edges of step','step':'b','corner':'inside'}],'size':'1 mm'}]}";
    addsToTheHollow(ARCH, pin(circle(8, 3, 4), "") + round, shell(WALL, "box/side:floor"));
  }

  static LongStream seeds() {
    return Seeds.apart(3, 40);
  }

  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void anyPins(long seed) {
    Random random = new Random(seed);
    double wall = random.nextDouble(1.5, 3);
    String thin = "";
    int count = random.nextInt(1, 4);
    for (int i = 0; i < count; i++) {
      String more =
          String.format(
              Locale.ROOT,
              ",'draft':'%d deg'%s",
              random.nextInt(3),
              random.nextBoolean() ? ",'rootRound':'0.4 mm'" : "");
      double widest = 2 * wall - 20 * Math.tan(Math.toRadians(2));
      thin +=
          boss(
              "b" + i,
              circle(-18 + 14 * i, random.nextDouble(-8, 8), random.nextDouble(0.6, 1) * widest),
              more);
    }
    addsToTheHollow(Parts.box(60, 40, 26), thin, shell(wall, "box/start"));
  }
}
