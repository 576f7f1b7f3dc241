package org.ankerdraft.core.step;

import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.vectors.Vec3;

/** A change that a check asks of the step that made what it found. */
public sealed interface Repair {
  /** The inside radius of its bends, at least. */
  record LargerRadius(double radiusMm) implements Repair {}

  /** Its length grown. */
  record Longer(double byMm) implements Repair {}

  /** Reliefs by the rule. */
  record ReliefByRule() implements Repair {}

  /**
   * One of its places moved.
   *
   * @param place its id
   * @param by in space
   * @param planes tells the frame of a plane, where it can be told without building; else null
   */
  record MovePlace(
      String place,
      Vec3 by,
      java.util.function.Function<org.ankerdraft.core.sketch.PlaneRef, Frame> planes)
      implements Repair {}
}
