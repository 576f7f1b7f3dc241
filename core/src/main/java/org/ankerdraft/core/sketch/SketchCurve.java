package org.ankerdraft.core.sketch;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import org.ankerdraft.core.expression.Expr;

/**
 * A curve of a sketch, or a figure made of several. The name is the source of the names of the
 * faces it raises.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "curve")
@JsonSubTypes({
  @JsonSubTypes.Type(value = SketchCurve.Line.class, name = "line"),
  @JsonSubTypes.Type(value = SketchCurve.Arc.class, name = "arc"),
  @JsonSubTypes.Type(value = SketchCurve.Circle.class, name = "circle"),
  @JsonSubTypes.Type(value = SketchCurve.Rectangle.class, name = "rectangle"),
  @JsonSubTypes.Type(value = SketchCurve.Polygon.class, name = "polygon")
})
public sealed interface SketchCurve {
  String name();

  /** Construction curves never bound a region. */
  boolean construction();

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
      implements SketchCurve {}

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
      implements SketchCurve {}

  /**
   * A regular polygon.
   *
   * @param sides number of sides, 3 or more
   * @param side length of a side; give this or {@code diameter}
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
      implements SketchCurve {}
}
