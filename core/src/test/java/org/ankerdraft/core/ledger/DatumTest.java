package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Datum planes and axes: where they lie, by hand, and what is built on them. */
class DatumTest {
  private static String plane(String more) {
    return "{'kind':'plane','id':'p'," + more + "}";
  }

  private static Frame frame(String steps) {
    return Parts.ok(steps).sketch("p").orElseThrow().frame();
  }

  private static void assertPlane(Frame frame, Vec3 normal, Vec3 on) {
    assertThat(frame.normal().dot(normal.unit())).isCloseTo(1, within(1e-12));
    assertThat(on.minus(frame.origin()).dot(normal.unit())).isCloseTo(0, within(1e-9));
    assertThat(frame.x().dot(frame.y())).isCloseTo(0, within(1e-12));
  }

  @ParameterizedTest
  @ValueSource(doubles = {0, 15, 30, 90, -120})
  void anAngleIsTakenAboutAnAxis(double deg) {
    Frame f =
        frame(
            plane(
                "'way':'at angle','from':{'base':'XY'},'about':{'base':'X'},'angle':'"
                    + deg
                    + " deg'"));
    double a = Math.toRadians(deg);
    // Counter-clockwise about x, the normal turns from z towards -y.
    assertPlane(f, new Vec3(0, -Math.sin(a), Math.cos(a)), Vec3.ZERO);
  }

  @Test
  void theAxisOfAnAngleMayBeALineOfASketch() {
    String line =
        "{'kind':'sketch','id':'s','plane':{'base':'XY','offset':'4 mm'},'curves':[{'curve':'line','name':'hinge','from':['0 mm','7 mm'],'to':['30 mm','7 mm'],'construction':true}]},";
    Frame f =
        frame(
            line
                + plane("'way':'at angle','about':{'line':'hinge','sketch':'s'},'angle':'90 deg'"));
    assertPlane(f, new Vec3(0, -1, 0), new Vec3(5, 7, 4));
  }

  @Test
  void aPlaneGoesThroughPoints() {
    assertPlane(
        frame(
            plane("'way':'through point','from':{'base':'XZ'},'points':[['1 mm','2 mm','3 mm']]")),
        new Vec3(0, -1, 0),
        new Vec3(9, 2, 9));
    Random random = new Random(5);
    for (int i = 0; i < 20; i++) {
      Vec3[] p = new Vec3[3];
      StringBuilder points = new StringBuilder();
      for (int k = 0; k < 3; k++) {
        p[k] =
            new Vec3(random.nextInt(-50, 50) + k, random.nextInt(-50, 50), random.nextInt(-50, 50));
        points.append(
            String.format(
                Locale.ROOT,
                "%s['%s mm','%s mm','%s mm']",
                k == 0 ? "" : ",",
                p[k].x(),
                p[k].y(),
                p[k].z()));
      }
      Frame f = frame(plane("'way':'three points','points':[" + points + "]"));
      Vec3 normal = p[1].minus(p[0]).cross(p[2].minus(p[0]));
      for (Vec3 at : p) {
        assertPlane(f, normal, at);
      }
    }
  }

  /** Between a box's drafted walls, whose angles differ, and between parallel ones. */
  @Test
  void aPlaneLiesMidway() {
    String box = Parts.box(20, 10, 30) + ",";
    String left = "{'face':{'choose':'face','name':'box/side:r.left'}}";
    String right = "{'face':{'choose':'face','name':'box/side:r.right'},'offset':'4 mm'}";
    assertPlane(
        frame(box + plane("'way':'midway','from':" + right + ",'to':" + left)),
        Vec3.X,
        new Vec3(2, 0, 0));
    assertPlane(
        frame(
            box + plane("'way':'midway','from':{'base':'XY'},'to':{'base':'YZ','offset':'6 mm'}")),
        new Vec3(1, 0, 1),
        new Vec3(6, 1, 0));
    // At (6, y, 0) the planes z = 0 and x = 6 meet; half-way between, both are equally far.
    Frame halving =
        frame(
            box + plane("'way':'midway','from':{'base':'XY'},'to':{'base':'YZ','offset':'6 mm'}"));
    Vec3 at = halving.at(12, 5);
    assertThat(Math.abs(at.z())).isCloseTo(Math.abs(at.x() - 6), within(1e-9));
  }

  /** A cone of 5 deg: the plane touches it along one line and has all the rest behind it. */
  @ParameterizedTest
  @CsvSource({"0, 0", "0, 40", "5, 0", "5, 90", "-3, 200"})
  void aPlaneTouchesARoundFace(double taper, double turn) {
    String rod =
        Parts.rod(20, 30).replace("'body':'Body'", "'taper':'" + taper + " deg','body':'Body'")
            + ",";
    Frame f =
        frame(
            rod
                + plane(
                    "'way':'tangent','from':{'base':'YZ'},'angle':'"
                        + turn
                        + " deg','face':{'choose':'face','name':'rod/side:k'}"));
    int touching = 0;
    for (int i = 0; i < 720; i++) {
      double a = Math.PI * i / 360;
      for (double z : new double[] {0, 12, 30}) {
        double r = 10 - z * Math.tan(Math.toRadians(taper));
        Vec3 p = new Vec3(r * Math.cos(a), r * Math.sin(a), z);
        double height = p.minus(f.origin()).dot(f.normal());
        assertThat(height).isLessThan(1e-9);
        touching += height > -1e-6 ? 1 : 0;
      }
    }
    assertThat(touching).isEqualTo(3);
    // The axis of the rod points up or down; either way the turn is about it, from x.
    double side = Math.abs(Math.atan2(f.normal().y(), f.normal().x()));
    double wanted = Math.abs(Math.IEEEremainder(Math.toRadians(turn), 2 * Math.PI));
    assertThat(side).isCloseTo(wanted, within(1e-9));
  }

  @Test
  void whatIsBuiltOnADatumFollowsIt() {
    String steps =
        "{'kind':'plane','id':'p','way':'at angle','about':{'base':'Y'},'angle':'-90 deg'},"
            + "{'kind':'sketch','id':'s','plane':{'of':'p','offset':'3 mm'},'curves':[{'curve':'circle','name':'k','diameter':'4 mm'}]},"
            + "{'kind':'extrude','id':'rod','sketch':'s','depth':'11 mm','body':'Rod'}";
    PartDocument part = Parts.part(steps);
    var box = Parts.ok(part).bodies().get("Rod").named().shape().mass();
    // A quarter turn about y takes z to x, or back: the sign follows from the right hand.
    assertThat(box.boxMin().x()).isCloseTo(-14, within(1e-9));
    assertThat(box.boxMax().x()).isCloseTo(-3, within(1e-9));
    var level =
        Parts.ok(Parts.with(part, "p", "angle", "0 deg"))
            .bodies()
            .get("Rod")
            .named()
            .shape()
            .mass();
    assertThat(level.boxMax().z()).isCloseTo(14, within(1e-9));
  }

  @Test
  void aDatumDividesABodyInHalves() {
    String steps =
        Parts.box(20, 10, 30)
            + ",{'kind':'plane','id':'p','way':'midway','from':{'face':{'choose':'face','name':'box/start'}},'to':{'face':{'choose':'face','name':'box/end'}}}"
            + ",{'kind':'divide','id':'d','plane':{'of':'p'}}";
    PartState state = Parts.ok(steps);
    assertThat(state.bodies().get("d").named().shape().mass().volumeMm3())
        .isCloseTo(3000, within(1e-6));
    assertThat(state.bodies().get("Body").named().shape().mass().volumeMm3())
        .isCloseTo(3000, within(1e-6));
  }

  private static double[] axisOf(String steps) {
    var line = (ProfileCurve.Line) Parts.ok(steps).sketch("a").orElseThrow().curves().getFirst();
    Vec3 d = line.end().minus(line.start()).unit();
    Vec3 p = line.start().minus(d.times(line.start().dot(d)));
    return new double[] {d.x(), d.y(), d.z(), p.x(), p.y(), p.z()};
  }

  @Test
  void axesLieWhereTheyShould() {
    assertThat(
            axisOf(
                "{'kind':'axis','id':'a','way':'two planes','from':{'base':'XZ','offset':'-4 mm'},'to':{'base':'YZ','offset':'6 mm'}}"))
        .satisfies(v -> {
          assertThat(Math.abs(v[2])).isCloseTo(1, within(1e-12));
          assertThat(v[3]).isCloseTo(6, within(1e-9));
          assertThat(v[4]).isCloseTo(4, within(1e-9));
        });
    assertThat(
            axisOf(
                "{'kind':'axis','id':'a','way':'two points','points':[['0 mm','3 mm','1 mm'],['10 mm','3 mm','1 mm']]}"))
        .containsExactly(new double[] {1, 0, 0, 0, 3, 1}, within(1e-9));
    assertThat(
            axisOf(
                Parts.rod(20, 30)
                    + ",{'kind':'axis','id':'a','of':{'face':{'choose':'face','name':'rod/side:k'}}}"))
        .satisfies(v -> assertThat(Math.abs(v[2])).isCloseTo(1, within(1e-12)));
  }

  /** Pappus: a square turned about a datum axis. */
  @Test
  void aProfileTurnsAboutADatumAxis() {
    String steps =
        "{'kind':'axis','id':'a','way':'two points','points':[['-5 mm','0 mm','0 mm'],['-5 mm','0 mm','9 mm']]},"
            + "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','corner':['10 mm','0 mm'],'width':'4 mm','height':'4 mm'}]},"
            + "{'kind':'revolve','id':'ring','sketch':'s','axis':{'line':'axis','sketch':'a'},'body':'Ring'}";
    double wanted = 2 * Math.PI * 17 * 16;
    assertThat(Parts.volume(Parts.ok(steps))).isCloseTo(wanted, within(1e-6 * wanted));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'way':'at angle','about':{'base':'Z'},'angle':'30 deg' | not parallel to the plane",
        "'way':'three points','points':[['0 mm','0 mm','0 mm'],['1 mm','0 mm','0 mm'],['2 mm','0 mm','0 mm']] | on one line",
        "'way':'three points','points':[['0 mm','0 mm','0 mm']] | 3 points, not 1",
        "'way':'through point' | it needs a point",
        "'way':'three points','points':[['0 mm','0 mm','0 mm'],['0 mm','0 mm','0 mm'],['2 mm','0 mm','0 mm']] | at one place",
        "'way':'tangent' | needs the round face",
        "'way':'tangent','face':{'choose':'face','name':'box/end'} | neither a cylinder nor a cone",
        "'from':{'of':'nowhere'} | nowhere",
        "'size':'0 mm' | must be more than 0"
      })
  void whatLiesNowhereIsTold(String more, String words) {
    PartState state = Parts.build(Parts.box(20, 10, 30) + "," + plane(more));
    assertThat(state.steps().getLast().message()).contains(words);
  }

  @Test
  void parallelPlanesMeetInNoAxis() {
    PartState state =
        Parts.build(
            "{'kind':'axis','id':'a','way':'two planes','from':{'base':'XY'},'to':{'base':'XY','offset':'3 mm'}}");
    assertThat(state.steps().getLast().message()).contains("parallel");
  }

  @Test
  void allOfItStandsInTheFile() {
    PartDocument part =
        Parts.part(
            plane(
                    "'way':'tangent','from':{'base':'YZ','offset':'1 mm'},'to':{'base':'XZ'},'about':{'line':'l','sketch':'s'},'angle':'5 deg','face':{'choose':'all faces'},'body':'B','points':[['1 mm','2 mm','3 mm']],'size':'9 mm'")
                + ",{'kind':'axis','id':'a','way':'two planes','of':{'base':'X'},'from':{'of':'p'},'to':{'base':'YZ'},'points':[['1 mm','2 mm','3 mm']],'size':'9 mm'}");
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }
}
