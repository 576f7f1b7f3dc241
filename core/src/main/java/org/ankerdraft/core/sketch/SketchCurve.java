package org.ankerdraft.core.sketch;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.VariantForm;

/**
 * A curve of a sketch, or a figure made of several. The name is the source of the names of the
 * faces it raises; a sketch gives one to each curve that comes without.
 */
public sealed interface SketchCurve {
  String name();

  /** Construction curves never bound a region. */
  boolean construction();

  /** The same, bounding a region or not. */
  default SketchCurve drawnAs(boolean construction) {
    return switch (this) {
      case Line l -> new Line(l.name, l.from, l.to, construction);
      case Arc a -> new Arc(a.name, a.from, a.to, a.through, a.centre, a.clockwise, construction);
      case Circle k -> new Circle(k.name, k.centre, k.diameter, construction);
      case Rectangle r ->
          new Rectangle(r.name, r.centre, r.corner, r.width, r.height, r.rounding, construction);
      case Polygon p ->
          new Polygon(p.name, p.centre, p.sides, p.side, p.diameter, p.turn, construction);
      case Slot s -> new Slot(s.name, s.from, s.to, s.width, construction);
      case Ellipse e ->
          new Ellipse(e.name, e.centre, e.width, e.height, e.turn, e.start, e.end, construction);
      case Spline s -> new Spline(s.name, s.points, s.degree, s.closed, construction);
      case Point p -> p;
    };
  }

  record Line(String name, Point2 from, Point2 to, boolean construction) implements SketchCurve {}

  /** An arc through a point, or about a centre (counter-clockwise unless {@code clockwise}). */
  record Arc(
      String name,
      Point2 from,
      Point2 to,
      Point2 through,
      Point2 centre,
      boolean clockwise,
      boolean construction)
      implements SketchCurve {}

  record Circle(String name, Point2 centre, Expr diameter, boolean construction)
      implements SketchCurve {
    public Circle {
      centre = centre == null ? Point2.ORIGIN : centre;
    }
  }

  /**
   * A rectangle by its centre or by its lower left corner; sides are named left, right, bottom,
   * top.
   *
   * @param rounding radius of its four corners, or null for sharp ones
   */
  record Rectangle(
      String name,
      Point2 centre,
      Point2 corner,
      Expr width,
      Expr height,
      Expr rounding,
      boolean construction)
      implements SketchCurve {
    public Rectangle {
      centre = centre == null && corner == null ? Point2.ORIGIN : centre;
    }
  }

  /**
   * A regular polygon.
   *
   * @param sides number of sides, 3 or more
   * @param side length of a side; this or {@code diameter} is given
   * @param diameter of the circle through its corners
   * @param turn of the first corner from the x axis, or null for 0
   */
  record Polygon(
      String name,
      Point2 centre,
      Expr sides,
      Expr side,
      Expr diameter,
      Expr turn,
      boolean construction)
      implements SketchCurve {
    public Polygon {
      centre = centre == null ? Point2.ORIGIN : centre;
    }
  }

  /**
   * Two half circles of one width and the lines between them, which are named left and right as
   * seen from the first centre to the second; the half circles are start and end.
   *
   * @param from centre of one half circle
   * @param to centre of the other
   */
  record Slot(String name, Point2 from, Point2 to, Expr width, boolean construction)
      implements SketchCurve {}

  /**
   * An ellipse, or the arc of one between two angles.
   *
   * @param width of the whole along its own x axis
   * @param height of the whole along its own y axis
   * @param turn of its x axis from the sketch's, or null for 0
   * @param start where an arc begins: the angle of the circle of which it is the flattened image;
   *     null with {@code end} for a whole one
   */
  record Ellipse(
      String name,
      Point2 centre,
      Expr width,
      Expr height,
      Expr turn,
      Expr start,
      Expr end,
      boolean construction)
      implements SketchCurve {
    public Ellipse {
      centre = centre == null ? Point2.ORIGIN : centre;
    }
  }

  /**
   * A uniform B-spline by its control points.
   *
   * @param degree from 2 to 6, or null for 3
   * @param closed whether it runs round; else it begins at the first point and ends at the last
   */
  record Spline(String name, List<Point2> points, Expr degree, boolean closed, boolean construction)
      implements SketchCurve {
    public Spline {
      points = List.copyOf(points);
    }
  }

  /** A point by itself: to measure from, to relate, to put a hole at. */
  record Point(String name, Point2 at) implements SketchCurve {
    @Override
    public boolean construction() {
      return true;
    }
  }

  /** How a curve stands in a file. */
  VariantForm<SketchCurve> FORM = SketchCurveForms.curves();
}
