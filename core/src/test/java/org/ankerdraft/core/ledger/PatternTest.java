package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rows, rounds and mirror images, counted by volume: what is added or taken, copy by copy. */
class PatternTest {
  private static final double PLATE = 100 * 60 * 4;

  private static String holed(double x, double y, double diameter) {
    return Parts.box(100, 60, 4)
        + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'"
        + diameter
        + " mm','points':[{'id':'a','at':['"
        + x
        + " mm','"
        + y
        + " mm']}]}";
  }

  private static String pattern(String more) {
    return ",{'kind':'pattern','id':'p'," + more + "}";
  }

  private static NamedShape body(PartState state) {
    return state.bodies().values().iterator().next().named();
  }

  private static double drilled(double diameter) {
    return Math.PI * diameter * diameter / 4 * 4;
  }

  private static String message(String steps) {
    return Parts.build(steps).step("p").orElseThrow().message();
  }

  @ParameterizedTest
  @CsvSource({"2, 40", "5, 16", "9, 10", "5, -0.0"})
  void aRowOfHoles(int count, double spacing) {
    if (spacing == 0) {
      assertThat(message(holed(-40, 0, 5) + pattern("'steps':['h'],'count':5,'spacing':'0 mm'")))
          .contains("all copies would lie on the original");
      return;
    }
    PartState state =
        Parts.ok(
            holed(-40, 0, 5)
                + pattern("'steps':['h'],'count':" + count + ",'spacing':'" + spacing + " mm'"));
    assertThat(Parts.volume(state)).isCloseTo(PLATE - count * drilled(5), within(1e-3));
    assertThat(body(state).faceNames().stream().map(Object::toString))
        .contains("h/wall:a", "p/at-2(h/wall:a)", "p/at-" + count + "(h/wall:a)");
  }

  /** Rows beside each other; some are left out, and the others keep their names. */
  @Test
  void rowsBesideEachOther() {
    String grid =
        "'steps':['h'],'count':5,'spacing':'18 mm','across':{'base':'Y'},'rows':3,'rowSpacing':'18 mm'";
    PartState whole = Parts.ok(holed(-36, -18, 6) + pattern(grid));
    assertThat(Parts.volume(whole)).isCloseTo(PLATE - 15 * drilled(6), within(1e-3));
    PartState less = Parts.ok(holed(-36, -18, 6) + pattern(grid + ",'without':['3-2','1-3']"));
    assertThat(Parts.volume(less)).isCloseTo(PLATE - 13 * drilled(6), within(1e-3));
    assertThat(body(less).faceNames().stream().map(Object::toString))
        .contains("p/at-5-3(h/wall:a)")
        .doesNotContain("p/at-3-2(h/wall:a)");
  }

  /** Overlapping holes: by inclusion and exclusion, with the lens that two circles share. */
  @Test
  void overlappingHoles() {
    double r = 5;
    double d = 6;
    double lens = 2 * r * r * Math.acos(d / (2 * r)) - d / 2 * Math.sqrt(4 * r * r - d * d);
    PartState state =
        Parts.ok(holed(-12, 0, 2 * r) + pattern("'steps':['h'],'count':4,'spacing':'6 mm'"));
    double wanted = PLATE - 4 * (4 * Math.PI * r * r - 3 * lens);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-3));
  }

  /** Bosses round the axis of the part, a whole turn shared or at a given angle. */
  @ParameterizedTest
  @CsvSource({"6, ''", "8, ''", "3, '30 deg'", "4, '-45 deg'"})
  void aRoundOfBosses(int count, String angle) {
    String steps =
        Parts.rod(80, 5)
            + ",{'kind':'sketch','id':'b','plane':{'base':'XY','offset':'5 mm'},'curves':[{'curve':'circle','name':'k','centre':['28 mm','0 mm'],'diameter':'9 mm'}]},"
            + "{'kind':'extrude','id':'boss','sketch':'b','depth':'7 mm','taper':'2 deg','use':'unite'}"
            + pattern(
                "'steps':['boss'],'way':'round','axis':{'base':'Z'},'count':"
                    + count
                    + (angle.isEmpty() ? "" : ",'angle':'" + angle + "'"));
    PartState state = Parts.ok(steps);
    double top = 4.5 - 7 * Math.tan(Math.toRadians(2));
    double boss = Math.PI * 7 / 3 * (4.5 * 4.5 + 4.5 * top + top * top);
    double wanted = Math.PI * 1600 * 5 + count * boss;
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
  }

  /** A step mirrored, and the whole body mirrored to one that is symmetric. */
  @Test
  void mirrorImages() {
    PartState hole =
        Parts.ok(holed(-30, 10, 8) + pattern("'steps':['h'],'way':'mirror','plane':{'base':'YZ'}"));
    assertThat(Parts.volume(hole)).isCloseTo(PLATE - 2 * drilled(8), within(1e-3));
    assertThat(body(hole).shape().mass().centroid().x()).isCloseTo(0, within(1e-6));
    String half =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','corner':['0 mm','0 mm'],'width':'40 mm','height':'20 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','taper':'0 deg'},"
            + "{'kind':'hole','id':'h','plane':{'base':'XY','offset':'10 mm'},'diameter':'6 mm','points':[{'id':'a','at':['25 mm','9 mm']}]}";
    PartState whole = Parts.ok(half + pattern("'way':'mirror','plane':{'base':'YZ'}"));
    assertThat(Parts.volume(whole)).isCloseTo(2 * (40 * 20 * 10 - Math.PI * 9 * 10), within(1e-3));
    assertThat(body(whole).shape().mass().centroid().x()).isCloseTo(0, within(1e-6));
    // Mirrored, its two halves are one: the side between them is gone, those across have merged.
    assertThat(body(whole).topology().faces()).hasSize(8);
  }

  /** Several steps in their order: bosses are added, then bored, at each place. */
  @Test
  void severalStepsAreRepeatedInTheirOrder() {
    String steps =
        Parts.box(100, 60, 4)
            + ",{'kind':'sketch','id':'b','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'circle','name':'k','centre':['-40 mm','0 mm'],'diameter':'12 mm'}]},"
            + "{'kind':'extrude','id':'boss','sketch':'b','depth':'8 mm','use':'unite'},"
            + "{'kind':'hole','id':'bore','plane':{'base':'XY','offset':'12 mm'},'diameter':'5 mm','points':[{'id':'a','at':['-40 mm','0 mm']}]}"
            + pattern("'steps':['boss','bore'],'count':4,'spacing':'26 mm'");
    double wanted = PLATE + 4 * (Math.PI * 36 * 8 - Math.PI * 6.25 * 12);
    assertThat(Parts.volume(Parts.ok(steps))).isCloseTo(wanted, within(1e-3));
  }

  /** The original is changed: all copies follow, and what is remembered equals what is fresh. */
  @Test
  void copiesFollowTheirOriginal() {
    PartDocument part =
        Parts.part(holed(-40, 0, 5) + pattern("'steps':['h'],'count':6,'spacing':'15 mm'"));
    Parts.ok(part);
    PartState wider = Parts.ok(Parts.with(part, "h", "diameter", "9 mm"));
    assertThat(Parts.volume(wider)).isCloseTo(PLATE - 6 * drilled(9), within(1e-3));
    PartState again = Parts.ok(part);
    assertThat(Parts.volume(again)).isCloseTo(PLATE - 6 * drilled(5), within(1e-3));
  }

  @Test
  void whatCannotBeRepeatedIsSaid() {
    String row = "'count':3,'spacing':'20 mm'";
    assertThat(message(holed(-40, 0, 5) + pattern("'steps':['box']," + row)))
        .contains("step box cannot be repeated");
    for (String count : new String[] {"0", "1", "2.5", "-3", "10000"}) {
      assertThat(
              message(
                  holed(-40, 0, 5) + pattern("'steps':['h'],'spacing':'9 mm','count':" + count)))
          .matches(".*(whole number from|from 2 to 1000).*");
    }
    assertThat(message(holed(-40, 0, 5) + pattern("'steps':['h'],'count':5,'spacing':'30 mm'")))
        .contains("copy 5 of h does not meet the body");
    assertThat(
            message(
                holed(-40, 0, 5)
                    + pattern(
                        "'steps':['h'],'way':'round','axis':{'base':'Z'},'count':5,'angle':'90 deg'")))
        .contains("5 at 90 deg do not lie apart within a turn; 4 do");
    assertThat(message(holed(-40, 0, 5) + pattern("'steps':['h']," + row + ",'without':['7']")))
        .contains("there is no copy 7 to leave out; there are 2, 3");
    assertThat(message(holed(-40, 0, 5) + pattern("'steps':['h']," + row + ",'without':['2','3']")))
        .contains("every copy is left out");
    assertThat(
            message(
                holed(-40, 0, 5)
                    + pattern(
                        "'steps':['h'],"
                            + row
                            + ",'rows':2,'rowSpacing':'9 mm','across':{'base':'X'}")))
        .contains("their two directions are one");
  }

  /** A mirrored half is rounded like the whole that was drawn as one. */
  @Test
  void aMirroredBodyIsRoundedLikeOneThatWasDrawn() {
    String round =
        ",{'kind':'round','id':'q','sets':[{'edges':[{'choose':'outside corners'}],'size':'1 mm'}]}";
    String half =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','corner':['0 mm','-10 mm'],'width':'40 mm','height':'20 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'},"
            + "{'kind':'hole','id':'h','plane':{'base':'XY','offset':'10 mm'},'diameter':'6 mm','points':[{'id':'a','at':['25 mm','0 mm']}]}"
            + pattern("'way':'mirror','plane':{'base':'YZ'}");
    String whole =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'80 mm','height':'20 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm'},"
            + "{'kind':'hole','id':'h','plane':{'base':'XY','offset':'10 mm'},'diameter':'6 mm','points':[{'id':'a','at':['25 mm','0 mm']},{'id':'b','at':['-25 mm','0 mm']}]}";
    double drawn = Parts.volume(Parts.ok(whole + round));
    assertThat(Parts.volume(Parts.ok(half + round))).isCloseTo(drawn, within(1e-6 * drawn));
  }

  private static String sketch(String curves) {
    return ",{'kind':'sketch','id':'w','plane':{'base':'XY','offset':'4 mm'},'curves':["
        + curves
        + "]}";
  }

  private static String point(String name, double x, double y) {
    return "{'curve':'point','name':'" + name + "','at':['" + x + " mm','" + y + " mm']}";
  }

  /** Copies at the points of a sketch keep their names when points come and go. */
  @Test
  void holesAtPointsOfASketch() {
    String first = point("o", -40, 0);
    String all =
        first + "," + point("a", 0, 10) + "," + point("b", 20, -10) + "," + point("c", 40, 5);
    String fewer = first + "," + point("b", 20, -10) + "," + point("c", 40, 5);
    String way = pattern("'steps':['h'],'way':'at points','sketch':'w'");
    PartState four = Parts.ok(holed(-40, 0, 5) + sketch(all) + way);
    assertThat(Parts.volume(four)).isCloseTo(PLATE - 4 * drilled(5), within(1e-3));
    PartState three = Parts.ok(holed(-40, 0, 5) + sketch(fewer) + way);
    assertThat(Parts.volume(three)).isCloseTo(PLATE - 3 * drilled(5), within(1e-3));
    assertThat(body(three).faceNames().stream().map(Object::toString))
        .contains("p/at-b(h/wall:a)", "p/at-c(h/wall:a)");
    NamedShape shape = body(four);
    int there = shape.face(FaceName.read("p/at-b(h/wall:a)"));
    assertThat(shape.topology().face(there).origin().x()).isCloseTo(20, within(1e-6));
    assertThat(shape.topology().face(there).origin().y()).isCloseTo(-10, within(1e-6));
  }

  /** Along half a circle of 20: evenly, each as far round as by hand. */
  @ParameterizedTest
  @CsvSource({"3", "5"})
  void holesAlongAnArc(int count) {
    String arc =
        "{'curve':'arc','name':'k','from':['-20 mm','0 mm'],'to':['20 mm','0 mm'],'centre':['0 mm','0 mm'],'clockwise':true}";
    PartState state =
        Parts.ok(
            holed(-20, 0, 4)
                + sketch(arc)
                + pattern("'steps':['h'],'way':'along a path','sketch':'w','count':" + count));
    assertThat(Parts.volume(state)).isCloseTo(PLATE - count * drilled(4), within(1e-3));
    NamedShape shape = body(state);
    for (int i = 2; i <= count; i++) {
      double a = Math.PI - Math.PI * (i - 1) / (count - 1);
      Vec3 at =
          shape.topology().face(shape.face(FaceName.read("p/at-" + i + "(h/wall:a)"))).origin();
      assertThat(at.x()).isCloseTo(20 * Math.cos(a), within(1e-6));
      assertThat(at.y()).isCloseTo(20 * Math.sin(a), within(1e-6));
    }
  }

  /** Bars that turn with a circle lie as a round pattern would put them. */
  @Test
  void copiesThatTurnWithACircleAreARound() {
    String bar =
        Parts.box(100, 60, 4)
            + ",{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['20 mm','0 mm'],'width':'6 mm','height':'2 mm'}]},"
            + "{'kind':'extrude','id':'h','sketch':'t','depth':'3 mm','use':'unite'}";
    String circle = sketch("{'curve':'circle','name':'k','diameter':'40 mm'}");
    PartState along =
        Parts.ok(
            bar
                + circle
                + pattern(
                    "'steps':['h'],'way':'along a path','sketch':'w','count':6,'turning':true"));
    PartState round =
        Parts.ok(bar + pattern("'steps':['h'],'way':'round','axis':{'base':'Z'},'count':6"));
    assertThat(Parts.volume(along)).isCloseTo(Parts.volume(round), within(1e-6));
    assertThat(
            body(along).shape().mass().centroid().distance(body(round).shape().mass().centroid()))
        .isLessThan(1e-6);
  }

  /** Rows of a table, with formulas; a row that goes takes its copy along and no other's name. */
  @Test
  void aTableOfPlaces() {
    String rows =
        "{'x':'20 mm'},{'id':'far','x':'3*20 mm','y':'-12 mm'},{'x':'70 mm','y':'10 mm','z':'0 mm'}";
    PartState state =
        Parts.ok(
            holed(-36, 0, 6) + pattern("'steps':['h'],'way':'by a table','places':[" + rows + "]"));
    assertThat(Parts.volume(state)).isCloseTo(PLATE - 4 * drilled(6), within(1e-3));
    assertThat(body(state).faceNames().stream().map(Object::toString))
        .contains("p/at-2(h/wall:a)", "p/at-far(h/wall:a)", "p/at-4(h/wall:a)");
    NamedShape drilled = body(state);
    assertThat(
            drilled.topology().face(drilled.face(FaceName.read("p/at-far(h/wall:a)"))).origin().x())
        .isCloseTo(24, within(1e-9));
    PartState less =
        Parts.ok(
            holed(-36, 0, 6)
                + pattern(
                    "'steps':['h'],'way':'by a table','places':[{'id':'far','x':'60 mm','y':'-12"
                        + " mm'},{'id':'4','x':'70 mm','y':'10 mm'}]"));
    assertThat(body(less).faceNames().stream().map(Object::toString))
        .contains("p/at-far(h/wall:a)", "p/at-4(h/wall:a)")
        .doesNotContain("p/at-2(h/wall:a)");
  }

  /** Turned by the table about an axis they are a round, and shifted besides a helix of copies. */
  @Test
  void copiesOfATableAreTurned() {
    String bar =
        Parts.box(100, 60, 4)
            + ",{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['20 mm','0 mm'],'width':'6 mm','height':'2 mm'}]},"
            + "{'kind':'extrude','id':'h','sketch':'t','depth':'3 mm','use':'unite'}";
    String rows = "{'turn':'120 deg'},{'turn':'240 deg'}";
    PartState table =
        Parts.ok(
            bar
                + pattern(
                    "'steps':['h'],'way':'by a table','axis':{'base':'Z'},'places':["
                        + rows
                        + "]"));
    PartState round =
        Parts.ok(bar + pattern("'steps':['h'],'way':'round','axis':{'base':'Z'},'count':3"));
    assertThat(Parts.volume(table)).isCloseTo(Parts.volume(round), within(1e-6));
    assertThat(
            body(table).shape().mass().centroid().distance(body(round).shape().mass().centroid()))
        .isLessThan(1e-9);
    // Turned by half a turn the bar comes to x = -20, and then 5 further and 1 down into the plate.
    PartState shifted =
        Parts.ok(
            bar
                + pattern(
                    "'steps':['h'],'way':'by a table','axis':{'base':'Z'},'places':[{'turn':'180"
                        + " deg','x':'-5 mm','z':'-1 mm'}]"));
    assertThat(Parts.volume(shifted)).isCloseTo(PLATE + 36 + 24, within(1e-6));
    NamedShape named = body(shifted);
    assertThat(named.topology().face(named.face(FaceName.read("p/at-2(h/end)"))).origin().x())
        .isCloseTo(-25, within(1e-6));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "'places':[]; its table has no rows",
        "'places':[{'y':'0 mm'}]; copy 2 lies on the original",
        "'axis':{'base':'Z'},'places':[{'turn':'360 deg'}]; copy 2 lies on the original",
        "'places':[{'x':'9 mm'},{'id':'b','x':'4.5*2 mm'}]; copy b lies on copy 2",
        "'places':[{'x':'20 mm'},{'x':'200 mm'}]; copy 3 of h does not meet the body",
      })
  void whatATableCannotSayIsTold(String more, String message) {
    assertThat(message(holed(-30, 0, 5) + pattern("'steps':['h'],'way':'by a table'," + more)))
        .contains(message);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "'way':'at points'; the sketch that says where the copies lie is missing",
        "'way':'at points','sketch':'w'; has 0 points; it needs one for the original",
        "'way':'along a path','sketch':'w','count':9,'spacing':'30 mm'; 9 at 30 mm do not lie on the path of 60 mm; 3 do",
        "'way':'along a path','sketch':'w','count':1; must be a whole number from 2 to 1000",
      })
  void whatASketchCannotSayIsTold(String more, String message) {
    String line = "{'curve':'line','name':'l','from':['-30 mm','0 mm'],'to':['30 mm','0 mm']}";
    assertThat(message(holed(-30, 0, 5) + sketch(line) + pattern("'steps':['h']," + more)))
        .contains(message);
  }

  /**
   * Forty cutters of 0.08 mm round an axis, which end 0.9 mm from the skin of a drum of 60: each
   * takes its own strip, whose outer end is an arc of 29.1, and leaves all else alone.
   */
  @Test
  void fortyThinCuttersRoundAnAxis() {
    double half = 0.04;
    double r = 29.1;
    double x = Math.sqrt(r * r - half * half);
    String rim = "['" + x + " mm','%s mm']";
    String from = String.format(rim, -half);
    String to = String.format(rim, half);
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'60 mm'}]},"
            + "{'kind':'extrude','id':'drum','sketch':'s','depth':'20 mm','body':'Drum'},"
            + "{'kind':'sketch','id':'c','curves':["
            + "{'curve':'line','name':'a','from':['20 mm','-0.04 mm'],'to':"
            + from
            + "},{'curve':'arc','name':'e','from':"
            + from
            + ",'to':"
            + to
            + ",'through':['29.1 mm','0 mm']},{'curve':'line','name':'b','from':"
            + to
            + ",'to':['20 mm','0.04 mm']},"
            + "{'curve':'line','name':'d','from':['20 mm','0.04 mm'],'to':['20 mm','-0.04 mm']}]},"
            + "{'kind':'extrude','id':'blade','sketch':'c','depth':'15 mm','startOffset':'5 mm','use':'subtract','targets':['Drum']}"
            + pattern("'steps':['blade'],'way':'round','axis':{'base':'Z'},'count':40");
    // A strip to the chord, and the sliver between chord and arc.
    double turn = Math.asin(half / r);
    double strip = 2 * half * (x - 20) + r * r * (turn - Math.sin(2 * turn) / 2);
    PartState state = Parts.ok(steps);
    assertThat(Parts.volume(state)).isCloseTo(Math.PI * 900 * 20 - 40 * 15 * strip, within(1e-5));
    NamedShape drum = body(state);
    // The drum's three, and five of each cutter: its top lies in the drum's.
    assertThat(drum.faceNames()).hasSize(3 + 40 * 5);
    int skin = drum.face(FaceName.read("drum/side:k"));
    assertThat(drum.topology().face(skin).areaMm2()).isCloseTo(Math.PI * 60 * 20, within(1e-6));
  }

  /** The same by bodies: a set of blades that stand apart, trimmed by a core, then taken away. */
  @Test
  void aSetOfBladesIsTrimmedAndTakenAway() {
    String blades =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'60 mm'}]},"
            + "{'kind':'extrude','id':'drum','sketch':'s','depth':'20 mm','body':'Drum'},"
            + "{'kind':'sketch','id':'c','curves':[{'curve':'rectangle','name':'r','corner':['20 mm','-0.04 mm'],'width':'20 mm','height':'0.08 mm'}]},"
            + "{'kind':'extrude','id':'blade','sketch':'c','depth':'15 mm','startOffset':'5 mm','body':'Blades'},"
            + "{'kind':'pattern','id':'p','steps':[],'way':'round','axis':{'base':'Z'},'count':40,'body':'Blades'%s}";
    String trimmed =
        ",{'kind':'sketch','id':'i','curves':[{'curve':'circle','name':'k','diameter':'58.2 mm'}]},"
            + "{'kind':'extrude','id':'core','sketch':'i','depth':'30 mm','body':'Core'},"
            + "{'kind':'combine','id':'trim','how':'intersect','body':'Blades','tools':['Core']},"
            + "{'kind':'combine','id':'cut','how':'subtract','body':'Drum','tools':['Blades']}";
    double half = 0.04;
    double r = 29.1;
    double x = Math.sqrt(r * r - half * half);
    double turn = Math.asin(half / r);
    double strip = 2 * half * (x - 20) + r * r * (turn - Math.sin(2 * turn) / 2);
    PartState state = Parts.ok(String.format(blades, ",'apart':true") + trimmed);
    assertThat(state.bodies().keySet()).containsExactly("Drum");
    assertThat(Parts.volume(state)).isCloseTo(Math.PI * 900 * 20 - 40 * 15 * strip, within(1e-5));
    // Unless it is said so, what does not touch is an oversight.
    assertThat(message(String.format(blades, ""))).contains("does not touch the body");
  }

  /**
   * Blades as long as the drum is wide, which all go through its axis: up to where neighbours part
   * they take everything, beyond it each its strip. Area by rings: at the radius r each of the arms
   * takes an angle of 2 asin(half / r).
   */
  @ParameterizedTest
  @CsvSource({"7,true", "40,true", "40,false"})
  void bladesThroughOneAxis(int count, boolean cutting) {
    double half = 0.04;
    double r = 29.1;
    double parting = half / Math.sin(Math.PI / count / 2);
    double area =
        Math.PI * parting * parting + 2 * count * (armWithin(r, half) - armWithin(parting, half));
    String blade =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'60 mm'}]},"
            + "{'kind':'extrude','id':'drum','sketch':'s','depth':'20 mm','body':'Drum'},"
            + bladeAcross(r, half)
            + "{'kind':'extrude','id':'blade','sketch':'c','depth':'15 mm','startOffset':'5 mm',";
    String round =
        "'way':'round','axis':{'base':'Z'},'angle':'180 deg / " + count + "','count':" + count;
    PartState state =
        cutting
            ? Parts.ok(
                blade
                    + "'use':'subtract','targets':['Drum']}"
                    + pattern("'steps':['blade']," + round))
            : Parts.ok(
                blade
                    + "'body':'Blades'}"
                    + pattern("'steps':[],'body':'Blades'," + round)
                    + ",{'kind':'combine','id':'cut','how':'subtract','body':'Drum','tools':['Blades']}");
    assertThat(Parts.volume(state)).isCloseTo(Math.PI * 900 * 20 - 15 * area, within(1e-5));
    NamedShape drum = body(state);
    // The drum's three, and of each arm two sides and an end.
    assertThat(drum.faceNames().stream().filter(f -> !f.toString().contains("blade/start")))
        .hasSize(3 + 2 * count * 3)
        .doesNotHaveDuplicates();
    assertThat(drum.topology().face(drum.face(FaceName.read("drum/end"))).areaMm2())
        .isCloseTo(Math.PI * 900 - area, within(1e-6));
  }

  /** The area of half a strip's end within a circle: the integral of rho 2 asin(half / rho). */
  private static double armWithin(double r, double half) {
    return r * r * Math.asin(half / r) + half * Math.sqrt(r * r - half * half);
  }

  private static String bladeAcross(double r, double half) {
    double x = Math.sqrt(r * r - half * half);
    return String.format(
        "{'kind':'sketch','id':'c','curves':["
            + "{'curve':'line','name':'a','from':['-%1$s mm','-%2$s mm'],'to':['%1$s mm','-%2$s mm']},"
            + "{'curve':'arc','name':'e','from':['%1$s mm','-%2$s mm'],'to':['%1$s mm','%2$s mm'],'through':['%3$s mm','0 mm']},"
            + "{'curve':'line','name':'b','from':['%1$s mm','%2$s mm'],'to':['-%1$s mm','%2$s mm']},"
            + "{'curve':'arc','name':'f','from':['-%1$s mm','%2$s mm'],'to':['-%1$s mm','-%2$s mm'],'through':['-%3$s mm','0 mm']}]},",
        x, half, r);
  }
}
