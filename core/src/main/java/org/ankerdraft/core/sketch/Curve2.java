package org.ankerdraft.core.sketch;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Xy;

/** A curve in the sketch's own plane; mm. */
sealed interface Curve2 {
  int tag();

  Xy start();

  Xy end();

  Curve2 reversed();

  /**
   * Points along the curve from start to just before the end, fine enough to tell what lies inside.
   */
  List<Xy> outline();

  ProfileCurve in(Frame frame);

  record Line(int tag, Xy start, Xy end) implements Curve2 {
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
    public Arc reversed() {
      return new Arc(tag, end, mid, start);
    }

    @Override
    public List<Xy> outline() {
      return List.of(start, halfway(start, mid), mid, halfway(mid, end));
    }

    /** The point of the arc between two of its points: their middle, pushed out to the radius. */
    private Xy halfway(Xy a, Xy b) {
      Xy c = centre();
      double r = c.distance(start);
      double mx = (a.x() + b.x()) / 2 - c.x();
      double my = (a.y() + b.y()) / 2 - c.y();
      double size = Math.hypot(mx, my);
      return size == 0 ? a : new Xy(c.x() + mx / size * r, c.y() + my / size * r);
    }

    Xy centre() {
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
}
