package org.ankerdraft.core.sheet;

import java.util.List;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sheet.FlatPattern.WallFrame;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A stand-in press brake: a wedge-shaped punch above and a block with a V-shaped groove below, both
 * as long as the bend. Sections are seen along the bend, the punch's tip at the origin, y upwards.
 *
 * @param dieMm opening of the die
 */
public record PressBrake(double dieMm) {
  private static final double PUNCH_HALF_WIDTH_MM = 14;
  private static final double PUNCH_HEIGHT_MM = 110;
  private static final double DIE_HALF_WIDTH_MM = 25;
  private static final double DIE_HEIGHT_MM = 70;
  private static final double USUAL_WEDGE_RAD = Math.toRadians(43);

  /** Tools are ground sharper than the bend, which springs back. */
  private static final double SPRING_BACK_RAD = 0.05;

  private static final double SHARPEST_WEDGE_RAD = Math.toRadians(13);

  /** Hems are folded so far between punch and die, then pressed flat. */
  private static final double FURTHEST_RAD = Math.toRadians(150);

  /** Tools are drawn back by this, so that touching is no collision. */
  private static final double CLEARANCE_MM = 0.3;

  /**
   * Force of air bending, kN: 1.42 Rm T^2 L / (1000 V) (common practice, no published source).
   *
   * @param tensileMpa tensile strength, N/mm2
   * @param dieMm opening of the die
   */
  public static double forceKn(
      double tensileMpa, double thicknessMm, double lengthMm, double dieMm) {
    return 1.42 * tensileMpa * thicknessMm * thicknessMm * lengthMm / (1000 * dieMm);
  }

  /** The share of its angle to which a bend is folded between punch and die. */
  public static double furthestShare(FlatBend b) {
    return b.isRolled() ? 1 : Math.min(1, FURTHEST_RAD / b.angleRad());
  }

  /** Half the angle of punch and groove: sharper than the finished bend, so that it can be bent. */
  private static double wedge(FlatBend b) {
    double angle = Math.min(b.angleRad(), FURTHEST_RAD);
    return Math.max(
        SHARPEST_WEDGE_RAD, Math.min(USUAL_WEDGE_RAD, (Math.PI - angle) / 2 - SPRING_BACK_RAD));
  }

  /** Section of the punch for a bend. */
  public List<Xy> punch(FlatBend b) {
    double wedge = wedge(b);
    double rise = CLEARANCE_MM + PUNCH_HALF_WIDTH_MM / Math.tan(wedge);
    return List.of(
        new Xy(0, CLEARANCE_MM),
        new Xy(PUNCH_HALF_WIDTH_MM, rise),
        new Xy(PUNCH_HALF_WIDTH_MM, Math.max(PUNCH_HEIGHT_MM, 2 * rise)),
        new Xy(-PUNCH_HALF_WIDTH_MM, Math.max(PUNCH_HEIGHT_MM, 2 * rise)),
        new Xy(-PUNCH_HALF_WIDTH_MM, rise));
  }

  /** Section of the die while a bend has reached a share of its angle. */
  public List<Xy> die(FlatBend b, double share, double thicknessMm) {
    double half = Math.min(b.angleRad(), FURTHEST_RAD) * share / 2;
    double apex = -thicknessMm - (b.radiusMm() + thicknessMm) * (1 / Math.cos(half) - 1);
    double v = dieMm / 2;
    double top = apex + v * Math.tan(half) - CLEARANCE_MM;
    double groove = top - v / Math.tan(wedge(b)) - 2 * thicknessMm;
    double foot = Math.min(top - DIE_HEIGHT_MM, groove - v);
    return List.of(
        new Xy(v, top),
        new Xy(DIE_HALF_WIDTH_MM + v, top),
        new Xy(DIE_HALF_WIDTH_MM + v, foot),
        new Xy(-DIE_HALF_WIDTH_MM - v, foot),
        new Xy(-DIE_HALF_WIDTH_MM - v, top),
        new Xy(-v, top),
        new Xy(0, groove));
  }

  /**
   * Where the sheet lies in the machine while it is bent.
   *
   * @param tip of the punch, on the inside of the bend at the middle of its line
   * @param side across the bend
   * @param up towards the punch
   * @param along the bend
   */
  public record Station(Vec3 tip, Vec3 side, Vec3 up, Vec3 along, double halfLengthMm) {
    /** A point in the section. */
    Xy section(Vec3 p) {
      Vec3 d = p.minus(tip);
      return new Xy(d.dot(side), d.dot(up));
    }

    boolean isBesideTools(Vec3 p) {
      return Math.abs(p.minus(tip).dot(along)) > halfLengthMm;
    }

    /** Whether a point of the sheet lies within a tool's section. */
    boolean meets(Vec3 p, List<Xy> tool) {
      return !isBesideTools(p) && Polygons.contains(tool, section(p));
    }

    /** A point of a section in space. */
    public Vec3 at(Xy p, double alongMm) {
      return tip.plus(side.times(p.x())).plus(up.times(p.y())).plus(along.times(alongMm));
    }
  }

  /** The station of bends that lie on one line: the tools reach from the first to the last. */
  public static Station station(FlatPattern flat, List<FlatBend> bends, FoldMotion.Pose pose) {
    Station first = station(flat, bends.getFirst(), pose);
    double low = -first.halfLengthMm;
    double high = first.halfLengthMm;
    for (FlatBend b : bends.subList(1, bends.size())) {
      Station other = station(flat, b, pose);
      double at = other.tip.minus(first.tip).dot(first.along);
      low = Math.min(low, at - other.halfLengthMm);
      high = Math.max(high, at + other.halfLengthMm);
    }
    Vec3 tip = first.tip.plus(first.along.times((low + high) / 2));
    return new Station(tip, first.side, first.up, first.along, (high - low) / 2);
  }

  /** The station of a bend in a pose. */
  public static Station station(FlatPattern flat, FlatBend b, FoldMotion.Pose pose) {
    double low = b.span().x();
    double high = b.span().y();
    Xy middle = b.middle((low + high) / 2);
    FlatPattern.Zone zone =
        flat.zones().stream().filter(z -> z.bend() == b.number() - 1).findFirst().orElseThrow();
    Vec3 normal = pose.normal(zone, middle);
    Vec3 up = b.isUp() ? normal : normal.negated();
    Vec3 tip = pose.point(zone, middle, b.isUp() ? 0 : -flat.thicknessMm());
    WallFrame from = pose.frame(b.fromWall());
    Vec3 along = from.direction(b.along());
    return new Station(tip, along.cross(up).unit(), up, along, (high - low) / 2);
  }
}
