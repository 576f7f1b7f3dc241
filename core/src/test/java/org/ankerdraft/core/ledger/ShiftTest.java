package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Faces moved along their normals or onto others, against solids of the numbers they come to. */
class ShiftTest {
  private static final String ROUNDED =
      Parts.box(60, 40, 25)
          + ",{'kind':'round','id':'o','sets':[{'size':'3 mm','edges':[{'choose':'parallel','direction':[0,0,1]}]}]}";

  private static String shift(String face, String distance) {
    return ",{'kind':'shift','id':'m','faces':[{'choose':'face','name':'"
        + face
        + "'}],'distance':'"
        + distance
        + "'}";
  }

  private static void near(double value, double wanted) {
    assertThat(value).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aWallOfATaperedBlock(long seed) {
    Random random = new Random(seed);
    double taper = random.nextDouble(1, 8);
    double out = random.nextDouble(-4, 6);
    String block = Parts.box(60, 40, 25).replace("'depth'", "'taper':'" + taper + " deg','depth'");
    double volume = Parts.volume(Parts.ok(block + shift("box/side:r.left", out + " mm")));
    double t = Math.tan(Math.toRadians(taper));
    // Moved along its normal, the leaning wall goes out / cos further in each level.
    double wider = out / Math.cos(Math.toRadians(taper));
    double wanted = 0;
    for (int k = 0; k < 3; k++) {
      double z = 12.5 * k;
      double level = (60 - 2 * t * z + wider) * (40 - 2 * t * z);
      wanted += (k == 1 ? 4 : 1) * level * 25 / 6;
    }
    near(volume, wanted);
    NamedShape up = Parts.ok(block + shift("box/end", "2 mm")).bodies().get("Body").named();
    near(
        up.topology().face(up.face(FaceName.read("box/end"))).areaMm2(),
        (60 - 54 * t) * (40 - 54 * t));
  }

  /** Rounds tangent to the face follow it, and keep their radius and their names. */
  @ParameterizedTest
  @CsvSource({"box/side:r.left, 2", "box/side:r.left, -4", "box/end, 3"})
  void roundsFollow(String face, double out) {
    NamedShape body = Parts.ok(ROUNDED + shift(face, out + " mm")).bodies().get("Body").named();
    boolean isTop = face.equals("box/end");
    double x = 60 + (isTop ? 0 : out);
    double z = 25 + (isTop ? out : 0);
    near(body.shape().mass().volumeMm3(), (x * 40 - (4 - Math.PI) * 9) * z);
    assertThat(body.face(FaceName.read("o/on(box/side:r.bottom|box/side:r.left)"))).isPositive();
  }

  /** The floor of a tub, a hole's wall, a boss's side: what is beside stays where it is. */
  @Test
  void insideFacesAndRoundOnes() {
    String tub =
        Parts.box(60, 40, 25)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}";
    double before = Parts.volume(Parts.ok(tub));
    near(
        Parts.volume(Parts.ok(tub + shift("w/inner(box/start)", "1.5 mm"))) - before,
        56 * 36 * 1.5);
    near(Parts.volume(Parts.ok(tub + shift("box/side:r.left", "1 mm"))) - before, 40 * 25 * 1);
    String drilled =
        Parts.box(60, 40, 25)
            + ",{'kind':'hole','id':'h','diameter':'8 mm','plane':{'base':'XY','offset':'25"
            + " mm'},'points':[['0 mm','0 mm']]}";
    near(
        Parts.volume(Parts.ok(drilled + shift("h/wall:1", "1 mm"))),
        60 * 40 * 25 - Math.PI * 9 * 25);
    near(
        Parts.volume(Parts.ok(Parts.rod(20, 30) + shift("rod/side:k", "2 mm"))),
        Math.PI * 144 * 30);
  }

  /** What stands on the face stays, and what it knows nothing of costs nothing. */
  @ParameterizedTest
  @CsvSource({"1.5", "-0.5"})
  void theFloorUnderBossesAndRounds(double up) {
    String tray =
        Parts.box(60, 40, 15)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}"
            + ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'2 mm'},'curves':["
            + "{'curve':'point','name':'p1','at':['12 mm','8 mm']},{'curve':'point','name':'p2','at':['-12 mm','8 mm']}]},"
            + "{'kind':'screwBoss','id':'b','sketch':'p','screw':'3 mm','height':'8 mm'},"
            + "{'kind':'round','id':'o','sets':[{'size':'2 mm','edges':[{'choose':'parallel','direction':[0,0,1]}]}]}";
    double before = Parts.volume(Parts.ok(tray));
    double after = Parts.volume(Parts.ok(tray + shift("w/inner(box/start)", up + " mm")));
    double floor = 56 * 36 - (4 - Math.PI) * 4 - 2 * Math.PI * 9;
    near(after - before, floor * up);
    double below = Parts.volume(Parts.ok(tray + shift("box/start", "0.5 mm")));
    near(below - before, (60 * 40 - (4 - Math.PI) * 4) * 0.5);
  }

  /** Two walls at once, and both sides of a corner. */
  @Test
  void severalFacesAtOnce() {
    String two =
        ",{'kind':'shift','id':'m','faces':[{'choose':'face','name':'box/side:r.left'},"
            + "{'choose':'face','name':'box/side:r.bottom'},{'choose':'face','name':'box/side:r.right'}],'distance':'2 mm'}";
    near(Parts.volume(Parts.ok(Parts.box(60, 40, 25) + two)), 64 * 42 * 25);
  }

  /** A face comes to lie on the leaning surface of another body, further out or further in. */
  @ParameterizedTest
  @CsvSource({"30, 0.2", "18, -0.1", "24, 0.15"})
  void aFaceIsMovedOntoAnother(double level, double slope) {
    String roof =
        ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':["
            + Parts.line("a", -50, level - 50 * slope, 50, level + 50 * slope)
            + ","
            + Parts.line("b", 50, level + 50 * slope, 50, 60)
            + ","
            + Parts.line("c", 50, 60, -50, 60)
            + ","
            + Parts.line("d", -50, 60, -50, level - 50 * slope)
            + "]},{'kind':'extrude','id':'roof','sketch':'q','extent':'symmetric','depth':'30"
            + " mm','body':'Roof'}";
    String onto =
        ",{'kind':'shift','id':'m','body':'Body','faces':[{'choose':'face','name':'box/end'}],"
            + "'onto':{'choose':'face','name':'roof/side:a'},'ontoBody':'Roof'}";
    var state = Parts.ok(Parts.box(60, 40, 25) + roof + onto);
    NamedShape body = state.bodies().get("Body").named();
    near(body.shape().mass().volumeMm3(), 60 * 40 * level);
    assertThat(body.face(FaceName.read("box/end"))).isPositive();
  }

  @Test
  void whatCannotBeIsToldInWords() {
    assertThat(message(Parts.box(60, 40, 25) + shift("box/end", "-30 mm")))
        .contains("shift of -30 mm")
        .containsPattern("It works up to -24\\.\\d+ mm");
    assertThat(message(Parts.box(60, 40, 25) + shift("box/end", "0 mm")))
        .contains("would stay where they are");
    assertThat(message(ROUNDED + shift("o/on(box/side:r.bottom|box/side:r.left)", "1 mm")))
        .contains("shift of 1 mm failed");
  }

  private static String message(String steps) {
    var state = Parts.build(steps);
    assertThat(state.isOk()).isFalse();
    return state.steps().getLast().message();
  }

  private static final String L_OUTLINE =
      "{'kind':'sketch','id':'s','curves':["
          + Parts.line("a", -40, -25, 40, -25)
          + ","
          + Parts.line("b", 40, -25, 40, 10)
          + ","
          + Parts.line("c", 40, 10, 5, 10)
          + ","
          + Parts.line("d", 5, 10, 5, 30)
          + ","
          + Parts.line("e", 5, 30, -40, 30)
          + ","
          + Parts.line("f", -40, 30, -40, -25)
          + "]}";

  /** A tub with one corner that goes inwards, round inside there; a notch cuts its rim in two. */
  private static String tub(double depth, double taperDeg, boolean notched) {
    String cut =
        ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'k','width':'8 mm','height':'10 mm','centre':['-10 mm','12 mm']}]},"
            + "{'kind':'extrude','id':'x','sketch':'q','extent':'through all','use':'subtract'}";
    return L_OUTLINE
        + ",{'kind':'extrude','id':'box','sketch':'s','depth':'"
        + depth
        + " mm','taper':'"
        + taperDeg
        + " deg','body':'Body'},"
        + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}"
        + (notched ? cut : "");
  }

  /** The rim of a leaning tub goes up and down as if it had been drawn up so far. */
  @ParameterizedTest
  @CsvSource({"1.5, 1", "-2, 1", "-2, -1", "3, 0.5", "0, 2"})
  void aRim(double taperDeg, double by) {
    near(
        Parts.volume(Parts.ok(tub(12, taperDeg, false) + shift("box/end", by + " mm"))),
        Parts.volume(Parts.ok(tub(12 + by, taperDeg, false))));
  }

  /** Both parts of a rim that a notch has cut in two come down by one cut, and keep their names. */
  @ParameterizedTest
  @ValueSource(doubles = {0, -1.5})
  void aRimInTwoParts(double taperDeg) {
    NamedShape body =
        Parts.ok(tub(12, taperDeg, true) + shift("box/end", "-1 mm")).bodies().get("Body").named();
    near(body.shape().mass().volumeMm3(), Parts.volume(Parts.ok(tub(11, taperDeg, true))));
    NamedShape before = Parts.ok(tub(12, taperDeg, true)).bodies().get("Body").named();
    assertThat(body.faceNames()).containsExactlyInAnyOrderElementsOf(before.faceNames());
    for (FaceName part : before.faceNames().stream().filter(n -> n.isOf("box", "end")).toList()) {
      double x = before.topology().face(before.face(part)).point().x();
      assertThat(body.topology().face(body.face(part)).point().x()).isCloseTo(x, within(1.0));
    }
  }

  /** Parts of one round face that a seam keeps apart may come together when a floor is moved. */
  @Test
  void aFloorBelowABossWithGussets() {
    String tub =
        Parts.box(80, 50, 18)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]},"
            + "{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'2 mm'},'curves':[{'curve':'point','name':'p','at':['18 mm','5 mm']},{'curve':'point','name':'p2','at':['-14.4 mm','-5 mm']}]},"
            + "{'kind':'screwBoss','id':'b','sketch':'q','screw':'3 mm','material':'ABS','height':'10 mm','draft':'0.5 deg','gussets':3},"
            + "{'kind':'hole','id':'o','plane':{'base':'XY','offset':'2 mm'},'diameter':'2 mm','points':[['-12 mm','-18 mm']]}";
    near(
        Parts.volume(Parts.ok(tub + shift("box/start", "0.4 mm"))) - Parts.volume(Parts.ok(tub)),
        0.4 * (80 * 50 - Math.PI));
  }

  /** A block with a half-round end that a cut has parted in two walls, with a rounded foot. */
  private static String halved(double depth) {
    return "{'kind':'sketch','id':'s','curves':["
        + Parts.line("a", -35, -25, 20, -25)
        + ",{'curve':'arc','name':'b','from':['20 mm','-25 mm'],'to':['20 mm','25 mm'],'centre':['20 mm','0 mm']},"
        + Parts.line("d", 20, 25, -35, 25)
        + ","
        + Parts.line("e", -35, 25, -35, -25)
        + "]},{'kind':'extrude','id':'box','sketch':'s','depth':'"
        + depth
        + " mm','body':'Body'},"
        + "{'kind':'round','id':'f','sets':[{'size':'4 mm','edges':[{'choose':'loop','face':{'choose':'face','name':'box/start'}}]}]},"
        + "{'kind':'divide','id':'c','plane':{'base':'YZ','offset':'31 mm'},'keep':'back'}";
  }

  /**
   * Without the rounds two parts of a wall may come together; with them they are what they were.
   */
  @Test
  void roundsOfAWallInTwoParts() {
    PartState moved = Parts.ok(halved(25) + shift("box/start", "0.4 mm"));
    near(Parts.volume(moved), Parts.volume(Parts.ok(halved(25.4))));
    assertThat(moved.bodies().get("Body").named().faceNames())
        .containsExactlyInAnyOrderElementsOf(
            Parts.ok(halved(25)).bodies().get("Body").named().faceNames());
  }

  /**
   * The foot of a turned cup, with the round beside it; of half a turn its ends lie in one plane.
   */
  @ParameterizedTest
  @CsvSource({"360, 1", "180, 1", "180, -2", "75, 0.5", "270, 3"})
  void theFootOfATurnedBody(double turnDeg, double mm) {
    String cup =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + "{'curve':'line','name':'foot','from':['0 mm','0 mm'],'to':['17 mm','0 mm']},"
            + "{'curve':'arc','name':'round','from':['17 mm','0 mm'],'centre':['17 mm','3 mm'],'to':['20 mm','3 mm']},"
            + "{'curve':'line','name':'wall','from':['20 mm','3 mm'],'to':['20 mm','25 mm']},"
            + "{'curve':'line','name':'top','from':['20 mm','25 mm'],'to':['0 mm','25 mm']},"
            + "{'curve':'line','name':'axis','from':['0 mm','25 mm'],'to':['0 mm','0 mm']}]},"
            + "{'kind':'revolve','id':'cup','sketch':'s','axis':{'base':'Z'},'angle':'"
            + turnDeg
            + " deg','body':'Body'}";
    String shift =
        ",{'kind':'shift','id':'m','faces':[{'choose':'face','name':'cup/side:foot'}],'distance':'"
            + mm
            + " mm'}";
    double added = Parts.volume(Parts.ok(cup + shift)) - Parts.volume(Parts.ok(cup));
    assertThat(added).isCloseTo(Math.toRadians(turnDeg) / 2 * 400 * mm, within(1e-6));
  }
}
