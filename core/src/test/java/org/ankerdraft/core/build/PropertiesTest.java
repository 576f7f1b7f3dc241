package org.ankerdraft.core.build;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.TriangleMesh;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for any part, on seeded random cups with bosses and holes. */
class PropertiesTest {
  private static final Budget BUDGET = Budget.ofSeconds(60);

  static LongStream seeds() {
    return LongStream.rangeClosed(1, 16);
  }

  @SuppressWarnings("AnnotateFormatMethod") // the annotation would be a dependency for one test
  private static String f(String format, Object... args) {
    return String.format(Locale.ROOT, format, args);
  }

  /**
   * A tapered cup: width, height and depth at random, walls, corner radius, a boss on its floor, a
   * hole through it.
   */
  private static PartDocument cup(long seed) {
    Random r = new Random(seed);
    double w = 50 + 60 * r.nextDouble();
    double h = 40 + 30 * r.nextDouble();
    double d = 15 + 25 * r.nextDouble();
    double wall = 1.2 + 1.5 * r.nextDouble();
    double corner = 3 + 8 * r.nextDouble();
    double taper = 0.5 + 3 * r.nextDouble();
    double boss = 5 + 4 * r.nextDouble();
    double hole = 2 + 2 * r.nextDouble();
    return Parts.part(
        f(
                "{'kind':'sketch','id':'s','plane':{'base':'XY','offset':'%f mm'},'curves':[{'curve':'rectangle','name':'r','width':'%f mm','height':'%f mm','rounding':'%f mm'}]},",
                d, w, h, corner)
            + f(
                "{'kind':'extrude','id':'cup','sketch':'s','depth':'%f mm','reversed':true,'taper':'%f deg','body':'Cup'},",
                d, taper)
            + f(
                "{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'cup/end'}}],'size':'%f mm'}]},",
                wall * (0.6 + r.nextDouble()))
            + f(
                "{'kind':'shell','id':'wall','thickness':'%f mm','open':[{'choose':'face','name':'cup/start'}]},",
                wall)
            + f(
                "{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'%f mm'},'curves':[{'curve':'circle','name':'k','diameter':'%f mm'}]},",
                d * 0.6, boss)
            + f(
                "{'kind':'extrude','id':'boss','sketch':'t','depth':'%f mm','reversed':true,'taper':'-1 deg','use':'unite'},",
                d * 0.6 - wall / 2)
            + f(
                "{'kind':'hole','id':'hole','plane':{'base':'XY'},'diameter':'%f mm','points':[['0','0']]}",
                hole));
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void everyCupBuildsWatertightAndTheSameEachTime(long seed) {
    PartDocument part = cup(seed);
    PartState state = Parts.build(part);
    assertThat(state.steps()).allMatch(s -> s.message().isEmpty());
    Shape shape = state.bodies().get("Cup").named().shape();
    double volume = shape.mass().volumeMm3();
    TriangleMesh mesh = Parts.KERNEL.mesh(shape, 0.02, 0.15, BUDGET).orThrow();
    assertThat(mesh.watertight()).isTrue();
    assertThat(mesh.volumeMm3()).isCloseTo(volume, within(volume * 5e-3));
    assertThat(Parts.KERNEL.crossesItself(shape, BUDGET).orThrow()).isFalse();
    PartState again = Parts.build(part);
    assertThat(again.bodies().get("Cup").named().faceNames())
        .isEqualTo(state.bodies().get("Cup").named().faceNames());
    assertThat(Parts.volume(again)).isEqualTo(volume);
    byte[] step = Parts.KERNEL.writeStep("cup", Map.of("Cup", shape), BUDGET).orThrow();
    Shape back = Parts.KERNEL.readStep(step, BUDGET).orThrow().shapes().getFirst();
    assertThat(back.mass().volumeMm3()).isCloseTo(volume, within(volume * 1e-6));
    assertThat(back.topology().faces()).hasSameSizeAs(shape.topology().faces());
  }
}
