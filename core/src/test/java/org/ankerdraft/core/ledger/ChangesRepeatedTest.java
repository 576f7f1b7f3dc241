package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Steps without a tool of their own, repeated by what they changed: each copy changes as much. */
class ChangesRepeatedTest {
  private static final String PLATE = Parts.box(120, 60, 4);

  private static final String TUB =
      Parts.box(80, 60, 20)
          + ",{'kind':'shell','id':'w','thickness':'3 mm','open':[{'choose':'face','name':'box/end'}]}";

  private static String pad(String plane) {
    return ",{'kind':'sketch','id':'q','plane':"
        + plane
        + ",'curves':[{'curve':'rectangle','name':'r','centre':['-25 mm','8 mm'],'width':'10 mm','height':'6 mm'}]}";
  }

  private static String pattern(String step, String more) {
    return ",{'kind':'pattern','id':'p','steps':['" + step + "']," + more + "}";
  }

  /** Each copy comes to as much as the original. */
  private static PartState asOften(String without, String step, String with, int copies) {
    double before = Parts.volume(Parts.ok(without));
    double once = Parts.volume(Parts.ok(without + step)) - before;
    PartState all = Parts.ok(without + step + with);
    assertThat(Parts.volume(all) - before)
        .isCloseTo(once * (copies + 1), within(1e-6 * Math.abs(before)));
    return all;
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "'height':'6 mm'",
        "'height':'6 mm','draft':'2 deg'",
        "'height':'6 mm','draft':'1 deg','cornerRound':'1.5 mm'",
        "'height':'6 mm','draft':'1 deg','rootRound':'1 mm'",
        "'height':'2 mm','draft':'1 deg','sunk':true"
      })
  void bosses(String how) {
    PartState row =
        asOften(
            PLATE + pad("{'base':'XY','offset':'4 mm'}"),
            ",{'kind':'boss','id':'b','sketch':'q'," + how + "}",
            pattern("b", "'count':3,'spacing':'26 mm'"),
            2);
    assertThat(row.bodies().get("Body").named().faceNames())
        .contains(FaceName.read("p/at-2(b/side:r.left)"), FaceName.read("p/at-3(b/side:r.left)"));
  }

  @Test
  void aRibMirrored() {
    asOften(
        TUB
            + ",{'kind':'sketch','id':'l','plane':{'base':'XY','offset':'12 mm'},'curves':["
            + Parts.line("a", -20, -20, -20, 20)
            + "]}",
        ",{'kind':'rib','id':'r','sketch':'l','thickness':'1.5 mm','draft':'1 deg'}",
        pattern("r", "'way':'mirror','plane':{'base':'YZ'}"),
        1);
  }

  @Test
  void anExtrusionUpToTheFloor() {
    asOften(
        TUB + pad("{'base':'XY','offset':'14 mm'}"),
        ",{'kind':'extrude','id':'e','sketch':'q','extent':'to next','reversed':true,'taper':'-1 deg','use':'unite'}",
        pattern("e", "'way':'mirror','plane':{'base':'YZ'}"),
        1);
  }

  @Test
  void aChamferedCorner() {
    asOften(
        PLATE,
        ",{'kind':'chamfer','id':'c','sets':[{'size':'5 mm','edges':[{'choose':'edge','name':'box/side:r.left|box/side:r.top'}]}]}",
        pattern("c", "'way':'mirror','plane':{'base':'YZ'}"),
        1);
  }

  @Test
  void screwBossesWithGussets() {
    asOften(
        TUB
            + ",{'kind':'sketch','id':'k','plane':{'base':'XY','offset':'3 mm'},'curves':[{'curve':'point','name':'a','at':['-20 mm','12 mm']}]}",
        ",{'kind':'screwBoss','id':'s1','sketch':'k','screw':'3 mm','material':'PC','height':'8 mm','draft':'0.5 deg','gussets':4}",
        pattern("s1", "'way':'round','axis':{'base':'Z'},'count':2,'angle':'180 deg'"),
        1);
  }

  /** What is remembered of it follows the step that is repeated. */
  @Test
  void copiesFollow() {
    PartDocument part =
        Parts.part(
            PLATE
                + pad("{'base':'XY','offset':'4 mm'}")
                + ",{'kind':'boss','id':'b','sketch':'q','height':'6 mm'}"
                + pattern("b", "'count':3,'spacing':'26 mm'"));
    double low = Parts.volume(Parts.ok(part));
    double high = Parts.volume(Parts.ok(Parts.with(part, "b", "height", "9 mm")));
    assertThat(high - low).isCloseTo(3 * 60 * 3, within(1e-3));
    assertThat(Parts.volume(Parts.ok(part))).isCloseTo(low, within(1e-9));
  }

  /** A wall that tilts about its middle adds as much as it takes, and so does its mirror image. */
  @Test
  void whatBothAddsAndTakes() {
    PartState state =
        asOften(
            PLATE,
            ",{'kind':'draft','id':'d','sets':[{'angle':'5 deg','faces':[{'choose':'face','name':'box/side:r.left'}]}],'neutral':{'base':'XY','offset':'2 mm'}}",
            pattern("d", "'way':'mirror','plane':{'base':'YZ'}"),
            1);
    double out = 60 + 2 * Math.tan(Math.toRadians(5));
    assertThat(state.bodies().get("Body").named().shape().mass().boxMax().x())
        .isCloseTo(out, within(1e-6));
  }

  /** Screw bosses that reach into the plate below them; their row is mirrored. */
  @Test
  void aPatternOfWhatBothAddsAndTakes() {
    String boss =
        ",{'kind':'screwBoss','id':'s1','sketch':'k','screw':'3 mm','material':'PC','height':'8 mm','depth':'10 mm','draft':'0.5 deg'}";
    String plate =
        PLATE
            + ",{'kind':'sketch','id':'k','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'point','name':'a','at':['-45 mm','18 mm']}]}";
    String row = ",{'kind':'pattern','id':'row','steps':['s1'],'count':2,'spacing':'24 mm'}";
    double before = Parts.volume(Parts.ok(plate));
    double once = Parts.volume(Parts.ok(plate + boss)) - before;
    PartState four =
        Parts.ok(plate + boss + row + pattern("row", "'way':'mirror','plane':{'base':'YZ'}"));
    // The mirror image of the row, which is the second boss.
    assertThat(Parts.volume(four)).isCloseTo(before + 3 * once, within(1e-6 * before));
  }
}
