package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Five ways to walls that lean by 15 deg, on a block of 60 x 40 x 20 and on a drum of 50 x 20: each
 * comes to the frustum, whose volume is h (A + 4 M + B) / 6 (the prismatoid).
 */
class FiveWaysTest {
  private static final double HIGH = 20;
  private static final double IN = HIGH * Math.tan(Math.toRadians(15));

  enum Way {
    TAPER,
    DRAFTED_FACES,
    PROFILE_ALONG_THE_RIM,
    LOFT,
    MALE_BODY_SUBTRACTED
  }

  private static String mm(double v) {
    return String.format(Locale.ROOT, "'%.10f mm'", v);
  }

  private static String rectangle(double w, double h) {
    return "{'curve':'rectangle','name':'r','width':" + mm(w) + ",'height':" + mm(h) + "}";
  }

  private static String circle(double d) {
    return "{'curve':'circle','name':'k','diameter':" + mm(d) + "}";
  }

  private static String sketch(String id, String plane, String curves) {
    return "{'kind':'sketch','id':'" + id + "','plane':" + plane + ",'curves':[" + curves + "]}";
  }

  private static String level(double z) {
    return "{'base':'XY','offset':" + mm(z) + "}";
  }

  private static String line(String name, double x0, double y0, double x1, double y1) {
    return String.format(
        "{'curve':'line','name':'%s','from':[%s,%s],'to':[%s,%s]}",
        name, mm(x0), mm(y0), mm(x1), mm(y1));
  }

  /** What lies outside the leaning wall, seen along the rim, from where the rim is. */
  private static String wedge(double rim, double outwards) {
    double out = rim + 5 * outwards;
    double in = rim - IN * outwards;
    return line("a", rim, 0, in, HIGH)
        + ","
        + line("b", in, HIGH, out, HIGH)
        + ","
        + line("c", out, HIGH, out, 0)
        + ","
        + line("d", out, 0, rim, 0);
  }

  private static String extrude(String id, String more) {
    return "{'kind':'extrude','id':'" + id + "','sketch':'s','depth':" + mm(HIGH) + more + "}";
  }

  private static final String LEANING = ",'taper':'15 deg'";

  /** The steps of a way, for an outline at the bottom and one at the top. */
  private static String steps(Way way, String low, String high, String rim, String wedge) {
    String start = sketch("s", level(0), low);
    String body = ",'body':'Body'";
    return switch (way) {
      case TAPER -> start + "," + extrude("e", LEANING + body);
      case DRAFTED_FACES ->
          start
              + ","
              + extrude("e", body)
              + ",{'kind':'draft','id':'d','neutral':{'base':'XY'},'sets':[{'faces':[{'choose':'upright'}],'angle':'15 deg'}]}";
      case PROFILE_ALONG_THE_RIM ->
          start
              + ","
              + extrude("e", body)
              + ","
              + sketch("path", level(0), rim)
              + ","
              + wedge
              + ",{'kind':'sweep','id':'w','sketch':'wedge','path':'path','use':'subtract','targets':['Body']}";
      case LOFT ->
          start
              + ","
              + sketch("t", level(HIGH), high)
              + ",{'kind':'loft','id':'l','sketches':['s','t'],'straight':true,'body':'Body'}";
      case MALE_BODY_SUBTRACTED ->
          sketch("mould", level(0), rectangle(100, 100))
              + ",{'kind':'extrude','id':'m','sketch':'mould','depth':"
              + mm(HIGH)
              + ",'body':'Mould'},"
              + start
              + ","
              + extrude("e", LEANING + ",'body':'Body'")
              + ",{'kind':'combine','id':'c','how':'subtract','body':'Mould','tools':['Body']}";
    };
  }

  private static double volume(Way way, String steps) {
    PartState state = Parts.ok(steps);
    return way == Way.MALE_BODY_SUBTRACTED
        ? 100 * 100 * HIGH - state.bodies().get("Mould").volumeMm3()
        : state.bodies().get("Body").volumeMm3();
  }

  private static double prismatoid(double low, double middle, double high) {
    return HIGH * (low + 4 * middle + high) / 6;
  }

  @ParameterizedTest
  @EnumSource(Way.class)
  void ofABlock(Way way) {
    String rim =
        line("p1", 0, -20, 30, -20)
            + ","
            + line("p2", 30, -20, 30, 20)
            + ","
            + line("p3", 30, 20, -30, 20)
            + ","
            + line("p4", -30, 20, -30, -20)
            + ","
            + line("p5", -30, -20, 0, -20);
    String wedge = sketch("wedge", "{'base':'YZ'}", wedge(-20, -1));
    String steps = steps(way, rectangle(60, 40), rectangle(60 - 2 * IN, 40 - 2 * IN), rim, wedge);
    double expected = prismatoid(60 * 40, (60 - IN) * (40 - IN), (60 - 2 * IN) * (40 - 2 * IN));
    assertThat(volume(way, steps)).isCloseTo(expected, within(1e-6 * expected));
  }

  @ParameterizedTest
  @EnumSource(Way.class)
  void ofADrum(Way way) {
    String wedge = sketch("wedge", "{'base':'XZ'}", wedge(25, 1));
    String steps = steps(way, circle(50), circle(50 - 2 * IN), circle(50), wedge);
    double expected = Math.PI * prismatoid(625, Math.pow(25 - IN / 2, 2), Math.pow(25 - IN, 2));
    assertThat(volume(way, steps)).isCloseTo(expected, within(1e-6 * expected));
  }
}
