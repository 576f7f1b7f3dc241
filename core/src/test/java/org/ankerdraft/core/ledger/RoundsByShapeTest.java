package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology.Bend;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Faces of bodies from elsewhere moved and tilted: the rounds beside them, which no step has made,
 * follow. Compared with the same bodies built with the numbers that they come to.
 */
class RoundsByShapeTest {
  private static final String LEFT = "{'choose':'nearest face','at':['-30 mm','0 mm','10 mm']}";
  private static final String TOP = "{'choose':'facing','direction':[0,0,1]}";

  private static String round(String id, String edges, double mm) {
    return ",{'kind':'round','id':'"
        + id
        + "','sets':[{'size':'"
        + mm
        + " mm','edges':["
        + edges
        + "]}]}";
  }

  private static String upright(double mm) {
    return round("u", "{'choose':'parallel','direction':[0,0,1]}", mm);
  }

  private static String rim(double mm) {
    return round("t", "{'choose':'loop','face':{'choose':'face','name':'box/end'}}", mm);
  }

  private static String shift(String face, double mm) {
    return ",{'kind':'shift','id':'m','faces':[" + face + "],'distance':'" + mm + " mm'}";
  }

  private static NamedShape sound(PartState state) {
    assertThat(state.isOk()).as(() -> state.steps().getLast().message()).isTrue();
    return state.bodies().values().iterator().next().named();
  }

  /** The left face, 30 from the middle, moved by some length: half of it in the box's middle. */
  @ParameterizedTest
  @CsvSource({"5, 0, 2", "5, 0, -3", "0, 2, 2", "0, 2, -4", "5, 2, 3", "5, 2, -2", "3, 3, 1"})
  void aSideOfARoundedBlock(double corner, double edge, double out) {
    String rounds = (corner > 0 ? upright(corner) : "") + (edge > 0 ? rim(edge) : "");
    NamedShape moved = sound(Parts.readAgain(Parts.box(60, 40, 25) + rounds, shift(LEFT, out)));
    double wanted = Parts.volume(Parts.ok(Parts.box(60 + out, 40, 25) + rounds));
    assertThat(moved.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(moved.topology().edges().stream().filter(e -> e.bend() == Bend.SMOOTH).count())
        .isGreaterThan(3);
  }

  @ParameterizedTest
  @CsvSource({"0, 2, 2", "0, 2, -4", "5, 2, 3", "5, 2, -6", "4, 4, 1"})
  void theTopOfARoundedBlock(double corner, double edge, double up) {
    String rounds = (corner > 0 ? upright(corner) : "") + rim(edge);
    NamedShape moved = sound(Parts.readAgain(Parts.box(60, 40, 25) + rounds, shift(TOP, up)));
    double wanted = Parts.volume(Parts.ok(Parts.box(60, 40, 25 + up) + rounds));
    assertThat(moved.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** Corners drawn in the profile are rounds as well. */
  @ParameterizedTest
  @CsvSource({"3", "-4"})
  void aSideBetweenDrawnCorners(double out) {
    String drawn =
        Parts.box(60, 40, 25).replace("'height':'40.0 mm'", "'height':'40.0 mm','rounding':'6 mm'");
    assertThat(drawn).contains("rounding");
    String left = "{'choose':'face','name':'box/side:r.left'}";
    double volume = Parts.volume(Parts.ok(drawn + shift(left, out)));
    double wanted = ((60 + out) * 40 - (4 - Math.PI) * 36) * 25;
    assertThat(volume).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A wall between a round outside and one inside, moved out as a whole by both its faces. */
  @Test
  void theFloorOfARoundedTub() {
    String tub =
        Parts.box(60, 40, 25)
            + upright(6)
            + round("f", "{'choose':'loop','face':{'choose':'face','name':'box/start'}}", 4)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}";
    PartState state =
        Parts.readAgain(tub, shift("{'choose':'nearest face','at':['0 mm','0 mm','0 mm']}", 1));
    double before = Parts.volume(Parts.ok(tub));
    double after = sound(state).shape().mass().volumeMm3();
    // The floor's outside comes down by 1, its round with it: the outline of the upright walls.
    double outline = 60 * 40 - (4 - Math.PI) * 36;
    assertThat(after - before).isCloseTo(outline, within(1e-5 * before));
  }

  /** A recess with rounded corners and a rounded floor, which is moved. */
  @ParameterizedTest
  @CsvSource({"1.5", "-2"})
  void theFloorOfARecess(double up) {
    String floor = "{'choose':'nearest face','at':['0 mm','0 mm','15 mm']}";
    NamedShape body = sound(Parts.readAgain(recess(0, 0), shift(floor, up)));
    double wanted = Parts.volume(Parts.ok(recess(up, 0)));
    assertThat(body.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** One of its walls, with two rounded corners and a floor round that goes all the way round. */
  @ParameterizedTest
  @CsvSource({"2", "-1.5"})
  void aWallOfARecess(double in) {
    String wall = "{'choose':'face','name':'p/side:r.left'}";
    double volume = Parts.volume(Parts.ok(recess(0, 0) + shift(wall, in)));
    double wanted = Parts.volume(Parts.ok(recess(0, -in)));
    assertThat(volume).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** 40 by 24 and 10 deep in a block of 60 by 40 by 25. */
  private static String recess(double up, double wider) {
    return Parts.box(60, 40, 25)
        + ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'25 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['"
        + -wider / 2
        + " mm','0 mm'],'width':'"
        + (40 + wider)
        + " mm','height':'24 mm','rounding':'5 mm'}]},{'kind':'extrude','id':'p','sketch':'q','depth':'"
        + (10 - up)
        + " mm','reversed':true,'use':'subtract'}"
        + round("f", "{'choose':'loop','face':{'choose':'face','name':'p/end'}}", 2);
  }

  /** What a round joins must not be lost: the top moved down past it. */
  @Test
  void whereTheRoundsNoLongerFit() {
    PartState state = Parts.readAgain(Parts.box(60, 40, 6) + rim(2), shift(TOP, -5));
    assertThat(state.isOk()).isFalse();
    assertThat(state.steps().getLast().message()).contains("shift of -5 mm", "It works up to");
    assertThat(Parts.volume(state)).isGreaterThan(14000);
  }

  /** All four sides of a block with a rounded rim lean in from its foot. */
  @ParameterizedTest
  @CsvSource({"1", "3"})
  void draftUnderARoundedRim(double deg) {
    String draft =
        ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'upright'}],'angle':'"
            + deg
            + " deg'}]}";
    NamedShape leaning = sound(Parts.readAgain(Parts.box(60, 40, 25) + rim(2), draft));
    String direct =
        Parts.box(60, 40, 25).replace("'depth'", "'taper':'" + deg + " deg','depth'") + rim(2);
    double wanted = Parts.volume(Parts.ok(direct));
    assertThat(leaning.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-5 * wanted));
    assertThat(leaning.topology().faces().stream().filter(f -> f.kind() == SurfaceKind.PLANE))
        .hasSize(6);
  }
}
