package org.ankerdraft.core;

import java.util.Map;
import org.ankerdraft.core.build.PartBuilder;
import org.ankerdraft.core.build.PartState;
import org.ankerdraft.core.build.StepResult;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;

/** One kernel for all tests of the core, and short ways to parts. */
public final class Parts {
  public static final GeometryKernel KERNEL =
      new GeometryKernel(WorkerProgram.find().orElseThrow());

  private Parts() {}

  /** A part from its steps, as text with ' for ". */
  public static PartDocument part(String steps) {
    return document("{'ankerdraft': 1, 'name': 'test', 'steps': [" + steps + "]}");
  }

  public static PartDocument document(String text) {
    return switch (PartJson.read(text.replace('\'', '"'))) {
      case Read.Ok(PartDocument part) -> part;
      case Read.Bad(var error) -> throw new AssertionError(error.toString());
    };
  }

  public static PartState build(PartDocument part) {
    return new PartBuilder(KERNEL, Tolerance.MODEL)
        .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  public static PartState build(String steps) {
    return build(part(steps));
  }

  /** Builds a part that must not fail. */
  public static PartState ok(String steps) {
    return ok(part(steps));
  }

  /** Builds a part that must not fail. */
  public static PartState ok(PartDocument part) {
    PartState state = build(part);
    if (!state.isOk()) {
      throw new AssertionError(
          state.steps().stream()
              .map(StepResult::message)
              .filter(m -> !m.isEmpty())
              .toList()
              .toString());
    }
    return state;
  }

  public static double volume(PartState state) {
    return state.bodies().values().iterator().next().named().shape().mass().volumeMm3();
  }

  /** A box as sketch and extrude; its faces are box/side:r.left ..., box/start, box/end. */
  public static String box(double x, double y, double z) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'"
        + x
        + " mm','height':'"
        + y
        + " mm'}]},{'kind':'extrude','id':'box','sketch':'s','depth':'"
        + z
        + " mm','body':'Body'}";
  }

  /** A cylinder; its faces are rod/side:k, rod/start, rod/end. */
  public static String rod(double diameter, double height) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'k','diameter':'"
        + diameter
        + " mm'}]},{'kind':'extrude','id':'rod','sketch':'s','depth':'"
        + height
        + " mm','body':'Body'}";
  }
}
