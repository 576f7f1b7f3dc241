package org.ankerdraft.core.sheet;

import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Where a face of the folded body lies in the flat. */
sealed interface Placement {
  Xy flat(Vec3 p);

  /**
   * The line over which unfolding goes on: a point of it with the directions along it and across it
   * into the next face, in space and in the flat.
   *
   * @param normal outward normal of the sheet there
   */
  record Front(
      Vec3 at, Vec3 along, Vec3 across, Vec3 normal, Xy flatAt, Xy flatAlong, Xy flatAcross) {}

  /** The front in an edge of the face. */
  Front front(Vec3 at, Vec3 along, Vec3 outward);

  /** A face that is unrolled from a straight line on. */
  sealed interface Unrolled extends Placement {
    Front begin();

    /** How the flat of a cone spreads; null for a cylinder. */
    FlatBend.Fan fan();

    /** How far round the axis a point lies from the beginning, 0 to 2 pi. */
    double turn(Vec3 p);
  }

  double JUST_BEFORE_RAD = 1e-6;

  private static double forwards(double turn) {
    return turn < -JUST_BEFORE_RAD ? turn + 2 * Math.PI : turn;
  }

  /** A wall: moved as it is. x and y are the directions in space of the flat's axes. */
  record OfPlane(Vec3 origin, Vec3 x, Vec3 y) implements Placement {

    static OfPlane from(Front f) {
      Vec3 x = f.along.times(f.flatAlong.x()).plus(f.across.times(f.flatAcross.x()));
      Vec3 y = f.along.times(f.flatAlong.y()).plus(f.across.times(f.flatAcross.y()));
      return new OfPlane(f.at.minus(x.times(f.flatAt.x())).minus(y.times(f.flatAt.y())), x, y);
    }

    @Override
    public Xy flat(Vec3 p) {
      Vec3 d = p.minus(origin);
      return new Xy(d.dot(x), d.dot(y));
    }

    @Override
    public Front front(Vec3 at, Vec3 along, Vec3 outward) {
      return new Front(
          at, along, outward, x.cross(y), flat(at), direction(along), direction(outward));
    }

    private Xy direction(Vec3 v) {
      return new Xy(v.dot(x), v.dot(y));
    }
  }

  /**
   * A bend: unrolled, its arcs stretched or shortened to the neutral layer.
   *
   * @param begin the front at which it begins
   * @param centre on the axis, level with the front's point
   * @param flatPerRad width in the flat of one radian
   */
  record OfBend(Front begin, Vec3 centre, double flatPerRad) implements Unrolled {
    @Override
    public FlatBend.Fan fan() {
      return null;
    }

    @Override
    public double turn(Vec3 p) {
      Vec3 d = p.minus(centre);
      return forwards(Math.atan2(d.dot(begin.across), d.dot(begin.at.minus(centre).unit())));
    }

    @Override
    public Xy flat(Vec3 p) {
      return begin
          .flatAt
          .plus(begin.flatAlong.times(p.minus(begin.at).dot(begin.along)))
          .plus(begin.flatAcross.times(turn(p) * flatPerRad));
    }

    @Override
    public Front front(Vec3 at, Vec3 along, Vec3 outward) {
      double t = turn(at);
      Vec3 radial = begin.at.minus(centre).unit();
      Vec3 onwards = begin.across.times(Math.cos(t)).minus(radial.times(Math.sin(t)));
      Vec3 normal =
          begin
              .normal
              .times(Math.cos(t))
              .plus(begin.across.times(Math.sin(t) * begin.normal.dot(radial)));
      boolean ahead = onwards.dot(outward) > 0;
      boolean same = along.dot(begin.along) > 0;
      return new Front(
          at,
          along,
          ahead ? onwards : onwards.negated(),
          normal,
          flat(at),
          same ? begin.flatAlong : begin.flatAlong.times(-1),
          ahead ? begin.flatAcross : begin.flatAcross.times(-1));
    }
  }

  /**
   * A conical bend: its neutral layer is a cone with the same axis and angle, which unrolls without
   * strain into a sector about the flat place of its tip.
   *
   * @param begin the front at which it begins, on a straight line through the tip
   * @param cone the face
   * @param shiftMm how much farther a point of the neutral layer lies from its tip than the point
   *     of the face over it from the face's
   * @param sweepRad how far the face reaches round the axis
   */
  record OfCone(Front begin, Cone cone, double shiftMm, double sweepRad) implements Unrolled {

    @Override
    public double turn(Vec3 p) {
      Vec3 radial = cone.radial(p);
      return forwards(Math.atan2(radial.dot(begin.across), radial.dot(cone.radial(begin.at))));
    }

    /** In the flat, from the tip along the line at which it begins. */
    private Xy outwards() {
      return begin.along.dot(cone.axis()) > 0 ? begin.flatAlong : begin.flatAlong.times(-1);
    }

    private Xy centre() {
      return begin.flatAt.minus(outwards().times(cone.slant(begin.at) + shiftMm));
    }

    private Xy way(double turn) {
      double flat = turn * Math.sin(cone.halfAngleRad());
      return outwards().times(Math.cos(flat)).plus(begin.flatAcross.times(Math.sin(flat)));
    }

    @Override
    public FlatBend.Fan fan() {
      double flat = sweepRad * Math.sin(cone.halfAngleRad());
      boolean left = outwards().cross(begin.flatAcross) > 0;
      return new FlatBend.Fan(centre(), left ? flat : -flat, cone.halfAngleRad());
    }

    @Override
    public Xy flat(Vec3 p) {
      return centre().plus(way(turn(p)).times(cone.slant(p) + shiftMm));
    }

    @Override
    public Front front(Vec3 at, Vec3 along, Vec3 outward) {
      double t = turn(at);
      Vec3 onwards =
          begin.across.times(Math.cos(t)).minus(cone.radial(begin.at).times(Math.sin(t)));
      double side = Math.signum(begin.normal.dot(cone.normal(begin.at)));
      boolean ahead = onwards.dot(outward) > 0;
      Xy way = way(t);
      Xy across = way(t + Math.PI / 2 / Math.sin(cone.halfAngleRad()));
      return new Front(
          at,
          along,
          ahead ? onwards : onwards.negated(),
          cone.normal(at).times(side),
          flat(at),
          along.dot(cone.axis()) > 0 ? way : way.times(-1),
          ahead ? across : across.times(-1));
    }
  }
}
