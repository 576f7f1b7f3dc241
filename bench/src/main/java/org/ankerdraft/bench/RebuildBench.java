package org.ankerdraft.bench;

import java.io.IOException;
import java.util.ArrayList;
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
  private static final int ROUNDS = 7;

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
        "for information",
        String.format("%.0f / %.0f ms", times.rebuilt, times.bare));
  }

  /**
   * The shortest times of a rebuild, ms.
   *
   * @param replayed of its requests alone
   * @param bare of its requests without the proofs
   */
  record Times(double rebuilt, double replayed, double bare) {}

  static Times times(PartDocument part, int rounds) throws IOException, InterruptedException {
    List<byte[]> all = new ArrayList<>();
    List<byte[]> primitives = new ArrayList<>();
    double best = Double.MAX_VALUE;
    double replayed = Double.MAX_VALUE;
    double bare = Double.MAX_VALUE;
    // By turns, so that what else the machine does, and how warm it is, meets all alike.
    for (int i = 0; i < rounds; i++) {
      Relay relay = i == 0 ? recorder(all, primitives) : Relay.PLAIN;
      try (GeometryKernel kernel = new GeometryKernel(Bench.worker(), relay)) {
        // Of the replay, too, the time begins when the worker has started.
        kernel.hello(Budget.ofSeconds(30));
        best = Math.min(best, Bench.build(kernel, part).ms());
      }
      replayed = Math.min(replayed, Replay.run(Bench.worker(), all) / 1e6);
      bare = Math.min(bare, Replay.run(Bench.worker(), primitives) / 1e6);
    }
    return new Times(best, replayed, bare);
  }

  private static Relay recorder(List<byte[]> all, List<byte[]> primitives) {
    return new Relay() {
      @Override
      public void answered(String operation, Request request, long nanos) {
        all.add(request.toByteArray());
        if (!PROOFS.contains(operation)) {
          primitives.add(request.toByteArray());
        }
      }
    };
  }
}
