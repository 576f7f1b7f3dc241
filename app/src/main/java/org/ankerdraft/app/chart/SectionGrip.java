package org.ankerdraft.app.chart;

import java.util.List;
import java.util.function.Consumer;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** The grip by which a section is moved along its normal. */
final class SectionGrip implements Grip {
  /** Of the way from the middle of the part to a corner of its box. */
  private static final double OUTWARDS = 0.8;

  private final Plane start;
  private final Consumer<Plane> moved;

  SectionGrip(Plane start, Consumer<Plane> moved) {
    this.start = start;
    this.moved = moved;
  }

  /** Where the grip of a section through a box stands: on its plane, near a corner. */
  static Vec3 place(Plane section, List<Vec3> box) {
    Vec3 middle = box.get(0).plus(box.get(1)).times(0.5);
    Vec3 onPlane = middle.minus(section.normal().times(section.signedDistance(middle)));
    Vec3 corner = box.get(1).minus(middle);
    Vec3 side = corner.minus(section.normal().times(corner.dot(section.normal())));
    return onPlane.plus(side.times(OUTWARDS));
  }

  @Override
  public void drag(Camera camera, double dx, double dy) {
    moved.accept(start.offset(NumberHandle.along(camera, start.normal(), dx, dy)));
  }

  @Override
  public void end() {
    // It stays where it is.
  }
}
