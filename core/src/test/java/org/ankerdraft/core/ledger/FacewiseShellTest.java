package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.kernel.TriangleMesh;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Shells of lofts, kinked sweeps and others whose faces are moved one by one: each place of the
 * inside lies at the wall's thickness from the outside.
 */
class FacewiseShellTest {
  private static final double FINE_MM = 0.005;

  /** How true distances to so fine a mesh are. */
  private static final double NEAR_MM = 0.02;

  private static String rectangle(double width, double height, double corner) {
    return String.format(
        Locale.ROOT,
        "{'curve':'rectangle','name':'r','width':'%.4f mm','height':'%.4f mm'%s}",
        width,
        height,
        corner == 0 ? "" : String.format(Locale.ROOT, ",'rounding':'%.4f mm'", corner));
  }

  private static String circle(double diameter) {
    return String.format(
        Locale.ROOT, "{'curve':'circle','name':'r','diameter':'%.4f mm'}", diameter);
  }

  private static String ellipse(double width, double height) {
    return String.format(
        Locale.ROOT,
        "{'curve':'ellipse','name':'r','width':'%.4f mm','height':'%.4f mm'}",
        width,
        height);
  }

  private static String loft(String below, String above, double high, boolean straight) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[%s]},"
            + "{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'%.4f mm'},'curves':[%s]},"
            + "{'kind':'loft','id':'e','sketches':['s','t'],'straight':%b,'body':'Body'}",
        below,
        high,
        above,
        straight);
  }

  private static String shell(double wall, String more) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'shell','id':'h','thickness':'%.4f mm','open':[{'choose':'face','name':'e/end'}]%s}",
        wall,
        more);
  }

  private static NamedShape body(PartState state) {
    return state.bodies().get("Body").named();
  }

  private static String strategy(PartState state) {
    return state.steps().getLast().strategy();
  }

  private static TriangleMesh fine(NamedShape body) {
    return Parts.KERNEL.mesh(body.shape(), FINE_MM, 0.05, Budget.ofSeconds(60)).orThrow();
  }

  /** The triangles of the faces whose names pass, as indices of nodes. */
  private static int[] triangles(NamedShape body, TriangleMesh mesh, Predicate<FaceName> which) {
    return IntStream.rangeClosed(1, body.topology().faces().size())
        .filter(f -> which.test(body.faceName(f)))
        .flatMap(f ->
            IntStream.range(3 * mesh.faceTriangleStart()[f - 1], 3 * mesh.faceTriangleStart()[f]))
        .map(i -> mesh.triangles()[i])
        .toArray();
  }

  /**
   * Nearest distances of the nodes of a body's inner faces to the skin of what it was made of,
   * without what was opened. Just below the opening a place may be nearest to where the outside
   * would go on, and is left out.
   */
  private static List<Double> walls(NamedShape whole, NamedShape shelled, double belowMm) {
    TriangleMesh outside = fine(whole);
    int[] closed = triangles(whole, outside, n -> !n.equals(FaceName.read("e/end")));
    Bvh.Query skin = new Bvh(outside.positions(), closed).query();
    TriangleMesh mesh = fine(shelled);
    float[] p = mesh.positions();
    return IntStream.of(triangles(shelled, mesh, n -> n.isOf("h", "inner")))
        .distinct()
        .filter(n -> p[3 * n + 2] < belowMm)
        .mapToObj(n -> {
          assertThat(skin.nearest(p[3 * n], p[3 * n + 1], p[3 * n + 2], 100)).isTrue();
          return (double) skin.distance;
        })
        .toList();
  }

  static LongStream seeds() {
    return Seeds.apart(2, 40);
  }

  private static String anyLoft(Random random) {
    double width = random.nextDouble(60, 100);
    double height = random.nextDouble(45, 60);
    double corner = random.nextDouble(4, 9);
    double share = random.nextDouble(0.6, 1.1);
    String below = rectangle(width, height, random.nextInt(4) == 0 ? 0 : corner);
    String above =
        switch (random.nextInt(4)) {
          case 0 -> circle(share * height);
          case 1 -> ellipse(share * width, share * height);
          case 2 ->
              rectangle(share * width, share * height, below.contains("rounding") ? corner : 0);
          default ->
              rectangle(
                  share * width,
                  share * height,
                  below.contains("rounding") ? random.nextDouble(4, 9) : 0);
        };
    return loft(below, above, random.nextDouble(18, 40), random.nextBoolean());
  }

  /** Rounded rectangles that change into others, or into circles and ellipses. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void theInsideLiesAtTheThicknessEverywhere(long seed) {
    Random random = new Random(seed);
    String loft = anyLoft(random);
    double wall = random.nextDouble(1, 2.5);
    NamedShape whole = body(Parts.ok(loft));
    PartState state = Parts.ok(loft + shell(wall, ""));
    assertThat(strategy(state)).isEqualTo("each face moved by itself");
    assertThat(body(state).faceNames().stream().filter(n -> n.isOf("h", "inner")))
        .hasSize(whole.faceNames().size() - 1)
        .doesNotHaveDuplicates();
    double high = whole.topology().face(whole.face(FaceName.read("e/end"))).point().z();
    List<Double> walls = walls(whole, body(state), high - wall);
    assertThat(walls).hasSizeGreaterThan(20);
    for (double w : walls) {
      assertThat(w).isCloseTo(wall, within(NEAR_MM));
    }
  }

  /** A frustum of a pyramid stays one inside: planes, and a volume in closed form. */
  @Test
  void aPyramidStaysOne() {
    PartState state =
        Parts.ok(loft(rectangle(60, 60, 0), rectangle(40, 40, 0), 30, true) + shell(2, ""));
    double lean = Math.atan2(10, 30);
    // Half the side of the inside at a height.
    double floor = 30 - 2 * Math.tan(lean) - 2 / Math.cos(lean);
    double rim = 20 - 2 / Math.cos(lean);
    double inside = 28.0 / 3 * 4 * (floor * floor + floor * rim + rim * rim);
    double outside = 30.0 / 3 * 4 * (900 + 600 + 400);
    assertThat(Parts.volume(state)).isCloseTo(outside - inside, within(1e-5 * outside));
  }

  /** A pipe with a mitred bend: a ring along the way of its middle. */
  @ParameterizedTest
  @CsvSource({"18, 2, 25, 30", "12, 1, -20, 20", "18, 2.5, 0.5, 40"})
  void aKinkedPipe(double diameter, double wall, double aside, double up) {
    String path =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':[%s,%s]}",
            Parts.line("a", 0, 0, 0, 30),
            Parts.line("b", 0, 30, aside, 30 + up));
    PartState state =
        Parts.ok(
            "{'kind':'sketch','id':'s','curves':["
                + circle(diameter)
                + "]},"
                + path
                + ",{'kind':'sweep','id':'e','sketch':'s','path':'p','body':'Body'}"
                + shell(wall, "")
                    .replace("'open':[", "'open':[{'choose':'face','name':'e/start'},"));
    double ring = Math.PI * wall * (diameter - wall);
    double wanted = ring * (30 + Math.hypot(aside, up));
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
    assertThat(
            body(state).topology().faces().stream().filter(f -> f.kind() == SurfaceKind.CYLINDER))
        .hasSize(4);
  }

  /** An outline of lines drawn up, with a blend of its foot. */
  private static String angle(double lean, String blend, double size) {
    double[][] at = {{0, 0}, {60, 0}, {60, 20}, {25, 20}, {25, 50}, {0, 50}};
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i < 6; i++) {
      double[] to = at[(i + 1) % 6];
      curves
          .append(i == 0 ? "" : ",")
          .append(Parts.line("c" + i, at[i][0], at[i][1], to[0], to[1]));
    }
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[%s]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'30 mm'%s,'body':'Body'},"
            + "{'kind':'%s','id':'f','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/start'}}],'size':'%.3f mm'}]}",
        curves,
        lean == 0 ? "" : String.format(Locale.ROOT, ",'taper':'%.3f deg'", -lean),
        blend,
        size);
  }

  /** The volume of an angle, inset at each height by what it leans more than at its foot. */
  private static double leaning(double low, double high, double leanDeg, double outwards) {
    DoubleUnaryOperator area =
        z -> {
          double s = outwards + z * Math.tan(Math.toRadians(leanDeg));
          return 1950 + 220 * s + 4 * s * s;
        };
    return (high - low)
        / 6
        * (area.applyAsDouble(low)
            + 4 * area.applyAsDouble((low + high) / 2)
            + area.applyAsDouble(high));
  }

  /**
   * A chamfer narrower than t (tan(a / 2) + tan(b / 2)) between faces that turn by a and b there
   * leaves nothing inside a wall t: the inside is that of the body without it.
   */
  @ParameterizedTest
  @CsvSource({"0, 1, 2", "1, 1, 2", "1.5, 0.5, 1.5", "0, 0.8, 2.5", "3, 1, 2.2"})
  void aChamferThatTheInsideHasNoRoomFor(double lean, double leg, double wall) {
    PartState state = Parts.ok(angle(lean, "chamfer", leg) + shell(wall, ""));
    PartState solid = Parts.ok(angle(lean, "chamfer", leg));
    double across = wall / Math.cos(Math.toRadians(lean));
    double inside = leaning(wall, 30, lean, -across);
    // An inside corner stays sharp where faces are extended, and is an arc of the wall's radius
    // else.
    double arc = (30 - wall) * across * across * (1 - Math.PI / 4);
    assertThat(Parts.volume(solid) - Parts.volume(state))
        .isBetween(inside - 1.1 * arc, inside * (1 + 1e-6));
    assertThat(names(body(state))).noneMatch(n -> n.startsWith("h/inner(f/"));
  }

  /**
   * A chamfer that goes round a corner of radius r is a cone whose narrow end is smaller than the
   * wall; inside it is as narrow as r - t (1 + tan(22.5)) less the leg, and that is still there.
   */
  @ParameterizedTest
  @CsvSource({"4, 2, 2.5", "5, 2, 2", "6, 3, 3.2"})
  void aChamferRoundACorner(double corner, double leg, double wall) {
    String tub =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s','curves':[%s]},"
                + "{'kind':'extrude','id':'e','sketch':'s','depth':'30 mm','body':'Body'},"
                + "{'kind':'chamfer','id':'f','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/start'}}],'size':'%.3f mm'}]}",
            rectangle(60, 40, corner),
            leg);
    PartState state = Parts.ok(tub + shell(wall, ""));
    double within = leg - wall * (2 - Math.sqrt(2));
    double inside = chamfered(60 - 2 * wall, 40 - 2 * wall, 30 - wall, corner - wall, within);
    assertThat(Parts.volume(state))
        .isCloseTo(chamfered(60, 40, 30, corner, leg) - inside, within(1e-3));
    assertThat(body(state).topology().faces().stream().filter(f -> f.kind() == SurfaceKind.CONE))
        .hasSize(8);
  }

  /** A block with rounded corners less a chamfer all round its foot, which insets its outline. */
  private static double chamfered(
      double width, double height, double high, double corner, double leg) {
    double area = width * height - (4 - Math.PI) * corner * corner;
    double perimeter = 2 * (width + height) - (8 - 2 * Math.PI) * corner;
    return area * high - perimeter * leg * leg / 2 + Math.PI * Math.pow(leg, 3) / 3;
  }

  private static double withRoundFoot(double area, double perimeter, double high, double round) {
    // A round of radius R takes R - sqrt(R^2 - x^2) off at each height; an angle inset by s has the
    // area A - P s + 4 s^2, with five outside corners and one inside.
    return area * high
        - perimeter * round * round * (1 - Math.PI / 4)
        + 4 * Math.pow(round, 3) * (5.0 / 3 - Math.PI / 2);
  }

  /** An angle with a round foot, hollowed outwards: its outside stays sharp upright. */
  @Test
  void anAngleWithARoundFootOutwards() {
    PartState state = Parts.ok(angle(0, "round", 2) + shell(2.5, ",'outwards':true"));
    double area = 60 * 20 + 25 * 30;
    double outer = withRoundFoot(area + 220 * 2.5 + 4 * 6.25, 240, 32.5, 4.5);
    double wanted = outer - withRoundFoot(area, 220, 30, 2);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-5 * wanted));
  }

  /** A floor of its own thickness under walls that lean and turn. */
  @Test
  void anOwnFloor() {
    String loft = loft(rectangle(70, 50, 6), circle(44), 30, true);
    String own = ",'own':[{'faces':[{'choose':'face','name':'e/start'}],'thickness':'4 mm'}]";
    NamedShape shelled = body(Parts.ok(loft + shell(2, own)));
    int floor = shelled.face(FaceName.read("h/inner(e/start)"));
    assertThat(shelled.topology().face(floor).point().z()).isCloseTo(4, within(1e-9));
    assertThat(walls(body(Parts.ok(loft)), shelled, 28))
        .allMatch(w -> w > 2 - NEAR_MM && w < 4 + NEAR_MM);
  }

  /** A round foot goes on again by the wall less. */
  @Test
  void aRoundFootUnderALoft() {
    String loft =
        loft(rectangle(70, 50, 8), rectangle(50, 40, 6), 30, true)
            + ",{'kind':'round','id':'f','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/start'}}],'size':'2.5 mm'}]}";
    NamedShape shelled = body(Parts.ok(loft + shell(2, "")));
    List<Double> walls = walls(body(Parts.ok(loft)), shelled, 28);
    assertThat(walls).allMatch(w -> Math.abs(w - 2) < NEAR_MM);
    assertThat(shelled.faceNames()).anyMatch(n -> n.toString().startsWith("h/inner(f/on("));
  }

  /**
   * The corner is told, not what the library says of it, with the wall up to which it works. That
   * is 2.815 mm, where the smaller principal radius of the ruled corner equals the wall at the
   * height of its floor (worked out apart from the program); seven halvings of 4 mm stop just below
   * it.
   */
  @Test
  void aWallThickerThanTheCorner() {
    PartState state =
        Parts.build(loft(rectangle(80, 60, 3), rectangle(64, 50, 3.5), 25, true) + shell(4, ""));
    assertThat(state.steps().getLast().failure().toString())
        .contains("an edge is used up before its end", "works=up to 2.81");
  }

  private static List<String> names(NamedShape body) {
    return body.faceNames().stream().map(FaceName::toString).sorted().toList();
  }

  /**
   * A loft through an outline with sharp corners inwards and outwards keeps the names of a block.
   */
  @Test
  void namesAreThoseOfAnyShell() {
    String loft = loft(rectangle(60, 40, 0), rectangle(50, 44, 0), 25, true);
    String block =
        "{'kind':'sketch','id':'s','curves':["
            + rectangle(60, 40, 0)
            + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'25 mm','body':'Body'}";
    assertThat(names(body(Parts.ok(loft + shell(2, "")))))
        .isEqualTo(names(body(Parts.ok(block + shell(2, "")))));
  }
}
