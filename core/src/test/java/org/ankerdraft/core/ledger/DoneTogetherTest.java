package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Copies of bosses, pockets, screw bosses and ribs, which are done together: they come to what the
 * steps drawn at each place come to, face by face.
 */
class DoneTogetherTest {
  private static final String PLATE = Parts.box(160, 60, 5);

  private static String place(String id, double x, double y) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'q%s','plane':{'base':'XY','offset':'5 mm'},'curves':["
            + "{'curve':'rectangle','name':'r','centre':['%.4f mm','%.4f mm'],'width':'8 mm','height':'5 mm'}]}",
        id,
        x,
        y);
  }

  private static String point(String id, double x, double y) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'q%s','plane':{'base':'XY','offset':'5 mm'},'curves':["
            + "{'curve':'point','name':'o','at':['%.4f mm','%.4f mm']}]}",
        id,
        x,
        y);
  }

  private static String step(String kind, String id, String how) {
    return ",{'kind':'" + kind + "','id':'" + id + "','sketch':'q" + id + "'," + how + "}";
  }

  private static NamedShape body(String steps) {
    return Parts.ok(steps).bodies().get("Body").named();
  }

  private static String row(String step, int count, double spacing) {
    return ",{'kind':'pattern','id':'p','steps':['"
        + step
        + "'],'count':"
        + count
        + ",'spacing':'"
        + spacing
        + " mm'}";
  }

  /** As many faces, of the same areas, and the same volume. */
  private static void alike(NamedShape copied, NamedShape drawn) {
    double volume = drawn.shape().mass().volumeMm3();
    assertThat(copied.shape().mass().volumeMm3()).isCloseTo(volume, within(1e-7 * volume));
    assertThat(sizes(copied)).hasSameSizeAs(sizes(drawn));
    for (int i = 0; i < sizes(drawn).size(); i++) {
      assertThat(sizes(copied).get(i))
          .isCloseTo(sizes(drawn).get(i), within(1e-4 * Math.max(1, sizes(drawn).get(i))));
    }
  }

  private static List<Double> sizes(NamedShape shape) {
    return shape.topology().faces().stream().map(f -> f.areaMm2()).sorted().toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "'height':'6 mm','draft':'1 deg'",
        "'height':'6 mm','draft':'1 deg','rootRound':'1 mm'",
        "'height':'4 mm','cornerRound':'1 mm','endRound':'0.5 mm','rootRound':'0.8 mm'",
        "'height':'3 mm','draft':'2 deg','sunk':true",
        "'height':'3 mm','sunk':true,'rootRound':'0.5 mm'"
      })
  void bosses(String how) {
    NamedShape copied = body(PLATE + place("b", -60, 7) + step("boss", "b", how) + row("b", 4, 37));
    StringBuilder drawn = new StringBuilder(PLATE);
    for (int i = 0; i < 4; i++) {
      drawn.append(place("b" + i, -60 + 37 * i, 7)).append(step("boss", "b" + i, how));
    }
    alike(copied, body(drawn.toString()));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"'gussets':'3'", "'gussets':'4','draft':'0.5 deg'", "'rootRound':'0.6 mm'"})
  void screwBosses(String how) {
    String more = "'screw':'3 mm','height':'9 mm'," + how;
    NamedShape copied =
        body(PLATE + point("b", -60, -4) + step("screwBoss", "b", more) + row("b", 3, 41));
    String drawn = PLATE;
    for (int i = 0; i < 3; i++) {
      drawn += point("b" + i, -60 + 41 * i, -4) + step("screwBoss", "b" + i, more);
    }
    alike(copied, body(drawn));
  }

  /** Round an axis: turned with their places, so that their corners lie as far from it. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void roundAnAxis(long seed) {
    Random random = new Random(seed);
    double x = random.nextDouble(12, 18);
    double y = random.nextDouble(-3, 3);
    int count = random.nextInt(3, 7);
    String how = "'height':'5 mm','draft':'1 deg','rootRound':'0.4 mm'";
    String once = Parts.rod(60, 5).replace("'Body'", "'Body'") + place("b", x, y);
    double bare = Parts.volume(Parts.ok(once));
    double one = Parts.volume(Parts.ok(once + step("boss", "b", how))) - bare;
    NamedShape all =
        body(
            once
                + step("boss", "b", how)
                + ",{'kind':'pattern','id':'p','steps':['b'],'way':'round','axis':{'base':'Z'},'count':"
                + count
                + "}");
    assertThat(all.shape().mass().volumeMm3() - bare).isCloseTo(count * one, within(1e-6 * bare));
    assertThat(Math.hypot(all.shape().mass().centroid().x(), all.shape().mass().centroid().y()))
        .isLessThan(1e-6);
  }

  /** Each round at a root bears the name of the copy at whose wall it lies. */
  @Test
  void roundsAreNamedAfterTheirCopies() {
    NamedShape body =
        body(
            PLATE
                + place("b", -60, 0)
                + step("boss", "b", "'height':'6 mm','rootRound':'1 mm'")
                + row("b", 3, 40));
    for (String copy : List.of("2", "3")) {
      String round = "p/at-" + copy + "(b/on(b/side:r.left|box/end))";
      assertThat(body.faceNames()).contains(FaceName.read(round));
      int face = body.face(FaceName.read(round));
      double x = -60 - 4 + 40 * (Integer.parseInt(copy) - 1);
      assertThat(body.topology().face(face).point().x()).isBetween(x - 1.01, x + 0.01);
    }
    assertThat(body.face(FaceName.read("b/on(b/side:r.left|box/end)"))).isPositive();
  }

  /** Copies that touch each other grow together, whether they are done together or not. */
  @Test
  void copiesThatOverlap() {
    String how = "'height':'6 mm'";
    NamedShape copied = body(PLATE + place("b", -60, 0) + step("boss", "b", how) + row("b", 4, 6));
    double wanted = 160 * 60 * 5 + (8 + 3 * 6) * 5 * 6;
    assertThat(copied.shape().mass().volumeMm3()).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** One of them hangs over the edge: it is that one that is told, and what would work. */
  @Test
  void theCopyThatCannotBeIsTold() {
    PartState state =
        Parts.build(
            PLATE
                + place("b", -60, 0)
                + step("boss", "b", "'height':'6 mm','rootRound':'1 mm'")
                + row("b", 4, 46));
    assertThat(state.step("p").orElseThrow().message())
        .startsWith("copy 4 of b")
        .contains("It works as far as copy 3");
    assertThat(state.bodies().get("Body").named().faceNames())
        .noneMatch(n -> n.steps().contains("p"));
  }
}
