package org.ankerdraft.core.step.pattern;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Tools;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;

/** Copies of tools, united with their body or taken from it in one operation for each step. */
final class PatternBuilder {
  private static final String WHAT = "pattern";
  private static final int MOST = 1000;

  private final BuildContext context;
  private final Pattern step;

  PatternBuilder(BuildContext context, Pattern step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Map<String, Motion> places = places();
    if (places.isEmpty()) {
      throw new StepFailed(WHAT, "every copy is left out");
    }
    if (step.steps().isEmpty()) {
      Body body = context.body(WHAT, step.body());
      return StepBuild.of(
          "copies of the body",
          new Body(body.name(), united(body.named(), copies(places, body.named(), "the body"))));
    }
    Map<String, Body> bodies = new LinkedHashMap<>();
    boolean isAgain = false;
    for (String id : step.steps()) {
      Tools.Source source = context.tool(WHAT, id);
      isAgain |= source instanceof Tools.Done;
      Body body = context.body(WHAT, source.body());
      Body now = bodies.getOrDefault(body.name(), body);
      bodies.put(
          body.name(),
          switch (source) {
            case Tools.Made made -> withCopies(places, made, now, id);
            case Tools.Moved moved -> moved(places, moved.work(), now, id);
            case Tools.Done done -> done.again().atAll(now, places, step.id());
          });
    }
    String how = isAgain ? "done again where each copy stands" : "copies of tools";
    return new StepBuild(how, List.copyOf(bodies.values()), null);
  }

  private Body withCopies(Map<String, Motion> places, Tools.Made made, Body body, String of)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    List<NamedShape> copies = copies(places, made.made().solid(), of);
    mustMeet(places, copies, body.named(), of);
    return new Body(body.name(), combined(made.use(), body.named(), copies));
  }

  /** With copies of all its tools; what they add must meet the body. */
  private Body moved(Map<String, Motion> places, Work work, Body body, String of)
      throws StepFailed, Ladder.Stopped {
    List<Work.Act> acts = new ArrayList<>();
    for (Work.Act act : work.acts()) {
      acts.add(act instanceof Work.OfTools tools ? moved(places, tools, body, of) : act);
    }
    Work all = new Work(WHAT + " of " + of, body, acts);
    return new Body(body.name(), all.done(context, step.id()).shape());
  }

  private Work.Act moved(Map<String, Motion> places, Work.OfTools act, Body body, String of)
      throws StepFailed, Ladder.Stopped {
    List<NamedShape> moved = new ArrayList<>();
    for (NamedShape tool : act.tools()) {
      List<NamedShape> copies = copies(places, tool, of);
      if (!(act instanceof Work.Trimming)) {
        mustMeet(places, copies, body.named(), of);
      }
      moved.addAll(copies);
    }
    return act.with(moved);
  }

  /** Where the copies lie, by their ids. */
  private Map<String, Motion> places() throws StepFailed, ExpressionException, Choosing.Adrift {
    Map<String, Motion> all =
        switch (step.way()) {
          case ROW -> rows();
          case ROUND -> round();
          case TABLE -> new TablePlaces(context, step).places();
          case POINTS, PATH -> new SketchPlaces(context, step).places();
          case MIRROR -> {
            Frame frame = context.frame(WHAT, step.plane());
            yield new LinkedHashMap<>(Map.of("mirror", Motion.mirror(frame.plane())));
          }
        };
    for (String id : step.without()) {
      if (all.remove(id) == null) {
        throw new StepFailed(
            WHAT,
            "there is no copy "
                + id
                + " to leave out; there are "
                + String.join(", ", all.keySet().stream().limit(12).toList()));
      }
    }
    return all;
  }

  private Map<String, Motion> rows() throws StepFailed, ExpressionException, Choosing.Adrift {
    int count = count(context, step.count(), "the number of copies", 1);
    int rows = step.rows() == null ? 1 : count(context, step.rows(), "the number of rows", 1);
    if (count * rows < 2 || count * rows > MOST) {
      throw new StepFailed(
          WHAT, "there are " + count * rows + " in all; there must be from 2 to " + MOST);
    }
    Vec3 along = count == 1 ? Vec3.ZERO : shift(step.axis(), step.spacing(), "the spacing");
    Vec3 across = Vec3.ZERO;
    if (rows > 1) {
      if (step.across() == null) {
        throw StepFailed.waits(WHAT, "the direction of the rows is not said");
      }
      across = shift(step.across(), step.rowSpacing(), "the row spacing");
      if (count > 1 && along.cross(across).length() < context.tolerance.lengthMm()) {
        throw new StepFailed(WHAT, "the rows lie in one line: their two directions are one");
      }
    }
    Map<String, Motion> out = new LinkedHashMap<>();
    for (int j = 1; j <= rows; j++) {
      for (int i = 1; i <= count; i++) {
        if (i > 1 || j > 1) {
          String id = rows == 1 ? String.valueOf(i) : i + "-" + j;
          out.put(id, Motion.shift(along.times(i - 1).plus(across.times(j - 1))));
        }
      }
    }
    return out;
  }

  private Vec3 shift(org.ankerdraft.core.sketch.AxisRef ref, Expr spacing, String name)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    if (spacing == null) {
      throw StepFailed.waits(WHAT, name + " is missing");
    }
    double mm = context.values.lengthMm(spacing);
    if (Math.abs(mm) < context.tolerance.lengthMm()) {
      throw new StepFailed(WHAT, name + " is 0: all copies would lie on the original");
    }
    return context.axis(WHAT, ref, null).direction().times(mm);
  }

  private Map<String, Motion> round() throws StepFailed, ExpressionException, Choosing.Adrift {
    int count = count(context, step.count(), "the number of copies", 2);
    Axis axis = context.axis(WHAT, step.axis(), null);
    double full = 2 * Math.PI;
    double angle = step.angle() == null ? full / count : context.values.angleRad(step.angle());
    if (Math.abs(angle) < context.tolerance.angleRad()
        || Math.abs(angle) * (count - 1) > full - context.tolerance.angleRad()) {
      throw new StepFailed(
          WHAT,
          count
              + " at "
              + Words.deg(angle)
              + " do not lie apart within a turn; "
              + (int) Math.max(1, Math.floor(full / Math.max(1e-9, Math.abs(angle)) + 1e-9))
              + " do");
    }
    Map<String, Motion> out = new LinkedHashMap<>();
    for (int i = 2; i <= count; i++) {
      out.put(String.valueOf(i), Motion.turn(axis, angle * (i - 1)));
    }
    return out;
  }

  static int count(BuildContext context, Expr expr, String name, int least)
      throws StepFailed, ExpressionException {
    return context.wholeNumber(WHAT, name, expr, least, MOST);
  }

  /** Faces of a copy are named after the copy and the faces that they are copies of. */
  private List<NamedShape> copies(Map<String, Motion> places, NamedShape original, String of)
      throws StepFailed, Ladder.Stopped {
    Outcome<List<Derived>> moved =
        context.kernel.move(original.shape(), List.copyOf(places.values()), context.budget());
    if (moved instanceof Outcome.Failed<List<Derived>>(var failure)) {
      throw new StepFailed(
          BuildContext.failure(WHAT + " of " + of, Ladder.stopIfNeeded(failure), original));
    }
    List<NamedShape> out = new ArrayList<>();
    Iterator<String> ids = places.keySet().iterator();
    for (Derived one : moved.orThrow()) {
      String id = ids.next();
      NamedShape copy = Naming.name(one, List.of(original), () -> FaceName.of(step.id(), "face"));
      out.add(
          new NamedShape(
              copy.shape(),
              copy.faceNames().stream().map(n -> FaceName.ofCopy(step.id(), id, n)).toList()));
    }
    return out;
  }

  private NamedShape united(NamedShape body, List<NamedShape> copies)
      throws StepFailed, Ladder.Stopped {
    return step.apart()
        ? Combiner.gather(context, WHAT, body, copies, step.id())
        : combined(Combination.UNITE, body, copies);
  }

  private NamedShape combined(Combination use, NamedShape body, List<NamedShape> copies)
      throws StepFailed, Ladder.Stopped {
    return Combiner.combineAll(context, WHAT, use, body, copies, step.id());
  }

  /** A copy beside the body would do nothing, or make a body of its own. */
  private void mustMeet(
      Map<String, Motion> places, List<NamedShape> copies, NamedShape body, String of)
      throws StepFailed {
    Shape.Mass whole = body.shape().mass();
    int i = 0;
    for (String id : places.keySet()) {
      Shape.Mass copy = copies.get(i++).shape().mass();
      boolean isBeside =
          copy.boxMin().x() > whole.boxMax().x()
              || copy.boxMax().x() < whole.boxMin().x()
              || copy.boxMin().y() > whole.boxMax().y()
              || copy.boxMax().y() < whole.boxMin().y()
              || copy.boxMin().z() > whole.boxMax().z()
              || copy.boxMax().z() < whole.boxMin().z();
      if (isBeside) {
        throw new StepFailed(
            WHAT,
            "copy "
                + id
                + " of "
                + of
                + " does not meet the body: it lies at "
                + Numbers.place(copy.centroid())
                + ", the body from "
                + Numbers.place(whole.boxMin())
                + " to "
                + Numbers.place(whole.boxMax()));
      }
    }
  }
}
