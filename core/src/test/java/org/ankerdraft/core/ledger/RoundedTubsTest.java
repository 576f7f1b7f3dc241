package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Tubs whose walls lean and whose rounds, no larger than the wall, meet in free patches at the
 * corners: inside they are sharp, and nothing slow is tried for that.
 */
class RoundedTubsTest {
  private static final double WIDE = 80;
  private static final double HIGH = 20;

  private static String polygon(int sides, double taperDeg) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'r','sides':"
        + sides
        + ",'diameter':'80 mm'}]},{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm',"
        + "'taper':'"
        + taperDeg
        + " deg','body':'Tub'}";
  }

  private static String angle(double taperDeg) {
    double[][] at = {{0, 0}, {90, 0}, {90, 30}, {45, 30}, {45, 60}, {0, 60}};
    StringBuilder lines = new StringBuilder();
    for (int i = 0; i < at.length; i++) {
      double[] to = at[(i + 1) % at.length];
      lines.append(i == 0 ? "" : ",").append(Parts.line("l" + i, at[i][0], at[i][1], to[0], to[1]));
    }
    return "{'kind':'sketch','id':'s','curves':["
        + lines
        + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','taper':'"
        + taperDeg
        + " deg','body':'Tub'}";
  }

  private static String round(String id, double mm, String edges) {
    return ",{'kind':'round','id':'"
        + id
        + "','sets':[{'size':'"
        + mm
        + " mm','edges':["
        + edges
        + "]}]}";
  }

  private static final String ONE_UPRIGHT =
      "{'choose':'nearest edge','at':['40 mm','0 mm','10 mm']}";
  private static final String FOOT = "{'choose':'loop','face':{'choose':'face','name':'e/start'}}";
  private static final String ALL = "{'choose':'edges of step','step':'e'}";

  private static String shell(double wall) {
    return ",{'kind':'shell','id':'w','thickness':'"
        + wall
        + " mm','open':[{'choose':'face','name':'e/end'}]}";
  }

  /** What the last step of a part is built by, request by request. */
  private static List<String> asked(PartDocument part) {
    List<String> asked = new CopyOnWriteArrayList<>();
    Relay listening =
        new Relay() {
          @Override
          public void answered(String operation, Request request, long nanos) {
            asked.add(operation);
          }
        };
    try (GeometryKernel kernel =
        new GeometryKernel(WorkerProgram.find().orElseThrow(), listening)) {
      PartState state =
          new PartBuilder(kernel, Tolerance.MODEL)
              .build(part, Map.of(), (index, of, id) -> asked.clear(), Budget.Cancel.NEVER)
              .orElseThrow();
      assertThat(state.isOk()).isTrue();
    }
    return asked;
  }

  /** Inside is the frustum of a pyramid: n tan(pi / n) a^2 at the apothem a of each level. */
  @ParameterizedTest
  @CsvSource({"8, -3, 2, 2", "6, -1.5, 2.5, 2", "4, -5, 3, 2.5", "8, 2, 2, 1.5"})
  void theInsideIsSharp(int sides, double taperDeg, double wall, double radius) {
    String solid =
        polygon(sides, taperDeg) + round("up", radius, ONE_UPRIGHT) + round("foot", radius, FOOT);
    double lean = Math.toRadians(taperDeg);
    double apothem = WIDE / 2 * Math.cos(Math.PI / sides) - wall / Math.cos(lean);
    double low = apothem - wall * Math.tan(lean);
    double high = apothem - HIGH * Math.tan(lean);
    double inside =
        sides
            * Math.tan(Math.PI / sides)
            * (HIGH - wall)
            / 3
            * (low * low + low * high + high * high);
    double wanted = Parts.volume(Parts.ok(solid)) - inside;
    PartDocument part = Parts.part(solid + shell(wall));
    assertThat(Parts.volume(Parts.ok(part))).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(asked(part)).contains("OFFSET").doesNotContain("DEFEATURE");
  }

  /** Every edge of an angle, its inside corner too. */
  @ParameterizedTest
  @ValueSource(doubles = {-3, -1.5, 1})
  void everyEdgeOfAnAngle(double taperDeg) {
    String solid = angle(taperDeg) + round("all", 2, ALL);
    PartDocument part = Parts.part(solid + shell(2.5));
    assertThat(asked(part)).doesNotContain("DEFEATURE");
    double rest = Parts.volume(Parts.ok(part)) / Parts.volume(Parts.ok(solid));
    assertThat(rest).isBetween(0.15, 0.3);
  }
}
