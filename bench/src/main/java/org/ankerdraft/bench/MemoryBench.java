package org.ankerdraft.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.GeometryKernel;

/** What is held after many edits of the lamp base: live heap, and the worker's resident memory. */
public final class MemoryBench {
  private static final int EDITS = 300;
  private static final long SEED = 11;

  /** The wall's angle changes everything, the screw little; most edits are small. */
  private static final List<String> NUMBERS = List.of("screw", "screw", "screw", "rib", "draft");

  private MemoryBench() {}

  public static void main(String[] args) throws IOException {
    Random random = new Random(SEED);
    PartDocument part = Bench.lampBase();
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      PartState state = build(builder, part);
      long before = liveHeap();
      for (int i = 0; i < EDITS; i++) {
        String name = NUMBERS.get(random.nextInt(NUMBERS.size()));
        state = build(builder, changed(part, name, random.nextDouble(0.9, 1.1)));
      }
      long heap = liveHeap();
      long worker = residentBytes(kernel.workerHandle().orElseThrow().pid());
      Bench.ratio(
          "live heap and worker after " + EDITS + " edits, MB",
          (heap + worker) / 1e6,
          "under 300",
          String.format(
              Locale.ROOT,
              "heap %.0f MB (%.0f before), worker %.0f MB, %d bodies",
              heap / 1e6,
              before / 1e6,
              worker / 1e6,
              state.bodies().size()));
    }
  }

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static PartDocument changed(PartDocument part, String name, double factor) {
    return part.withParameters(
        part.parameters().stream()
            .map(p ->
                p.name().equals(name)
                    ? new Parameter(
                        name,
                        new Expr(String.format(Locale.ROOT, "%.4f*(%s)", factor, p.value().text())),
                        p.note())
                    : p)
            .toList());
  }

  private static long liveHeap() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }

  private static long residentBytes(long pid) throws IOException {
    for (String line : Files.readAllLines(Path.of("/proc/" + pid + "/status"))) {
      if (line.startsWith("VmRSS:")) {
        return 1024 * Long.parseLong(line.replaceAll("[^0-9]", ""));
      }
    }
    throw new IOException("no resident size of process " + pid);
  }
}
