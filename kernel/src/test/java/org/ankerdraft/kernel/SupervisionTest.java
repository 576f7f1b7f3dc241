package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.ankerdraft.kernel.GeometryKernel.TestFault;
import org.ankerdraft.kernel.proto.Fault;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * The worker is killed, hung, starved and fed nonsense; shapes survive, requests say what happened.
 */
class SupervisionTest {
  private GeometryKernel kernel;

  @BeforeEach
  void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterEach
  void stop() {
    kernel.close();
  }

  private static Outcome.Cause causeOf(Outcome<?> outcome) {
    assertThat(outcome).isInstanceOf(Outcome.Failed.class);
    return ((Outcome.Failed<?>) outcome).failure().cause();
  }

  private void assertBoxStillWorks(Shape box) {
    Derived drilled =
        kernel
            .combine(
                GeometryKernel.Combination.SUBTRACT,
                box,
                java.util.List.of(Solids.extruded(kernel, Solids.disc(2), 50).shape()),
                false,
                Budget.ofSeconds(30))
            .orThrow();
    // A quarter of a round hole of radius 2 through a box 30 high, at its corner.
    assertThat(drilled.shape().mass().volumeMm3()).isCloseTo(6000 - Math.PI * 30, within(1e-6));
  }

  @Test
  void tellsItsLibrary() {
    assertThat(kernel.hello(Budget.ofSeconds(10)).orThrow())
        .startsWith("Open CASCADE Technology 7.");
  }

  @Test
  void aCrashCostsOneRequest() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    assertThat(causeOf(kernel.fault(TestFault.CRASH, Budget.ofSeconds(10))))
        .isEqualTo(Outcome.Cause.CRASHED);
    assertBoxStillWorks(box);
    assertThat(kernel.restarts()).isEqualTo(1);
  }

  /** What brings down each fresh worker is beyond the library: it tells about the part. */
  @Test
  void aRequestThatCrashesEachTimeIsARefusal() {
    try (Supervisor supervisor = new Supervisor(WorkerProgram.find().orElseThrow(), Relay.PLAIN)) {
      Outcome<Boolean> outcome =
          supervisor.ask(
              r -> r.setFault(Fault.newBuilder().setKind(Fault.Kind.forNumber(0))),
              Budget.ofSeconds(20),
              a -> true,
              Supervisor.Retries.USUAL);
      assertThat(causeOf(outcome)).isEqualTo(Outcome.Cause.REFUSED);
      assertThat(supervisor.restarts()).isEqualTo(2);
    }
  }

  @Test
  void aHangEndsWithTheBudget() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    Budget tight = new Budget(Duration.ofMillis(300), Budget.Cancel.NEVER);
    assertThat(causeOf(kernel.fault(TestFault.HANG, tight))).isEqualTo(Outcome.Cause.OUT_OF_TIME);
    assertBoxStillWorks(box);
  }

  @Test
  void aHangCanBeCancelled() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    AtomicBoolean cancelled = new AtomicBoolean();
    Thread.ofPlatform()
        .daemon()
        .start(() -> {
          try {
            Thread.sleep(200);
          } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
          }
          cancelled.set(true);
        });
    Budget long_ = new Budget(Duration.ofMinutes(5), cancelled::get);
    assertThat(causeOf(kernel.fault(TestFault.HANG, long_))).isEqualTo(Outcome.Cause.CANCELLED);
    assertBoxStillWorks(box);
  }

  @Test
  void runningOutOfMemoryIsTold() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    assertThat(causeOf(kernel.fault(TestFault.EXHAUST_MEMORY, Budget.ofSeconds(60))))
        .isEqualTo(Outcome.Cause.OUT_OF_MEMORY);
    assertBoxStillWorks(box);
  }

  @Test
  void anExceptionInTheLibraryIsAnAnswer() {
    assertThat(causeOf(kernel.fault(TestFault.THROW, Budget.ofSeconds(10))))
        .isEqualTo(Outcome.Cause.LIBRARY_EXCEPTION);
    assertThat(kernel.restarts()).isZero();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void nonsenseOnThePipeEndsTheRunNotTheWork(long seed) throws Exception {
    Shape box = Solids.box(kernel, 10, 20, 30);
    byte[] noise = new byte[64];
    new Random(seed).nextBytes(noise);
    // A head that announces 60 bytes, so that the worker reads a whole frame and finds that it is
    // no request.
    noise[0] = 60;
    noise[1] = noise[2] = noise[3] = 0;
    kernel.sendNonsense(noise);
    Outcome<String> next = kernel.hello(Budget.ofSeconds(10));
    if (next instanceof Outcome.Failed<String>(var failure)) {
      assertThat(failure.cause()).isEqualTo(Outcome.Cause.CRASHED);
    }
    assertBoxStillWorks(box);
  }

  @Test
  void brokenBrepBytesAreRefused() {
    byte[] broken = "not a shape".getBytes(java.nio.charset.StandardCharsets.US_ASCII);
    assertThat(kernel.restore(broken, Budget.ofSeconds(10))).isInstanceOf(Outcome.Failed.class);
  }

  /** The tests run with one carrier for all virtual threads, as a machine of one processor has. */
  @Test
  void threeKernelsWorkAtOnce() throws Exception {
    assertThat(System.getProperty("jdk.virtualThreadScheduler.maxPoolSize")).isEqualTo("1");
    try (GeometryKernel second = new GeometryKernel(WorkerProgram.find().orElseThrow());
        GeometryKernel third = new GeometryKernel(WorkerProgram.find().orElseThrow());
        ExecutorService threads = Executors.newFixedThreadPool(3)) {
      List<Future<Double>> volumes = new ArrayList<>();
      for (GeometryKernel k : List.of(kernel, second, third)) {
        volumes.add(threads.submit(() -> Solids.box(k, 10, 20, 30).mass().volumeMm3()));
      }
      for (Future<Double> volume : volumes) {
        assertThat(volume.get(20, TimeUnit.SECONDS)).isCloseTo(6000, within(1e-6));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void aWorkerThatSomebodyEndsCostsNothing(long seed) {
    Random random = new Random(seed);
    Shape box = Solids.box(kernel, 10, 20, 30);
    for (int i = 0; i < 33; i++) {
      ProcessHandle worker = kernel.workerHandle().orElseThrow();
      long pause = random.nextLong(3_000_000);
      Thread.ofPlatform()
          .daemon()
          .start(() -> {
            LockSupport.parkNanos(pause);
            worker.destroyForcibly();
          });
      assertBoxStillWorks(box);
    }
    assertThat(kernel.restarts()).isPositive();
  }

  @Test
  void closingEndsTheWorkerInTheMiddleOfARequest() throws Exception {
    Solids.box(kernel, 10, 20, 30);
    ProcessHandle worker = kernel.workerHandle().orElseThrow();
    Thread hanging =
        Thread.ofPlatform()
            .daemon()
            .start(() -> kernel.fault(TestFault.HANG, Budget.ofSeconds(60)));
    Thread.sleep(200);
    kernel.close();
    worker.onExit().get(5, TimeUnit.SECONDS);
    hanging.join(5000);
    assertThat(hanging.isAlive()).isFalse();
    assertThat(causeOf(kernel.hello(Budget.ofSeconds(5)))).isEqualTo(Outcome.Cause.UNAVAILABLE);
  }

  @Test
  void aShapeAtRestIsRestoredWhenItIsUsed() {
    Shape box = Solids.box(kernel, 10, 20, 30);
    kernel.rest(box);
    assertBoxStillWorks(box);
  }

  @Test
  void aMissingProgramIsTold() {
    try (GeometryKernel none = new GeometryKernel(Path.of("/nonexistent/worker"))) {
      assertThat(causeOf(none.hello(Budget.ofSeconds(5)))).isEqualTo(Outcome.Cause.UNAVAILABLE);
    }
  }
}
