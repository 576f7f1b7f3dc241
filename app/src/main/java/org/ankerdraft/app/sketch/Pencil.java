package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BooleanSupplier;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.chart.Pen;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.sketch.edit.Flaws;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Xy;

/**
 * Draws in the selected sketch. While it is on, the view looks square at the sketch's plane, and
 * the first button of the pointer draws.
 */
public final class Pencil implements Pen {
  /** How far a fair offset may stray. */
  private static final double OFFSET_TOLERANCE_MM = 0.002;

  /** Ends this near to each other on the screen are meant to be one. */
  private static final double NEAR_PIXELS = 20;

  private final Session session;
  private final ChartView view;
  private final Runnable changed;
  private String step;
  private boolean isWanted;
  private Frame frame;
  private Camera before;

  /** The section of the view before the pencil was taken; null for none. */
  private Plane cutBefore;

  private Tool tool = Tool.LINE;
  private SketchView seen;
  private Sketch seenOf;

  /** What the projections of the sketch came to when it was last built. */
  private Laid laid = Laid.NONE;

  /** What was tried last, before it became the sketch. */
  private SketchView checked;

  /** What keeps the curves from bounding an area. */
  private List<Flaws.Flaw> flaws = List.of();

  private String problem = "";

  /** Why the sketch could not be built, though it can be seen; empty if it was. */
  private String unbuilt = "";

  private final Set<String> chosen = new LinkedHashSet<>();

  private final Hand hand;
  private final Aim aim = new Aim();
  private final Choosing choosing = new Choosing();

  /** The radius that corners are rounded with. */
  private Expr cornerRadius = new Expr("2 mm");

  private final Changes changes;

  /**
   * @param changed told when there is something else to show of it
   */
  public Pencil(Session session, ChartView view, Runnable changed) {
    this.session = session;
    this.hand = new Hand(session::unit);
    this.view = view;
    this.changed = changed;
    this.changes = new Changes(session, this::sketch, new Sight());
  }

  private final class Sight implements Changes.Sight {
    @Override
    public void check(Sketch other) throws ExpressionException, SketchProblem {
      if (problem.isEmpty()) {
        checked = new SketchView(other, laid, frame, changes.values());
      }
    }

    @Override
    public Laid laid() {
      return laid;
    }

    @Override
    public void changed() {
      look();
      changed.run();
    }
  }

  public boolean isOn() {
    return step != null;
  }

  Tool tool() {
    return tool;
  }

  Set<String> chosen() {
    return Set.copyOf(chosen);
  }

  boolean isCutOpen() {
    return isOn() && view.section() != null;
  }

  /** Takes away what of the part lies before the plane of the sketch, or puts it back. */
  void cutOpen(boolean open) {
    view.section(open ? frame.plane() : cutBefore);
    changed.run();
    view.refresh();
  }

  ChartView.Veil veil() {
    return view.veil();
  }

  /** Shows the part as it is, faded, or not at all. */
  void veil(ChartView.Veil veil) {
    view.veil(veil);
    changed.run();
  }

  /** Why the sketch cannot be as it is, or empty. */
  String problem() {
    return problem.isEmpty() ? unbuilt : problem;
  }

  Optional<SketchView> seen() {
    return Optional.ofNullable(seen);
  }

  /** Begins to draw in the selected sketch, as soon as it is built. */
  public void beginWhenBuilt() {
    isWanted = true;
    built();
  }

  /** Something was built: perhaps what is waited for. */
  public void built() {
    String before = unbuilt;
    unbuilt =
        session
            .selectedResult()
            .filter(r -> r.sketch() == null)
            .map(StepResult::message)
            .orElse("");
    Optional<StepResult> result = session.selectedResult().filter(r -> r.sketch() != null);
    if (isWanted && result.isPresent()) {
      isWanted = false;
      begin(result.get());
    } else if (isOn() && result.isPresent()) {
      lay(result.get());
    }
    if (isOn() && !unbuilt.equals(before)) {
      changed.run();
    }
  }

  private void lay(StepResult result) {
    Laid now = new Laid(result.sketch().projected());
    if (!now.equals(laid)) {
      laid = now;
      seenOf = null;
      look();
    }
  }

  private void begin(StepResult result) {
    step = result.id();
    frame = result.sketch().frame();
    laid = new Laid(result.sketch().projected());
    before = view.camera();
    cutBefore = view.section();
    seen = null;
    seenOf = null;
    tool = sketch().map(s -> s.curves().isEmpty()).orElse(true) ? Tool.LINE : Tool.MOVE;
    look();
    view.camera(SquareOn.camera(frame, seen, part(), view.camera()));
    view.pen(this);
    changed.run();
  }

  /** The bodies on which one may draw; none for a first sketch. */
  private List<Body> part() {
    return session.state().map(s -> List.copyOf(s.bodies().values())).orElse(List.of());
  }

  /** Ends; the view goes back to where it looked from. */
  public void end() {
    if (isOn()) {
      step = null;
      dropCurve();
      chosen.clear();
      view.pen(null);
      view.veil(ChartView.Veil.NONE);
      session.viewBefore(null);
      view.camera(before);
      view.section(cutBefore);
      changed.run();
    }
  }

  private Optional<Sketch> sketch() {
    return session.document().step(step).filter(Sketch.class::isInstance).map(Sketch.class::cast);
  }

  /** Brings what is seen up to date with the document. */
  public void look() {
    if (!isOn()) {
      return;
    }
    Optional<Sketch> now = sketch();
    if (now.isEmpty()) {
      end();
      return;
    }
    if (!now.get().equals(seenOf)) {
      seenOf = now.get();
      try {
        boolean isKnown = checked != null && checked.isOf(seenOf, laid);
        seen = isKnown ? checked : new SketchView(seenOf, laid, frame, changes.values());
        flaws = seen.flaws(changes.values(), NEAR_PIXELS / view.camera().pixelsPerMm());
        problem = "";
      } catch (ExpressionException | SketchProblem e) {
        // What was seen last stays, with the words.
        problem = e.getMessage();
      }
      changed.run();
    }
    view.refresh();
  }

  void use(Tool other) {
    // A chain goes on from lines to arcs and back.
    boolean goesOn = tool.isOfChains() && other.isOfChains();
    tool = other;
    if (!goesOn) {
      dropCurve();
    }
    chosen.clear();
    choosing.drop();
    // Only edges that are there before the sketch can lie in it.
    session.viewBefore(tool == Tool.PROJECT ? stepAfter() : null);
    view.showHover(0, Set.of());
    changes.say("");
    view.refresh();
  }

  private String stepAfter() {
    List<Step> steps = session.document().steps();
    int next = steps.stream().map(Step::id).toList().indexOf(step) + 1;
    return next < steps.size() ? steps.get(next).id() : null;
  }

  private void dropCurve() {
    hand.drop();
    aim.propose();
  }

  Expr cornerRadius() {
    return cornerRadius;
  }

  void cornerRadius(Expr radius) {
    cornerRadius = radius;
    changes.say("");
  }

  /** What was typed for a length. */
  String length(String typed) {
    return session.typedLength(typed);
  }

  /** The dimension whose number is being changed. */
  Optional<Constraint> edited() {
    return choosing.edited();
  }

  /** What is done to the sketch, and what is wrong with it. */
  Changes changes() {
    return changes;
  }

  List<Flaws.Flaw> flaws() {
    return flaws;
  }

  /** Adds a relation between what is chosen. */
  boolean constrain(Relation relation, Expr number) {
    // Points come first: a point on a line, whichever of them was chosen first.
    List<String> things = new ArrayList<>(chosen);
    things.sort(Comparator.comparing(t -> seen == null || !seen.isPoint(t)));
    boolean isDone = byNumber(() -> changes.constrain(relation, number, things));
    if (isDone) {
      chosen.clear();
      changed.run();
    }
    return isDone;
  }

  /** Gives the dimension that is being changed another number. */
  boolean set(Expr number) {
    Optional<Constraint> c = choosing.edited();
    boolean isDone =
        c.isPresent()
            && byNumber(
                () -> changes.edit(e -> e.withConstraint(Dimensions.with(c.get(), number))));
    if (isDone) {
      choosing.drop();
      changed.run();
    }
    return isDone;
  }

  /** Names of the chosen curves, without points. */
  List<String> chosenCurves() {
    return chosen.stream().filter(c -> !c.contains(".") && !c.equals("origin")).toList();
  }

  /** The offset of what is chosen; a fair one is chosen itself then, to look at its comb. */
  void offset(double distanceMm) {
    List<String> curves = chosenCurves();
    boolean isFree = curves.size() == 1 && seen != null && seen.isSpline(curves.getFirst());
    boolean isDone = changes.edit(e -> e.offset(curves, distanceMm, OFFSET_TOLERANCE_MM));
    if (isDone && isFree) {
      chooseAll(Set.of(sketch().orElseThrow().curves().getLast().name()));
      changes.say("It strays from the true offset by less than " + Numbers.mm(OFFSET_TOLERANCE_MM));
    }
  }

  @Override
  public void moved(Camera camera, MouseEvent e) {
    look();
    aim(camera, e.getX(), e.getY());
  }

  private void aim(Camera camera, double x, double y) {
    boolean isLine = hand.isDrawing() && tool == Tool.LINE;
    Aim.Start start = isLine ? new Aim.Start(hand.places().getFirst(), hand.last()) : null;
    aim.take(camera, frame, seen, start, x, y);
    if (tool == Tool.PROJECT) {
      view.hoverAt(x, y);
    }
  }

  @Override
  public void pressed(Camera camera, MouseEvent e) {
    aim(camera, e.getX(), e.getY());
    switch (tool) {
      case MOVE -> {
        Optional<Constraint> dimension = dimensionAt(camera, e.getX(), e.getY());
        String thing = !aim.snapped().isEmpty() ? aim.snapped() : aim.near();
        Xy at = Aim.inPlane(frame, camera.at(e.getX(), e.getY(), camera.depth(frame.origin())));
        choosing.press(this, dimension.orElse(null), thing, at, e);
      }
      case TRIM -> change(s -> s.trimmed(aim.near(), aim.at()));
      case SPLIT -> change(s -> s.split(aim.near(), aim.at()));
      case EXTEND -> change(s -> s.extended(aim.near(), aim.at()));
      case CORNER -> roundCorner();
      case PROJECT -> project();
      default -> place();
    }
  }

  private Optional<Constraint> dimensionAt(Camera camera, double x, double y) {
    return seen == null
        ? Optional.empty()
        : Dimensions.at(
            seen.strokes(chosen, ""), sketch().orElseThrow().constraints(), camera, x, y);
  }

  private void change(Changes.Edit edit) {
    if (!aim.near().isEmpty()) {
      changes.edit(edit);
    }
  }

  /** The edge under the pointer, or else the outline of the face there. */
  private void project() {
    Optional<Picked> edge =
        view.hoveredEdges().stream().findFirst().map(id -> Picked.ofEdge(view.scene().edgeAt(id)));
    Optional<Picked> face =
        Optional.of(view.hoveredFace())
            .filter(id -> id != 0)
            .map(id -> Picked.ofFace(view.scene().faceAt(id)));
    Optional<Picked> thing = face.or(() -> edge);
    if (thing.isEmpty()) {
      changes.say("Press an edge of the part, or a face for its outline");
      return;
    }
    EdgeChoice choice =
        thing.get().isFace()
            ? new EdgeChoice.Loop(session.face(thing.get()), null)
            : session.edge(thing.get());
    List<FaceChoice> turned =
        face.isPresent() && isCurved(view.scene().faceAt(view.hoveredFace()))
            ? List.of(session.face(face.get()))
            : List.of();
    changes.edit(s -> s.withProjection(List.of(choice), turned, thing.get().body()));
  }

  /** Of a curved face the lines where it turns away belong to its outline. */
  private static boolean isCurved(Scene.Item face) {
    return face.body().named().topology().face(face.number()).kind() != Topology.SurfaceKind.PLANE;
  }

  private void roundCorner() {
    List<String> lines =
        aim.snapped().isEmpty() ? List.of() : seen.linesAt(seen.place(aim.snapped()));
    if (lines.size() == 2) {
      changes.edit(s -> s.rounded(lines.get(0), lines.get(1), cornerRadius));
    } else {
      changes.say("Press where two lines end");
    }
  }

  void choose(String thing) {
    if (thing.isEmpty()) {
      chosen.clear();
    } else if (!chosen.remove(thing)) {
      chosen.add(thing);
    }
    changed.run();
  }

  void chooseAll(Set<String> things) {
    chosen.clear();
    chosen.addAll(things);
    changed.run();
  }

  /** The next point of what is being drawn. */
  private void place() {
    Point2 from = tool == Tool.LINE ? hand.from() : null;
    boolean closes = !aim.snapped().isEmpty();
    if (tool == Tool.SPLINE && hand.closesOn(aim.at())) {
      finishFree(true);
    } else if (hand.take(aim.written(seen, from), aim.at(), aim.proposed()) && hand.isFull(tool)) {
      finish(closes);
    }
  }

  private void finish(boolean closes) {
    String line = "";
    if (tool == Tool.ARC) {
      List<String> lines = seen.linesAt(hand.places().getFirst());
      line = seen.isPlainLine(hand.last()) ? hand.last() : lines.isEmpty() ? "" : lines.getFirst();
      if (line.isEmpty()) {
        dropCurve();
        changes.say("A tangent arc begins at the end of a line");
        return;
      }
    }
    String leaves = line;
    List<SketchEdits.Keep> keeps = aim.proposed();
    boolean isDone = changes.edit(s -> hand.drawn(s, tool, leaves, keeps, changes.values()));
    if (isDone && tool.isOfChains()) {
      goOn(closes);
    } else {
      dropCurve();
    }
  }

  private void finishFree(boolean closed) {
    changes.edit(s -> hand.drawnFreely(s, closed));
    dropCurve();
    changed.run();
  }

  /** A chain goes on from where its last curve ended, unless it closed. */
  private void goOn(boolean closes) {
    String name = sketch().orElseThrow().curves().getLast().name();
    dropCurve();
    if (!closes && seen != null && seen.written(name + ".to") != null) {
      hand.goOn(name, seen.written(name + ".to"), seen.place(name + ".to"));
      if (tool == Tool.ARC) {
        tool = Tool.LINE;
        changed.run();
      }
    }
  }

  @Override
  public void dragged(Camera camera, MouseEvent e) {
    Xy to = Aim.inPlane(frame, camera.at(e.getX(), e.getY(), camera.depth(frame.origin())));
    choosing.drag(this, to, camera, e);
  }

  @Override
  public void released(Camera camera, MouseEvent e) {
    choosing.release(this);
  }

  SketchView view() {
    return seen;
  }

  Set<String> within(Xy a, Xy b) {
    return seen == null ? Set.of() : seen.within(frame, a, b);
  }

  void refresh() {
    changed.run();
    view.refresh();
  }

  /** Keys while it is on; whether it was one of its own. */
  public boolean key(KeyEvent e) {
    if (e.getCode() == KeyCode.ESCAPE) {
      leave();
      return true;
    }
    if (hand.isDrawing() && (enter(e) || hand.typed().take(e))) {
      view.refresh();
      return true;
    }
    if (e.getCode() == KeyCode.DELETE) {
      chosenCurves().forEach(c -> changes.takeAway(s -> s.without(c)));
      chosen.clear();
      changed.run();
      return true;
    }
    if (e.getCode() == KeyCode.H) {
      cutOpen(!isCutOpen());
      return true;
    }
    if (e.getCode() == KeyCode.W) {
      veil(view.veil().next());
      return true;
    }
    for (Tool t : Tool.values()) {
      if (t.key() == e.getCode()) {
        use(t);
        return true;
      }
    }
    return false;
  }

  /** Enter draws what is typed, and ends a free curve. */
  private boolean enter(KeyEvent e) {
    if (e.getCode() != KeyCode.ENTER) {
      return false;
    }
    if (tool == Tool.SPLINE) {
      finishFree(false);
    } else if (!hand.typed().isEmpty()) {
      Xy to = Rubber.place(tool, hand.places(), aim.at(), hand.typed());
      byNumber(() -> {
        aim.put(to, hand.typed().value(1).isEmpty());
        place();
        return true;
      });
      view.include(List.of(frame.at(to.x(), to.y())));
    }
    return true;
  }

  /**
   * A typed number may lead out of the view: a sketch that is seen whole is seen whole after it.
   */
  private boolean byNumber(BooleanSupplier change) {
    boolean isWhole = seen == null || view.camera().sees(seen.drawn());
    boolean isDone = change.getAsBoolean();
    if (isWhole && seen != null) {
      view.include(seen.drawn());
    }
    return isDone;
  }

  /** First the curve, then the tool, then the pencil. */
  private void leave() {
    if (hand.isDrawing()) {
      dropCurve();
      view.refresh();
    } else if (tool != Tool.MOVE || !chosen.isEmpty() || choosing.edited().isPresent()) {
      use(Tool.MOVE);
    } else {
      end();
    }
  }

  @Override
  public List<PenStroke> strokes() {
    return new PencilStrokes(frame, seen, tool, hand, aim).all(chosen, choosing, flaws);
  }

  @Override
  public List<PenStroke> ground(Camera camera) {
    return Grid.strokes(camera, frame);
  }
}
