package org.ankerdraft.bench;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
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

  /**
   * What a program for comparison takes.
   *
   * @param program prints each count with its time, ms
   */
  static Map<Integer, Double> timesOf(String program, int... counts)
      throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of(program));
    for (int n : counts) {
      command.add(Integer.toString(n));
    }
    Process process = new ProcessBuilder(command).start();
    Map<Integer, Double> out = new TreeMap<>();
    try (InputStream in = process.getInputStream()) {
      for (String line : new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList()) {
        String[] words = line.split(" ", -1);
        out.put(Integer.parseInt(words[0]), Double.parseDouble(words[1]));
      }
    }
    if (process.waitFor() != 0) {
      throw new IOException(program + " failed");
    }
    return out;
  }
}
