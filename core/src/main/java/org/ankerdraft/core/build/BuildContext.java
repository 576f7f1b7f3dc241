package org.ankerdraft.core.build;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome.KernelFailure;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/**
 * What a step's builder may use: the kernel, the values, and the bodies and sketches as they stand
 * before the step.
 */
final class BuildContext {
  private static final Duration USUAL = Duration.ofSeconds(30);
  private static final Duration SHORT = Duration.ofSeconds(6);

  final GeometryKernel kernel;
  final PartDocument part;
  final Evaluator values;
  final Tolerance tolerance;
  final Map<String, byte[]> files;
  final Map<String, Body> bodies;
  final Map<String, ResolvedSketch> sketches;

  /** What the steps before came to, in order. */
  final List<StepResult> done;

  private final Budget.Cancel cancel;

  BuildContext(
      GeometryKernel kernel,
      PartDocument part,
      Evaluator values,
      Tolerance tolerance,
      Map<String, byte[]> files,
      Map<String, Body> bodies,
      Map<String, ResolvedSketch> sketches,
      List<StepResult> done,
      Budget.Cancel cancel) {
    this.kernel = kernel;
    this.part = part;
    this.values = values;
    this.tolerance = tolerance;
    this.files = files;
    this.bodies = new LinkedHashMap<>(bodies);
    this.sketches = sketches;
    this.done = List.copyOf(done);
    this.cancel = cancel;
  }

  Budget budget() {
    return new Budget(USUAL, cancel);
  }

  /** For operations that are quick or never end. */
  Budget shortBudget() {
    return new Budget(SHORT, cancel);
  }

  Vec3 partPull() {
    return part.process().pull().unit();
  }

  Choosing choosing(NamedShape named) {
    return new Choosing(named, values, partPull(), tolerance);
  }

  /** The named body, or the only one. */
  Body body(String what, String name) throws StepFailed {
    if (name != null) {
      Body body = bodies.get(name);
      if (body == null) {
        throw new StepFailed(what, "there is no body named " + name + existing());
      }
      return body;
    }
    if (bodies.isEmpty()) {
      throw new StepFailed(what, "there is no body yet");
    }
    if (bodies.size() > 1) {
      throw new StepFailed(
          what, "the part has several bodies, so the step must say which" + existing());
    }
    return bodies.values().iterator().next();
  }

  private String existing() {
    return bodies.isEmpty() ? "" : "; there are " + String.join(", ", bodies.keySet());
  }

  /** A length that must be above zero. */
  double positiveMm(String what, String field, Expr expr) throws StepFailed, ExpressionException {
    if (expr == null) {
      throw new StepFailed(what, field + " is missing");
    }
    double v = values.lengthMm(expr);
    if (!(v > tolerance.lengthMm())) {
      throw new StepFailed(what, field + " is " + Words.mm(v) + "; it must be more than 0");
    }
    return v;
  }

  /** Faces of a body that must not be none. */
  Set<Integer> someFaces(String what, NamedShape named, Collection<FaceChoice> choices)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Set<Integer> faces = choosing(named).faces(choices);
    if (faces.isEmpty()) {
      throw new StepFailed(what, "the choice describes no face of the body");
    }
    return faces;
  }

  /** The frame of a datum plane. */
  Frame frame(String what, PlaneRef ref) throws StepFailed, ExpressionException, Choosing.Adrift {
    if (ref == null) {
      throw new StepFailed(what, "a plane is missing");
    }
    Frame frame;
    if (ref.face() != null) {
      NamedShape named = body(what, ref.body()).named();
      Set<Integer> faces = someFaces(what, named, List.of(ref.face()));
      Topology.Face face = named.topology().face(faces.iterator().next());
      if (face.kind() != Topology.SurfaceKind.PLANE) {
        throw new StepFailed(
            what,
            "face "
                + named.faceName(faces.iterator().next())
                + " is not plane ("
                + Words.kind(face.kind())
                + ")");
      }
      frame =
          Frame.on(
              new org.ankerdraft.kernel.Plane(face.origin(), face.direction()),
              tolerance.angleRad());
    } else {
      frame = Frame.base(ref.base() == null ? "XY" : ref.base());
      if (frame == null) {
        throw new StepFailed(what, "there is no base plane " + ref.base() + "; use XY, XZ or YZ");
      }
    }
    return ref.offset() == null ? frame : frame.offset(values.lengthMm(ref.offset()));
  }

  /** A kernel failure in the words of a step, with the names of the faces and edges concerned. */
  static Failure failure(String what, KernelFailure failure, NamedShape input) {
    List<String> where = new ArrayList<>();
    Vec3 place = failure.place().orElse(null);
    if (input != null) {
      for (int f : failure.faces()) {
        if (f >= 1 && f <= input.topology().faces().size()) {
          where.add(input.faceName(f));
          place = place == null ? input.topology().face(f).point() : place;
        }
      }
      for (int e : failure.edges()) {
        if (e >= 1 && e <= input.topology().edges().size()) {
          where.add(input.edgeName(e));
          place = place == null ? input.topology().edge(e).mid() : place;
        }
      }
    }
    return new Failure(what, failure.message(), where, place, null);
  }
}
