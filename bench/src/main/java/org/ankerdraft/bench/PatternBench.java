package org.ankerdraft.bench;

import java.io.IOException;
import java.util.Locale;
import java.util.Map;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;

/**
 * What a pattern of many holes costs against one boolean operation of the library with as many
 * tools.
 */
public final class PatternBench {
  private static final int TURNS = 3;
  private static final int COLUMNS = 20;
  private static final double STEP_MM = 14;

  private PatternBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    pattern(40);
    double ours = Double.MAX_VALUE;
    double library = Double.MAX_VALUE;
    for (int i = 0; i < TURNS; i++) {
      ours = Math.min(ours, pattern(200));
      library = Math.min(library, Bench.timesOf(args[0], 200).get(200));
    }
    Bench.ratio(
        "pattern of 200 holes / one boolean of the library with 200 tools",
        ours / library,
        "at most 1.3",
        String.format(Locale.ROOT, "%.0f / %.0f ms", ours, library));
    double few = pattern(20);
    double many = pattern(400);
    Bench.ratio(
        "growth of a pattern from 20 to 400 holes, exponent",
        Math.log(many / few) / Math.log(20),
        "at most 1.2",
        String.format(Locale.ROOT, "%.0f to %.0f ms", few, many));
    double cutters = lastStep(CUTTERS);
    Bench.ratio(
        "forty cutters of 0.08 mm round an axis / 5 s",
        cutters / 5000,
        "at most 1",
        String.format(Locale.ROOT, "%.0f ms", cutters));
  }

  /** A drum of 60 mm; the cutters end 0.9 mm from its skin. */
  private static final String CUTTERS =
      """
      {"ankerdraft": 1, "name": "drum", "steps": [
        {"kind": "sketch", "id": "s", "curves": [{"curve": "circle", "name": "k", "diameter": "60 mm"}]},
        {"kind": "extrude", "id": "drum", "sketch": "s", "depth": "20 mm", "body": "Drum"},
        {"kind": "sketch", "id": "c", "curves": [{"curve": "rectangle", "name": "r", "corner": ["20 mm", "-0.04 mm"], "width": "9.1 mm", "height": "0.08 mm"}]},
        {"kind": "extrude", "id": "blade", "sketch": "c", "depth": "15 mm", "startOffset": "5 mm", "use": "subtract", "targets": ["Drum"]},
        {"kind": "pattern", "id": "blades", "steps": ["blade"], "way": "round", "axis": {"base": "Z"}, "count": 40}]}
      """;

  /** The pattern step alone, with a fresh worker. */
  private static double pattern(int holes) {
    String text =
        String.format(
            Locale.ROOT,
            """
            {"ankerdraft": 1, "name": "grille", "steps": [
              {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "corner": ["-10 mm", "-10 mm"], "width": "300 mm", "height": "300 mm"}]},
              {"kind": "extrude", "id": "plate", "sketch": "s", "depth": "3 mm"},
              {"kind": "hole", "id": "h", "plane": {"base": "XY"}, "diameter": "5 mm", "points": [["0 mm", "0 mm"]]},
              {"kind": "pattern", "id": "p", "steps": ["h"], "count": %d, "spacing": "%.1f mm", "across": {"base": "Y"}, "rows": %d, "rowSpacing": "%.1f mm"}]}
            """,
            COLUMNS,
            STEP_MM,
            holes / COLUMNS,
            STEP_MM);
    return lastStep(text);
  }

  /** The time that the last step of a part takes, ms. */
  private static double lastStep(String text) {
    if (!(PartJson.read(text) instanceof Read.Ok(PartDocument part))) {
      throw new IllegalStateException("the bench's own part is read");
    }
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartState state =
          new PartBuilder(kernel, Tolerance.MODEL)
              .build(part, Map.of(), PartBuilder.Progress.NONE, Budget.Cancel.NEVER)
              .orElseThrow();
      StepResult last = state.steps().getLast();
      if (last.failure() != null) {
        throw new IllegalStateException(last.message());
      }
      return last.ms();
    }
  }
}
