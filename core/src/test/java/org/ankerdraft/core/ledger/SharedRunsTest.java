package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Steps that share one boolean operation come to what they come to one by one. */
class SharedRunsTest {
  private static final String PLATE = Parts.box(120, 80, 4);

  private static String round(String id, String plane, double x, double y, double diameter) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'sketch','id':'%s-s','plane':%s,'curves':[{'curve':'circle','name':'c','centre':['%.3f mm','%.3f mm'],'diameter':'%.3f mm'}]}",
        id,
        plane,
        x,
        y,
        diameter);
  }

  private static String extrude(String id, double depth, String taper, String use, boolean down) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'extrude','id':'%s','sketch':'%s-s','depth':'%.3f mm','reversed':%s,%s'use':'%s'}",
        id,
        id,
        depth,
        down,
        taper.isEmpty() ? "" : "'taper':'" + taper + "',",
        use);
  }

  private static final String LEVEL = "{'base':'XY','offset':'4 mm'}";
  private static final String TOP = "{'face':{'choose':'face','name':'box/end'}}";

  /** A boss of 6 mm, 9 high, on the plate's top. */
  private static String boss(String id, String plane, double x, double y) {
    return round(id, plane, x, y, 6) + extrude(id, 9, "1 deg", "unite", false);
  }

  private static String hole(String id, double x, double y) {
    return String.format(
        Locale.ROOT,
        ",{'kind':'hole','id':'%s','plane':%s,'diameter':'3 mm','points':[['%.3f mm','%.3f mm']]}",
        id,
        TOP,
        x,
        y);
  }

  private static PartState build(PartDocument part, PartBuilder.Way way, GeometryKernel kernel) {
    return new PartBuilder(kernel, Tolerance.MODEL, way)
        .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  /** Builds both ways, compares everything, and returns the shared state. */
  private static PartState bothWays(String steps) {
    PartDocument part = Parts.part(steps);
    PartState shared = build(part, PartBuilder.Way.SHARED, Parts.KERNEL);
    PartState alone = build(part, PartBuilder.Way.ONE_BY_ONE, Parts.KERNEL);
    assertThat(shared.steps()).hasSameSizeAs(alone.steps());
    for (int i = 0; i < alone.steps().size(); i++) {
      assertSame(shared.steps().get(i), alone.steps().get(i));
    }
    assertThat(shared.bodies().keySet()).isEqualTo(alone.bodies().keySet());
    return shared;
  }

  private static void assertSame(StepResult shared, StepResult alone) {
    String step = alone.id();
    assertThat(shared.status()).as(step).isEqualTo(alone.status());
    assertThat(shared.message()).as(step).isEqualTo(alone.message());
    assertThat(shared.strategy()).as(step).isEqualTo(alone.strategy());
    assertThat(shared.bodies()).as(step).hasSameSizeAs(alone.bodies());
    for (Body body : alone.bodies()) {
      Body other = shared.body(body.name());
      assertThat(other.key()).as(step).isEqualTo(body.key());
      assertThat(other.volumeMm3())
          .as(step)
          .isCloseTo(body.volumeMm3(), within(1e-9 * body.volumeMm3()));
      assertThat(names(other.named())).as(step).isEqualTo(names(body.named()));
      assertThat(new TreeSet<>(other.named().edgeNames()))
          .as(step)
          .isEqualTo(new TreeSet<>(body.named().edgeNames()));
      assertThat(other.named().shape().mass().volumeMm3())
          .as(step)
          .isCloseTo(body.volumeMm3(), within(1e-9 * body.volumeMm3()));
    }
  }

  private static Set<FaceName> names(NamedShape shape) {
    return new TreeSet<>(shape.faceNames());
  }

  /** How many boolean operations a build asks the worker for. */
  private static int booleans(String steps) {
    AtomicInteger count = new AtomicInteger();
    Relay counting =
        new Relay() {
          @Override
          public void answered(String operation, Request request, long nanos) {
            count.addAndGet(operation.equals("BOOLEAN") ? 1 : 0);
          }
        };
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), counting)) {
      build(Parts.part(steps), PartBuilder.Way.SHARED, kernel);
    }
    return count.get();
  }

  private static String rowOfBosses(int count, String plane) {
    StringBuilder steps = new StringBuilder(PLATE);
    for (int i = 0; i < count; i++) {
      steps.append(boss("b" + i, plane, -50 + 10 * i, 0));
    }
    return steps.toString();
  }

  @ParameterizedTest
  @ValueSource(strings = {LEVEL, TOP})
  void bossesAreUnitedInOneOperationAndStayWhatTheyWere(String plane) {
    String steps = rowOfBosses(10, plane);
    PartState state = bothWays(steps);
    assertThat(state.isOk()).isTrue();
    assertThat(booleans(steps)).isEqualTo(1);
    // A frustum: pi h (R^2 + R r + r^2) / 3.
    double top = 3 - 9 * Math.tan(Math.toRadians(1));
    double frustum = Math.PI * 9 * (9 + 3 * top + top * top) / 3;
    assertThat(Parts.volume(state)).isCloseTo(120 * 80 * 4 + 10 * frustum, within(1e-3));
    for (int i = 0; i < 10; i++) {
      assertThat(state.step("b" + i).orElseThrow().bodies().getFirst().volumeMm3())
          .isCloseTo(120 * 80 * 4 + (i + 1) * frustum, within(1e-3));
    }
  }

  @Test
  void holesRightThroughShareOneOperationToo() {
    StringBuilder steps = new StringBuilder(PLATE);
    for (int i = 0; i < 8; i++) {
      steps.append(hole("h" + i, -50 + 12 * i, 5));
    }
    PartState state = bothWays(steps.toString());
    assertThat(booleans(steps.toString())).isEqualTo(1);
    assertThat(Parts.volume(state))
        .isCloseTo(120 * 80 * 4 - 8 * Math.PI * 1.5 * 1.5 * 4, within(1e-3));
  }

  @Test
  void aBossOffThePlateIsNamedAsIfItStoodAlone() {
    PartState state =
        bothWays(
            rowOfBosses(4, LEVEL)
                + boss("off", LEVEL, 90, 0)
                + boss("last", LEVEL, 0, 20)
                + boss("more", LEVEL, 20, 20));
    assertThat(state.step("off").orElseThrow().message()).contains("does not touch the body");
    assertThat(state.step("last").orElseThrow().status()).isEqualTo(StepStatus.BUILT);
    assertThat(state.step("more").orElseThrow().status()).isEqualTo(StepStatus.BUILT);
  }

  @Test
  void aBossThatBegunInTheOneBeforeIsBuiltAfterIt() {
    String onTop = "{'face':{'choose':'face','name':'b0/end'}}";
    PartState state =
        bothWays(rowOfBosses(3, LEVEL) + boss("tower", onTop, -50, 0) + boss("c", LEVEL, 0, 20));
    assertThat(state.isOk()).isTrue();
    assertThat(state.bodies().get("Body").named().shape().mass().boxMax().z())
        .isCloseTo(22, within(1e-9));
  }

  @Test
  void slotsThatTakeAFaceApartGoOneByOne() {
    StringBuilder steps = new StringBuilder(PLATE);
    for (int i = 0; i < 3; i++) {
      steps.append(
          String.format(
              Locale.ROOT,
              ",{'kind':'sketch','id':'g%d-s','plane':%s,'curves':[{'curve':'rectangle','name':'r','centre':['%d mm','0'],'width':'4 mm','height':'100 mm'}]}",
              i,
              LEVEL,
              -30 + 30 * i));
      steps.append(extrude("g" + i, 2, "", "subtract", true));
    }
    PartState state = bothWays(steps.toString());
    assertThat(names(state.bodies().get("Body").named()))
        .contains(FaceName.read("box/end#2"), FaceName.read("box/end#2.2"));
  }

  @Test
  void aFaceThatASketchStandsOnAndThatIsEatenUpLeavesItAdrift() {
    // The block covers the whole top, which is gone then.
    String block =
        ",{'kind':'sketch','id':'block-s','plane':"
            + LEVEL
            + ",'curves':[{'curve':'rectangle','name':'r','width':'120 mm','height':'80 mm'}]}"
            + extrude("block", 5, "3 deg", "unite", false);
    PartState state = bothWays(PLATE + block + boss("b", TOP, 0, 0) + boss("c", TOP, 20, 0));
    assertThat(state.step("b-s").orElseThrow().status()).isEqualTo(StepStatus.ADRIFT);
  }

  @Test
  void aPartFileKeepsNoShapesBetweenTheStepsOfARunAndMakesThemAgain() {
    PartDocument part = Parts.part(rowOfBosses(6, TOP));
    PartState built = build(part, PartBuilder.Way.SHARED, Parts.KERNEL);
    Map<String, byte[]> kept = PartBuilder.cacheOf(built);
    // One description for each step with a body, and two shapes: the plate and the last.
    assertThat(kept.keySet().stream().filter(k -> k.endsWith(".brep"))).hasSize(2);
    PartBuilder other = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    other.remember(kept);
    PartState opened =
        other.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
    assertThat(opened.steps().stream().filter(s -> !s.bodies().isEmpty()))
        .allMatch(StepResult::remembered);
    for (StepResult step : built.steps()) {
      for (Body body : step.bodies()) {
        Body again = opened.step(step.id()).orElseThrow().body(body.name());
        assertThat(names(again.named())).as(step.id()).isEqualTo(names(body.named()));
        assertThat(again.named().shape().mass().volumeMm3())
            .as(step.id())
            .isCloseTo(body.volumeMm3(), within(1e-9 * body.volumeMm3()));
      }
    }
  }

  @Test
  void anEditInTheMiddleOfARunEqualsAFreshBuild() {
    PartDocument part = Parts.part(rowOfBosses(8, LEVEL));
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    assertThat(builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)).isPresent();
    for (String depth : List.of("4 mm", "12 mm", "9 mm")) {
      PartDocument edited = Parts.with(part, "b4", "depth", depth);
      PartState incremental =
          builder.build(edited, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
      PartState alone = build(edited, PartBuilder.Way.ONE_BY_ONE, Parts.KERNEL);
      for (int i = 0; i < alone.steps().size(); i++) {
        assertSame(incremental.steps().get(i), alone.steps().get(i));
      }
    }
  }

  static LongStream seeds() {
    return Seeds.of(6, 60);
  }

  /** Bosses, holes, ribs and pockets at random: apart, overlapping, across edges, off the plate. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void randomRunsComeToWhatTheyComeToOneByOne(long seed) {
    Random random = new Random(seed);
    StringBuilder steps = new StringBuilder(PLATE);
    List<String> what = new ArrayList<>();
    for (int i = 0; i < 12; i++) {
      double x = Math.round(random.nextDouble(-64, 64));
      double y = Math.round(random.nextDouble(-42, 42));
      String plane = random.nextBoolean() ? LEVEL : TOP;
      String id = "f" + i;
      int kind = (int) (seed + i / 4) % 3;
      what.add(kind + "@" + x + "," + y);
      steps.append(
          switch (kind) {
            case 0 -> round(id, plane, x, y, 5) + extrude(id, 8, "1 deg", "unite", false);
            case 1 -> hole(id, x, y);
            default -> round(id, plane, x, y, 7) + extrude(id, 2, "", "subtract", true);
          });
    }
    PartState state = bothWays(steps.toString());
    assertThat(state.steps()).as("%s", what).anyMatch(s -> s.status() == StepStatus.BUILT);
  }
}
