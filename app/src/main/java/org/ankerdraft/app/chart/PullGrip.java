package org.ankerdraft.app.chart;

import java.util.List;
import java.util.function.Consumer;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.ChartPainter;
import org.ankerdraft.vectors.Vec3;

/**
 * The head of the pull arrow: dragging it turns the pull. Near an axis of the part the pull falls
 * in with it.
 */
public final class PullGrip implements Grip {
  private static final double FALLS_IN_RAD = Math.toRadians(4);
  private static final double STEP_DEG = 0.5;
  private static final List<Vec3> AXES =
      List.of(Vec3.X, Vec3.Y, Vec3.Z, Vec3.X.negated(), Vec3.Y.negated(), Vec3.Z.negated());

  private final Consumer<Vec3> preview;
  private final Runnable done;
  private Vec3 start;
  private boolean moved;

  public PullGrip(Consumer<Vec3> preview, Runnable done) {
    this.preview = preview;
    this.done = done;
  }

  /** Whether a point of the screen lies on the arrow's head. */
  public static boolean isOn(Camera camera, Vec3 foot, Vec3 pull, double x, double y) {
    Vec3 tip = foot.plus(pull.times(ChartPainter.PULL_PIXELS / camera.pixelsPerMm()));
    return Math.hypot(camera.screenX(tip) - x, camera.screenY(tip) - y) < ChartPainter.HANDLE_REACH;
  }

  public void begin(Vec3 pull) {
    start = pull;
    moved = false;
  }

  /** The head follows the pointer over the ball on which it can move. */
  @Override
  public void drag(Camera camera, double dx, double dy) {
    moved = true;
    Vec3 way =
        start
            .plus(camera.right().times(dx / ChartPainter.PULL_PIXELS))
            .minus(camera.up().times(dy / ChartPainter.PULL_PIXELS));
    if (way.length() < 0.1) {
      return;
    }
    preview.accept(tidy(way.unit()));
  }

  /** An axis if one is near; else brought to half degrees about z and from the horizontal. */
  public static Vec3 tidy(Vec3 way) {
    for (Vec3 axis : AXES) {
      if (axis.angleTo(way) < FALLS_IN_RAD) {
        return axis;
      }
    }
    double turn = stepped(Math.atan2(way.y(), way.x()));
    double rise = stepped(Math.asin(Math.max(-1, Math.min(1, way.z()))));
    return new Vec3(
        Math.cos(rise) * Math.cos(turn), Math.cos(rise) * Math.sin(turn), Math.sin(rise));
  }

  private static double stepped(double rad) {
    return Math.toRadians(Math.rint(Math.toDegrees(rad) / STEP_DEG) * STEP_DEG);
  }

  @Override
  public void end() {
    if (moved) {
      done.run();
    }
  }
}
