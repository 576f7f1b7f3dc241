package org.ankerdraft.core.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.BSpline;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** A curve in the sketch's own plane; mm. */
public sealed interface Curve2 {
  /** Of the way: so far both sides of a place are looked at for the direction there. */
  double BESIDE = 1e-5;

  int tag();

  Xy start();

  Xy end();

  Curve2 reversed();

  /** The point at a share of the way, 0 to 1; a little beyond, the curve goes on. */
  Xy at(double share);

  /** The direction at a share of the way, length 1. */
  default Xy direction(double share) {
    Xy way = at(share + BESIDE).minus(at(share - BESIDE));
    return way.times(1 / way.length());
  }

  /** Whether it is a contour by itself. */
  default boolean isClosed() {
    return false;
  }

  /**
   * Points along the curve from start to just before the end, fine enough to tell what lies inside.
   */
  List<Xy> outline();

  ProfileCurve in(Frame frame);

  /** Whether a chain, head to tail, ends where it begins. */
  static boolean isRound(List<? extends Curve2> chain, double withinMm) {
    return chain.getFirst().isClosed()
        || (chain.size() > 1
            && chain.getFirst().start().distance(chain.getLast().end()) < withinMm);
  }

  /** The same curve with another tag. */
  default Curve2 withTag(int other) {
    return switch (this) {
      case Line l -> new Line(other, l.start, l.end);
      case Arc a -> new Arc(other, a.start, a.mid, a.end);
      case Circle k -> new Circle(other, k.centre, k.radius);
      case Ellipse e -> new Ellipse(other, e.centre, e.major, e.minor, e.from, e.sweep);
      case Spline c -> new Spline(other, c.shape);
    };
  }

  record Line(int tag, Xy start, Xy end) implements Curve2 {
    @Override
    public Xy at(double share) {
      return start.plus(end.minus(start).times(share));
    }

    @Override
    public Line reversed() {
      return new Line(tag, end, start);
    }

    @Override
    public List<Xy> outline() {
      return List.of(start);
    }

    @Override
    public ProfileCurve in(Frame f) {
      return new ProfileCurve.Line(tag, f.at(start.x(), start.y()), f.at(end.x(), end.y()));
    }
  }

  record Arc(int tag, Xy start, Xy mid, Xy end) implements Curve2 {
    @Override
    public Xy at(double share) {
      Xy c = centre();
      return c.plus(start.minus(c).rotated(turn() * share));
    }

    public boolean isClockwise() {
      return mid.minus(start).cross(end.minus(start)) < 0;
    }

    /** How far it turns about its centre, rad, negative if clockwise. */
    public double turn() {
      Xy from = start.minus(centre());
      Xy to = end.minus(centre());
      double left = Math.atan2(from.cross(to), from.dot(to));
      double full = 2 * Math.PI;
      return isClockwise() ? (left >= 0 ? left - full : left) : left <= 0 ? left + full : left;
    }

    @Override
    public Arc reversed() {
      return new Arc(tag, end, mid, start);
    }

    @Override
    public List<Xy> outline() {
      return List.of(start, at(0.25), mid, at(0.75));
    }

    public Xy centre() {
      double ax = start.x() - mid.x();
      double ay = start.y() - mid.y();
      double bx = end.x() - mid.x();
      double by = end.y() - mid.y();
      double d = 2 * (ax * by - ay * bx);
      double a2 = ax * ax + ay * ay;
      double b2 = bx * bx + by * by;
      return new Xy(mid.x() + (by * a2 - ay * b2) / d, mid.y() + (ax * b2 - bx * a2) / d);
    }

    @Override
    public ProfileCurve in(Frame f) {
      return new ProfileCurve.Arc(
          tag, f.at(start.x(), start.y()), f.at(mid.x(), mid.y()), f.at(end.x(), end.y()));
    }
  }

  record Circle(int tag, Xy centre, double radius) implements Curve2 {
    private static final int OUTLINE_POINTS = 32;

    @Override
    public Xy start() {
      return centre.plus(new Xy(radius, 0));
    }

    @Override
    public Xy end() {
      return start();
    }

    @Override
    public boolean isClosed() {
      return true;
    }

    @Override
    public Xy at(double share) {
      return centre.plus(Xy.polar(radius, 2 * Math.PI * share));
    }

    @Override
    public Circle reversed() {
      return this;
    }

    @Override
    public List<Xy> outline() {
      List<Xy> points = new ArrayList<>();
      for (int i = 0; i < OUTLINE_POINTS; i++) {
        double a = 2 * Math.PI * i / OUTLINE_POINTS;
        points.add(centre.plus(Xy.polar(radius, a)));
      }
      return points;
    }

    @Override
    public ProfileCurve in(Frame f) {
      return new ProfileCurve.Circle(tag, f.at(centre.x(), centre.y()), f.normal(), radius, f.x());
    }
  }

  /**
   * An ellipse or an arc of one, counter-clockwise.
   *
   * @param major from the centre to the end of the longer axis
   * @param minor half the shorter axis
   * @param from angle of the affine circle at which it begins, rad, from the major axis
   * @param sweep how far it runs, rad; 2 pi for a whole one, negative if it runs clockwise
   */
  record Ellipse(int tag, Xy centre, Xy major, double minor, double from, double sweep)
      implements Curve2 {
    private static final int OUTLINE_POINTS = 64;

    @Override
    public Xy at(double share) {
      double t = from + sweep * share;
      Xy across = new Xy(-major.y(), major.x()).times(minor / major.length());
      return centre.plus(major.times(Math.cos(t))).plus(across.times(Math.sin(t)));
    }

    @Override
    public Xy start() {
      return at(0);
    }

    @Override
    public Xy end() {
      return isClosed() ? start() : at(1);
    }

    @Override
    public boolean isClosed() {
      return Math.abs(sweep) >= 2 * Math.PI;
    }

    @Override
    public Ellipse reversed() {
      return new Ellipse(tag, centre, major, minor, from + sweep, -sweep);
    }

    @Override
    public List<Xy> outline() {
      List<Xy> points = new ArrayList<>();
      for (int i = 0; i < OUTLINE_POINTS; i++) {
        points.add(at((double) i / OUTLINE_POINTS));
      }
      return points;
    }

    @Override
    public ProfileCurve in(Frame f) {
      Vec3 m = f.x().times(major.x()).plus(f.y().times(major.y()));
      Vec3 middle = f.at(centre.x(), centre.y());
      return sweep > 0
          ? new ProfileCurve.Ellipse(tag, middle, f.normal(), m, minor, from, sweep)
          : new ProfileCurve.Ellipse(tag, middle, f.normal().negated(), m, minor, -from, -sweep);
    }
  }

  record Spline(int tag, BSpline shape) implements Curve2 {
    private static final int PER_PIECE = 24;

    @Override
    public Xy at(double share) {
      double t = share * shape.pieces();
      return shape.at(shape.closed() ? t - shape.pieces() * Math.floor(share) : t);
    }

    @Override
    public Xy start() {
      return shape.at(0);
    }

    @Override
    public Xy end() {
      return shape.at(shape.pieces());
    }

    @Override
    public boolean isClosed() {
      return shape.closed();
    }

    @Override
    public Spline reversed() {
      return new Spline(tag, shape.reversed());
    }

    @Override
    public List<Xy> outline() {
      List<Xy> all = shape.sampled(PER_PIECE);
      return all.subList(0, all.size() - 1);
    }

    @Override
    public ProfileCurve in(Frame f) {
      return new ProfileCurve.Spline(
          tag,
          shape.points().stream().map(p -> f.at(p.x(), p.y())).toList(),
          shape.degree(),
          shape.closed(),
          shape.sampled(PER_PIECE).stream().map(p -> f.at(p.x(), p.y())).toList());
    }
  }
}
