package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lofts that follow guides, against solids whose sections are known everywhere. */
class LoftGuidesTest {
  private static String at(String id, double z, String curves) {
    return LoftTest.at(id, z, curves);
  }

  private static String square(double side) {
    return LoftTest.rectangle(side, side);
  }

  private static String circle(String name, double radius) {
    return String.format(
        Locale.ROOT, "{'curve':'circle','name':'%s','diameter':'%.9f mm'}", name, 2 * radius);
  }

  private static String guide(String id, String base, String curve) {
    return "{'kind':'sketch','id':'"
        + id
        + "','plane':{'base':'"
        + base
        + "'},'curves':["
        + curve
        + "]},";
  }

  /** Through three points of its plane. */
  private static String arc(double... p) {
    return String.format(
        Locale.ROOT,
        "{'curve':'arc','name':'a','from':['%.9f mm','%.9f mm'],'through':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
        p[0],
        p[1],
        p[2],
        p[3],
        p[4],
        p[5]);
  }

  private static String line(double... p) {
    return String.format(
        Locale.ROOT,
        "{'curve':'line','name':'l','from':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
        p[0],
        p[1],
        p[2],
        p[3]);
  }

  private static String loft(String guides, String more, String... sketches) {
    return "{'kind':'loft','id':'l','body':'B','sketches':['"
        + String.join("','", sketches)
        + "'],'guides':["
        + guides
        + "]"
        + more
        + "}";
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  private static String message(String steps) {
    return Parts.build(steps).steps().getLast().message();
  }

  /** One guide shifts the section and changes no area: V = A h (Cavalieri). */
  @ParameterizedTest
  @CsvSource({"3, 30", "-4, 20", "9, 45"})
  void oneGuideShiftsTheSection(double rise, double high) {
    PartState state =
        Parts.ok(
            at("s", 0, square(20))
                + at("t", high, square(20))
                + guide("g", "XZ", arc(10, 0, 10 + rise, high / 2, 10, high))
                + loft("'g'", "", "s", "t"));
    assertThat(Parts.volume(state)).isCloseTo(400 * high, within(1e-6 * 400 * high));
    NamedShape body = state.bodies().get("B").named();
    double right = body.shape().mass().boxMax().x();
    assertThat(right).isCloseTo(10 + Math.max(0, rise), within(1e-3));
  }

  @Test
  void aGuideIsFollowedThroughProfilesInBetween() {
    double volume =
        volume(
            at("s", 0, square(20))
                + at(
                    "m",
                    12,
                    "{'curve':'rectangle','name':'r','centre':['3 mm','0 mm'],'width':'20 mm','height':'20 mm'}")
                + at("t", 30, square(20))
                + guide("g", "XZ", arc(10, 0, 13, 12, 10, 30))
                + loft("'g'", "", "s", "m", "t"));
    assertThat(volume).isCloseTo(12000, within(0.012));
  }

  /**
   * Two guides scale the section, here to a zone of a sphere: V = pi h (3 a a + 3 b b + h h) / 6.
   * With a hole in the profiles the hole is scaled alike.
   */
  @ParameterizedTest
  @CsvSource({"10, -6, 6, 0", "10, -6, 8, 0", "25, 4, 20, 0", "10, -6, 6, 0.75"})
  void twoGuidesScaleTheSection(double radius, double from, double to, double hole) {
    double a = Math.sqrt(radius * radius - from * from);
    double b = Math.sqrt(radius * radius - to * to);
    double z = (from + to) / 2;
    double m = Math.sqrt(radius * radius - z * z);
    String s = circle("k", a) + (hole == 0 ? "" : "," + circle("q", hole * a));
    String t = circle("k", b) + (hole == 0 ? "" : "," + circle("q", hole * b));
    double high = to - from;
    double zone = Math.PI * high * (3 * a * a + 3 * b * b + high * high) / 6;
    double wanted = zone * (1 - hole * hole);
    assertThat(
            volume(
                at("s", from, s)
                    + at("t", to, t)
                    + guide("g", "XZ", arc(a, from, m, z, b, to))
                    + guide("h", "XZ", arc(-b, to, -m, z, -a, from))
                    + loft("'g','h'", "", "s", "t")))
        .isCloseTo(wanted, within(2e-6 * wanted));
  }

  /** It begins on one side of the circle and ends on the other, where no skin goes. */
  @Test
  void aGuideThatLeavesItsPlaceOnTheOutlineIsNotFollowed() {
    assertThat(
            message(
                at("s", 0, circle("k", 10))
                    + at("t", 30, circle("k", 10))
                    + guide("g", "XZ", line(10, 0, -10, 30))
                    + loft("'g'", "", "s", "t")))
        .contains("cannot follow all guides: it passes guide g by 9");
  }

  /** Area between an arc and its chord, by chord and rise. */
  private static double segment(double chord, double rise) {
    double radius = (chord * chord / 4 + rise * rise) / (2 * rise);
    double half = Math.asin(chord / 2 / radius);
    return radius * radius * (half - Math.sin(half) * Math.cos(half));
  }

  /** Four guides stretch circles to ellipses: V = pi b (a h + area of the arc's segment). */
  @ParameterizedTest
  @ValueSource(doubles = {2, 5})
  void fourGuidesStretchTheSection(double rise) {
    double high = 24;
    String arcs =
        guide("g", "XZ", arc(10, 0, 10 + rise, high / 2, 10, high))
            + guide("h", "XZ", arc(-10, 0, -10 - rise, high / 2, -10, high))
            + guide("i", "YZ", line(10, 0, 10, high))
            + guide("j", "YZ", line(-10, 0, -10, high));
    double wanted = Math.PI * 10 * (10 * high + segment(high, rise));
    assertThat(
            volume(
                at("s", 0, circle("k", 10))
                    + at("t", high, circle("k", 10))
                    + arcs
                    + loft("'g','h','i','j'", "", "s", "t")))
        .isCloseTo(wanted, within(1e-5 * wanted));
  }

  @Test
  void itsFacesAreNamedAsThoseOfAnyLoft() {
    NamedShape body =
        Parts.ok(
                at("s", 0, square(20))
                    + at("t", 30, square(20))
                    + guide("g", "XZ", arc(10, 0, 13, 15, 10, 30))
                    + loft("'g'", "", "s", "t"))
            .bodies()
            .get("B")
            .named();
    for (String part : List.of("r.bottom", "r.right", "r.top", "r.left")) {
      assertThat(body.face(FaceName.ofPart("l", "side", part))).as(part).isPositive();
    }
    assertThat(body.face(FaceName.of("l", "start"))).isPositive();
    assertThat(body.face(FaceName.of("l", "end"))).isPositive();
  }

  private static String between(String guide, String guides, String more) {
    return at("s", 0, square(20)) + at("t", 30, square(20)) + guide + loft(guides, more, "s", "t");
  }

  @Test
  void whatGuidesNothingIsSaid() {
    String arc = guide("g", "XZ", arc(10, 0, 13, 15, 10, 30));
    assertThat(message(between(guide("g", "XZ", line(10, 0, 14.5, 30)), "'g'", "")))
        .contains("guide g misses sketch t by 4.5 mm");
    assertThat(message(between(guide("g", "XZ", line(10, 0, 10, 26)), "'g'", "")))
        .contains("guide g does not reach sketch t: it stays 4 mm away");
    assertThat(
            message(
                between(guide("g", "XZ", line(10, 0, 10, 30) + "," + circle("k", 2)), "'g'", "")))
        .contains("2 chains of curves; a guide is one");
    assertThat(message(between(arc, "'g'", ",'straight':true")))
        .contains("neither straight nor square");
    assertThat(message(between(arc, "'g'", ",'squareEnd':true")))
        .contains("neither straight nor square");
    String tip = "{'curve':'point','name':'tip','at':['0 mm','0 mm']}";
    assertThat(message(at("s", 0, square(20)) + at("t", 30, tip) + arc + loft("'g'", "", "s", "t")))
        .contains("to a point takes no guides");
  }

  /** Guides at the corners of a square of which one alone bulges: no stretch does that. */
  @Test
  void guidesThatNoStretchFollowsAreNamed() {
    String four =
        guide("g", "XZ", arc(10, 0, 14, 15, 10, 30))
            + guide("h", "XZ", line(-10, 0, -10, 30))
            + guide("i", "YZ", line(10, 0, 10, 30))
            + guide("j", "YZ", line(-10, 0, -10, 30));
    assertThat(message(between(four, "'g','h','i','j'", "")))
        .contains("cannot follow all guides: it passes guide");
  }

  @Test
  void aGuideThatTurnsBackIsRefused() {
    String back =
        line(10, 0, 10, 20)
            + ",{'curve':'line','name':'m','from':['10 mm','20 mm'],'to':['13 mm','12 mm']}"
            + ",{'curve':'line','name':'n','from':['13 mm','12 mm'],'to':['10 mm','30 mm']}";
    assertThat(message(between(guide("g", "XZ", back), "'g'", "")))
        .contains("guide g turns back between sketch s and sketch t");
  }
}
