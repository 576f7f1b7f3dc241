package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Profiles that twist, follow a guide, or go along paths in space, against closed forms. */
class CarriedSweepTest {
  private static final String BAR =
      "{'curve':'rectangle','name':'r','width':'6 mm','height':'4 mm'}";

  private static String sketch(String id, String plane, String curves) {
    return "{'kind':'sketch','id':'" + id + "','plane':" + plane + ",'curves':[" + curves + "]},";
  }

  private static String sweep(String profile, String path, String more) {
    return sketch("s", "{'base':'XY'}", profile)
        + sketch("p", "{'base':'XZ'}", path)
        + more
        + "{'kind':'sweep','id':'w','sketch':'s','path':'p','body':'B'%s}";
  }

  private static NamedShape body(String steps, String how) {
    return Parts.ok(steps.replace("%s", how)).bodies().get("B").named();
  }

  private static String message(String steps, String how) {
    return Parts.build(steps.replace("%s", how)).steps().getLast().message();
  }

  private static double volume(NamedShape body) {
    return body.shape().mass().volumeMm3();
  }

  private static void near(double value, double wanted) {
    assertThat(value / wanted).isCloseTo(1, within(1e-4));
  }

  private static String circle(double centre, double radius) {
    return String.format(
        Locale.ROOT,
        "{'curve':'circle','name':'k','centre':['%f mm','0 mm'],'diameter':'%f mm'}",
        centre,
        2 * radius);
  }

  /** Along a straight path each level keeps its area, and corners run along helices. */
  @ParameterizedTest
  @CsvSource({"90", "-200", "720"})
  void aTwistedBar(double deg) {
    NamedShape bar =
        body(sweep(BAR, Parts.line("l", 0, 0, 0, 50), ""), ",'twist':'" + deg + " deg'");
    near(volume(bar), 6 * 4 * 50);
    double helix = Math.hypot(50, Math.hypot(3, 2) * Math.toRadians(deg));
    assertThat(
            bar.topology().edges().stream()
                .filter(e -> Math.abs(e.start().z() - e.end().z()) > 1)
                .mapToDouble(Topology.Edge::lengthMm)
                .sum())
        .isCloseTo(4 * helix, within(1e-4 * helix));
  }

  /** It turns to the side to which a screw turns that goes along. */
  @Test
  void aTwistTurnsRightHanded() {
    NamedShape bar = body(sweep(BAR, Parts.line("l", 0, 0, 0, 50), ""), ",'twist':'90 deg'");
    // Halfway up the corner at (3, 2) has turned by 45 deg to the left.
    Vec3 half = new Vec3(1 / Math.sqrt(2), 5 / Math.sqrt(2), 25);
    assertThat(bar.topology().edges())
        .anySatisfy(e -> assertThat(e.start().distance(half)).isLessThan(1e-5));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aTwistBesideThePathAndAlongAnArc(long seed) {
    Random random = new Random(seed);
    double beside = random.nextDouble(2, 8);
    double deg = random.nextDouble(-150, 300);
    near(
        volume(
            body(
                sweep(circle(beside, 1.5), Parts.line("l", 0, 0, 0, 40), ""),
                ",'twist':'" + deg + " deg'")),
        Math.PI * 2.25 * 40);
    double radius = random.nextDouble(15, 40);
    String arc =
        String.format(
            Locale.ROOT,
            "{'curve':'arc','name':'a','from':['0','0'],'centre':['%f mm','0 mm'],'to':['%f mm','%f mm'],'clockwise':true}",
            radius,
            radius,
            radius);
    near(
        volume(body(sweep(BAR, arc, ""), ",'twist':'" + deg + " deg'")), 24 * radius * Math.PI / 2);
  }

  /** A circle whose rim goes along a leaning line makes a frustum. */
  @ParameterizedTest
  @CsvSource({"5, 9", "8, 3"})
  void aLeaningGuideMakesAFrustum(double from, double to) {
    String guide = sketch("g", "{'base':'XZ'}", Parts.line("m", from, 0, to, 30));
    NamedShape cone =
        body(sweep(circle(0, from), Parts.line("l", 0, 0, 0, 30), guide), ",'guide':'g'");
    near(volume(cone), Math.PI * 30 / 3 * (from * from + from * to + to * to));
  }

  /** Along a circle's arc, a zone of a sphere: pi h / 6 (3 a a + 3 b b + h h). */
  @Test
  void aGuideOnACircleMakesAZoneOfASphere() {
    String guide =
        sketch(
            "g",
            "{'base':'XZ'}",
            "{'curve':'arc','name':'m','from':['8 mm','0 mm'],'centre':['0 mm','6 mm'],'to':['8 mm','12 mm']}");
    NamedShape zone =
        body(sweep(circle(0, 8), Parts.line("l", 0, 0, 0, 12), guide), ",'guide':'g'");
    near(volume(zone), Math.PI * 12 / 6 * (3 * 64 + 3 * 64 + 144));
  }

  /** A hole is carried along: a funnel of even share. */
  @Test
  void aHoleIsCarriedAlong() {
    String guide = sketch("g", "{'base':'XZ'}", Parts.line("m", 6, 0, 12, 20));
    String ring = circle(0, 6) + ",{'curve':'circle','name':'i','diameter':'8 mm'}";
    NamedShape funnel = body(sweep(ring, Parts.line("l", 0, 0, 0, 20), guide), ",'guide':'g'");
    near(volume(funnel), Math.PI * 20 / 3 * (36 + 72 + 144) * (1 - 16.0 / 36));
  }

  /** A guide in XZ and one in YZ. */
  private static String guides(String inXz, String inYz) {
    return sketch("g", "{'base':'XZ'}", inXz) + sketch("h", "{'base':'YZ'}", inYz);
  }

  private static final String BOTH = ",'guide':'g','moreGuides':['h']";

  /** Wider one way and narrower the other: areas of ellipses, pi a b, a quadratic of the height. */
  @ParameterizedTest
  @CsvSource({"9, 3", "2, 11", "5, 8"})
  void twoGuidesStretchACircle(double wide, double high) {
    NamedShape horn =
        body(
            sweep(
                circle(0, 5),
                Parts.line("l", 0, 0, 0, 30),
                guides(Parts.line("m", 5, 0, wide, 30), Parts.line("n", 5, 0, high, 30))),
            BOTH);
    double middle = (5 + wide) / 2 * (5 + high) / 2;
    near(volume(horn), Math.PI * 30 / 6 * (25 + 4 * middle + wide * high));
  }

  /** A guide on a circle's arc and one straight: pi b times the area under the arc. */
  @Test
  void oneOfTwoGuidesIsCurved() {
    String arc =
        "{'curve':'arc','name':'m','from':['8 mm','0 mm'],'centre':['0 mm','6 mm'],'to':['8 mm','12 mm']}";
    NamedShape barrel =
        body(
            sweep(
                circle(0, 8),
                Parts.line("l", 0, 0, 0, 12),
                guides(arc, Parts.line("n", 8, 0, 8, 12))),
            BOTH);
    double under = 6 * 8 + 100 * Math.asin(0.6);
    near(volume(barrel), Math.PI * 8 * under);
  }

  /** A bar with a round hole, each side by its own guide; its ends are plane and what they are. */
  @Test
  void twoGuidesOfABarWithAHole() {
    String profile = BAR + ",{'curve':'circle','name':'i','diameter':'2 mm'}";
    NamedShape bar =
        body(
            sweep(
                profile,
                Parts.line("l", 0, 0, 0, 30),
                guides(Parts.line("m", 3, 0, 6, 30), Parts.line("n", 2, 0, 1, 30))),
            BOTH);
    near(volume(bar), (24 - Math.PI) * 30 * (1 + 1 / 4.0 - 1 / 6.0));
    double end = 24 - Math.PI;
    assertThat(bar.topology().faces())
        .filteredOn(f -> f.kind() == Topology.SurfaceKind.PLANE && f.normal().z() > 0.999)
        .singleElement()
        .satisfies(f -> assertThat(f.areaMm2()).isCloseTo(end, within(1e-6 * end)));
  }

  /** Along a quarter of a circle, the height from one radius to another: the mean counts. */
  @Test
  void twoGuidesAlongAnArc() {
    String path =
        "{'curve':'arc','name':'a','from':['0','0'],'centre':['40 mm','0 mm'],'to':['40 mm','40 mm'],'clockwise':true}";
    String inner =
        "{'curve':'arc','name':'m','from':['5 mm','0 mm'],'centre':['40 mm','0 mm'],'to':['40 mm','35 mm'],'clockwise':true}";
    // Before the plane of the path, on its own arc, so that nothing changes there.
    String front =
        sketch("g", "{'base':'XZ'}", inner)
            + sketch(
                "h",
                "{'base':'XZ','offset':'-5 mm'}",
                "{'curve':'arc','name':'n','from':['0','0'],'centre':['40 mm','0 mm'],'to':['40 mm','40 mm'],'clockwise':true}");
    near(volume(body(sweep(circle(0, 5), path, front), BOTH)), Math.PI * 25 * 40 * Math.PI / 2);
  }

  /** Two opposite ones only scale, if they agree; so does a third. */
  @Test
  void guidesThatAgree() {
    String line = Parts.line("l", 0, 0, 0, 30);
    String opposite =
        sketch("g", "{'base':'XZ'}", Parts.line("m", 5, 0, 9, 30))
            + sketch("h", "{'base':'XZ'}", Parts.line("n", -5, 0, -9, 30));
    double cone = Math.PI * 30 / 3 * (25 + 45 + 81);
    near(volume(body(sweep(circle(0, 5), line, opposite), BOTH)), cone);
    String third = sketch("k", "{'base':'YZ'}", Parts.line("o", 5, 0, 9, 30));
    near(
        volume(
            body(
                sweep(circle(0, 5), line, opposite + third),
                ",'guide':'g','moreGuides':['h','k']")),
        cone);
  }

  @Test
  void guidesThatDoNotAgreeAreNamed() {
    String line = Parts.line("l", 0, 0, 0, 30);
    String apart =
        sketch("g", "{'base':'XZ'}", Parts.line("m", 5, 0, 9, 30))
            + sketch("h", "{'base':'XZ'}", Parts.line("n", -5, 0, -8, 30));
    assertThat(message(sweep(circle(0, 5), line, apart), BOTH))
        .contains("cannot follow all guides")
        .contains("it passes guide h by");
    String over = guides(Parts.line("m", 5, 0, 9, 30), Parts.line("n", 5, 0, -2, 30));
    assertThat(message(sweep(circle(0, 5), line, over), BOTH))
        .contains("the guides press the profile flat, or turn it inside out");
    String fine = guides(Parts.line("m", 5, 0, 9, 30), Parts.line("n", 5, 0, 2, 30));
    assertThat(message(sweep(circle(0, 5), line, fine), BOTH + ",'twist':'20 deg'"))
        .contains("leave the twist out");
  }

  /** Round a circle of 30 that begins in the profile's plane. */
  private static final String ROUND =
      "{'curve':'circle','name':'o','centre':['-30 mm','0 mm'],'diameter':'60 mm'}";

  static Stream<Double> wholeTurns() {
    return Seeds.some(1, List.of(-720.0, 360.0));
  }

  /** A ring that twists by whole turns closes: area times the way of its centroid (Pappus). */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("wholeTurns")
  void aTwistedRing(double deg) {
    String hole = ",{'curve':'circle','name':'i','diameter':'2 mm'}";
    NamedShape ring = body(sweep(BAR + hole, ROUND, ""), ",'twist':'" + deg + " deg'");
    near(volume(ring), (24 - Math.PI) * 2 * Math.PI * 30);
    assertThat(ring.topology().faces()).noneMatch(f -> f.kind() == Topology.SurfaceKind.PLANE);
  }

  @Test
  void aRingThatDoesNotCloseIsRefused() {
    assertThat(message(sweep(BAR, ROUND, ""), ",'twist':'180 deg'"))
        .contains("the path closes, but the profile does not end as it began")
        .contains("whole turns");
  }

  /** Round a circle whose middle lies beside, so that the ring is thick here and thin there. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 1.5})
  void aGuideRoundARing(double aside) {
    String guide =
        sketch(
            "g",
            "{'base':'XZ'}",
            String.format(
                Locale.ROOT,
                "{'curve':'circle','name':'m','centre':['%f mm','0 mm'],'diameter':'%f mm'}",
                -30 - aside,
                2 * (26 + aside)));
    NamedShape ring = body(sweep(circle(0, 4), ROUND, guide), ",'guide':'g'");
    // By the distance of both circles along each ray from the middle of the path.
    double sum = 0;
    int n = 3600;
    for (int i = 0; i < n; i++) {
      double a = 2 * Math.PI * (i + 0.5) / n;
      double inner =
          -aside * Math.cos(a)
              + Math.sqrt(Math.pow(26 + aside, 2) - Math.pow(aside * Math.sin(a), 2));
      sum += Math.PI * Math.pow(30 - inner, 2) * 30 * 2 * Math.PI / n;
    }
    near(volume(ring), sum);
  }

  /**
   * A line that twists as it goes up sweeps a helicoid: at a distance r of the axis it goes sqrt(1
   * + k k r r) times the height, with k the turn for each unit of height.
   */
  @Test
  void aLineThatTwistsIsASurface() {
    NamedShape skin =
        body(
            sweep(Parts.line("b", -6, 0, 6, 0), Parts.line("l", 0, 0, 0, 50), ""),
            ",'twist':'150 deg','use':'surface'");
    assertThat(skin.shape().isSurface()).isTrue();
    double k = Math.toRadians(150) / 50;
    double root = Math.sqrt(1 + k * k * 36);
    double asinh = Math.log(6 * k + root);
    near(skin.shape().mass().areaMm2(), 50 * (6 * root + asinh / k));
  }

  /** An angle of two lines along a guide: each leg is a triangle cut short. */
  @Test
  void anOpenLineAlongAGuide() {
    String angle = Parts.line("b", 0, 6, 0, 0) + "," + Parts.line("c", 0, 0, 6, 0);
    String guide = sketch("g", "{'base':'XZ'}", Parts.line("m", 6, 0, 3, 30));
    NamedShape skin =
        body(sweep(angle, Parts.line("l", 0, 0, 0, 30), guide), ",'guide':'g','use':'surface'");
    assertThat(skin.shape().isSurface()).isTrue();
    assertThat(skin.topology().faces()).hasSize(2);
    near(skin.shape().mass().areaMm2(), 2 * 30 * (6 + 3) / 2.0);
  }

  /** Up, then round in another plane, then straight on in a third. */
  private static final String SPACE =
      sketch(
              "q",
              "{'base':'YZ','offset':'0 mm'}",
              "{'curve':'arc','name':'b','from':['0 mm','30 mm'],'centre':['20 mm','30 mm'],'to':['20 mm','50 mm'],'clockwise':true}")
          + sketch(
              "t",
              "{'base':'XY','offset':'50 mm'}",
              "{'curve':'arc','name':'c','from':['0 mm','20 mm'],'centre':['15 mm','20 mm'],'to':['15 mm','35 mm'],'clockwise':true}");

  @ParameterizedTest
  @ValueSource(strings = {"", ",'twist':'120 deg'"})
  void aPathInSpace(String how) {
    NamedShape rail =
        body(sweep(BAR, Parts.line("l", 0, 0, 0, 30), SPACE), ",'onwards':['q','t']" + how);
    near(volume(rail), 24 * (30 + Math.PI / 2 * (20 + 15)));
    assertThat(rail.shape().mass().boxMax().x()).isCloseTo(15, within(1e-3));
  }

  /** A rod beside its path: in each bend its centroid goes round more closely or more widely. */
  @Test
  void besideAPathInSpace() {
    NamedShape rod =
        body(sweep(circle(2, 1), Parts.line("l", 0, 0, 0, 30), SPACE), ",'onwards':['q','t']");
    // At x = 2 it is beside the first bend (in y and z), and inside the second, towards +x.
    near(volume(rod), Math.PI * (30 + Math.PI / 2 * 20 + Math.PI / 2 * 13));
  }

  @Test
  void aPathInSpaceWithACorner() {
    String on = sketch("q", "{'base':'YZ'}", Parts.line("b", 0, 30, 25, 30));
    NamedShape bar = body(sweep(BAR, Parts.line("l", 0, 0, 0, 30), on), ",'onwards':['q']");
    near(volume(bar), 24 * 55);
  }

  @Test
  void whatCannotBeIsSaid() {
    String straight = sweep(circle(0, 5), Parts.line("l", 0, 0, 0, 30), "");
    String far = sketch("g", "{'base':'XZ'}", Parts.line("m", 7, 0, 7, 30));
    assertThat(
            message(straight.replace("{'kind':'sweep'", far + "{'kind':'sweep'"), ",'guide':'g'"))
        .contains("guide g misses the profile by 2 mm");
    String above = sketch("g", "{'base':'XZ'}", Parts.line("m", 5, 4, 5, 30));
    assertThat(
            message(straight.replace("{'kind':'sweep'", above + "{'kind':'sweep'"), ",'guide':'g'"))
        .contains("guide g misses the profile: it is 4 mm away from its plane");
    String brief = sketch("g", "{'base':'XZ'}", Parts.line("m", 5, 0, 5, 20));
    assertThat(
            message(straight.replace("{'kind':'sweep'", brief + "{'kind':'sweep'"), ",'guide':'g'"))
        .contains("is not met square to the path after 20");
    assertThat(
            message(
                sweep(BAR, Parts.line("l", 0, 0, 0, 30) + "," + Parts.line("n", 0, 30, 9, 40), ""),
                ",'twist':'30 deg'"))
        .contains("the path has a corner at")
        .contains("round it there");
    assertThat(message(sweep(BAR, Parts.line("l", 0, 0, 20, 30), ""), ",'twist':'30 deg'"))
        .contains("leans by 33.69");
    assertThat(message(sweep(BAR, Parts.line("l", 0, 0, 0, 30), SPACE), ",'onwards':['t']"))
        .contains("sketch t does not begin where the path so far ends");
  }

  /** A profile wider than the bend it goes round while it twists. */
  @Test
  void aTwistThatFoldsIsRefused() {
    String arc =
        "{'curve':'arc','name':'a','from':['0','0'],'centre':['5 mm','0 mm'],'to':['5 mm','5 mm'],'clockwise':true}";
    String wide = "{'curve':'rectangle','name':'r','width':'4 mm','height':'14 mm'}";
    assertThat(message(sweep(wide, arc, ""), ",'twist':'180 deg'"))
        .contains("would run into itself after");
  }
}
