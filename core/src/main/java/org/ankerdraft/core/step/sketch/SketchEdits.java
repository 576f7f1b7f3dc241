package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.Projection;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.core.sketch.edit.ChainOffset;
import org.ankerdraft.core.sketch.edit.Copies;
import org.ankerdraft.core.sketch.edit.Corners;
import org.ankerdraft.core.sketch.edit.Cutting;
import org.ankerdraft.core.sketch.edit.Drawn;
import org.ankerdraft.core.sketch.edit.FairOffset;
import org.ankerdraft.core.sketch.edit.Flaws;
import org.ankerdraft.core.sketch.edit.Motion;
import org.ankerdraft.vectors.Xy;

/**
 * Changes of a sketch by hand. Each begins by writing down where the constraints hold the curves,
 * so that what is drawn onto an end stays on it.
 */
public final class SketchEdits {
  private final Sketch sketch;
  private final Evaluator values;

  /**
   * @throws SketchProblem if the constraints cannot hold as they are
   */
  public SketchEdits(Sketch drawn, Evaluator values) throws ExpressionException, SketchProblem {
    this.values = values;
    this.sketch =
        drawn.constraints().isEmpty()
            ? drawn
            : drawn.with(
                Constrained.hold(drawn.curves(), drawn.constraints(), values).curves(),
                drawn.constraints());
  }

  private SketchEdits(Evaluator values, Sketch drawn) {
    this.values = values;
    this.sketch = drawn;
  }

  /** For a sketch whose constraints may contradict: curves and constraints can be taken away. */
  public static SketchEdits asDrawn(Sketch drawn, Evaluator values) {
    return new SketchEdits(values, drawn);
  }

  /** As it is held. */
  public Sketch sketch() {
    return sketch;
  }

  /** A place as it is written. */
  public static Point2 point(Xy p) {
    return Drawn.point(p);
  }

  /**
   * A relation that a line which is being drawn is to keep.
   *
   * @param end of the line that it is about, such as ".to"; empty for the whole line
   * @param other curve that it is kept with; empty for none
   */
  public record Keep(Relation relation, String end, String other) {
    public static Keep of(Relation relation) {
      return new Keep(relation, "", "");
    }

    Constraint on(String line) {
      return other.isEmpty()
          ? Constraint.of(relation, line + end)
          : end.isEmpty()
              ? Constraint.of(relation, other, line)
              : Constraint.of(relation, line + end, other);
    }
  }

  /**
   * A line, and the relations that it is to keep. Those that it cannot are left out, the last ones
   * first.
   */
  public Sketch withLine(Point2 from, Point2 to, List<Keep> keeps)
      throws ExpressionException, SketchProblem {
    String name = sketch.freeName("l");
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(new SketchCurve.Line(name, from, to, false));
    for (int kept = keeps.size(); kept > 0; kept--) {
      List<Constraint> held = new ArrayList<>(sketch.constraints());
      keeps.subList(0, kept).forEach(k -> held.add(k.on(name)));
      if (canHold(curves, held)) {
        return sketch.with(curves, held);
      }
    }
    return sketch.with(curves, sketch.constraints());
  }

  /** Whether they can be kept, and none follows from the others. */
  private boolean canHold(List<SketchCurve> curves, List<Constraint> held)
      throws ExpressionException {
    try {
      int before =
          sketch.constraints().isEmpty()
              ? 0
              : Constrained.hold(sketch.curves(), sketch.constraints(), values).redundant().size();
      return Constrained.hold(curves, held, values).redundant().size() <= before;
    } catch (SketchProblem e) {
      return false;
    }
  }

  private Sketch with(SketchCurve curve) {
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(curve);
    return sketch.with(curves, sketch.constraints());
  }

  /** An arc through a point between its ends. */
  public Sketch withArc(Point2 from, Point2 to, Point2 through) {
    return with(new SketchCurve.Arc(sketch.freeName("a"), from, to, through, null, false, false));
  }

  /** An arc about a centre, counter-clockwise from its beginning to the direction of its end. */
  public Sketch withArcAbout(Point2 centre, Point2 from, Xy towards)
      throws ExpressionException, SketchProblem {
    Xy c = centre.at(values);
    double radius = from.at(values).distance(c);
    Xy way = towards.minus(c);
    if (radius == 0 || way.length() == 0) {
      throw new SketchProblem("", "the arc has no radius: its beginning is its centre");
    }
    Point2 to = point(c.plus(way.times(radius / way.length())));
    return with(new SketchCurve.Arc(sketch.freeName("a"), from, to, null, centre, false, false));
  }

  public Sketch withSlot(Point2 from, Point2 to, double widthMm) {
    return with(new SketchCurve.Slot(sketch.freeName("g"), from, to, Drawn.mm(widthMm), false));
  }

  /**
   * @param half from the centre to the end of one axis
   * @param otherMm half the other axis
   */
  public Sketch withEllipse(Point2 centre, Xy half, double otherMm) {
    double turn = Math.atan2(half.y(), half.x());
    return with(
        new SketchCurve.Ellipse(
            sketch.freeName("e"),
            centre,
            Drawn.mm(2 * half.length()),
            Drawn.mm(2 * otherMm),
            turn == 0 ? null : Drawn.deg(turn),
            null,
            null,
            false));
  }

  /** A spline of degree 3, or 2 if its points are too few. */
  public Sketch withSpline(List<Point2> points, boolean closed) throws SketchProblem {
    if (points.size() < 3) {
      throw new SketchProblem("", "a spline needs at least 3 control points");
    }
    Expr degree = points.size() == 3 ? new Expr("2") : null;
    return with(new SketchCurve.Spline(sketch.freeName("c"), points, degree, closed, false));
  }

  public Sketch withPoint(Point2 at) {
    return with(new SketchCurve.Point(sketch.freeName("o"), at));
  }

  private Drawn drawn() {
    return new Drawn(sketch.curves(), sketch.constraints());
  }

  private Sketch as(Drawn d) {
    return sketch.with(d.curves(), d.constraints());
  }

  /** Without the piece of a curve that lies at a place, up to where others cross it. */
  public Sketch trimmed(String curve, Xy place) throws ExpressionException, SketchProblem {
    return as(new Cutting(drawn(), values).trimmed(curve, place)).withPiecesOf(curve, sketch);
  }

  /** With a line, an arc or a spline cut in two at the place on it that is nearest. */
  public Sketch split(String curve, Xy place) throws ExpressionException, SketchProblem {
    return as(new Cutting(drawn(), values).split(curve, place)).withPiecesOf(curve, sketch);
  }

  /** With the end of a curve that lies nearer to a place lengthened to the next curve. */
  public Sketch extended(String curve, Xy place) throws ExpressionException, SketchProblem {
    return as(new Cutting(drawn(), values).extended(curve, place));
  }

  /** With the corner of two lines rounded. */
  public Sketch rounded(String first, String second, Expr radius)
      throws ExpressionException, SketchProblem {
    return as(new Corners(drawn(), values).rounded(first, second, radius));
  }

  /** With copies mirrored about a line. */
  public Sketch mirrored(List<String> curves, String axis)
      throws ExpressionException, SketchProblem {
    return as(new Copies(drawn(), values).mirrored(curves, axis));
  }

  /** With so many copies in a row, each shifted by as much again. */
  public Sketch inRow(List<String> curves, int copies, Xy shift)
      throws ExpressionException, SketchProblem {
    return as(new Copies(drawn(), values).inRow(curves, copies, shift));
  }

  /** With so many copies round a point, each turned by as much again. */
  public Sketch round(List<String> curves, int copies, Xy about, double angleRad)
      throws ExpressionException, SketchProblem {
    return as(new Copies(drawn(), values).round(curves, copies, about, angleRad));
  }

  /** With curves moved. */
  public Sketch moved(List<String> curves, Motion motion)
      throws ExpressionException, SketchProblem {
    return as(new Copies(drawn(), values).moved(curves, motion));
  }

  /** With a figure taken apart into the curves that it is made of. */
  public Sketch apart(String figure) throws ExpressionException, SketchProblem {
    return as(new Copies(drawn(), values).apart(figure));
  }

  /**
   * With the offset of a chain, to the left of its way; of a spline or an ellipse the fair one.
   *
   * @param toleranceMm how far a fair offset may stray
   */
  public Sketch offset(List<String> curves, double distanceMm, double toleranceMm)
      throws ExpressionException, SketchProblem {
    boolean isFree =
        curves.size() == 1
            && sketch.curves().stream()
                .anyMatch(c ->
                    c.name().equals(curves.getFirst())
                        && (c instanceof SketchCurve.Spline || c instanceof SketchCurve.Ellipse));
    return isFree
        ? as(FairOffset.beside(drawn(), curves.getFirst(), distanceMm, toleranceMm, values))
        : as(new ChainOffset(drawn(), values).offset(curves, distanceMm));
  }

  /** With a flaw mended. */
  public Sketch mended(Flaws.Flaw flaw) {
    return as(flaw.mended(drawn()));
  }

  /** With curves that bound nothing, or bound something again. */
  public Sketch construction(List<String> names, boolean isConstruction) {
    return sketch.with(
        sketch.curves().stream()
            .map(c -> names.contains(c.name()) ? c.drawnAs(isConstruction) : c)
            .toList(),
        sketch.constraints());
  }

  public Sketch withCircle(Point2 centre, double radiusMm) {
    return with(
        new SketchCurve.Circle(sketch.freeName("k"), centre, Drawn.mm(2 * radiusMm), false));
  }

  /** An arc that leaves a line's end in the line's direction, and stays tangent to it. */
  public Sketch withTangentArc(String line, Point2 from, Point2 to)
      throws ExpressionException, SketchProblem {
    SketchCurve.Line l =
        sketch.curves().stream()
            .filter(c -> c.name().equals(line) && c instanceof SketchCurve.Line)
            .map(SketchCurve.Line.class::cast)
            .findFirst()
            .orElseThrow(() -> new SketchProblem(line, "no line is named " + line));
    Xy a = from.at(values);
    Xy b = to.at(values);
    boolean leavesTo = l.to().at(values).distance(a) < l.from().at(values).distance(a);
    Xy way = leavesTo ? a.minus(l.from().at(values)) : a.minus(l.to().at(values));
    Xy chord = b.minus(a);
    double side = way.cross(chord);
    if (Math.abs(side) < 1e-9 * way.length() * chord.length() || way.length() == 0) {
      throw new SketchProblem(line, "the arc would be straight: it ends in the line's direction");
    }
    Xy normal = new Xy(-way.y(), way.x()).times(1 / way.length());
    double radius = chord.dot(chord) / (2 * chord.dot(normal));
    String name = sketch.freeName("a");
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    curves.add(
        new SketchCurve.Arc(
            name, from, to, null, point(a.plus(normal.times(radius))), side < 0, false));
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    held.add(Constraint.of(Relation.TANGENT, line, name));
    return sketch.with(curves, held);
  }

  /** Four lines from corner to corner, level and upright. */
  public Sketch withRectangle(Point2 a, Point2 c) {
    Point2 b = new Point2(c.x(), a.y());
    Point2 d = new Point2(a.x(), c.y());
    List<SketchCurve> curves = new ArrayList<>(sketch.curves());
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    List<Point2> corners = List.of(a, b, c, d);
    for (int i = 0; i < corners.size(); i++) {
      String name = sketch.with(curves, List.of()).freeName("l");
      curves.add(
          new SketchCurve.Line(name, corners.get(i), corners.get((i + 1) % corners.size()), false));
      held.add(Constraint.of(i % 2 == 0 ? Relation.HORIZONTAL : Relation.VERTICAL, name));
    }
    return sketch.with(curves, held);
  }

  /** Without a curve or a projection, and all that refers to it. */
  public Sketch without(String curve) {
    Optional<Projection> source =
        sketch.projections().stream().filter(p -> p.isSourceOf(curve)).findFirst();
    Predicate<String> isGone =
        source.<Predicate<String>>map(p -> p::isSourceOf).orElse(o -> isOf(o, curve));
    return sketch
        .withProjections(
            sketch.projections().stream().filter(p -> !source.equals(Optional.of(p))).toList())
        .with(
            sketch.curves().stream().filter(c -> !c.name().equals(curve)).toList(),
            sketch.constraints().stream().filter(c -> c.of().stream().noneMatch(isGone)).toList());
  }

  /** With edges of a body that lie in it and follow the body. */
  public Sketch withProjection(List<EdgeChoice> edges, String body) {
    return withProjection(edges, List.of(), body);
  }

  /** With edges of a body and the silhouettes of curved faces of it. */
  public Sketch withProjection(List<EdgeChoice> edges, List<FaceChoice> silhouettes, String body) {
    List<Projection> all = new ArrayList<>(sketch.projections());
    all.add(new Projection(sketch.freeName("edge"), body, edges, silhouettes, false, false));
    return sketch.withProjections(all);
  }

  private static boolean isOf(String thing, String curve) {
    return thing.equals(curve) || thing.startsWith(curve + ".");
  }

  /** Without a constraint. */
  public Sketch without(Constraint dropped) {
    return sketch.with(
        sketch.curves(), sketch.constraints().stream().filter(c -> !c.equals(dropped)).toList());
  }

  /**
   * With one constraint more; a dimension takes the place of the one of the same things.
   *
   * @throws SketchProblem if it contradicts the others: then nothing is changed
   */
  public Sketch withConstraint(Constraint added) throws ExpressionException, SketchProblem {
    List<Constraint> held = new ArrayList<>(sketch.constraints());
    held.removeIf(c -> c.relation() == added.relation() && c.of().equals(added.of()));
    held.add(added);
    return sketch.with(Constrained.hold(sketch.curves(), held, values).curves(), held);
  }

  /** With points drawn to places, as far as the constraints let them. */
  public Sketch dragged(Map<String, Xy> places) throws ExpressionException, SketchProblem {
    return sketch.with(
        Constrained.dragged(sketch.curves(), sketch.constraints(), values, places).curves(),
        sketch.constraints());
  }

  /** With a point drawn to a place, as far as the constraints let it. */
  public Sketch dragged(String point, Xy place) throws ExpressionException, SketchProblem {
    return dragged(Map.of(point, place));
  }
}
