package org.ankerdraft.bench;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.Imported;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/** What damaged STEP files do to the worker, and what many steps cost. */
public final class HostileBench {
  private static final int MUTANTS = 160;
  private static final long SEED = 1;
  private static final int FEW = 10_000;
  private static final int MANY = 100_000;

  private HostileBench() {}

  public static void main(String[] args) {
    stepMutants();
    manySteps();
  }

  private static void stepMutants() {
    PartDocument part =
        switch (PartJson.read(
            """
            {"ankerdraft":1,"steps":[
              {"kind":"sketch","id":"s","curves":[{"curve":"rectangle","name":"r","width":40,"height":30,"rounding":4}]},
              {"kind":"extrude","id":"e","sketch":"s","depth":20,"taper":2,"body":"Body"},
              {"kind":"shell","id":"w","thickness":2,"open":[{"choose":"face","name":"e/start"}]}]}
            """)) {
          case Read.Ok(PartDocument read) -> read;
          case Read.Bad(var error) -> throw new IllegalStateException(error.toString());
        };
    int[] counts = new int[3];
    int restarts;
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      Shape shape = Bench.build(kernel, part).bodies().get("Body").named().shape();
      byte[] good = kernel.writeStep("m", Map.of("Body", shape), Budget.ofSeconds(30)).orThrow();
      Random random = new Random(SEED);
      int before = kernel.restarts();
      for (int i = 0; i < MUTANTS; i++) {
        Outcome<Imported> read = kernel.readStep(mutant(good, random), Budget.ofSeconds(20));
        counts[outcome(read)]++;
      }
      restarts = kernel.restarts() - before;
    }
    Bench.ratio(
        "damaged STEP files that end the worker / all",
        (double) counts[2] / MUTANTS,
        "contained, and told",
        counts[0] + " read, " + counts[1] + " refused, " + restarts + " restarts");
  }

  private static int outcome(Outcome<Imported> read) {
    return switch (read) {
      case Outcome.Done<Imported> _ -> 0;
      case Outcome.Failed<Imported>(var failure) ->
          failure.cause() == Outcome.Cause.CRASHED ? 2 : 1;
    };
  }

  /** A few bytes wrong, cut short, or a number changed. */
  private static byte[] mutant(byte[] good, Random random) {
    return switch (random.nextInt(3)) {
      case 0 -> Arrays.copyOf(good, good.length / 2 + random.nextInt(good.length / 2));
      case 1 -> scratched(good, random);
      default -> misdirected(good, random);
    };
  }

  private static byte[] scratched(byte[] good, Random random) {
    byte[] bytes = good.clone();
    for (int k = 1 + random.nextInt(6); k > 0; k--) {
      bytes[random.nextInt(bytes.length)] = (byte) (32 + random.nextInt(95));
    }
    return bytes;
  }

  private static byte[] misdirected(byte[] good, Random random) {
    String text = new String(good, StandardCharsets.ISO_8859_1);
    int at = Math.max(0, text.indexOf('#', random.nextInt(text.length())));
    int end = at + 1;
    while (end < text.length() && Character.isDigit(text.charAt(end))) {
      end++;
    }
    return (text.substring(0, at + 1) + random.nextInt(400) + text.substring(end))
        .getBytes(StandardCharsets.ISO_8859_1);
  }

  private static void manySteps() {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      build(builder, FEW);
      double few = build(builder, FEW);
      double many = build(builder, MANY);
      Bench.ratio(
          "time for each step, 100,000 steps / 10,000 steps",
          many / MANY / (few / FEW),
          "1 is linear",
          String.format("%.2f / %.2f s", many, few));
    }
  }

  private static double build(PartBuilder builder, int steps) {
    List<Step> sketches =
        IntStream.range(0, steps)
            .<Step>mapToObj(i -> new Sketch(Head.of("s" + i), null, List.of()))
            .toList();
    long start = System.nanoTime();
    boolean finished =
        builder
            .build(
                PartDocument.empty("many").withSteps(sketches),
                Map.of(),
                PartBuilder.Progress.NONE,
                () -> false)
            .isPresent();
    if (!finished) {
      throw new IllegalStateException("the build was given up, though nobody cancelled it");
    }
    return (System.nanoTime() - start) / 1e9;
  }
}
