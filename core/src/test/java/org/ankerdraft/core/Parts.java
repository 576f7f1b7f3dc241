package org.ankerdraft.core;

import java.util.Locale;
import java.util.Map;
import java.util.StringJoiner;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Budget;
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

  /**
   * A part with another text in a number of a step.
   *
   * @param slot as on the step's card, such as sets[0].size
   */
  @SuppressWarnings("unchecked") // a slot whose form is of expressions holds one
  public static PartDocument with(PartDocument part, String step, String slot, String text) {
    for (Slot<? extends Step> s : StepKinds.of(part.step(step).orElseThrow()).slots()) {
      if (s instanceof Slot.Value<?, ?> v && s.id().equals(slot) && v.form() instanceof ExprForm) {
        return part.withStep(((Slot.Value<? extends Step, Expr>) v).with().apply(new Expr(text)));
      }
    }
    throw new AssertionError("no number " + slot + " in " + step);
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

  /**
   * A part whose body is written as STEP and read again by a step {@code in}, so that nothing is
   * known of how it was made; and what is done to it then.
   */
  public static PartState readAgain(String made, String then) {
    Body body = ok(made).bodies().values().iterator().next();
    byte[] file =
        KERNEL
            .writeStep("body", Map.of("body", body.named().shape()), Budget.ofSeconds(30))
            .orThrow();
    return new PartBuilder(KERNEL, Tolerance.MODEL)
        .build(
            part("{'kind':'import','id':'in','file':'body.step'}" + then),
            Map.of("body.step", file),
            PartBuilder.Progress.NONE,
            () -> false)
        .orElseThrow();
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

  /** A line of a sketch, in mm. */
  public static String line(String name, double ax, double ay, double bx, double by) {
    return String.format(
        Locale.ROOT,
        "{'curve':'line','name':'%s','from':['%.9f mm','%.9f mm'],'to':['%.9f mm','%.9f mm']}",
        name,
        ax,
        ay,
        bx,
        by);
  }

  /** The corners of a regular polygon, mm, the first of them on the x axis. */
  public static double[][] regular(int sides, double radiusMm) {
    double[][] corners = new double[sides][];
    for (int i = 0; i < sides; i++) {
      double at = 2 * Math.PI * i / sides;
      corners[i] = new double[] {radiusMm * Math.cos(at), radiusMm * Math.sin(at)};
    }
    return corners;
  }

  /**
   * A polygon with these corners, mm, extruded; its faces are e/side:l0 ..., e/start, e/end.
   *
   * @param taperDeg positive narrows on the way up
   */
  public static String prism(double[][] corners, double heightMm, double taperDeg) {
    StringJoiner lines = new StringJoiner(",");
    for (int i = 0; i < corners.length; i++) {
      double[] from = corners[i];
      double[] to = corners[(i + 1) % corners.length];
      lines.add(line("l" + i, from[0], from[1], to[0], to[1]));
    }
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[%s]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'%.9f mm','taper':'%.9f deg','body':'Body'}",
        lines,
        heightMm,
        taperDeg);
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
