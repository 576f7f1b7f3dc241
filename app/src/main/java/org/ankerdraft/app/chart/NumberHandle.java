package org.ankerdraft.app.chart;

import java.util.function.DoubleConsumer;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;

/**
 * A grip in the view that changes a number by dragging.
 *
 * <p>A length follows the pointer along a direction in the part; an angle turns by a tenth of a
 * degree a pixel.
 */
public final class NumberHandle implements Grip {
  private static final double DEGREES_PER_PIXEL = 0.1;

  private final Vec3 anchor;
  private final Vec3 direction;
  private final String caption;
  private final boolean isAngle;
  private final double factor;
  private final double startValue;
  private final DoubleConsumer preview;
  private final Runnable done;

  /**
   * @param startValue mm or degrees when the drag begins
   * @param factor change of the number for one mm along the direction
   * @param preview takes the number while dragging, mm or degrees
   * @param done called when it is let go
   */
  public NumberHandle(
      Vec3 anchor,
      Vec3 direction,
      String caption,
      boolean isAngle,
      double factor,
      double startValue,
      DoubleConsumer preview,
      Runnable done) {
    this.anchor = anchor;
    this.direction = direction;
    this.caption = caption;
    this.isAngle = isAngle;
    this.factor = factor;
    this.startValue = startValue;
    this.preview = preview;
    this.done = done;
  }

  public Vec3 anchor() {
    return anchor;
  }

  public Vec3 direction() {
    return direction;
  }

  public String caption() {
    return caption;
  }

  public void begin() {
    moved = false;
  }

  private boolean moved;

  @Override
  public void drag(Camera camera, double dx, double dy) {
    moved = true;
    double change =
        isAngle ? (dx - dy) * DEGREES_PER_PIXEL : factor * along(camera, direction, dx, dy);
    double step = isAngle ? 0.1 : camera.pixelsPerMm() > 20 ? 0.01 : 0.1;
    preview.accept(Math.rint((startValue + change) / step) * step);
  }

  @Override
  public void end() {
    if (moved) {
      done.run();
    }
  }

  /** How far along a direction in the part a movement on screen leads, mm. */
  public static double along(Camera camera, Vec3 direction, double dx, double dy) {
    double x = direction.dot(camera.right());
    double y = -direction.dot(camera.up());
    double seen = Math.hypot(x, y);
    // A direction that points at the viewer is followed by moving up the screen.
    return seen < 0.15
        ? -dy / camera.pixelsPerMm()
        : (dx * x + dy * y) / (seen * seen) / camera.pixelsPerMm();
  }
}
