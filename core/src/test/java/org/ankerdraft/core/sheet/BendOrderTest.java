package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;

/** The order of bending and the stand-in press brake. */
class BendOrderTest {

  /** A channel with lips turned in: once its walls stand, the punch cannot reach the lips. */
  private static FlatPattern lippedChannel() {
    return SheetParts.flat(
        Parts.ok(
            SheetParts.part(
                1,
                1,
                SheetParts.k(0.44),
                SheetParts.folded("", 10, 36, 0, 36, 0, 0, 100, 0, 100, 36, 90, 36))));
  }

  @Test
  void lipsAreBentBeforeTheWallsThatCarryThem() {
    FlatPattern flat = lippedChannel();
    assertThat(flat.bends()).hasSize(4);
    PressBrake brake = new PressBrake(8);
    BendOrder.Plan plan = BendOrder.find(flat, brake, Budget.Cancel.NEVER);
    assertThat(plan.strokes()).allMatch(s -> s.collision() == null);
    List<Integer> order = plan.strokes().stream().map(BendOrder.Stroke::bend).toList();
    for (FlatBend lip : flat.bends()) {
      for (FlatBend wall : flat.bends()) {
        if (wall.toWall() == lip.fromWall()) {
          assertThat(order.indexOf(lip.number() - 1)).isLessThan(order.indexOf(wall.number() - 1));
        }
      }
    }
    List<Integer> wallsFirst = order.reversed();
    BendOrder.Plan wrong = BendOrder.inOrder(flat, brake, wallsFirst);
    assertThat(wrong.isFree()).isFalse();
    assertThat(wrong.strokes().stream().map(BendOrder.Stroke::collision))
        .anyMatch(c -> c != null && c.contains(" meets "));
  }

  /** A narrow deep channel: the second wall turns the first into the punch, in either order. */
  @Test
  void aChannelTooNarrowForThePunchIsToldAsSuch() {
    FlatPattern flat =
        SheetParts.flat(
            Parts.ok(
                SheetParts.part(
                    1, 1, SheetParts.k(0.44), SheetParts.folded("", 0, 60, 0, 0, 14, 0, 14, 60))));
    BendOrder.Plan plan = BendOrder.find(flat, new PressBrake(8), Budget.Cancel.NEVER);
    assertThat(plan.isFree()).isFalse();
    assertThat(plan.strokes().getLast().collision()).contains("meets the punch");
  }

  @Test
  void anUnwantedSearchStops() {
    BendOrder.Plan plan = BendOrder.find(lippedChannel(), new PressBrake(8), () -> true);
    assertThat(plan.strokes()).hasSize(4);
  }

  /** F = 1.42 Rm T^2 L / (1000 V), common practice: 390 N/mm2, 2 mm, 1 m, V 16: 138.45 kN. */
  @Test
  void forceOfAirBending() {
    assertThat(PressBrake.forceKn(390, 2, 1000, 16)).isCloseTo(138.45, within(1e-9));
  }

  /** A meshed tool is closed: its volume is its section times the bend's length. */
  @Test
  void aToolMeshHasTheVolumeOfItsSection() {
    FlatPattern flat = lippedChannel();
    FlatBend b = flat.bends().getFirst();
    PressBrake.Station station = PressBrake.station(flat, b, new FoldMotion(flat).at(0));
    List<org.ankerdraft.vectors.Xy> square =
        List.of(
            new org.ankerdraft.vectors.Xy(0, 0),
            new org.ankerdraft.vectors.Xy(3, 0),
            new org.ankerdraft.vectors.Xy(3, 2),
            new org.ankerdraft.vectors.Xy(0, 2));
    var mesh = ToolMesh.of(square, station);
    assertThat(Math.abs(mesh.volumeMm3())).isCloseTo(6 * b.lengthMm(), within(1e-2));
  }

  /** A plate with two tabs on one line and a hem across from them. */
  private static FlatPattern tabsAndHem(String tabs) {
    String outline = "";
    double[][] p = {{0, 0}, {100, 0}, {100, 60}, {70, 60}, {70, 40}, {30, 40}, {30, 60}, {0, 60}};
    for (int i = 0; i < p.length; i++) {
      double[] to = p[(i + 1) % p.length];
      outline +=
          (i == 0 ? "" : ",")
              + "{'curve':'line','name':'c%d','from':['%s mm','%s mm'],'to':['%s mm','%s mm']}"
                  .formatted(i, p[i][0], p[i][1], to[0], to[1]);
    }
    return SheetParts.flat(
        Parts.ok(
            SheetParts.part(
                1.5,
                1.5,
                SheetParts.k(0.44),
                "{'kind':'sketch','id':'s','curves':["
                    + outline
                    + "]},{'kind':'base','id':'b','sketch':'s'}"
                    + tabs
                    + ",{'kind':'hem','id':'h','length':'8 mm','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:c0'}]}}")));
  }

  private static String tab(String id, String edge, String angle) {
    return ",{'kind':'flange','id':'"
        + id
        + "','length':'20 mm','angle':'"
        + angle
        + "','seat':{'edges':[{'choose':'edge','name':'b/end|b/side:"
        + edge
        + "'}]}}";
  }

  @Test
  void bendsOnOneLineAreOneStrokeAndHemsArePressedShut() {
    FlatPattern flat = tabsAndHem(tab("f", "c2", "90 deg") + tab("g", "c6", "90 deg"));
    BendOrder.Plan plan = BendOrder.find(flat, new PressBrake(12), Budget.Cancel.NEVER);
    assertThat(plan.isFree()).isTrue();
    assertThat(plan.strokes()).hasSize(3);
    BendOrder.Stroke both =
        plan.strokes().stream().filter(s -> s.bends().size() == 2).findFirst().orElseThrow();
    assertThat(both.way()).isEqualTo(BendOrder.Way.BEND);
    int shut =
        plan.strokes()
            .indexOf(
                plan.strokes().stream()
                    .filter(s -> s.way() == BendOrder.Way.PRESS_SHUT)
                    .findFirst()
                    .orElseThrow());
    assertThat(plan.strokes().get(shut - 1).bends()).isEqualTo(plan.strokes().get(shut).bends());
    // Folded by its strokes it is folded.
    double[] shares = new double[flat.bends().size()];
    plan.strokes().forEach(s -> s.fold(flat, shares, 1));
    assertThat(shares).containsOnly(1);
    // The tools of both bends reach from the one to the other.
    PressBrake.Station station =
        PressBrake.station(
            flat,
            both.bends().stream().map(flat.bends()::get).toList(),
            new FoldMotion(flat).at(0));
    assertThat(station.halfLengthMm()).isCloseTo(50, within(1e-6));
  }

  @Test
  void bendsOfDifferentAnglesAreStrokesOfTheirOwn() {
    FlatPattern flat = tabsAndHem(tab("f", "c2", "90 deg") + tab("g", "c6", "60 deg"));
    BendOrder.Plan plan = BendOrder.find(flat, new PressBrake(12), Budget.Cancel.NEVER);
    assertThat(plan.strokes()).hasSize(4).allMatch(s -> s.bends().size() == 1);
  }

  /** The plates need room over the hem: a lip that stands up beside it is in their way. */
  @Test
  void aHemThatIsShutLastMeetsTheWallBesideIt() {
    FlatPattern flat =
        SheetParts.flat(
            Parts.ok(
                SheetParts.part(
                    1.5,
                    1.5,
                    SheetParts.k(0.44),
                    SheetParts.base(100, 20)
                        + SheetParts.onSide("hem", "bottom", "", "'length':'8 mm'")
                        + SheetParts.onSide(
                            "flange", "top", "", "'length':'30 mm','angle':'150 deg'"))));
    int hem =
        flat.bends().stream()
            .filter(b -> PressBrake.furthestShare(b) < 1)
            .findFirst()
            .orElseThrow()
            .number();
    BendOrder.Plan wrong = BendOrder.inOrder(flat, new PressBrake(12), List.of(2 - hem, hem - 1));
    assertThat(wrong.strokes().getLast().collision()).contains("press the hem shut");
  }
}
