package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Faces taken away: what is left is what was there before they came. */
class EraseTest {
  private static String erase(String faces) {
    return ",{'kind':'erase','id':'x','faces':[" + faces + "]}";
  }

  private static String round(String edges, String size) {
    return ",{'kind':'round','id':'e','sets':[{'edges':[" + edges + "],'size':'" + size + "'}]}";
  }

  private static final String BORES =
      ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'4 mm',"
          + "'points':[{'id':'a','at':['-5 mm','0 mm']},{'id':'b','at':['5 mm','0 mm']}]}";

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'choose':'edges of step','step':'box'} | {'choose':'rounds'}",
        "{'choose':'loop','face':{'choose':'face','name':'box/end'}} | {'choose':'faces of step','step':'e'}",
        "{'choose':'outside corners'} | {'choose':'rounds','upTo':'1.5 mm'}"
      })
  void roundsComeOff(String edges, String rounds) {
    String sharp = Parts.box(20, 10, 30);
    String rounded = sharp + round(edges, "1.5 mm");
    PartState state = Parts.ok(rounded + erase(rounds));
    NamedShape body = state.bodies().get("Body").named();
    assertThat(body.shape().mass().volumeMm3()).isCloseTo(6000, within(1e-6 * 6000));
    assertThat(body.faceNames())
        .containsExactlyInAnyOrderElementsOf(
            Parts.ok(sharp).bodies().get("Body").named().faceNames());
  }

  @Test
  void roundsThatAreLargerStay() {
    String rounded = Parts.box(20, 10, 30) + round("{'choose':'outside corners'}", "1.5 mm");
    PartState state = Parts.build(rounded + erase("{'choose':'rounds','upTo':'1.4 mm'}"));
    assertThat(state.steps().getLast().message()).contains("describes no face");
  }

  @Test
  void oneOfTwoBoresIsFilled() {
    String bores = Parts.box(20, 10, 30) + BORES;
    double one = Math.PI * 4 * 30;
    assertThat(Parts.volume(Parts.ok(bores))).isCloseTo(6000 - 2 * one, within(1e-3));
    PartState state = Parts.ok(bores + erase("{'choose':'face','name':'h/wall:a'}"));
    assertThat(Parts.volume(state)).isCloseTo(6000 - one, within(1e-3));
    assertThat(Parts.volume(Parts.ok(bores + erase("{'choose':'faces of step','step':'h'}"))))
        .isCloseTo(6000, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'choose':'face','name':'box/side:r.left'} | erase of 1 face failed",
        "{'choose':'all faces'} | erase of 6 faces failed",
        "'' | no faces are chosen"
      })
  void whatCannotBeHealedIsTold(String faces, String words) {
    PartState state = Parts.build(Parts.box(20, 10, 30) + erase(faces.equals("''") ? "" : faces));
    assertThat(state.steps().getLast().message()).contains(words);
    assertThat(Parts.volume(state)).isCloseTo(6000, within(1e-6));
  }

  /** A block from elsewhere: its rounds come off, it gets draft, and new rounds. */
  @Test
  void anImportedBodyIsStrippedDraftedAndRoundedAgain() {
    PartState state =
        Parts.readAgain(
            Parts.box(40, 30, 20)
                + round("{'choose':'loop','face':{'choose':'face','name':'box/end'}}", "2 mm"),
            erase("{'choose':'rounds','upTo':'3 mm'}")
                + ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'upright'}],'angle':'3 deg'}]}"
                + ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'loop','face':{'choose':'facing','direction':[0,0,1]}}],'size':'1 mm'}]}");
    assertThat(state.isOk()).as("%s", state.steps()).isTrue();
    NamedShape body = state.bodies().values().iterator().next().named();
    assertThat(body.topology().faces()).filteredOn(f -> f.kind() == SurfaceKind.PLANE).hasSize(6);
    // A prismatoid: the mean of its ends and four times its middle, less what the rounds take.
    double in = 20 * Math.tan(Math.toRadians(3));
    double frustum =
        20.0 / 6 * (40 * 30 + 4 * (40 - in) * (30 - in) + (40 - 2 * in) * (30 - 2 * in));
    double rim = 2 * (40 + 30 - 4 * in);
    double off = frustum - body.shape().mass().volumeMm3();
    assertThat(off / rim).isBetween(0.15, 0.25);
  }

  /** On whatever surface it stands: the library heals none that comes to a point. */
  @Test
  void aPinIsTakenOffADome() {
    String pin = ThinBossesTest.pin(ThinBossesTest.circle(8, 3, 4), "");
    double dome = Parts.volume(Parts.ok(ThinBossesTest.DOME));
    PartState state =
        Parts.ok(ThinBossesTest.DOME + pin + erase("{'choose':'faces of step','step':'b'}"));
    assertThat(Parts.volume(state)).isCloseTo(dome, within(1e-9 * dome));
    assertThat(state.bodies().get("B").named().faceNames())
        .containsExactlyInAnyOrderElementsOf(
            Parts.ok(ThinBossesTest.DOME).bodies().get("B").named().faceNames());
  }

  @Test
  void holesThroughADomeAreFilled() {
    String bores =
        ",{'kind':'hole','id':'h','plane':{'base':'XY','offset':'30 mm'},'diameter':'4 mm',"
            + "'points':[{'id':'a','at':['-8 mm','0 mm']},{'id':'b','at':['8 mm','3 mm']}]}";
    double dome = Parts.volume(Parts.ok(ThinBossesTest.DOME));
    PartState state =
        Parts.ok(ThinBossesTest.DOME + bores + erase("{'choose':'faces of step','step':'h'}"));
    assertThat(Parts.volume(state)).isCloseTo(dome, within(1e-9 * dome));
  }
}
