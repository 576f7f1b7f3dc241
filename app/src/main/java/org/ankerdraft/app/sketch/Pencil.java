package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.chart.Pen;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Draws in the selected sketch. While it is on, the view looks square at the sketch's plane, and
 * the first button of the pointer draws.
 */
public final class Pencil implements Pen {
  private static final double EMPTY_MM = 60;
  private static final double ROOM = 1.4;

  private final Session session;
  private final ChartView view;
  private final Runnable changed;
  private String step;
  private boolean isWanted;
  private Frame frame;
  private Camera before;
  private Tool tool = Tool.LINE;
  private SketchView seen;
  private Sketch seenOf;
  private String problem = "";
  private final Set<String> chosen = new LinkedHashSet<>();

  /** Where the curve being drawn begins, or null. */
  private Point2 from;

  /** The curve before it in the chain, or empty. */
  private String last = "";

  private final Aim aim = new Aim();
  private String typed = "";
  private String dragged = "";

  /**
   * @param changed told when there is something else to show of it
   */
  public Pencil(Session session, ChartView view, Runnable changed) {
    this.session = session;
    this.view = view;
    this.changed = changed;
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

  /** Why the sketch cannot be as it is, or empty. */
  String problem() {
    return problem;
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
    Optional<StepResult> result = session.selectedResult().filter(r -> r.sketch() != null);
    if (isWanted && result.isPresent()) {
      isWanted = false;
      begin(result.get());
    }
  }

  private void begin(StepResult result) {
    step = result.id();
    frame = result.sketch().frame();
    before = view.camera();
    seen = null;
    seenOf = null;
    tool = sketch().map(s -> s.curves().isEmpty()).orElse(true) ? Tool.LINE : Tool.MOVE;
    look();
    view.camera(squareOn());
    view.pen(this);
    changed.run();
  }

  /** Ends; the view goes back to where it looked from. */
  public void end() {
    if (isOn()) {
      step = null;
      dropCurve();
      chosen.clear();
      view.pen(null);
      view.camera(before);
      changed.run();
    }
  }

  /** The view that looks square at the sketch, as large as there is room. */
  private Camera squareOn() {
    double low = -EMPTY_MM / 2;
    double[] box = {low, low, -low, -low};
    if (seen != null && !sketch().orElseThrow().curves().isEmpty()) {
      box = new double[] {Double.MAX_VALUE, Double.MAX_VALUE, -Double.MAX_VALUE, -Double.MAX_VALUE};
      for (PenStroke s : seen.strokes(Set.of(), "")) {
        if (s.look() == PenStroke.Look.PROPOSED) {
          continue;
        }
        for (Vec3 p : s.points()) {
          Xy q = Aim.inPlane(frame, p);
          box[0] = Math.min(box[0], q.x());
          box[1] = Math.min(box[1], q.y());
          box[2] = Math.max(box[2], q.x());
          box[3] = Math.max(box[3], q.y());
        }
      }
    }
    Camera now = view.camera();
    double scale =
        Math.min(
            now.width() / (ROOM * Math.max(1, box[2] - box[0])),
            now.height() / (ROOM * Math.max(1, box[3] - box[1])));
    Vec3 middle = frame.at((box[0] + box[2]) / 2, (box[1] + box[3]) / 2);
    return new Camera(middle, frame.x(), frame.y(), scale, now.width(), now.height());
  }

  private Optional<Sketch> sketch() {
    return session.document().step(step).filter(Sketch.class::isInstance).map(Sketch.class::cast);
  }

  private Evaluator values() {
    return new Evaluator(session.document().definitions());
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
        seen = new SketchView(seenOf, frame, values());
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
    changed.run();
    view.refresh();
  }

  private void dropCurve() {
    from = null;
    last = "";
    typed = "";
    aim.propose();
  }

  /** A change of the sketch, which may be impossible: then nothing changes, and it is said. */
  private interface Edit {
    Sketch of(SketchEdits edits) throws ExpressionException, SketchProblem;
  }

  private boolean edit(Edit edit, boolean isLasting) {
    Optional<Sketch> now = sketch();
    if (now.isEmpty()) {
      return false;
    }
    try {
      Sketch other = edit.of(new SketchEdits(now.get(), values()));
      if (isLasting) {
        session.edit(session.document().withStep(other));
      } else {
        session.preview(session.document().withStep(other));
      }
      look();
      return true;
    } catch (ExpressionException | SketchProblem e) {
      problem = e.getMessage();
      changed.run();
      return false;
    }
  }

  /** Adds a relation between what is chosen. */
  boolean constrain(Relation relation, Expr number) {
    // Points come first: a point on a line, whichever of them was chosen first.
    List<String> things = new ArrayList<>(chosen);
    things.sort(Comparator.comparing(t -> seen == null || !seen.isPoint(t)));
    boolean isDone =
        edit(
            e ->
                e.withConstraint(
                    number == null
                        ? Constraint.of(relation, things.toArray(String[]::new))
                        : Constraint.dimension(relation, number, things.toArray(String[]::new))),
            true);
    if (isDone) {
      chosen.clear();
      changed.run();
    }
    return isDone;
  }

  /** What holds the things that are chosen. */
  List<Constraint> holding() {
    return sketch().stream()
        .flatMap(s -> s.constraints().stream())
        .filter(c ->
            c.of().stream()
                .anyMatch(o -> chosen.stream().anyMatch(t -> o.equals(t) || o.startsWith(t + "."))))
        .toList();
  }

  void letGo(Constraint c) {
    edit(s -> s.without(c), true);
    changed.run();
  }

  @Override
  public void moved(Camera camera, MouseEvent e) {
    look();
    aim(camera, e.getX(), e.getY());
  }

  private void aim(Camera camera, double x, double y) {
    Xy start = from != null && tool == Tool.LINE ? begin(from) : null;
    aim.take(camera, frame, seen, start, x, y);
  }

  private Xy begin(Point2 p) {
    try {
      return p.at(values());
    } catch (ExpressionException e) {
      throw new IllegalStateException("a place that was drawn has a value", e);
    }
  }

  @Override
  public void pressed(Camera camera, MouseEvent e) {
    aim(camera, e.getX(), e.getY());
    if (tool == Tool.MOVE) {
      choose();
      dragged = aim.snapped().equals("origin") ? "" : aim.snapped();
      return;
    }
    place();
  }

  private void choose() {
    String thing = !aim.snapped().isEmpty() ? aim.snapped() : aim.near();
    if (thing.isEmpty()) {
      chosen.clear();
    } else if (!chosen.remove(thing)) {
      chosen.add(thing);
    }
    changed.run();
  }

  /** The next point of what is being drawn. */
  private void place() {
    if (from == null) {
      from = aim.written(seen, from);
      return;
    }
    Point2 to = aim.written(seen, from);
    Xy a = begin(from);
    if (aim.at().distance(a) == 0) {
      return;
    }
    boolean closes = !aim.snapped().isEmpty();
    switch (tool) {
      case LINE -> line(to, closes);
      case ARC -> arc(to, closes);
      case CIRCLE -> {
        double radius = aim.at().distance(a);
        Point2 centre = from;
        dropCurve();
        edit(s -> s.withCircle(centre, radius), true);
      }
      case RECTANGLE -> {
        Point2 corner = from;
        dropCurve();
        edit(s -> s.withRectangle(corner, to), true);
      }
      case MOVE -> {}
    }
  }

  private void line(Point2 to, boolean closes) {
    Point2 start = from;
    List<Relation> keeps = aim.proposed();
    String length = typed;
    if (edit(
        s -> {
          Sketch drawn = s.withLine(start, to, keeps);
          String name = drawn.curves().getLast().name();
          return length.isEmpty()
              ? drawn
              : new SketchEdits(drawn, values())
                  .withConstraint(
                      Constraint.dimension(Relation.LENGTH, new Expr(length + " mm"), name));
        },
        true)) {
      goOn(closes);
    }
  }

  private void arc(Point2 to, boolean closes) {
    Point2 start = from;
    String line = last.isEmpty() ? lineAt(start) : last;
    if (line.isEmpty()) {
      problem = "a tangent arc begins at the end of a line";
      changed.run();
      return;
    }
    if (edit(s -> s.withTangentArc(line, start, to), true)) {
      tool = Tool.LINE;
      goOn(closes);
      last = "";
    }
  }

  /** The line that ends at a place. */
  private String lineAt(Point2 place) {
    Xy p = begin(place);
    return sketch().orElseThrow().curves().stream()
        .map(c -> c.name())
        .filter(n -> seen.place(n + ".from") != null && seen.written(n + ".centre") == null)
        .filter(n ->
            seen.place(n + ".from").distance(p) < 1e-6 || seen.place(n + ".to").distance(p) < 1e-6)
        .findFirst()
        .orElse("");
  }

  /** A chain goes on from where its last curve ended, unless it closed. */
  private void goOn(boolean closes) {
    String name = sketch().orElseThrow().curves().getLast().name();
    dropCurve();
    if (!closes && seen != null && seen.written(name + ".to") != null) {
      last = name;
      from = seen.written(name + ".to");
    }
  }

  @Override
  public void dragged(Camera camera, MouseEvent e) {
    if (!dragged.isEmpty()) {
      Xy to = Aim.inPlane(frame, camera.at(e.getX(), e.getY(), camera.depth(frame.origin())));
      String point = dragged;
      edit(s -> s.dragged(point, to), false);
    }
  }

  @Override
  public void released(Camera camera, MouseEvent e) {
    if (!dragged.isEmpty()) {
      dragged = "";
      session.endPreview();
    }
  }

  /** Keys while it is on; whether it was one of its own. */
  public boolean key(KeyEvent e) {
    if (e.getCode() == KeyCode.ESCAPE) {
      leave();
      return true;
    }
    if (from != null && number(e)) {
      view.refresh();
      return true;
    }
    if (e.getCode() == KeyCode.DELETE) {
      List.copyOf(chosen).stream()
          .filter(c -> !c.contains("."))
          .forEach(c -> edit(s -> s.without(c), true));
      chosen.clear();
      changed.run();
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

  /** First the curve, then the tool, then the pencil. */
  private void leave() {
    if (from != null) {
      dropCurve();
      view.refresh();
    } else if (tool != Tool.MOVE || !chosen.isEmpty()) {
      use(Tool.MOVE);
    } else {
      end();
    }
  }

  /** A length typed while a line is drawn; Enter draws it. */
  private boolean number(KeyEvent e) {
    String name = e.getCode().getName();
    String text = e.getCode().isDigitKey() ? name.substring(name.length() - 1) : e.getText();
    if (text.matches("[0-9.]")) {
      typed += text;
      return true;
    }
    if (e.getCode() == KeyCode.BACK_SPACE && !typed.isEmpty()) {
      typed = typed.substring(0, typed.length() - 1);
      return true;
    }
    if (e.getCode() == KeyCode.ENTER
        && tool == Tool.LINE
        && typed.matches("\\d*\\.?\\d+|\\d+\\.")) {
      Xy a = begin(from);
      Xy way = aim.at().minus(a);
      if (way.length() > 0) {
        aim.put(a.plus(way.times(Double.parseDouble(typed) / way.length())));
        aim.leave();
        place();
      }
      return true;
    }
    return false;
  }

  @Override
  public List<PenStroke> strokes() {
    List<PenStroke> out = new ArrayList<>();
    if (seen != null) {
      out.addAll(seen.strokes(chosen, aim.near()));
      chosen.stream()
          .filter(c -> seen.place(c) != null)
          .forEach(c -> out.add(spot(seen.place(c), PenStroke.Look.CHOSEN, "")));
    }
    if (!aim.snapped().isEmpty()) {
      out.add(spot(aim.at(), PenStroke.Look.CHOSEN, ""));
    }
    if (from != null) {
      out.add(rubber());
    }
    return out;
  }

  private PenStroke spot(Xy p, PenStroke.Look look, String text) {
    Vec3 v = frame.at(p.x(), p.y());
    return new PenStroke(List.of(v, v), look, text);
  }

  /** What the next press would draw, with its numbers and the relations that it would keep. */
  private PenStroke rubber() {
    Xy a = begin(from);
    Xy way = aim.at().minus(a);
    StringBuilder text = new StringBuilder();
    text.append(typed.isEmpty() ? String.format(Locale.ROOT, "%.2f", way.length()) : typed + "▏");
    if (tool == Tool.LINE || tool == Tool.ARC) {
      text.append(
          String.format(Locale.ROOT, "  %.1f°", Math.toDegrees(Math.atan2(way.y(), way.x()))));
    }
    aim.proposed().forEach(r -> text.append("  ").append(r.word()));
    return new PenStroke(shape(a, way), PenStroke.Look.PROPOSED, text.toString());
  }

  private List<Vec3> shape(Xy a, Xy way) {
    List<Xy> flat = new ArrayList<>();
    switch (tool) {
      case CIRCLE -> {
        for (int i = 0; i <= 48; i++) {
          flat.add(a.plus(Xy.polar(way.length(), 2 * Math.PI * i / 48)));
        }
      }
      case RECTANGLE -> {
        flat.add(a);
        flat.add(new Xy(aim.at().x(), a.y()));
        flat.add(aim.at());
        flat.add(new Xy(a.x(), aim.at().y()));
        flat.add(a);
      }
      default -> {
        flat.add(a);
        flat.add(aim.at());
      }
    }
    return flat.stream().map(p -> frame.at(p.x(), p.y())).toList();
  }
}
