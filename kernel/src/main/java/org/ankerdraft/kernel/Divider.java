package org.ankerdraft.kernel;

/** What divides a solid into parts. */
public sealed interface Divider {
  /** A plane. Its front is the side to which the normal points. */
  record Plane(org.ankerdraft.vectors.Plane plane) implements Divider {}

  /**
   * A face of some shape. Its front is the side to which the face looks.
   *
   * @param isExtended it goes on as its surface does: a plane, cylinder, cone (up to its tip),
   *     sphere or torus as far as needed, a free surface along its tangents
   */
  record Face(Shape shape, int face, boolean isExtended) implements Divider {}

  /**
   * All faces of a surface, as far as they go. Its front is the side to which they look.
   *
   * @param shape a surface
   */
  record Surface(Shape shape) implements Divider {}

  /**
   * A whole body.
   *
   * @param isInside the parts within it are meant, else those outside
   */
  record Body(Shape shape, boolean isInside) implements Divider {}
}
