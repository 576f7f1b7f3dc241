package org.ankerdraft.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.Replay;
import org.ankerdraft.kernel.proto.Request;

/** Rebuild of the lamp base against the same requests sent to a worker alone. */
public final class RebuildBench {
  private static final int ROUNDS = 30;

  /** Requests that only prove or measure what the others made. */
  private static final Set<String> PROOFS =
      Set.of("MESH", "FACE_EXTREMES", "PROFILE_CHECK", "SELF_INTERSECTION");

  private RebuildBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    Times times = times(Bench.lampBase(), ROUNDS);
    String all =
        "%.0f / %.0f ms; by one worker %.0f".formatted(times.two, times.replayed, times.one);
    String bare = "%.0f / %.0f ms; by one worker %.0f".formatted(times.two, times.bare, times.one);
    Bench.ratio("rebuild / its requests alone", times.two / times.replayed, "at most 1.2", all);
    Bench.ratio(
        "rebuild / its requests without the proofs", times.two / times.bare, "at most 1.2", bare);
  }

  /**
   * The shortest times of a rebuild, ms: of each step the shortest of all rounds. What else the
   * machine does meets one step or another of every round.
   *
   * @param two with a second worker that makes tools ahead, as in the window
   * @param one by one worker
   * @param replayed of its requests alone
   * @param bare of its requests without the proofs
   */
  record Times(double two, double one, double replayed, double bare) {}

  static Times times(PartDocument part, int rounds) throws IOException, InterruptedException {
    Shortest two = new Shortest();
    Shortest one = new Shortest();
    Shortest replayed = new Shortest();
    Shortest bare = new Shortest();
    // By turns, so that how warm the machine is meets all alike.
    for (int i = 0; i < rounds; i++) {
      Recorder recorder = new Recorder();
      try (GeometryKernel kernel = new GeometryKernel(Bench.worker(), recorder)) {
        one.add(built(kernel, new PartBuilder(kernel, Tolerance.MODEL), part, recorder));
      }
      try (GeometryKernel kernel = new GeometryKernel(Bench.worker());
          GeometryKernel second = new GeometryKernel(Bench.worker())) {
        second.hello(Budget.ofSeconds(30));
        PartBuilder builder = new PartBuilder(kernel, second, Tolerance.MODEL);
        two.add(built(kernel, builder, part, new Recorder()));
      }
      replayed.add(recorder.replayed(_ -> true));
      bare.add(recorder.replayed(operation -> !PROOFS.contains(operation)));
    }
    return new Times(two.ms(), one.ms(), replayed.ms(), bare.ms());
  }

  /** Times of its steps, ns. */
  private static List<Long> built(
      GeometryKernel kernel, PartBuilder builder, PartDocument part, Recorder recorder) {
    // Of the replay, too, the time begins when the worker has started.
    kernel.hello(Budget.ofSeconds(30));
    recorder.begin();
    if (!builder.build(part, Map.of(), recorder, Budget.Cancel.NEVER).orElseThrow().isOk()) {
      throw new IllegalStateException("the part has steps that fail");
    }
    return recorder.spans;
  }

  /** The shortest time of each step in several rounds. */
  private static final class Shortest {
    private List<Long> steps = List.of();

    void add(List<Long> round) {
      if (!steps.isEmpty() && steps.size() != round.size()) {
        throw new IllegalStateException("the same part has other steps");
      }
      List<Long> before = steps;
      steps =
          IntStream.range(0, round.size())
              .mapToObj(
                  i -> before.isEmpty() ? round.get(i) : Math.min(before.get(i), round.get(i)))
              .toList();
    }

    double ms() {
      return steps.stream().mapToLong(Long::longValue).sum() / 1e6;
    }
  }

  /** The steps of a build, how long they took, and what each asked of the worker. */
  private static final class Recorder implements Relay, PartBuilder.Progress {
    private record Asked(String operation, byte[] request, int step) {}

    private final List<Asked> asked = new ArrayList<>();
    private final List<Long> spans = new ArrayList<>();
    private long last;

    void begin() {
      asked.clear();
      last = System.nanoTime();
    }

    @Override
    public void answered(String operation, Request request, long nanos) {
      asked.add(new Asked(operation, request.toByteArray(), spans.size()));
    }

    @Override
    public void atStep(int index, int of, String id) {}

    @Override
    public void reached(StepResult result) {
      long now = System.nanoTime();
      spans.add(now - last);
      last = now;
    }

    /** Sends the requests again; how long those of each step take, ns. */
    List<Long> replayed(Predicate<String> wanted) throws IOException, InterruptedException {
      List<Asked> sent = asked.stream().filter(a -> wanted.test(a.operation)).toList();
      long[] times = Replay.run(Bench.worker(), sent.stream().map(Asked::request).toList());
      long[] steps = new long[spans.size()];
      for (int i = 0; i < times.length; i++) {
        steps[Math.min(sent.get(i).step, steps.length - 1)] += times[i];
      }
      return Arrays.stream(steps).boxed().toList();
    }
  }
}
