package org.ankerdraft.core.sheet;

import java.util.List;
import org.ankerdraft.core.sheet.FlatPattern.WallFrame;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * How a flat pattern folds. Each bend keeps the length of its neutral layer while its angle grows,
 * so its radius shrinks from flat to the finished one.
 */
public final class FoldMotion {
  private static final double FLAT_RAD = 1e-9;

  private final FlatPattern flat;
  private final int walls;

  public FoldMotion(FlatPattern flat) {
    this.flat = flat;
    this.walls = 1 + flat.zones().stream().mapToInt(Zone::wall).max().orElse(0);
  }

  /** Every bend folded to the same share of its angle, 0 for flat, 1 for finished. */
  public Pose at(double share) {
    double[] shares = new double[flat.bends().size()];
    java.util.Arrays.fill(shares, share);
    return at(shares, flat.kept());
  }

  /**
   * Each bend folded to its own share of its angle.
   *
   * @param kept where the kept wall stands
   */
  public Pose at(double[] shares, WallFrame kept) {
    WallFrame[] frames = new WallFrame[walls];
    frames[0] = kept;
    for (FlatBend b : flat.bends()) {
      if (b.toWall() >= 0 && frames[b.toWall()] == null) {
        frames[b.toWall()] = curl(b, frames[b.fromWall()], shares[b.number() - 1]).beyond();
      }
    }
    return new Pose(frames, shares.clone());
  }

  private Curl curl(FlatBend bend, WallFrame from, double share) {
    return bend.fan() == null
        ? new RoundCurl(bend, from, share, flat.thicknessMm())
        : new ConicalCurl(bend, from, share, flat.thicknessMm());
  }

  /** The sheet in one state of folding. */
  public final class Pose {
    private final WallFrame[] frames;
    private final double[] shares;

    private Pose(WallFrame[] frames, double[] shares) {
      this.frames = frames;
      this.shares = shares;
    }

    public WallFrame frame(int wall) {
      return frames[wall];
    }

    /** The bends, each with how far it is folded. */
    public List<Double> shares() {
      return java.util.Arrays.stream(shares).boxed().toList();
    }

    /**
     * Where a point of the flat lies now.
     *
     * @param heightMm above the upper side: 0 on it, minus the thickness on the lower side
     */
    public Vec3 point(Zone zone, Xy p, double heightMm) {
      if (!zone.isBend()) {
        WallFrame f = frames[zone.wall()];
        return f.at(p).plus(f.normal().times(heightMm));
      }
      return curl(zone).point(p, heightMm);
    }

    /** Direction out of the upper side there. */
    public Vec3 normal(Zone zone, Xy p) {
      return zone.isBend() ? curl(zone).normal(p) : frames[zone.wall()].normal();
    }

    private Curl curl(Zone zone) {
      FlatBend b = flat.bends().get(zone.bend());
      return FoldMotion.this.curl(b, frames[b.fromWall()], shares[zone.bend()]);
    }
  }

  /** One bend at a share of its angle. */
  private sealed interface Curl {
    /** Where a point of the flat lies, at a height above the upper side. */
    Vec3 point(Xy p, double heightMm);

    Vec3 normal(Xy p);

    /** Frame of the wall that the bend carries. */
    WallFrame beyond();
  }

  private record RoundCurl(FlatBend bend, WallFrame from, double share, double thickness)
      implements Curl {

    private double angle() {
      return bend.angleRad() * share;
    }

    private double radius() {
      return bend.value().allowanceMm() / angle() - bend.value().kFactor() * thickness;
    }

    @Override
    public Vec3 point(Xy p, double h) {
      Xy d = p.minus(bend.start());
      Vec3 n = from.normal();
      Vec3 base =
          from.at(bend.start()).plus(from.direction(bend.along()).times(d.dot(bend.along())));
      Vec3 u = from.direction(bend.across());
      double v = d.dot(bend.across());
      if (angle() < FLAT_RAD) {
        return base.plus(u.times(v)).plus(n.times(h));
      }
      double phi = v / bend.value().allowanceMm() * angle();
      double toCentre = bend.isUp() ? radius() : -(radius() + thickness);
      double arm = toCentre - h;
      return base.plus(u.times(arm * Math.sin(phi) * sign()))
          .plus(n.times(toCentre - arm * Math.cos(phi)));
    }

    private double sign() {
      return bend.isUp() ? 1 : -1;
    }

    @Override
    public Vec3 normal(Xy p) {
      double phi = bend.depthOf(p) / bend.value().allowanceMm() * angle() * sign();
      return from.normal()
          .times(Math.cos(phi))
          .minus(from.direction(bend.across()).times(Math.sin(phi)));
    }

    @Override
    public WallFrame beyond() {
      Vec3 axis = from.direction(bend.along());
      Vec3 u = from.direction(bend.across());
      boolean right = axis.cross(u).dot(from.normal()) > 0;
      double turn = (right ? 1 : -1) * sign() * angle();
      Xy end = bend.start().plus(bend.across().times(bend.value().allowanceMm()));
      Vec3 at = point(end, 0);
      Vec3 x = from.x().rotated(axis, turn);
      Vec3 y = from.y().rotated(axis, turn);
      return new WallFrame(at.minus(x.times(end.x())).minus(y.times(end.y())), x, y);
    }
  }

  /**
   * A conical bend keeps its neutral layer a cone about the same tip, which grows steeper; its
   * curvature is a share of the finished one.
   */
  private record ConicalCurl(FlatBend bend, WallFrame from, double share, double thickness)
      implements Curl {

    /** Of the neutral layer over the upper side. */
    private double neutral() {
      double k = bend.value().kFactor();
      return -thickness * (bend.isUp() ? k : 1 - k);
    }

    private double halfAngle() {
      return Math.atan(Math.tan(bend.fan().halfAngleRad()) / Math.max(share, FLAT_RAD));
    }

    private Vec3 tip() {
      return from.at(bend.fan().centre()).plus(from.normal().times(neutral()));
    }

    /** From the tip along the line at which the bend begins. */
    private Vec3 outwards() {
      return from.direction(bend.start().minus(bend.fan().centre())).unit();
    }

    private Vec3 towardsAxis() {
      return bend.isUp() ? from.normal() : from.normal().negated();
    }

    /** Turns what stands over the beginning to where it stands in the bend. */
    private Vec3 turned(Vec3 v, double flatTurn) {
      Vec3 axis =
          outwards().times(Math.cos(halfAngle())).plus(towardsAxis().times(Math.sin(halfAngle())));
      double side = towardsAxis().cross(outwards()).dot(from.direction(bend.across()));
      return v.rotated(axis, Math.signum(side) * flatTurn / Math.sin(halfAngle()));
    }

    @Override
    public Vec3 point(Xy p, double h) {
      Vec3 arm =
          outwards()
              .times(p.distance(bend.fan().centre()))
              .plus(from.normal().times(h - neutral()));
      return tip().plus(turned(arm, bend.fan().turn(bend.start(), p)));
    }

    @Override
    public Vec3 normal(Xy p) {
      return turned(from.normal(), bend.fan().turn(bend.start(), p));
    }

    @Override
    public WallFrame beyond() {
      FlatBend.Fan fan = bend.fan();
      double all = Math.abs(fan.sweepRad());
      Vec3 x = turned(from.direction(new Xy(1, 0).rotated(-fan.sweepRad())), all);
      Vec3 y = turned(from.direction(new Xy(0, 1).rotated(-fan.sweepRad())), all);
      Vec3 centre = tip().minus(turned(from.normal(), all).times(neutral()));
      return new WallFrame(
          centre.minus(x.times(fan.centre().x())).minus(y.times(fan.centre().y())), x, y);
    }
  }
}
