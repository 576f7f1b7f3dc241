package org.ankerdraft.kernel;

import java.util.List;
import org.ankerdraft.vectors.Vec3;

/**
 * A curve of a closed contour, in space. {@code tag} comes back as the origin of the face it
 * raises.
 */
public sealed interface ProfileCurve {
  int tag();

  /** Points along it, close to each other, its ends among them. */
  default List<Vec3> points() {
    return ProfilePoints.of(this);
  }

  /** The same curve with another tag. */
  default ProfileCurve withTag(int other) {
    return switch (this) {
      case Line l -> new Line(other, l.start, l.end);
      case Arc a -> new Arc(other, a.start, a.mid, a.end);
      case Circle k -> new Circle(other, k.centre, k.normal, k.radius, k.seam);
      case Ellipse e -> new Ellipse(other, e.centre, e.normal, e.major, e.minor, e.from, e.sweep);
      case Spline s -> new Spline(other, s.poles, s.degree, s.closed, s.sampled);
    };
  }

  /**
   * The same curve in another place.
   *
   * @param by a movement that mirrors nothing
   */
  default ProfileCurve moved(Motion by) {
    return switch (this) {
      case Line l -> new Line(l.tag, by.of(l.start), by.of(l.end));
      case Arc a -> new Arc(a.tag, by.of(a.start), by.of(a.mid), by.of(a.end));
      case Circle k ->
          new Circle(
              k.tag, by.of(k.centre), by.ofDirection(k.normal), k.radius, by.ofDirection(k.seam));
      case Ellipse e ->
          new Ellipse(
              e.tag,
              by.of(e.centre),
              by.ofDirection(e.normal),
              by.ofDirection(e.major),
              e.minor,
              e.from,
              e.sweep);
      case Spline s ->
          new Spline(
              s.tag,
              s.poles.stream().map(by::of).toList(),
              s.degree,
              s.closed,
              s.sampled.stream().map(by::of).toList());
    };
  }

  record Line(int tag, Vec3 start, Vec3 end) implements ProfileCurve {}

  /** The circular arc from {@code start} through {@code mid} to {@code end}. */
  record Arc(int tag, Vec3 start, Vec3 mid, Vec3 end) implements ProfileCurve {}

  /** A full circle; its seam lies from the centre towards {@code seam}. */
  record Circle(int tag, Vec3 centre, Vec3 normal, double radius, Vec3 seam)
      implements ProfileCurve {}

  /**
   * An ellipse or an arc of one.
   *
   * @param major from the centre to the end of the longer axis
   * @param minor half the shorter axis
   * @param from where it begins: the angle of the affine circle from {@code major}, rad
   * @param sweep how far it runs, rad, counter-clockwise about the normal; 2 pi for a whole one
   */
  record Ellipse(
      int tag, Vec3 centre, Vec3 normal, Vec3 major, double minor, double from, double sweep)
      implements ProfileCurve {
    public boolean isWhole() {
      return sweep >= 2 * Math.PI;
    }

    /** The point at a share of the way. */
    public Vec3 at(double share) {
      double t = from + sweep * share;
      Vec3 across = normal.cross(major).unit().times(minor);
      return centre.plus(major.times(Math.cos(t))).plus(across.times(Math.sin(t)));
    }
  }

  /**
   * A uniform B-spline by its control points; open ones begin and end at the outermost.
   *
   * @param sampled points along it, for drawing
   */
  record Spline(int tag, List<Vec3> poles, int degree, boolean closed, List<Vec3> sampled)
      implements ProfileCurve {
    public Spline {
      poles = List.copyOf(poles);
      sampled = List.copyOf(sampled);
    }
  }

  /**
   * One outer contour and the inner ones; each is a closed chain, head to tail, or a single circle.
   *
   * @param isOpen whether the outer one does not close: it raises a surface then
   */
  record Region(List<ProfileCurve> outer, List<List<ProfileCurve>> inner, boolean isOpen) {
    public Region(List<ProfileCurve> outer, List<List<ProfileCurve>> inner) {
      this(outer, inner, false);
    }

    /** A chain that does not close. */
    public static Region open(List<ProfileCurve> chain) {
      return new Region(chain, List.of(), true);
    }

    public Region {
      outer = List.copyOf(outer);
      inner = inner.stream().map(List::copyOf).toList();
    }
  }
}
