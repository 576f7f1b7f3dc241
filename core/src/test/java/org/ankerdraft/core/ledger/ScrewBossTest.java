package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Screw bosses against frustums of cones, and gussets by slices. */
class ScrewBossTest {
  private static final String PLATE = Parts.box(100, 80, 3);

  private static String bosses(String points, String more) {
    return ",{'kind':'sketch','id':'p','plane':{'base':'XY','offset':'3 mm'},'curves':["
        + points
        + "]},{'kind':'screwBoss','id':'b','sketch':'p'"
        + more
        + "}";
  }

  private static String point(String name, double x, double y) {
    return String.format(
        Locale.ROOT, "{'curve':'point','name':'%s','at':['%f mm','%f mm']}", name, x, y);
  }

  private static final String ONE = point("p1", 0, 0);

  private static double added(String base, String more) {
    return Parts.volume(Parts.ok(base + more)) - Parts.volume(Parts.ok(base));
  }

  private static double frustum(double a, double b, double height) {
    return Math.PI * height / 3 * (a * a + a * b + b * b);
  }

  private static void near(double value, double wanted) {
    assertThat(value).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  /** Common practice, from memory: core and outside as shares of the screw; see screw-boss.csv. */
  @ParameterizedTest
  @CsvSource({
    "3, ABS, 2.4, 6.0, 6.0",
    "4, PC, 3.4, 10.0, 8.8",
    "3.5, PP, 2.45, 7.0, 7.0",
    "5, PA, 3.75, 9.25, 8.5"
  })
  void theScrewAndTheMaterialGiveTheSizes(
      double screw, String material, double core, double outer, double grip) {
    String more = ",'screw':'" + screw + " mm','material':'" + material + "','height':'12 mm'";
    double wanted = Math.PI / 4 * (outer * outer - core * core) * 12;
    near(added(PLATE, bosses(ONE, more)), wanted);
    String low = more.replace("12 mm", (grip - 0.1) + " mm");
    assertThat(message(ONE, low)).contains("wants to go in by");
    near(
        added(PLATE, bosses(ONE, more.replace("12 mm", grip + " mm"))),
        Math.PI / 4 * (outer * outer - core * core) * grip);
  }

  @Test
  void eachNumberIsFree() {
    String more =
        ",'screw':'3 mm','height':'10 mm','outer':'7 mm','core':'2.6 mm','depth':'8 mm',"
            + "'draft':'1 deg','coreDraft':'0.5 deg'";
    double root = 3.5 + 10 * Math.tan(Math.toRadians(1));
    double bottom = 1.3 - 8 * Math.tan(Math.toRadians(0.5));
    near(added(PLATE, bosses(ONE, more)), frustum(3.5, root, 10) - frustum(1.3, bottom, 8));
    NamedShape body = Parts.ok(PLATE + bosses(ONE, more)).bodies().get("Body").named();
    for (String role : new String[] {"side", "end", "core", "bottom"}) {
      assertThat(body.face(FaceName.read("b/" + role + ":p1"))).as(role).isPositive();
    }
  }

  @ParameterizedTest
  @CsvSource({"3, 0", "4, 1", "2, 0.5"})
  void gussetsAreWhatIsOutsideTheCone(int count, double draft) {
    String bare = ",'screw':'4 mm','height':'14 mm','draft':'" + draft + " deg'";
    String more =
        bare
            + ",'gussets':'"
            + count
            + "','gussetHeight':'9 mm','gussetReach':'5 mm','gussetThickness':'1.2 mm',"
            + "'gussetTurn':'20 deg'";
    double gussets = added(PLATE, bosses(ONE, more)) - added(PLATE, bosses(ONE, bare));
    assertThat(gussets).isCloseTo(count * gusset(4, 14, 9, 5, 1.2, draft), within(1e-3));
  }

  /** One plate by slices: from the cone's circle out to the slope. */
  private static double gusset(
      double outer, double height, double high, double reach, double thickness, double draftDeg) {
    double t = Math.tan(Math.toRadians(draftDeg));
    double far = outer + height * t + reach;
    double near = outer + (height - high) * t;
    int n = 2000;
    double sum = 0;
    for (int i = 0; i < n; i++) {
      double z = (i + 0.5) * high / n;
      double half = thickness / 2 + (high - z) * t;
      double r = outer + (height - z) * t;
      double to = far - (far - near) * z / high;
      for (int j = 0; j < n; j++) {
        double y = half * (2 * (j + 0.5) / n - 1);
        sum += Math.max(0, to - Math.sqrt(r * r - y * y)) * 2 * half / n * high / n;
      }
    }
    return sum;
  }

  /** Points keep their names, one each; the second stands lower and grows down to the plate. */
  @Test
  void oneAtEachPoint() {
    String more = ",'screw':'3 mm','height':'10 mm'";
    String three = ONE + "," + point("p2", 20, 10) + "," + point("far", -30, 20);
    near(added(PLATE, bosses(three, more)), 3 * added(PLATE, bosses(ONE, more)));
    NamedShape body = Parts.ok(PLATE + bosses(three, more)).bodies().get("Body").named();
    assertThat(body.face(FaceName.read("b/core:far"))).isPositive();
    double lower = added(Parts.box(100, 80, 1), bosses(ONE, more));
    near(lower - added(PLATE, bosses(ONE, more)), Math.PI * 9 * 2);
  }

  /** By Pappus: the ring that a round at the root adds. */
  @Test
  void theRootIsRounded() {
    String more = ",'screw':'3 mm','height':'10 mm'";
    double spandrel = 1 - Math.PI / 4;
    double centroid = (10 - 3 * Math.PI) / (3 * (4 - Math.PI));
    double ring = 2 * Math.PI * (3 + centroid * 0.8) * spandrel * 0.64;
    near(
        added(PLATE, bosses(ONE, more + ",'rootRound':'0.8 mm'")) - added(PLATE, bosses(ONE, more)),
        ring);
    String gussets = more + ",'gussets':'4','draft':'0.5 deg'";
    double rounded = added(PLATE, bosses(ONE, gussets + ",'rootRound':'0.5 mm'"));
    assertThat(rounded).isGreaterThan(added(PLATE, bosses(ONE, gussets)));
  }

  @Test
  void wallsThatAreTooNearAreNamed() {
    String wall =
        PLATE
            + ",{'kind':'sketch','id':'w','curves':[{'curve':'rectangle','name':'q','centre':['12"
            + " mm','0 mm'],'width':'2 mm','height':'60 mm'}]},"
            + "{'kind':'extrude','id':'wall','sketch':'w','depth':'20 mm','use':'unite'}";
    String more = ",'screw':'4 mm','height':'10 mm','clear':'";
    assertThat(Parts.build(wall + bosses(ONE, more + "6.9 mm'")).isOk()).isTrue();
    var state = Parts.build(wall + bosses(ONE, more + "8 mm'"));
    assertThat(state.isOk()).isFalse();
    assertThat(state.steps().getLast().message())
        .contains("wall/side:q.left")
        .contains("point p1")
        .contains("It works up to 7 mm");
  }

  @Test
  void whatCannotBeIsToldInWords() {
    assertThat(message(ONE, ",'screw':'3 mm','height':'0 mm'")).contains("must be more than 0");
    assertThat(message(ONE, ",'height':'9 mm','outer':'3 mm','core':'3 mm'"))
        .contains("is not less than its outside");
    assertThat(message(point("out", 70, 0), ",'screw':'3 mm','height':'9 mm'"))
        .contains("at point out")
        .contains("nothing to stand on");
    assertThat(message(ONE, ",'screw':'3 mm','height':'9 mm','gussets':'1.5'"))
        .contains("whole number");
    assertThat(message(ONE, ",'screw':'3 mm','height':'9 mm','gussets':'3','gussetHeight':'9 mm'"))
        .contains("below its end");
    assertThat(message(Parts.line("l", 0, 0, 9, 9), ",'screw':'3 mm','height':'9 mm'"))
        .contains("has no points");
  }

  private static String message(String points, String more) {
    var state = Parts.build(PLATE + bosses(points, more));
    assertThat(state.isOk()).isFalse();
    return state.steps().getLast().message();
  }
}
