package org.ankerdraft.core.operation;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.kernel.Outcome.KernelFailure;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * What a step's builder may use: the kernel, the values, and those bodies, sketches, files and
 * parts of the process that its step declares as {@link Inputs}, as they stand before the step.
 * Asking for anything else is a bug, and throws.
 */
public final class BuildContext {
  private static final Duration USUAL = Duration.ofSeconds(30);
  private static final Duration SHORT = Duration.ofSeconds(10);

  /**
   * The part as it stands before a step.
   *
   * @param values knows the parameters that the step uses
   * @param bodies by name, in the order in which they came to be
   * @param sketches by the id of their steps
   * @param files imported files by name
   * @param tools of the steps before
   * @param madeBefore in this build and those before it
   */
  public record Part(
      Evaluator values,
      Map<String, Body> bodies,
      Map<String, ResolvedSketch> sketches,
      Map<String, byte[]> files,
      Direction pull,
      SheetProcess sheet,
      Tools tools,
      MadeBefore madeBefore) {

    private Part with(Evaluator otherValues, Map<String, Body> otherBodies) {
      return new Part(otherValues, otherBodies, sketches, files, pull, sheet, tools, madeBefore);
    }
  }

  public final GeometryKernel kernel;
  public final Evaluator values;
  public final Tolerance tolerance;
  private final Part part;
  private final Inputs inputs;
  private final Budget.Cancel cancel;
  private Tool readyTool;
  private Motion place;

  public BuildContext(
      GeometryKernel kernel, Tolerance tolerance, Part part, Inputs inputs, Budget.Cancel cancel) {
    this.kernel = kernel;
    this.tolerance = tolerance;
    this.part = part;
    this.values = part.values();
    this.inputs = inputs;
    this.cancel = cancel;
  }

  /** The same part with other values: those of an earlier step. */
  BuildContext withValues(Evaluator other) {
    return new BuildContext(kernel, tolerance, part.with(other, part.bodies()), inputs, cancel);
  }

  /**
   * The same in another place: sketches, planes and axes are moved, bodies and the pull are not.
   *
   * @param by a movement that mirrors nothing
   */
  BuildContext movedBy(Motion by) {
    BuildContext moved = new BuildContext(kernel, tolerance, part, inputs, cancel);
    moved.place = by;
    return moved;
  }

  /** The same with other bodies under the names that they have. */
  BuildContext withBodies(Map<String, Body> others) {
    BuildContext with =
        new BuildContext(kernel, tolerance, part.with(values, others), inputs, cancel);
    with.place = place;
    return with;
  }

  /** The same where that body is the only one. */
  public BuildContext on(Body body) {
    return withBodies(Map.of(body.name(), body));
  }

  /** All bodies that its step may read, by name. */
  Map<String, Body> bodies() {
    boolean readsAny = inputs.has(new Input.EveryBody()) || inputs.has(new Input.OfBody(null));
    Map<String, Body> out = new LinkedHashMap<>(part.bodies());
    out.keySet().removeIf(name -> !readsAny && !inputs.has(new Input.OfBody(name)));
    return out;
  }

  /** The same with the step's tool, which has been made already; null if it has not. */
  public BuildContext withTool(Tool ready) {
    BuildContext with = new BuildContext(kernel, tolerance, part, inputs, cancel);
    with.readyTool = ready;
    return with;
  }

  /** The step's tool, where it has been made already. */
  public Optional<Tool> readyTool() {
    return Optional.ofNullable(readyTool);
  }

  /** What does not depend on any body, and need not be made again. */
  public MadeBefore madeBefore() {
    return part.madeBefore();
  }

  private void need(Input input) {
    if (!inputs.has(input)) {
      throw new IllegalStateException("the step reads " + input + ", which it does not declare");
    }
  }

  public Budget budget() {
    return usual(cancel);
  }

  /** For operations that may take their time. */
  public static Budget usual(Budget.Cancel cancel) {
    return new Budget(USUAL.multipliedBy(cancel.patience()), cancel);
  }

  /** For operations that are quick or never end. */
  public Budget shortBudget() {
    return new Budget(SHORT.multipliedBy(cancel.patience()), cancel);
  }

  public Vec3 partPull() {
    need(new Input.Pull());
    return part.pull().unit();
  }

  public SheetProcess sheet() {
    need(new Input.Sheet());
    return part.sheet();
  }

  public byte[] file(String what, String name) throws StepFailed {
    need(new Input.OfFile(name));
    byte[] data = part.files().get(name);
    if (data == null) {
      throw new StepFailed(what, "file " + name + " is not there");
    }
    return data;
  }

  public Choosing choosing(NamedShape named) {
    Vec3 pull = inputs.has(new Input.Pull()) ? part.pull().unit() : null;
    return new Choosing(named, values, pull, tolerance);
  }

  /** A sketch that an earlier step made. */
  public ResolvedSketch sketch(String what, String id) throws StepFailed {
    need(new Input.Sketch(id));
    ResolvedSketch sketch = part.sketches().get(id);
    if (sketch == null) {
      throw new StepFailed(what, "sketch " + id + " is not built");
    }
    return place == null ? sketch : sketch.moved(place);
  }

  /** What an earlier step united with a body or took from it. */
  public Tools.Source tool(String what, String step) throws StepFailed {
    need(new Input.ToolOf(step));
    return part.tools()
        .of(step)
        .orElseThrow(() ->
            new StepFailed(
                what,
                "step "
                    + step
                    + " cannot be repeated: only a step before this one that adds something to a"
                    + " body or takes something from it can"));
  }

  /** Whether a body has that name. */
  public boolean isTaken(String name) {
    need(new Input.BodyNames());
    return part.bodies().containsKey(name);
  }

  public Collection<Body> everyBody() {
    need(new Input.EveryBody());
    return part.bodies().values();
  }

  /** The named solid, or the only one. */
  public Body body(String what, String name) throws StepFailed, Choosing.Adrift {
    Body body = anyBody(what, name);
    if (body.isSurface()) {
      throw new StepFailed(
          what, "body " + body.name() + " is a surface, which encloses nothing; it needs a solid");
    }
    return body;
  }

  /** The named body, solid or surface, or the only one. */
  public Body anyBody(String what, String name) throws StepFailed, Choosing.Adrift {
    if (!inputs.has(new Input.EveryBody())) {
      need(new Input.OfBody(name));
    }
    Map<String, Body> bodies = part.bodies();
    if (name != null) {
      Body body = bodies.get(name);
      if (body == null) {
        throw new Choosing.Adrift(Lost.of(Lost.Kind.BODY, name, bodies.keySet()));
      }
      return body;
    }
    if (bodies.isEmpty()) {
      throw new StepFailed(what, "there is no body yet");
    }
    return Body.only(bodies.values())
        .orElseThrow(() ->
            new StepFailed(
                what,
                "the part has several bodies, so the step must say which; there are "
                    + String.join(", ", bodies.keySet())));
  }

  /** A length that must be above zero. */
  public double positiveMm(String what, String field, Expr expr)
      throws StepFailed, ExpressionException {
    if (expr == null) {
      throw new StepFailed(what, field + " is missing");
    }
    double v = values.lengthMm(expr);
    if (!(v > tolerance.lengthMm())) {
      throw new StepFailed(what, field + " is " + Words.mm(v) + "; it must be more than 0");
    }
    return v;
  }

  /** A whole number within bounds. */
  public int wholeNumber(String what, String field, Expr expr, int least, int most)
      throws StepFailed, ExpressionException {
    if (expr == null) {
      throw StepFailed.waits(what, field + " is missing");
    }
    double v = values.number(expr);
    int n = (int) Math.rint(v);
    if (n != v || n < least || n > most) {
      throw new StepFailed(
          what,
          field
              + " is "
              + Words.number(v)
              + "; it must be a whole number from "
              + least
              + " to "
              + most);
    }
    return n;
  }

  /** Faces of a body that must not be none. */
  public Set<Integer> someFaces(String what, NamedShape named, Collection<FaceChoice> choices)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Set<Integer> faces = choosing(named).faces(choices);
    if (faces.isEmpty()) {
      throw new StepFailed(what, "the choice describes no face of the body");
    }
    return faces;
  }

  /** The one face of a body that is chosen. */
  public int oneFace(String what, NamedShape named, FaceChoice choice)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Set<Integer> faces = someFaces(what, named, List.of(choice));
    // The parts of one face lie on one surface: each of them tells it.
    if (faces.size() > 1 && !(choice instanceof FaceChoice.Named)) {
      throw new StepFailed(what, "the choice describes " + faces.size() + " faces; it needs one");
    }
    return faces.iterator().next();
  }

  /** The inputs that a plane asks for. */
  public static Inputs inputsOf(PlaneRef plane) {
    return plane.face() == null ? Inputs.NONE : Inputs.NONE.body(plane.body());
  }

  /** The inputs that an axis asks for. */
  public static Inputs inputsOf(AxisRef axis) {
    return axis.face() == null ? Inputs.NONE : Inputs.NONE.body(axis.body());
  }

  /**
   * An axis.
   *
   * @param ownSketch in which a line is sought that names no other; null for none
   */
  public Axis axis(String what, AxisRef ref, String ownSketch)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    if (ref.face() != null) {
      return placed(axisOfFace(what, ref));
    }
    if (ref.line() == null) {
      return placed(
          new Axis(
              Vec3.ZERO,
              switch (ref.base()) {
                case X -> Vec3.X;
                case Y -> Vec3.Y;
                case Z -> Vec3.Z;
              }));
    }
    String id = ref.sketch() == null ? ownSketch : ref.sketch();
    if (id == null) {
      throw new StepFailed(what, "the sketch of line " + ref.line() + " is not said");
    }
    ResolvedSketch sketch = sketch(what, id);
    for (ProfileCurve c : sketch.curves()) {
      if (c instanceof ProfileCurve.Line l && ref.line().equals(sketch.nameByTag().get(l.tag()))) {
        return new Axis(l.start(), l.end().minus(l.start()).unit());
      }
    }
    throw new StepFailed(
        what, "sketch " + id + " has no line named " + ref.line() + " to serve as an axis");
  }

  private Axis placed(Axis axis) {
    return place == null
        ? axis
        : new Axis(place.of(axis.point()), place.ofDirection(axis.direction()));
  }

  private Axis axisOfFace(String what, AxisRef ref)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    NamedShape named = anyBody(what, ref.body()).named();
    int number = someFaces(what, named, List.of(ref.face())).iterator().next();
    Topology.Face face = named.topology().face(number);
    return switch (face.kind()) {
      case CYLINDER, CONE, TORUS -> new Axis(face.origin(), face.direction());
      case PLANE, SPHERE, FREEFORM ->
          throw new StepFailed(
              what,
              "face "
                  + named.faceName(number)
                  + " has no axis ("
                  + Words.kind(face.kind())
                  + "); a cylinder, cone or torus has");
    };
  }

  /** The frame of a datum plane. */
  public Frame frame(String what, PlaneRef ref)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Frame frame =
        ref.of() != null
            ? sketch(what, ref.of()).frame()
            : placed(ref.face() != null ? onFace(what, ref) : Frame.base(ref.base()));
    return ref.offset() == null ? frame : frame.offset(values.lengthMm(ref.offset()));
  }

  private Frame placed(Frame frame) {
    return place == null ? frame : frame.moved(place);
  }

  private Frame onFace(String what, PlaneRef ref)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    NamedShape named = anyBody(what, ref.body()).named();
    int number = someFaces(what, named, List.of(ref.face())).iterator().next();
    Topology.Face face = named.topology().face(number);
    if (face.kind() != Topology.SurfaceKind.PLANE) {
      throw new StepFailed(
          what,
          "face " + named.faceName(number) + " is not plane (" + Words.kind(face.kind()) + ")");
    }
    return Frame.on(new Plane(face.origin(), face.direction()), tolerance.angleRad());
  }

  /** A kernel failure in the words of a step, with the names of the faces and edges concerned. */
  public static Failure failure(String what, KernelFailure failure, NamedShape input) {
    List<String> where = new ArrayList<>();
    Optional<Vec3> place = failure.place();
    if (input != null) {
      for (int f : failure.faces()) {
        if (f >= 1 && f <= input.topology().faces().size()) {
          where.add(input.faceName(f).toString());
          place = place.or(() -> Optional.of(input.topology().face(f).point()));
        }
      }
      for (int e : failure.edges()) {
        if (e >= 1 && e <= input.topology().edges().size()) {
          where.add(input.edgeName(e).toString());
          place = place.or(() -> Optional.of(input.topology().edge(e).mid()));
        }
      }
    }
    return new Failure(what, failure.message(), where, place.orElse(null), null);
  }
}
