package org.ankerdraft.core.ledger;

import static java.util.stream.Collectors.joining;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Steps repeated where the body is another than at the original: each copy is what the step would
 * have made there.
 */
class DoneAgainTest {
  /** Narrower to the right: 60 at the left, 36 at the right, with walls of 2 mm and open above. */
  private static final String BOAT =
      "{'kind':'sketch','id':'s','curves':["
          + Stream.of(
                  Parts.line("a", -50, -30, 50, -18),
                  Parts.line("b", 50, -18, 50, 18),
                  Parts.line("c", 50, 18, -50, 30),
                  Parts.line("d", -50, 30, -50, -30))
              .collect(joining(","))
          + "]},{'kind':'extrude','id':'hull','sketch':'s','depth':'20 mm','body':'Boat'},"
          + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'hull/end'}]}";

  private static final String WEDGE = wedge(34);

  /** A wedge 120 long, 40 wide and 10 high at the left. */
  private static String wedge(double right) {
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
        + outline(10, right, 0)
        + "]},{'kind':'extrude','id':'hill','sketch':'s','extent':'symmetric','depth':'40 mm','body':'Hill'}";
  }

  private static String outline(double left, double right, double floor) {
    return Stream.of(
            Parts.line("floor", -60, floor, 60, floor),
            Parts.line("right", 60, floor, 60, right),
            Parts.line("roof", 60, right, -60, left),
            Parts.line("left", -60, left, -60, floor))
        .collect(joining(","));
  }

  private static String ribAt(String id, double x, String how) {
    return ",{'kind':'sketch','id':'l"
        + id
        + "','plane':{'base':'XY','offset':'12 mm'},'curves':["
        + Parts.line("a", x, -4, x, 4)
        + "]},{'kind':'rib','id':'"
        + id
        + "','sketch':'l"
        + id
        + "','thickness':'1.5 mm'"
        + how
        + "}";
  }

  private static String pattern(String step, String more) {
    return ",{'kind':'pattern','id':'p','steps':['" + step + "']," + more + "}";
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        ",'draft':'1 deg'",
        ",'rootRound':'0.6 mm'",
        ",'draft':'1 deg','rootRound':'0.5 mm'"
      })
  void ribsEndAtTheWallsAroundThem(String how) {
    PartState row =
        Parts.ok(BOAT + ribAt("r", -30, how) + pattern("r", "'count':3,'spacing':'28 mm'"));
    double drawn =
        volume(BOAT + ribAt("r", -30, how) + ribAt("r2", -2, how) + ribAt("r3", 26, how));
    assertThat(Parts.volume(row)).isCloseTo(drawn, within(1e-6 * drawn));
    assertThat(row.bodies().get("Boat").named().faceNames())
        .contains(FaceName.read("p/at-2(r/left:a)"), FaceName.read("p/at-3(r/right:a)"))
        .allMatch(n -> n.steps().stream().noneMatch(s -> s.contains(".")));
  }

  @Test
  void ribsMirroredEndAtTheWallsAroundThem() {
    String how = ",'draft':'1 deg','rootRound':'0.6 mm'";
    String mirror = pattern("r", "'way':'mirror','plane':{'base':'YZ'}");
    double drawn = volume(BOAT + ribAt("r", -30, how) + ribAt("r2", 30, how));
    assertThat(volume(BOAT + ribAt("r", -30, how) + mirror)).isCloseTo(drawn, within(1e-6 * drawn));
  }

  /** A pin of 6 x 6 down to the roof, which rises by 0.2 for 1. */
  private static String pin(String kind) {
    return ",{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'40 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['-45 mm','5 mm'],'width':'6 mm','height':'6 mm'}]}"
        + kind;
  }

  private static Stream<String> pins() {
    return Stream.of(
        ",{'kind':'extrude','id':'e','sketch':'q','extent':'to next','reversed':true,'use':'unite'}",
        ",{'kind':'extrude','id':'e','sketch':'q','extent':'to face','to':{'choose':'face','name':'hill/side:roof'},'reversed':true,'use':'unite'}");
  }

  /** The volume of a prism cut off by a plane is its area by its height at the middle. */
  @ParameterizedTest
  @MethodSource("pins")
  void pinsReachTheRoofBelowThem(String kind) {
    String steps = WEDGE + pin(kind);
    double hill = volume(WEDGE);
    double first = 36 * (40 - 13);
    assertThat(volume(steps) - hill).isCloseTo(first, within(1e-6 * hill));
    double row = 36 * ((40 - 13) + (40 - 17) + (40 - 21) + (40 - 25));
    assertThat(volume(steps + pattern("e", "'count':4,'spacing':'20 mm'")) - hill)
        .isCloseTo(row, within(1e-6 * hill));
    double mirrored = 36 * ((40 - 13) + (40 - 31));
    assertThat(volume(steps + pattern("e", "'way':'mirror','plane':{'base':'YZ'}")) - hill)
        .isCloseTo(mirrored, within(1e-6 * hill));
    double turned = 36 * ((40 - 13) + (40 - 31));
    assertThat(volume(steps + pattern("e", "'way':'round','axis':{'base':'Z'},'count':2")) - hill)
        .isCloseTo(turned, within(1e-6 * hill));
  }

  /** What is remembered of the copies does not outlive a change of what they stand on. */
  @Test
  void copiesFollowTheBody() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    for (double right : new double[] {34, 22, 34, 10}) {
      PartState again =
          builder
              .build(
                  Parts.part(
                      wedge(right)
                          + pin(pins().findFirst().orElseThrow())
                          + pattern("e", "'way':'mirror','plane':{'base':'YZ'}")),
                  Map.of(),
                  PartBuilder.Progress.NONE,
                  () -> false)
              .orElseThrow();
      double middle = (10 + right) / 2;
      assertThat(Parts.volume(again))
          .isCloseTo(120 * 40 * middle + 36 * 2 * (40 - middle), within(1e-3));
    }
  }

  @Test
  void aCopyThatCannotBeSaysWhichAndWhy() {
    String steps = BOAT + ribAt("r", -30, "") + pattern("r", "'count':4,'spacing':'28 mm'");
    assertThat(Parts.build(steps).step("p").orElseThrow().message())
        .startsWith("copy 4 of r, rib failed")
        .contains("stick out", "It works as far as copy 3");
  }

  /** Down to the sloping roof of a tunnel, from above. */
  @Test
  void holesReachTheFaceBelowThem() {
    String block =
        Parts.box(130, 40, 50)
            + ",{'kind':'sketch','id':'t','plane':{'base':'XZ'},'curves':["
            + outline(10, 34, 4)
            + "]},{'kind':'extrude','id':'tunnel','sketch':'t','extent':'symmetric','depth':'16 mm','use':'subtract'}";
    String steps = block + hole("a", -45);
    assertThat(volume(steps + pattern("ha", "'count':3,'spacing':'40 mm'")))
        .isCloseTo(volume(steps + hole("b", -5) + hole("c", 35)), within(1e-3));
  }

  private static String hole(String id, double x) {
    return ",{'kind':'sketch','id':'"
        + id
        + "','plane':{'base':'XY','offset':'50 mm'},'curves':[{'curve':'point','name':'k','at':['"
        + x
        + " mm','0 mm']}]},{'kind':'hole','id':'h"
        + id
        + "','sketch':'"
        + id
        + "','diameter':'5 mm','to':{'choose':'face','name':'tunnel/side:roof'}}";
  }
}
