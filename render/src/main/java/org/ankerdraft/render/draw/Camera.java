package org.ankerdraft.render.draw;

import java.util.Collection;
import java.util.DoubleSummaryStatistics;
import java.util.stream.Stream;
import org.ankerdraft.vectors.Vec3;

/**
 * A view, orthographic or in perspective. Screen x runs right, y down, both in pixels; depth grows
 * towards the viewer, and is in mm at the target. In perspective it is stretched so that planes
 * stay planes: a point z in front of the target has depth z / (1 - z / eye).
 *
 * @param target the point in the middle of the view
 * @param right unit vector that runs right on screen
 * @param up unit vector that runs up on screen
 * @param pixelsPerMm scale at the target
 * @param eyeMm distance of the eye from the target, infinite for an orthographic view
 */
public record Camera(
    Vec3 target, Vec3 right, Vec3 up, double pixelsPerMm, double eyeMm, int width, int height) {

  /** Points nearer to the eye than this share of its distance are drawn as if they lay there. */
  private static final double NEAREST = 1 / 16.0;

  /** An orthographic view. */
  public Camera(Vec3 target, Vec3 right, Vec3 up, double pixelsPerMm, int width, int height) {
    this(target, right, up, pixelsPerMm, Double.POSITIVE_INFINITY, width, height);
  }

  /** Where one looks from. */
  public enum View {
    ABOVE(new Vec3(1, 0, 0), new Vec3(0, 1, 0)),
    BELOW(new Vec3(1, 0, 0), new Vec3(0, -1, 0)),
    FRONT(new Vec3(1, 0, 0), new Vec3(0, 0, 1)),
    BACK(new Vec3(-1, 0, 0), new Vec3(0, 0, 1)),
    LEFT(new Vec3(0, -1, 0), new Vec3(0, 0, 1)),
    RIGHT(new Vec3(0, 1, 0), new Vec3(0, 0, 1)),
    SLANTED(slantRight(-1), slantUp(-1)),
    SLANTED_RIGHT(slantRight(1), slantUp(1)),
    SLANTED_BELOW(slantRight(-1), slantUpBelow(-1)),
    SLANTED_BELOW_RIGHT(slantRight(1), slantUpBelow(1));

    final Vec3 right;
    final Vec3 up;

    View(Vec3 right, Vec3 up) {
      this.right = right;
      this.up = up;
    }

    private static Vec3 slantRight(int side) {
      return new Vec3(Math.cos(Math.toRadians(30)), side * Math.sin(Math.toRadians(30)), 0);
    }

    private static Vec3 slantUp(int side) {
      return lookUp(side, 48);
    }

    private static Vec3 slantUpBelow(int side) {
      return lookUp(side, -35);
    }

    private static Vec3 lookUp(int side, double elevationDeg) {
      Vec3 right = slantRight(side);
      Vec3 ahead = Vec3.Z.cross(right).unit();
      double e = Math.toRadians(elevationDeg);
      return ahead.times(Math.sin(e)).plus(Vec3.Z.times(Math.cos(e))).unit();
    }
  }

  /** A view of a box from a side, with a margin around it. */
  public static Camera fitted(
      View view, Vec3 boxMin, Vec3 boxMax, int width, int height, double marginPixels) {
    Vec3 middle = boxMin.plus(boxMax).times(0.5);
    Camera plain = new Camera(middle, view.right, view.up, 1, width, height);
    return plain.fit(boxMin, boxMax, marginPixels);
  }

  /** This view, moved and scaled so that a box fills it. */
  public Camera fit(Vec3 boxMin, Vec3 boxMax, double marginPixels) {
    Vec3 middle = boxMin.plus(boxMax).times(0.5);
    double halfWidth = 1e-3;
    double halfHeight = 1e-3;
    for (int corner = 0; corner < 8; corner++) {
      Vec3 p =
          new Vec3(
                  (corner & 1) == 0 ? boxMin.x() : boxMax.x(),
                  (corner & 2) == 0 ? boxMin.y() : boxMax.y(),
                  (corner & 4) == 0 ? boxMin.z() : boxMax.z())
              .minus(middle);
      halfWidth = Math.max(halfWidth, Math.abs(p.dot(right)));
      halfHeight = Math.max(halfHeight, Math.abs(p.dot(up)));
    }
    double scale =
        Math.min(
            Math.max(10, width - 2 * marginPixels) / (2 * halfWidth),
            Math.max(10, height - 2 * marginPixels) / (2 * halfHeight));
    return new Camera(middle, right, up, scale, eyeMm, width, height);
  }

  /** Whether places lie within the view. */
  public boolean sees(Collection<Vec3> places) {
    return places.stream()
        .allMatch(
            p -> screenX(p) >= 0 && screenX(p) <= width && screenY(p) >= 0 && screenY(p) <= height);
  }

  /**
   * This view, drawn back just so far that places are seen besides what is seen already.
   *
   * @return this view if they are seen
   */
  public Camera showing(Collection<Vec3> places, double marginPixels) {
    if (sees(places)) {
      return this;
    }
    DoubleSummaryStatistics across = new DoubleSummaryStatistics();
    DoubleSummaryStatistics along = new DoubleSummaryStatistics();
    Stream.concat(
            places.stream(),
            Stream.of(
                at(marginPixels, marginPixels, 0),
                at(width - marginPixels, height - marginPixels, 0)))
        .forEach(p -> {
          across.accept(p.minus(target).dot(right));
          along.accept(p.minus(target).dot(up));
        });
    double scale =
        Math.min(
            Math.max(10, width - 2 * marginPixels) / (across.getMax() - across.getMin()),
            Math.max(10, height - 2 * marginPixels) / (along.getMax() - along.getMin()));
    Vec3 middle =
        target
            .plus(right.times((across.getMax() + across.getMin()) / 2))
            .plus(up.times((along.getMax() + along.getMin()) / 2));
    return new Camera(middle, right, up, Math.min(scale, pixelsPerMm), eyeMm, width, height);
  }

  public Camera facing(View view) {
    return new Camera(target, view.right, view.up, pixelsPerMm, eyeMm, width, height);
  }

  public Camera sized(int w, int h) {
    return new Camera(target, right, up, pixelsPerMm, eyeMm, w, h);
  }

  /** The same view on a finer raster. */
  public Camera supersampled(int factor) {
    return new Camera(
        target, right, up, pixelsPerMm * factor, eyeMm, width * factor, height * factor);
  }

  /** Unit vector towards the viewer. */
  public Vec3 toward() {
    return right.cross(up);
  }

  public boolean isPerspective() {
    return Double.isFinite(eyeMm);
  }

  /** The same view from an eye at a distance from the target; infinite for an orthographic one. */
  public Camera seenFrom(double mm) {
    return new Camera(target, right, up, pixelsPerMm, mm, width, height);
  }

  /** How much larger things are drawn that lie z mm in front of the target. */
  double magnification(double z) {
    return isPerspective() ? 1 / Math.max(1 - z / eyeMm, NEAREST) : 1;
  }

  public double screenX(Vec3 p) {
    return width / 2.0 + p.minus(target).dot(right) * pixelsPerMm * magnification(ahead(p));
  }

  public double screenY(Vec3 p) {
    return height / 2.0 - p.minus(target).dot(up) * pixelsPerMm * magnification(ahead(p));
  }

  public double depth(Vec3 p) {
    double z = ahead(p);
    return z * magnification(z);
  }

  private double ahead(Vec3 p) {
    return p.minus(target).dot(toward());
  }

  /** The point on screen at a depth. */
  public Vec3 at(double x, double y, double depth) {
    double shrink = isPerspective() ? 1 / (1 + depth / eyeMm) : 1;
    return target
        .plus(right.times((x - width / 2.0) / pixelsPerMm * shrink))
        .plus(up.times((height / 2.0 - y) / pixelsPerMm * shrink))
        .plus(toward().times(depth * shrink));
  }

  /**
   * Turns about the part's vertical axis and about the screen's horizontal one, through a pivot.
   */
  public Camera orbited(Vec3 pivot, double aboutVerticalRad, double aboutHorizontalRad) {
    Vec3 r = right.rotated(Vec3.Z, aboutVerticalRad);
    Vec3 u = up.rotated(Vec3.Z, aboutVerticalRad);
    Vec3 t = target.minus(pivot).rotated(Vec3.Z, aboutVerticalRad);
    Vec3 axis = r.unit();
    u = u.rotated(axis, aboutHorizontalRad);
    t = t.rotated(axis, aboutHorizontalRad);
    Vec3 square = u.minus(axis.times(u.dot(axis))).unit();
    return new Camera(pivot.plus(t), axis, square, pixelsPerMm, eyeMm, width, height);
  }

  /** The same view at another scale. */
  public Camera scaled(double factor) {
    return new Camera(target, right, up, pixelsPerMm * factor, eyeMm, width, height);
  }

  public Camera panned(double dx, double dy) {
    Vec3 moved = target.minus(right.times(dx / pixelsPerMm)).plus(up.times(dy / pixelsPerMm));
    return new Camera(moved, right, up, pixelsPerMm, eyeMm, width, height);
  }

  /** Scales about a point of the screen, which stays where it is. */
  public Camera zoomed(double factor, double x, double y) {
    double scale = Math.max(1e-3, Math.min(1e5, pixelsPerMm * factor));
    Vec3 fixed = at(x, y, 0);
    Camera c = new Camera(target, right, up, scale, eyeMm, width, height);
    return c.panned(x - c.screenX(fixed), y - c.screenY(fixed));
  }

  /**
   * The view that looks straight at a point, from where it can be seen by its outward normal,
   * half-way between.
   */
  public Camera flownTo(Vec3 place, Vec3 normal, double scale) {
    Vec3 toward = normal.plus(toward().times(0.9));
    if (toward.length() < 0.2) {
      toward = normal.plus(right.times(0.7));
    }
    toward = toward.unit();
    Vec3 r = Vec3.Z.cross(toward);
    r = r.length() < 0.05 ? right : r.unit();
    Vec3 u = toward.cross(r).unit();
    return new Camera(place, u.cross(toward).unit(), u, scale, eyeMm, width, height);
  }
}
