package org.ankerdraft.bench;

import java.nio.file.Path;
import java.util.Map;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;

/** What the benchmarks share: the demo part, and ratios on a line each. */
final class Bench {
  private Bench() {}

  static Path home() {
    return Path.of(System.getenv("ANKERDRAFT_HOME"));
  }

  static Path worker() {
    return WorkerProgram.find().orElseThrow();
  }

  static PartDocument lampBase() {
    return switch (PartFile.open(home().resolve("demo/lamp-base.json"))) {
      case PartFile.Opened.Ok(PartFile.Content content) -> content.part();
      case PartFile.Opened.Bad(var error) -> throw new IllegalStateException(error.toString());
    };
  }

  static PartState build(GeometryKernel kernel, PartDocument part) {
    return new PartBuilder(kernel, Tolerance.MODEL)
        .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  static void ratio(String what, double value, String wanted, String detail) {
    System.out.printf("%-52s %7.2f   (%s)   %s%n", what, value, wanted, detail);
  }
}
