package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.api.Test;

/** Tools of later steps are made in a second worker, and are what they would have been. */
class ToolsAheadTest {
  private static final String TUB =
      "'parameters':[{'name':'wall','value':'2 mm'},{'name':'high','value':'6 mm'}],'steps':["
          + Parts.box(60, 40, 20)
          + ",{'kind':'shell','id':'w','thickness':'wall','open':[{'choose':'face','name':'box/end'}]}";

  private static String circle(String id, String plane, double x, double diameter) {
    return ",{'kind':'sketch','id':'"
        + id
        + "','plane':"
        + plane
        + ",'curves':[{'curve':'circle','name':'c','centre':['"
        + x
        + " mm','0 mm'],'diameter':'"
        + diameter
        + " mm'}]}";
  }

  private static String extrude(String id, String sketch, String depth, String more) {
    return ",{'kind':'extrude','id':'"
        + id
        + "','sketch':'"
        + sketch
        + "','depth':'"
        + depth
        + "'"
        + more
        + "}";
  }

  /** A tub with a tapered boss on its floor, a pin that stands on a face, and a hole. */
  private static PartDocument part(String wall, String high, String taper) {
    return Parts.document(
        "{'ankerdraft':1,'name':'test',"
            + TUB.replace("2 mm'", wall + "'").replace("6 mm'", high + "'")
            + circle("b", "{'base':'XY','offset':'1 mm'}", -15, 10)
            + extrude("boss", "b", "high", ",'taper':'" + taper + "','use':'unite'")
            + circle("p", "{'face':{'choose':'face','name':'w/inner(box/start)'}}", 15, 4)
            + extrude("pin", "p", "3 mm", ",'use':'unite'")
            + circle("h", "{'base':'XY'}", 0, 5)
            + extrude("hole", "h", "10 mm", ",'use':'subtract'")
            + "]}");
  }

  /** Counts what a worker is asked. */
  private static class Counting implements Relay {
    final Map<String, Integer> asked = new ConcurrentSkipListMap<>();

    @Override
    public void answered(String operation, Request request, long nanos) {
      asked.merge(operation, 1, Integer::sum);
    }

    int extruded() {
      return asked.getOrDefault("EXTRUDE", 0);
    }
  }

  /** Holds back the shell until the second worker has made so many tools. */
  private static final class Waiting extends Counting {
    private final CountDownLatch tools;

    Waiting(CountDownLatch tools) {
      this.tools = tools;
    }

    @Override
    public Optional<Outcome.KernelFailure> instead(String operation) {
      if (operation.equals("THICKEN") || operation.equals("BOOLEAN")) {
        try {
          assertThat(tools.await(60, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
          throw new AssertionError(e);
        }
      }
      return Optional.empty();
    }
  }

  private static final class Telling extends Counting {
    private final CountDownLatch tools;

    Telling(CountDownLatch tools) {
      this.tools = tools;
    }

    @Override
    public void answered(String operation, Request request, long nanos) {
      super.answered(operation, request, nanos);
      if (operation.equals("MESH")) {
        tools.countDown();
      }
    }
  }

  private static GeometryKernel kernel(Relay relay) {
    return new GeometryKernel(WorkerProgram.find().orElseThrow(), relay);
  }

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder
        .build(part, Map.of(), PartBuilder.Progress.NONE, Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private static void assertAsByOne(PartState state, PartDocument part) {
    PartState wanted = Parts.build(part);
    for (int i = 0; i < wanted.steps().size(); i++) {
      StepResult is = wanted.steps().get(i);
      StepResult was = state.steps().get(i);
      assertThat(was.status()).as(is.id()).isEqualTo(is.status());
      assertThat(was.message()).isEqualTo(is.message());
      assertThat(was.strategy()).isEqualTo(is.strategy());
    }
    assertThat(Parts.volume(state)).isCloseTo(Parts.volume(wanted), within(1e-6));
    assertThat(state.bodies().get("Body").named().faceNames())
        .containsExactlyElementsOf(wanted.bodies().get("Body").named().faceNames());
  }

  /** The floor of a frustum by hand; the boss stands in the floor. */
  private static double volume(double wall, double high) {
    double slope = Math.tan(Math.toRadians(1));
    double foot = 5 - (wall - 1) * slope;
    double top = 5 - high * slope;
    double boss = Math.PI / 3 * (high + 1 - wall) * (foot * foot + foot * top + top * top);
    double tub = 60 * 40 * 20 - (60 - 2 * wall) * (40 - 2 * wall) * (20 - wall);
    return tub + boss + Math.PI * 4 * 3 - Math.PI * 6.25 * wall;
  }

  @Test
  void toolsOfNumbersAloneAreMadeByTheSecondWorker() {
    CountDownLatch tools = new CountDownLatch(2);
    Waiting first = new Waiting(tools);
    Telling second = new Telling(tools);
    try (GeometryKernel one = kernel(first);
        GeometryKernel two = kernel(second)) {
      PartBuilder builder = new PartBuilder(one, two, Tolerance.MODEL);
      PartDocument part = part("2 mm", "6 mm", "1 deg");
      PartState state = build(builder, part);
      assertThat(state.isOk()).isTrue();
      assertThat(Parts.volume(state)).isCloseTo(volume(2, 6), within(1e-6));
      assertAsByOne(state, part);
      assertThat(first.extruded()).as("the block and the pin on the face").isEqualTo(2);
      assertThat(second.extruded()).as("boss and hole").isEqualTo(2);

      PartDocument thicker = part("3 mm", "6 mm", "1 deg");
      assertThat(Parts.volume(build(builder, thicker))).isCloseTo(volume(3, 6), within(1e-6));
      assertThat(first.extruded() + second.extruded()).as("the pin, once more").isEqualTo(5);
    }
  }

  @Test
  void aToolThatCannotBeMadeIsToldAsEver() {
    try (GeometryKernel one = kernel(Relay.PLAIN);
        GeometryKernel two = kernel(Relay.PLAIN)) {
      PartDocument steep = part("2 mm", "6 mm", "60 deg");
      PartState state = build(new PartBuilder(one, two, Tolerance.MODEL), steep);
      assertThat(state.step("boss").orElseThrow().status()).isEqualTo(StepStatus.FAILED);
      assertAsByOne(state, steep);
    }
  }

  /** What failed in the second worker is not tried there again while nothing of it changes. */
  @Test
  void aToolThatCannotBeMadeIsTriedOnce() {
    Counting second = new Counting();
    try (GeometryKernel one = kernel(new UntilQuiet(second));
        GeometryKernel two = kernel(second)) {
      PartBuilder builder = new PartBuilder(one, two, Tolerance.MODEL);
      PartDocument steep = part("2 mm", "6 mm", "60 deg");
      for (String wall : List.of("2 mm", "2.5 mm", "3 mm")) {
        PartState state = build(builder, Parts.with(steep, "w", "thickness", wall));
        assertThat(state.step("boss").orElseThrow().status()).isEqualTo(StepStatus.FAILED);
        assertThat(second.extruded()).as("hole and boss").isEqualTo(2);
      }
    }
  }

  /** Holds back the shell until the second worker has nothing to do any more. */
  private static final class UntilQuiet implements Relay {
    private static final Duration QUIET = Duration.ofMillis(700);
    private final Counting second;

    UntilQuiet(Counting second) {
      this.second = second;
    }

    @Override
    public Optional<Outcome.KernelFailure> instead(String operation) {
      if (operation.equals("THICKEN")) {
        Map<String, Integer> before;
        do {
          before = Map.copyOf(second.asked);
          LockSupport.parkNanos(QUIET.toNanos());
        } while (second.asked.isEmpty() || !before.equals(second.asked));
      }
      return Optional.empty();
    }
  }

  @Test
  void aSecondWorkerThatCannotBeHadIsNotMissed() {
    GeometryKernel closed = kernel(Relay.PLAIN);
    closed.close();
    try (GeometryKernel one = kernel(Relay.PLAIN)) {
      PartDocument part = part("2 mm", "6 mm", "1 deg");
      assertAsByOne(build(new PartBuilder(one, closed, Tolerance.MODEL), part), part);
    }
  }

  /** With nothing to wait for, whoever comes first: edits as quick as they come. */
  @Test
  void editAfterEditIsWhatItIsByOneWorker() {
    try (GeometryKernel one = kernel(Relay.PLAIN);
        GeometryKernel two = kernel(Relay.PLAIN)) {
      PartBuilder builder = new PartBuilder(one, two, Tolerance.MODEL);
      for (int i = 0; i < 12; i++) {
        double wall = 1.5 + i % 4 * 0.25;
        double high = 5 + i % 3;
        PartState state = build(builder, part(wall + " mm", high + " mm", "1 deg"));
        assertThat(state.isOk()).isTrue();
        assertThat(Parts.volume(state)).isCloseTo(volume(wall, high), within(1e-6));
      }
    }
  }
}
