package org.ankerdraft.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.Replay;
import org.ankerdraft.kernel.proto.Request;

/** Rebuild of the lamp base against the same requests sent to a worker alone. */
public final class RebuildBench {
  private static final int ROUNDS = 15;

  /** Requests that only prove or measure what the others made. */
  private static final Set<String> PROOFS =
      Set.of("MESH", "FACE_EXTREMES", "PROFILE_CHECK", "SELF_INTERSECTION");

  private RebuildBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    Times times = times(Bench.lampBase(), ROUNDS);
    Bench.ratio(
        "rebuild / its requests alone",
        times.rebuilt / times.replayed,
        "at most 1.2",
        String.format("%.0f / %.0f ms", times.rebuilt, times.replayed));
    Bench.ratio(
        "rebuild / its requests without the proofs",
        times.rebuilt / times.bare,
        "at most 1.2",
        String.format("%.0f / %.0f ms", times.rebuilt, times.bare));
  }

  /**
   * The shortest times of a rebuild, ms: of each request, and of what lies between two, the
   * shortest of all rounds. What else the machine does meets one request or another of every round.
   *
   * @param replayed of its requests alone
   * @param bare of its requests without the proofs
   */
  record Times(double rebuilt, double replayed, double bare) {}

  static Times times(PartDocument part, int rounds) throws IOException, InterruptedException {
    Recorder recorder = new Recorder();
    List<long[]> rebuilt = new ArrayList<>();
    List<long[]> replayed = new ArrayList<>();
    List<long[]> bare = new ArrayList<>();
    // By turns, so that how warm the machine is meets all alike.
    for (int i = 0; i < rounds; i++) {
      try (GeometryKernel kernel = new GeometryKernel(Bench.worker(), recorder)) {
        // Of the replay, too, the time begins when the worker has started.
        kernel.hello(Budget.ofSeconds(30));
        recorder.begin();
        Bench.build(kernel, part);
        rebuilt.add(recorder.end());
      }
      replayed.add(Replay.run(Bench.worker(), recorder.all));
      bare.add(Replay.run(Bench.worker(), recorder.primitives));
    }
    return new Times(shortestMs(rebuilt), shortestMs(replayed), shortestMs(bare));
  }

  private static double shortestMs(List<long[]> rounds) {
    long[] shortest = rounds.getFirst().clone();
    for (long[] round : rounds) {
      if (round.length != shortest.length) {
        throw new IllegalStateException("the same part asks for something else");
      }
      Arrays.setAll(shortest, i -> Math.min(shortest[i], round[i]));
    }
    return Arrays.stream(shortest).sum() / 1e6;
  }

  /** Requests of a build, and how long they and the spans between them took. */
  private static final class Recorder implements Relay {
    private final List<byte[]> all = new ArrayList<>();
    private final List<byte[]> primitives = new ArrayList<>();
    private final List<Long> spans = new ArrayList<>();
    private long last;

    void begin() {
      all.clear();
      primitives.clear();
      spans.clear();
      last = System.nanoTime();
    }

    @Override
    public void answered(String operation, Request request, long nanos) {
      all.add(request.toByteArray());
      if (!PROOFS.contains(operation)) {
        primitives.add(request.toByteArray());
      }
      long now = System.nanoTime();
      spans.add(now - last - nanos);
      spans.add(nanos);
      last = System.nanoTime();
    }

    long[] end() {
      spans.add(System.nanoTime() - last);
      return spans.stream().mapToLong(Long::longValue).toArray();
    }
  }
}
