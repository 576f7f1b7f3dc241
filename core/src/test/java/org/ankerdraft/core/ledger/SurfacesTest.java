package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.measure.Property;
import org.ankerdraft.core.measure.Reading;
import org.ankerdraft.core.measure.Things;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.imported.ImportKind;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Surfaces, by their areas in closed form, and what they divide and end. */
class SurfacesTest {
  private static final String DISC =
      "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'20 mm'}]}";

  /** Two lines at a right angle, 30 and 20 long. */
  private static final String BENT =
      "{'kind':'sketch','id':'l','curves':["
          + "{'curve':'line','name':'a','from':['-10 mm','0 mm'],'to':['20 mm','0 mm']},"
          + "{'curve':'line','name':'b','from':['20 mm','0 mm'],'to':['20 mm','20 mm']}]}";

  private static Shape shape(PartState state, String body) {
    return state.bodies().get(body).named().shape();
  }

  private static Shape surface(String steps, String body) {
    Shape shape = shape(Parts.ok(steps), body);
    assertThat(shape.isSurface()).isTrue();
    assertThat(shape.mass().volumeMm3()).isZero();
    return shape;
  }

  private static String failure(String steps, String step) {
    return Parts.build(steps).step(step).orElseThrow().message();
  }

  private static double volume(PartState state, String body) {
    return shape(state, body).mass().volumeMm3();
  }

  private static void near(double value, double wanted) {
    assertThat(value).isCloseTo(wanted, within(1e-6 * Math.abs(wanted)));
  }

  @ParameterizedTest
  @CsvSource({"surface, 1, 0", "capped surface, 3, 2"})
  void theSidesOfADiscWithAndWithoutItsEnds(String use, int faces, int caps) {
    Shape tube =
        surface(
            DISC + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','use':'" + use + "'}",
            "e");
    assertThat(tube.topology().faces()).hasSize(faces);
    near(tube.mass().areaMm2(), 2 * Math.PI * 10 * 25 + caps * Math.PI * 100);
  }

  /** The mantle of a frustum: pi (R + r) times its slant. */
  @ParameterizedTest
  @ValueSource(doubles = {3, -5, 12})
  void theMantleOfAFrustum(double taper) {
    double t = Math.tan(Math.toRadians(taper));
    Shape mantle =
        surface(
            DISC
                + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','use':'surface','taper':'"
                + taper
                + " deg'}",
            "e");
    near(mantle.mass().areaMm2(), Math.PI * (20 - 25 * t) * 25 * Math.hypot(1, t));
  }

  @ParameterizedTest
  @CsvSource({
    "'\"depth\":\"8 mm\"', 8",
    "'\"depth\":\"8 mm\",\"extent\":\"symmetric\"', 8",
    "'\"depth\":\"8 mm\",\"extent\":\"two sides\",\"backDepth\":\"5 mm\",\"reversed\":true', 13"
  })
  void anOpenLine(String depth, double high) {
    NamedShape wall =
        Parts.ok(
                BENT
                    + ",{'kind':'extrude','id':'e','sketch':'l','use':'surface',"
                    + depth.replace('"', '\'')
                    + "}")
            .bodies()
            .get("e")
            .named();
    assertThat(wall.faceNames())
        .containsExactlyInAnyOrder(FaceName.read("e/side:a"), FaceName.read("e/side:b"));
    near(wall.shape().mass().areaMm2(), 50 * high);
  }

  /**
   * The first theorem of Pappus (Collection, book VII): a turned line sweeps its length times the
   * way of its centroid.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aTurnedLine(long seed) {
    Random random = new Random(seed);
    double x1 = random.nextDouble(1, 10);
    double x2 = random.nextDouble(1, 20);
    double high = random.nextDouble(5, 30);
    double turn = random.nextDouble(20, 360);
    Shape mantle =
        surface(
            String.format(
                Locale.ROOT,
                "{'kind':'sketch','id':'l','plane':{'base':'XZ'},'curves':[{'curve':'line','name':'a','from':['%f"
                    + " mm','0 mm'],'to':['%f mm','%f mm']}]},"
                    + "{'kind':'revolve','id':'e','sketch':'l','axis':{'base':'Z'},'angle':'%f deg','use':'surface'}",
                x1,
                x2,
                high,
                turn),
            "e");
    double length = Math.hypot(x2 - x1, high);
    near(mantle.mass().areaMm2() / (length * (x1 + x2) / 2 * Math.toRadians(turn)), 1);
  }

  /** Half a circle that ends on the axis turns into a whole sphere. */
  @Test
  void aTurnedHalfCircle() {
    Shape sphere =
        surface(
            "{'kind':'sketch','id':'l','plane':{'base':'XZ'},'curves':[{'curve':'arc','name':'a','from':['0 mm','-7"
                + " mm'],'through':['7 mm','0 mm'],'to':['0 mm','7 mm']}]},"
                + "{'kind':'revolve','id':'e','sketch':'l','axis':{'base':'Z'},'use':'surface'}",
            "e");
    near(sphere.mass().areaMm2(), 4 * Math.PI * 49);
  }

  @Test
  void aLineSweptAlongAnArc() {
    String steps =
        "{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':[{'curve':'line','name':'a','from':['20 mm','-3"
            + " mm'],'to':['26 mm','5 mm']}]},"
            + "{'kind':'sketch','id':'w','curves':[{'curve':'arc','name':'k','from':['20 mm','0 mm'],'through':['0"
            + " mm','20 mm'],'to':['-20 mm','0 mm']}]},"
            + "{'kind':'sweep','id':'e','sketch':'p','path':'w','use':'surface'}";
    near(surface(steps, "e").mass().areaMm2(), 10 * Math.PI * 23);
  }

  /** The mantle of a pyramid's frustum: four trapezoids. */
  @Test
  void aLoftOpenAtItsEnds() {
    String square =
        "{'kind':'sketch','id':'%s','plane':{'base':'XY','offset':'%s mm'},'curves':[{'curve':'rectangle','name':'r','width':'%s"
            + " mm','height':'%s mm'}]},";
    String steps =
        String.format(square, "s", 0, 20, 20)
            + String.format(square, "t", 12, 10, 10)
            + "{'kind':'loft','id':'e','sketches':['s','t'],'straight':true,'use':'surface'}";
    near(surface(steps, "e").mass().areaMm2(), 4 * 15 * 13);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aLeaningSurfaceDividesABox(long seed) {
    Random random = new Random(seed);
    double low = random.nextDouble(-8, 8);
    double high = random.nextDouble(-8, 8);
    String cut =
        String.format(
            Locale.ROOT,
            ",{'kind':'sketch','id':'l','plane':{'base':'XZ'},'curves':["
                + "{'curve':'line','name':'a','from':['%f mm','-1 mm'],'to':['%f mm','13 mm']},"
                + "{'curve':'line','name':'b','from':['%f mm','13 mm'],'to':['%f mm','26 mm']}]},"
                + "{'kind':'extrude','id':'e','sketch':'l','extent':'through all','use':'surface','body':'Skin'},"
                + "{'kind':'divide','id':'d','surface':'Skin','newBody':'Rest'}",
            low,
            high,
            high,
            high);
    PartState state = Parts.ok(Parts.box(30, 20, 25) + cut);
    assertThat(state.bodies().keySet()).containsExactlyInAnyOrder("Body", "Skin", "Rest");
    double atFoot = low + (high - low) / 14;
    double leftArea = (atFoot + high) / 2 * 13 + high * 12 + 15 * 25;
    double left = volume(state, "Body") + volume(state, "Rest");
    near(left, 30 * 20 * 25);
    assertThat(
            Math.min(
                Math.abs(volume(state, "Body") - 20 * leftArea),
                Math.abs(volume(state, "Rest") - 20 * leftArea)))
        .isLessThan(1e-3);
    NamedShape body = state.bodies().get("Body").named();
    assertThat(body.faceNames()).contains(FaceName.read("d/cut"));
  }

  @Test
  void aSurfaceThatDoesNotGoThroughDividesNothing() {
    String steps =
        Parts.box(30, 20, 25)
            + ",{'kind':'sketch','id':'l','plane':{'base':'XZ'},'curves':[{'curve':'line','name':'a','from':['0"
            + " mm','5 mm'],'to':['0 mm','40 mm']}]},"
            + "{'kind':'extrude','id':'e','sketch':'l','extent':'through all','use':'surface','body':'Skin'},"
            + "{'kind':'divide','id':'d','surface':'Skin'}";
    assertThat(failure(steps, "d")).contains("does not go through it");
  }

  @Test
  void copiedFacesFollowTheirBodyAndKeepTheirShape() {
    String copy =
        Parts.box(30, 20, 25)
            + ",{'kind':'copyFaces','id':'k','faces':[{'choose':'face','name':'box/end'},{'choose':'face','name':'box/side:r.left'}],'newBody':'Skin'}";
    PartState state = Parts.ok(copy);
    NamedShape skin = state.bodies().get("Skin").named();
    near(skin.shape().mass().areaMm2(), 30 * 20 + 20 * 25);
    assertThat(skin.faceNames()).contains(FaceName.read("k/face(box/end)"));
    // They hang together: the edge between them has both.
    assertThat(skin.topology().edges().stream().filter(e -> e.faces().size() == 2)).hasSize(1);
    near(volume(state, "Body"), 30 * 20 * 25);
    near(
        shape(Parts.ok(copy.replace("'20.0 mm'", "'24.0 mm'")), "Skin").mass().areaMm2(),
        30 * 24 + 24 * 25);
  }

  /** A boss up to a copied face ends where that lies, also after the body has lost it. */
  @Test
  void aSurfaceEndsAnExtrusion() {
    String steps =
        Parts.box(30, 20, 25)
            + ",{'kind':'copyFaces','id':'k','faces':[{'choose':'face','name':'box/end'}],'newBody':'Skin'},"
            + "{'kind':'shift','id':'m','faces':[{'choose':'face','name':'box/end'}],'distance':'-10 mm'},"
            + "{'kind':'sketch','id':'q','plane':{'base':'XY','offset':'12 mm'},'curves':[{'curve':'circle','name':'c','diameter':'8"
            + " mm'}]},"
            + "{'kind':'extrude','id':'b','sketch':'q','extent':'to face','to':{'choose':'face','name':'k/face(box/end)'},'toBody':'Skin','use':'unite'}";
    near(volume(Parts.ok(steps), "Body"), 30 * 20 * 15 + Math.PI * 16 * 10);
  }

  /** What needs an inside says that a surface has none; the only solid is still the only one. */
  @Test
  void aSurfaceHasNoInside() {
    String both =
        Parts.box(30, 20, 25)
            + ",{'kind':'copyFaces','id':'k','faces':[{'choose':'face','name':'box/end'}],'newBody':'Skin'}";
    String shell =
        ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]%s}";
    assertThat(volume(Parts.ok(both + String.format(shell, "")), "Body"))
        .isLessThan(30 * 20 * 25 * 0.6);
    assertThat(failure(both + String.format(shell, ",'body':'Skin'"), "w"))
        .contains("Skin is a surface, which encloses nothing");
    assertThat(
            failure(
                both + ",{'kind':'combine','id':'w','how':'unite','body':'Body','tools':['Skin']}",
                "w"))
        .contains("Skin is a surface");
  }

  @ParameterizedTest
  @CsvSource({
    "'\"depth\":\"8 mm\",\"taper\":\"2 deg\"', has no taper",
    "'\"extent\":\"to next\"', goes by a depth",
    "'\"depth\":\"0 mm\"', must be more than 0"
  })
  void whatAnOpenLineCannotBe(String how, String said) {
    String steps =
        Parts.box(5, 5, 5)
            + ","
            + BENT
            + ",{'kind':'extrude','id':'e','sketch':'l','use':'surface','body':'Skin',"
            + how.replace('"', '\'')
            + "}";
    assertThat(failure(steps, "e")).contains(said);
    assertThat(
            failure(
                BENT
                    + ",{'kind':'extrude','id':'e','sketch':'l','use':'capped surface','depth':'3 mm'}",
                "e"))
        .contains("encloses nothing that could be capped");
  }

  /**
   * Whatever is changed, what is remembered equals what is fresh, and the key follows the solid.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void anEditBuildsTheSameAsAFreshPart(long seed) {
    Random random = new Random(seed);
    PartDocument part =
        Parts.part(
            Parts.box(30, 20, 25)
                + ",{'kind':'copyFaces','id':'k','faces':[{'choose':'face','name':'box/end'}],'newBody':'Skin'},"
                + "{'kind':'shift','id':'m','faces':[{'choose':'face','name':'box/end'}],'distance':'-10 mm'},"
                + "{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}");
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    String[][] numbers = {{"box", "depth"}, {"m", "distance"}, {"w", "thickness"}};
    for (int i = 0; i < 8; i++) {
      String[] number = numbers[random.nextInt(numbers.length)];
      double value =
          switch (number[0]) {
            case "box" -> random.nextDouble(20, 30);
            case "m" -> random.nextDouble(-12, 5);
            default -> random.nextDouble(1, 4);
          };
      part = Parts.with(part, number[0], number[1], String.format(Locale.ROOT, "%.3f mm", value));
      PartState now =
          builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
      PartState fresh = Parts.ok(part);
      assertThat(now.bodies().keySet()).isEqualTo(fresh.bodies().keySet());
      near(volume(now, "Body"), volume(fresh, "Body"));
      near(shape(now, "Skin").mass().areaMm2(), 600);
      assertThat(now.bodies().get("Skin").isSurface()).isTrue();
      assertThat(now.solids()).hasSize(1);
    }
  }

  @Test
  void aSurfaceIsMeasuredByItsAreaAndNotChecked() {
    PartState state =
        Parts.ok(
            DISC + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','use':'surface'}");
    assertThat(
            Reading.ofTexts(Parts.KERNEL, state, List.of(Things.body("e"))).properties().stream()
                .map(Property::name))
        .containsExactly("surface");
    CheckReport report =
        new CheckRunner(Parts.KERNEL, 2)
            .check(state, RuleBook.forPart(state.part()).orElseThrow(), Budget.Cancel.NEVER)
            .orElseThrow();
    assertThat(report.solids()).isEmpty();
    assertThat(report.bodies()).containsOnlyKeys("e");
    assertThat(report.verdict(Finding.Subject.WALL)).isEqualTo("no moulded body");
    assertThat(report.findings()).isEmpty();
  }

  @Test
  void areKnownWithoutTheirShape() {
    Body body =
        Parts.ok(DISC + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','use':'surface'}")
            .bodies()
            .get("e");
    assertThat(body.isSurface()).isTrue();
    assertThat(body.named().topology().edges().stream().map(Topology.Edge::faces))
        .allMatch(f -> f.size() == 1);
  }

  /** A tube and a box beside it, written as STEP and read again: a surface and a solid. */
  @Test
  void stepBringsSurfacesBack() {
    PartState made =
        Parts.ok(
            DISC
                + ",{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','use':'surface','body':'Tube'}"
                + ",{'kind':'sketch','id':'q','curves':[{'curve':'rectangle','name':'r','width':'10 mm',"
                + "'height':'10 mm','centre':['40 mm','0 mm']}]}"
                + ",{'kind':'extrude','id':'b','sketch':'q','depth':'10 mm','body':'Box'}");
    Map<String, Shape> shapes = new LinkedHashMap<>();
    made.bodies().forEach((name, body) -> shapes.put(name, body.named().shape()));
    byte[] step = Parts.KERNEL.writeStep("two", shapes, Budget.ofSeconds(30)).orThrow();
    PartState back =
        new PartBuilder(Parts.KERNEL, Tolerance.MODEL)
            .build(
                PartDocument.empty("i").withNewStep(ImportKind.of("i", "two.step")),
                Map.of("two.step", step),
                PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    assertThat(back.step("i").orElseThrow().strategy()).isEmpty();
    assertThat(back.bodies()).hasSize(2);
    assertThat(back.solids()).hasSize(1);
    Body box = back.solids().getFirst();
    near(box.named().shape().mass().volumeMm3(), 1000);
    assertThat(back.bodies().values().iterator().next()).isSameAs(box);
    // Named as if there were no surface beside it.
    assertThat(box.named().faceName(1)).isEqualTo(FaceName.read("i/face:1"));
    Body tube = back.bodies().values().stream().filter(Body::isSurface).findFirst().orElseThrow();
    near(tube.named().shape().mass().areaMm2(), 2 * Math.PI * 10 * 25);
    assertThat(tube.named().faceName(1)).isEqualTo(FaceName.read("i/face:s1.1"));
  }
}
