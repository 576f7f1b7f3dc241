package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import java.util.function.DoubleBinaryOperator;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Extrusions that end at a body, against volumes by hand. */
class ExtrudeEndsTest {
  /** A block 80 x 40 whose top leans: 20 mm high in the middle, rising along x. */
  private static String ramp(double leanDeg) {
    double rise = 40 * Math.tan(Math.toRadians(leanDeg));
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + "{'curve':'line','name':'foot','from':['-40 mm','0 mm'],'to':['40 mm','0 mm']},"
            + "{'curve':'line','name':'high','from':['40 mm','0 mm'],'to':['40 mm','%.9f mm']},"
            + "{'curve':'line','name':'top','from':['40 mm','%.9f mm'],'to':['-40 mm','%.9f mm']},"
            + "{'curve':'line','name':'low','from':['-40 mm','%.9f mm'],'to':['-40 mm','0 mm']}]},"
            + "{'kind':'extrude','id':'ramp','sketch':'s','extent':'symmetric','depth':'40 mm','body':'Ramp'}",
        20 + rise,
        20 + rise,
        20 - rise,
        20 - rise);
  }

  /** A round pin, from a level plane. */
  private static String pin(double x, double y, double z, double diameter, String more) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'c','plane':{'base':'XY','offset':'%.6f mm'},'curves':["
            + "{'curve':'circle','name':'k','centre':['%.6f mm','%.6f mm'],'diameter':'%.6f mm'}]},"
            + "{'kind':'extrude','id':'pin','sketch':'c',%s}",
        z,
        x,
        y,
        diameter,
        more);
  }

  private static double added(String base, String more) {
    return Parts.volume(Parts.ok(base + more)) - Parts.volume(Parts.ok(base));
  }

  private static String message(String steps) {
    return Parts.build(steps).steps().getLast().message();
  }

  /** Mean over a disc by rings and spokes, as volume: for ends that have no closed form. */
  private static double overDisc(double radius, DoubleBinaryOperator height) {
    int rings = 400;
    int spokes = 360;
    double sum = 0;
    for (int i = 0; i < rings; i++) {
      double r = radius * (i + 0.5) / rings;
      for (int k = 0; k < spokes; k++) {
        double a = 2 * Math.PI * (k + 0.5) / spokes;
        sum += r * height.applyAsDouble(r * Math.cos(a), r * Math.sin(a));
      }
    }
    return sum * (radius / rings) * (2 * Math.PI / spokes);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aPinEndsAtALeaningFace(long seed) {
    Random random = new Random(seed);
    double lean = random.nextDouble(-20, 20);
    double x = random.nextDouble(-30, 30);
    double diameter = random.nextDouble(2, 10);
    String pin =
        pin(
            x,
            random.nextDouble(-10, 10),
            60,
            diameter,
            "'extent':'to face','to':{'choose':'face','name':'ramp/side:top'},'reversed':true,'use':'unite'");
    // An oblique cut of a cylinder: its length is that of its axis.
    double wanted = Math.PI / 4 * diameter * diameter * (40 - x * Math.tan(Math.toRadians(lean)));
    assertThat(added(ramp(lean), pin)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** The same pin whichever way it is said to go: the face lies on one side only. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void aFaceTellsOnWhichSideItLies(boolean isReversed) {
    String pin =
        pin(
            0,
            0,
            60,
            4,
            "'extent':'to face','to':{'choose':'face','name':'ramp/side:top'},'startOffset':'3 mm','reversed':"
                + isReversed
                + ",'use':'unite'");
    double wanted = Math.PI * 4 * 37;
    assertThat(added(ramp(0), pin)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  @Test
  void aFaceGoesOnWhereTheProfileIsLarger() {
    String pin =
        pin(
            38,
            17,
            60,
            20,
            "'extent':'to face','to':{'choose':'face','name':'ramp/side:top'},'reversed':true,'body':'Pin'");
    NamedShape solid = Parts.ok(ramp(10) + pin).bodies().get("Pin").named();
    double wanted = Math.PI * 100 * (40 - 38 * Math.tan(Math.toRadians(10)));
    assertThat(solid.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(solid.face(FaceName.of("pin", "end"))).isPositive();
  }

  /** Up to a rod of 20 mm that lies along y: each line of the pin ends on its circle. */
  @ParameterizedTest
  @CsvSource({"0, 4", "3, 6", "-5, 2"})
  void aPinEndsAtACylinder(double x, double diameter) {
    String rod =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[{'curve':'circle','name':'k','diameter':'20 mm'}]},"
            + "{'kind':'extrude','id':'rod','sketch':'s','extent':'symmetric','depth':'60 mm','body':'Rod'}";
    double wanted = overDisc(diameter / 2, (dx, dy) -> 30 - Math.sqrt(100 - (x + dx) * (x + dx)));
    String toFace =
        "'extent':'to face','to':{'choose':'face','name':'rod/side:k'},'reversed':true,'use':'unite'";
    // The curve in which two cylinders meet is good to a few microns.
    double accuracy = Math.PI / 4 * diameter * diameter * 3e-3;
    assertThat(added(rod, pin(x, 5, 30, diameter, toFace))).isCloseTo(wanted, within(accuracy));
    String toNext = "'extent':'to next','reversed':true,'use':'unite'";
    assertThat(added(rod, pin(x, 5, 30, diameter, toNext))).isCloseTo(wanted, within(accuracy));
  }

  /** A dome is a sphere of 30 mm cut at half its height; beyond its rim the sphere goes on. */
  @Test
  void aPinEndsAtADomeAlsoBeyondItsRim() {
    String dome =
        "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
            + "{'curve':'line','name':'axis','from':['0 mm','15 mm'],'to':['0 mm','30 mm']},"
            + "{'curve':'line','name':'foot','from':['0 mm','15 mm'],'to':['25.980762113533160 mm','15 mm']},"
            + "{'curve':'arc','name':'skin','from':['25.980762113533160 mm','15 mm'],'centre':['0 mm','0 mm'],'to':['0 mm','30 mm']}]},"
            + "{'kind':'revolve','id':'dome','sketch':'s','axis':{'line':'axis'},'body':'Dome'}";
    String more =
        "'extent':'to face','to':{'choose':'face','name':'dome/side:skin'},'reversed':true,'body':'Pin'";
    PartState state = Parts.ok(dome + pin(24, 0, 50, 8, more));
    double wanted = overDisc(4, (dx, dy) -> 50 - Math.sqrt(900 - (24 + dx) * (24 + dx) - dy * dy));
    NamedShape pin = state.bodies().get("Pin").named();
    assertThat(pin.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-5 * wanted));
    assertThat(pin.topology().face(pin.face(FaceName.of("pin", "end"))).kind())
        .isEqualTo(SurfaceKind.SPHERE);
  }

  /** A channel: two walls 5 mm thick and 30 high, 50 mm apart, on a floor of 5 mm. */
  private static final String CHANNEL =
      "{'kind':'sketch','id':'o','plane':{'base':'YZ'},'curves':[{'curve':'rectangle','name':'r','corner':['-30 mm','0 mm'],'width':'60 mm','height':'30 mm'}]},"
          + "{'kind':'extrude','id':'ch','sketch':'o','extent':'symmetric','depth':'100 mm','body':'Channel'},"
          + "{'kind':'sketch','id':'i','plane':{'base':'YZ'},'curves':[{'curve':'rectangle','name':'r','corner':['-25 mm','5 mm'],'width':'50 mm','height':'40 mm'}]},"
          + "{'kind':'extrude','id':'room','sketch':'i','extent':'through all','use':'subtract'}";

  /** A round bar across the channel, from a plane in which its walls stand upright. */
  private static String across(double offset, String more) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'c','plane':{'base':'XZ','offset':'%.4f mm'},'curves':["
            + "{'curve':'circle','name':'k','centre':['0 mm','18 mm'],'diameter':'6 mm'}]},"
            + "{'kind':'extrude','id':'bar','sketch':'c',%s}",
        offset,
        more);
  }

  private static final double SECTION = Math.PI * 9;

  @ParameterizedTest
  @CsvSource({
    // from the middle of the room to the wall that it meets first
    "'', 0, to next, unite, 25",
    // from outside up to the outer wall
    "'', -45, to next, unite, 15",
    // from outside through both walls to the last end: outside and the room are filled
    "'', -45, to last, unite, 65",
    // out of the outer wall through that wall only
    "'', -30, to next, subtract, -5",
    // out of the outer wall through both
    "'', -30, to last, subtract, -10",
    // from the middle of the room only one wall, not the one behind it
    "'', 0, to last, subtract, -5",
    // the same with the beginning moved along the way
    "'startOffset':'10 mm', -45, to next, unite, 5",
    "'startOffset':'-10 mm', -45, to next, unite, 25"
  })
  void aBarGoesToABoundary(String more, double offset, String extent, String use, double length) {
    // The plane XZ looks against y, and the bar goes along y.
    String bar =
        across(
            -offset,
            "'extent':'"
                + extent
                + "','reversed':true,'use':'"
                + use
                + "'"
                + (more.isEmpty() ? "" : "," + more));
    double wanted = SECTION * length;
    assertThat(added(CHANNEL, bar)).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  /** Frustums on both sides of a plane, each with its own taper. */
  @ParameterizedTest
  @CsvSource({"2, 5, 0", "2, 0, 0", "0, 3, 4", "-1, 2, -3"})
  void eachSideHasItsTaper(double front, double back, double offset) {
    String steps =
        Parts.rod(20, 1).replaceFirst(",\\{'kind':'extrude'.*", "")
            + String.format(
                Locale.ROOT,
                ",{'kind':'extrude','id':'e','sketch':'s','extent':'two sides','depth':'12 mm','backDepth':'7 mm','taper':'%s deg','backTaper':'%s deg','startOffset':'%s mm','body':'Body'}",
                front,
                back,
                offset);
    PartState state = Parts.ok(steps);
    double wanted = frustum(10, front, 12) + frustum(10, back, 7);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    NamedShape body = state.bodies().get("Body").named();
    assertThat(body.shape().mass().boxMax().z()).isCloseTo(12 + offset, within(1e-6));
    assertThat(body.shape().mass().boxMin().z()).isCloseTo(offset - 7, within(1e-6));
  }

  private static double frustum(double radius, double taperDeg, double height) {
    double top = radius - height * Math.tan(Math.toRadians(taperDeg));
    return Math.PI * height / 3 * (radius * radius + radius * top + top * top);
  }

  @Test
  void aTaperedPinEndsAtALeaningFaceToo() {
    String pin =
        pin(
            5,
            0,
            60,
            12,
            "'extent':'to face','to':{'choose':'face','name':'ramp/side:top'},'reversed':true,'taper':'2 deg','use':'unite'");
    double t = Math.tan(Math.toRadians(12));
    double taper = Math.tan(Math.toRadians(2));
    // Rings of the cone: at a depth d its radius is 6 - d tan 2, and it ends at 40 - x tan 12.
    int n = 4000;
    double deepest = 40 - (5 - 6) * t;
    double sum = 0;
    for (int i = 0; i < n; i++) {
      double d = deepest * (i + 0.5) / n;
      double r = 6 - d * taper;
      // The part of the disc at that depth where the face lies deeper: x < (40 - d) / t.
      double u = Math.clamp(((40 - d) / t - 5) / r, -1, 1);
      sum += r * r * (Math.PI - Math.acos(u) + u * Math.sqrt(1 - u * u)) * deepest / n;
    }
    assertThat(added(ramp(12), pin)).isCloseTo(sum, within(2e-5 * sum));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'extent':'to face','reversed':true,'use':'unite' | 60 | needs the face",
        "'extent':'to next','use':'unite' | 60 | lies behind it",
        "'extent':'to next','reversed':true,'use':'unite' | 60 | passes it by",
        "'extent':'to last','reversed':true,'use':'unite' | 60 | passes the body Ramp by",
        "'extent':'to next','reversed':true,'use':'subtract' | 60 | does not begin in the body",
        "'extent':'to face','to':{'choose':'faces of step','step':'ramp'},'reversed':true,'use':'unite' | 60 | 6 faces",
        "'extent':'to face','to':{'choose':'face','name':'ramp/side:high'},'reversed':true,'use':'unite' | 60 | does not meet the face everywhere",
        "'extent':'to next','toBody':'Lid','reversed':true,'use':'unite' | 60 | Lid"
      })
  void whatCannotEndIsTold(String more, double z, String words) {
    assertThat(message(ramp(0) + pin(38, 0, z, 10, more))).contains(words);
  }

  @Test
  void aBarThatFollowsTheWallKeepsItsNames() {
    PartState narrow = Parts.ok(CHANNEL + across(0, "'extent':'to next','body':'Bar'"));
    NamedShape bar = narrow.bodies().get("Bar").named();
    assertThat(bar.face(FaceName.of("bar", "end"))).isPositive();
    assertThat(bar.face(FaceName.of("bar", "start"))).isPositive();
    assertThat(bar.topology().faces()).hasSize(3);
  }

  @Test
  void allOfItStandsInTheFile() {
    PartDocument part =
        Parts.part(
            ramp(0)
                + pin(
                    0,
                    0,
                    60,
                    5,
                    "'extent':'to face','to':{'choose':'face','name':'ramp/side:top'},'toBody':'Ramp','startOffset':'1 mm','backTaper':'2 deg','body':'P'"));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }

  /** A pyramid or cone over any area, hollow or aslant, is a third of area by height. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'curve':'rectangle','name':'r','width':'20 mm','height':'12 mm'} | 240 | ",
        "{'curve':'rectangle','name':'r','width':'20 mm','height':'12 mm'} | 240 | 'tip':['15 mm','-9 mm'],",
        "{'curve':'polygon','name':'p','sides':6,'diameter':'20 mm'} | 259.80762113533154 | ",
        "{'curve':'circle','name':'k','diameter':'20 mm'} | 314.1592653589793 | 'tip':['3 mm','4 mm'],",
        "{'curve':'rectangle','name':'r','width':'20 mm','height':'12 mm'},{'curve':'circle','name':'k','diameter':'6 mm'} | 211.72566617691757 | ",
        "{'curve':'rectangle','name':'r','width':'20 mm','height':'12 mm','rounding':'3 mm'} | 232.2743338823081 | 'startOffset':'4 mm','reversed':true,"
      })
  void anAreaGoesToAPoint(String curves, double area, String more) {
    String steps =
        "{'kind':'sketch','id':'s','curves':["
            + curves
            + "]},{'kind':'extrude','id':'e','sketch':'s','extent':'to point','depth':'15 mm',"
            + (more == null ? "" : more)
            + "'body':'Body'}";
    assertThat(Parts.volume(Parts.ok(steps))).isCloseTo(area * 5, within(1e-5 * area));
  }

  /** The tip stands over the middle of the area: the centroid of the solid is a quarter up. */
  @Test
  void thePointStandsOverTheMiddle() {
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','centre':['7 mm','3"
            + " mm'],'width':'20 mm','height':'12 mm'}]},{'kind':'extrude','id':'e','sketch':'s','extent':'to"
            + " point','depth':'16 mm','body':'Body'}";
    var mass = Parts.ok(steps).bodies().get("Body").named().shape().mass();
    assertThat(mass.centroid().distance(new Vec3(7, 3, 4))).isLessThan(1e-6);
  }

  /**
   * A slot is taken through a plate; far beyond it its walls would meet. Against half discs and a
   * rectangle (Steiner) that grow narrower from the sketch plane both ways.
   */
  @ParameterizedTest
  @CsvSource({"12, 1, 0", "12, 3, 0", "25, 2.5, 10", "34, 1, 34", "6, 8, 3"})
  void aNarrowSlotGoesThroughAll(double thick, double taperDeg, double level) {
    String plate = Parts.box(80, 50, thick);
    String slot =
        String.format(
            Locale.ROOT,
            ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'%s mm'},'curves':["
                + "{'curve':'slot','name':'k','from':['-4 mm','3 mm'],'to':['4 mm','3 mm'],'width':'3 mm'}]},"
                + "{'kind':'extrude','id':'x','sketch':'q','extent':'through all','use':'subtract','taper':'%s deg'}",
            level,
            taperDeg);
    double t = Math.tan(Math.toRadians(taperDeg));
    double wanted = 0;
    for (double way : new double[] {level, thick - level}) {
      double end = 1.5 - t * way;
      wanted += way * (8 * (1.5 + end) + Math.PI * (1.5 * 1.5 + 1.5 * end + end * end) / 3);
    }
    assertThat(-added(plate, slot)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** The same with a taper on one side only. */
  @ParameterizedTest
  @CsvSource({"0, 4", "4, 0"})
  void aNarrowSlotThatLeansOnOneSide(double taperDeg, double backTaperDeg) {
    String slot =
        ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'6 mm'},'curves':[{'curve':'slot','name':'k','from':['-4 mm','3 mm'],'to':['4 mm','3 mm'],'width':'3 mm'}]},"
            + "{'kind':'extrude','id':'x','sketch':'q','extent':'through all','use':'subtract','taper':'"
            + taperDeg
            + " deg','backTaper':'"
            + backTaperDeg
            + " deg'}";
    double end = 1.5 - 6 * Math.tan(Math.toRadians(4));
    double leaning = 6 * (8 * (1.5 + end) + Math.PI * (2.25 + 1.5 * end + end * end) / 3);
    double upright = 6 * (8 * 3 + Math.PI * 2.25);
    assertThat(-added(Parts.box(80, 50, 12), slot)).isCloseTo(leaning + upright, within(1e-4));
  }

  /** Where the walls meet within the body it is told up to which taper they do not. */
  @Test
  void aSlotThatClosesWithinTheBodyTellsItsLimit() {
    String slot =
        ",{'kind':'sketch','id':'q','curves':[{'curve':'slot','name':'k','from':['-4 mm','3 mm'],'to':['4 mm','3 mm'],'width':'3 mm'}]},"
            + "{'kind':'extrude','id':'x','sketch':'q','extent':'through all','use':'subtract','taper':'9 deg'}";
    assertThat(message(Parts.box(80, 50, 12) + slot)).contains("It works up to 6.");
  }
}
