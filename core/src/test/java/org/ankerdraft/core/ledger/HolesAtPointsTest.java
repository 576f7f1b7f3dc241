package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;

/** Holes at the points of a sketch on the top of a plate of 60 x 40 x 5. */
class HolesAtPointsTest {
  private static final double PLATE = 60 * 40 * 5;
  private static final double HOLE = Math.PI * 9 * 5;

  private static String point(String name, String x, String y) {
    return "{'curve':'point','name':'" + name + "','at':['" + x + "','" + y + "']}";
  }

  private static String plate(String points, String constraints) {
    return Parts.box(60, 40, 5)
        + ",{'kind':'sketch','id':'w','plane':{'face':{'choose':'face','name':'box/end'}},'curves':["
        + points
        + "],'constraints':["
        + constraints
        + "]}";
  }

  private static final String TWO =
      point("front", "-20 mm", "-10 mm") + "," + point("rear", "15 mm", "12 mm");

  private static String holes(String more) {
    return ",{'kind':'hole','id':'h','sketch':'w'" + more + "}";
  }

  private static Vec3 axisAt(NamedShape shape, String face) {
    return shape.topology().face(shape.face(FaceName.read(face))).origin();
  }

  @Test
  void eachPointHasItsHoleUnderItsName() {
    PartState state = Parts.ok(plate(TWO, "") + holes(",'diameter':'6 mm'"));
    assertThat(Parts.volume(state)).isCloseTo(PLATE - 2 * HOLE, within(1e-6 * PLATE));
    NamedShape shape = state.bodies().get("Body").named();
    assertThat(axisAt(shape, "h/wall:front").x()).isCloseTo(-20, within(1e-9));
    assertThat(axisAt(shape, "h/wall:rear").y()).isCloseTo(12, within(1e-9));
  }

  /** Countersunk: the cone from 10 down to 6 under 90 deg is 2 deep. */
  @Test
  void theyMayBeCountersunk() {
    PartState state =
        Parts.ok(
            plate(TWO, "")
                + holes(",'diameter':'6 mm','mouth':'countersink','mouthDiameter':'10 mm'"));
    double cone = Math.PI * 2 / 3 * (25 + 15 + 9) - Math.PI * 9 * 2;
    assertThat(Parts.volume(state)).isCloseTo(PLATE - 2 * (HOLE + cone), within(1e-6 * PLATE));
  }

  /** The points are where the constraints hold them, and carry the holes along. */
  @Test
  void holesFollowConstraints() {
    String apart =
        "{'constraint':'fixed','of':['front']},{'constraint':'distance x','of':['front','rear'],'value':'30 mm'}";
    PartDocument part = Parts.part(plate(TWO, apart) + holes(",'diameter':'6 mm'"));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
    NamedShape shape = Parts.build(part).bodies().get("Body").named();
    assertThat(axisAt(shape, "h/wall:rear").x() - axisAt(shape, "h/wall:front").x())
        .isCloseTo(30, within(1e-6));
  }

  /** A point more is a hole more; the others keep their names, and a step on one of them holds. */
  @Test
  void aPointMoreLeavesTheOthersAlone() {
    String rim =
        ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'edge','name':'box/end|h/wall:rear'}],'size':'1 mm'}]}";
    String drill = holes(",'diameter':'6 mm'") + rim;
    double two = Parts.volume(Parts.ok(plate(TWO, "") + drill));
    String three = point("first", "20 mm", "-12 mm") + "," + TWO;
    double more = Parts.volume(Parts.ok(plate(three, "") + drill));
    assertThat(two - more).isCloseTo(HOLE, within(1e-6 * PLATE));
  }

  /** They can be repeated like others. */
  @Test
  void theyAreRepeated() {
    PartState state =
        Parts.ok(
            plate(point("one", "-20 mm", "0 mm"), "")
                + holes(",'diameter':'6 mm'")
                + ",{'kind':'pattern','id':'p','steps':['h'],'count':3,'spacing':'15 mm'}");
    assertThat(Parts.volume(state)).isCloseTo(PLATE - 3 * HOLE, within(1e-6 * PLATE));
  }

  @Test
  void aSketchWithoutPointsIsTold() {
    String line = "{'curve':'line','name':'l','from':['0 mm','0 mm'],'to':['9 mm','0 mm']}";
    PartState state = Parts.build(plate(line, "") + holes(",'diameter':'6 mm'"));
    assertThat(state.step("h").orElseThrow().message())
        .contains("sketch w has no points to put holes at");
    PartState gone =
        Parts.build(plate(TWO, "") + holes(",'diameter':'6 mm'").replace("'w'", "'v'"));
    assertThat(gone.step("h").orElseThrow().status()).isEqualTo(StepStatus.ADRIFT);
    assertThat(gone.step("h").orElseThrow().lost().getFirst().candidates()).isNotEmpty();
  }
}
