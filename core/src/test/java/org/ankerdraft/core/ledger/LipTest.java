package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lips and grooves along rims, against the areas of rings by hand. */
class LipTest {
  /** A tub 60 x 40 x 25 outside with walls of 2.5 mm. */
  private static final String TUB =
      Parts.box(60, 40, 25)
          + ",{'kind':'shell','id':'w','thickness':'2.5 mm','open':[{'choose':'face','name':'box/end'}]}";

  /** The same with round corners. */
  private static final String ROUND =
      "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60"
          + " mm','height':'40 mm','rounding':'8 mm'}]},{'kind':'extrude','id':'box','sketch':'s','depth':'25"
          + " mm','body':'Body'},{'kind':'shell','id':'w','thickness':'2.5"
          + " mm','open':[{'choose':'face','name':'box/end'}]}";

  private static String lip(String more) {
    return ",{'kind':'lip','id':'l','rim':{'choose':'face','name':'box/end'}" + more + "}";
  }

  private static double added(String base, String more) {
    return Parts.volume(Parts.ok(base + more)) - Parts.volume(Parts.ok(base));
  }

  /** Between two rectangles: of a and b, each side d further out. */
  private static double ring(double x, double y, double from, double to) {
    return (x + 2 * to) * (y + 2 * to) - (x + 2 * from) * (y + 2 * from);
  }

  /** By Simpson's rule, which is exact for what leans. */
  private static double leaning(
      double x, double y, double from, double to, double height, double draftDeg) {
    double d = height * Math.tan(Math.toRadians(draftDeg));
    return height
        / 6
        * (ring(x, y, from, to)
            + 4 * ring(x, y, from + d / 2, to - d / 2)
            + ring(x, y, from + d, to - d));
  }

  private static void near(double value, double wanted) {
    assertThat(value).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  @ParameterizedTest
  @CsvSource({"1, 2, 0, 0", "1.2, 3, 2, 0", "0.8, 2, 1, 0.7"})
  void aLipAlongTheInnerEdge(double width, double height, double draft, double inset) {
    String more =
        ",'width':'%s mm','height':'%s mm','draft':'%s deg','inset':'%s mm'"
            .formatted(width, height, draft, inset);
    near(added(TUB, lip(more)), leaning(55, 35, inset, inset + width, height, draft));
    near(
        added(TUB, lip(more + ",'make':'groove','clearance':'0 mm'")),
        -leaning(55, 35, inset, inset + width, height, draft));
  }

  @ParameterizedTest
  @CsvSource({"1, 2, 0", "1.2, 3, 2"})
  void aLipAlongTheOuterEdge(double width, double height, double draft) {
    String more =
        ",'side':'outer','width':'%s mm','height':'%s mm','draft':'%s deg'"
            .formatted(width, height, draft);
    near(added(TUB, lip(more)), leaning(60, 40, -width, 0, height, draft));
  }

  /** Round corners: the ring of a rounded rectangle, its arcs about the same centres. */
  @Test
  void aLipFollowsRoundCorners() {
    double inner = 2 * (44 + 24) + 2 * Math.PI * 5.5;
    double wanted = 2 * (inner * 1 + Math.PI * 1);
    near(added(ROUND, lip(",'width':'1 mm','height':'2 mm'")), wanted);
    NamedShape body =
        Parts.ok(ROUND + lip(",'width':'1 mm','height':'2 mm','draft':'1 deg'"))
            .bodies()
            .get("Body")
            .named();
    assertThat(body.face(FaceName.read("l/far(w/inner(box/side:r.left))"))).isPositive();
    assertThat(body.face(FaceName.read("l/end"))).isPositive();
  }

  /** Base and lid share the numbers; lip and groove keep their clearance everywhere. */
  @Test
  void theGrooveIsWiderByTheClearance() {
    String lid =
        TUB
            + ",{'kind':'sketch','id':'ls','plane':{'base':'XY','offset':'25 mm'},'curves':[{'curve':'rectangle','name':'r','width':'60"
            + " mm','height':'40 mm'},{'curve':'rectangle','name':'i','width':'55 mm','height':'35"
            + " mm'}]},{'kind':'extrude','id':'lid','sketch':'ls','depth':'10 mm','body':'Lid'}";
    String more =
        ",'width':'1 mm','height':'3 mm','draft':'2 deg','clearance':'0.15"
            + " mm','body':'Body','mate':'Lid'";
    PartState before = Parts.ok(lid);
    PartState state = Parts.ok(lid + lip(more));
    double groove =
        state.bodies().get("Lid").named().shape().mass().volumeMm3()
            - before.bodies().get("Lid").named().shape().mass().volumeMm3();
    double t = Math.tan(Math.toRadians(2));
    // Below the inner edge there is nothing to take: from the edge, or where its near side leans
    // past it.
    double lean = 0.15 / t;
    double deep = 3.15;
    assertThat(lean).as("the near side stays beside the wall").isGreaterThan(deep);
    double wanted =
        deep
            / 6
            * (ring(55, 35, 0, 1.15)
                + 4 * ring(55, 35, 0, 1.15 - deep / 2 * t)
                + ring(55, 35, 0, 1.15 - deep * t));
    near(groove, -wanted);
    NamedShape base = state.bodies().get("Body").named();
    NamedShape top = state.bodies().get("Lid").named();
    double gap =
        Parts.KERNEL
            .distance(farLeft(base), farLeft(top), Budget.ofSeconds(30))
            .orThrow()
            .distanceMm();
    assertThat(gap).isCloseTo(0.15 * Math.cos(Math.toRadians(2)), within(1e-6));
  }

  private static Sub farLeft(NamedShape body) {
    return new Sub.FaceOf(
        body.shape(), body.face(FaceName.read("l/far(w/inner(box/side:r.left))")));
  }

  @Test
  void aRoundRimHasOne() {
    String cup =
        Parts.rod(40, 20)
            + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'rod/end'}]}"
            + ",{'kind':'lip','id':'l','rim':{'choose':'face','name':'rod/end'},'width':'1"
            + " mm','height':'2 mm'}";
    double cupOnly =
        Parts.volume(
            Parts.ok(
                Parts.rod(40, 20)
                    + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'rod/end'}]}"));
    near(Parts.volume(Parts.ok(cup)) - cupOnly, Math.PI * (19 * 19 - 18 * 18) * 2);
  }

  @Test
  void whatCannotBeIsToldInWords() {
    assertThat(message(TUB, ",'width':'3 mm','height':'2 mm'"))
        .contains("wider than the rim")
        .containsPattern("It works up to 2\\.(5|49\\d*) mm");
    assertThat(message(Parts.box(60, 40, 10), ",'width':'1 mm','height':'2 mm'"))
        .contains("has no edge that closes round an opening");
    assertThat(message(TUB, ",'width':'0 mm','height':'2 mm'")).contains("must be more than 0");
    assertThat(message(TUB, ",'width':'1 mm','height':'20 mm','draft':'3 deg'"))
        .contains("lip with a draft of 3 deg")
        .contains("It works up to");
  }

  private static String message(String base, String more) {
    var state = Parts.build(base + lip(more));
    assertThat(state.isOk()).isFalse();
    return state.steps().getLast().message();
  }

  /** A notch through the rim leaves no inner edge to follow; a lip that is there is cut by it. */
  @Test
  void aNotchThroughTheRim() {
    String notch =
        ",{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'k','width':'8 mm','height':'10 mm','centre':['0 mm','25 mm']}]},"
            + "{'kind':'extrude','id':'x','sketch':'q','extent':'one side','depth':'40 mm','use':'subtract'}";
    String lip = lip(",'width':'1 mm','height':'2 mm'");
    assertThat(Parts.build(TUB + notch + lip).steps().getLast().message())
        .contains("put the lip before the notch");
    assertThat(added(TUB + lip, notch)).isCloseTo(-(8 * 5 * 2.5 + 8 * 2 * 1), within(1e-6));
  }
}
