package org.ankerdraft.core.sheet;

import java.util.List;
import org.ankerdraft.core.sheet.FlatPattern.WallFrame;
import org.ankerdraft.core.sheet.PressBrake.Station;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A stand-in for the second station of hems: a plate above and one below, as long as the bend, that
 * press a wall shut which stands at an acute angle. Sections are seen along the bend, with the
 * bend's beginning on the inner surface of the wall at the origin, x along the wall away from the
 * bend, y away from the wall.
 *
 * @param reachMm how far the carried wall reaches over the other from the bend's beginning
 * @param shutMm height of the upper side of the carried wall once it is shut
 */
public record FlatteningPress(double reachMm, double shutMm) {
  private static final double MARGIN_MM = 3;
  private static final double PLATE_MM = 25;
  private static final double CLEARANCE_MM = 0.3;

  /** Section of the upper plate when the hem is shut. */
  public List<Xy> ram() {
    return box(shutMm + CLEARANCE_MM, shutMm + CLEARANCE_MM + PLATE_MM);
  }

  /** Section of the lower plate. */
  public List<Xy> anvil(double thicknessMm) {
    double top = -thicknessMm - CLEARANCE_MM;
    return box(top - PLATE_MM, top);
  }

  private List<Xy> box(double low, double high) {
    double out = -shutMm - MARGIN_MM;
    double in = reachMm + MARGIN_MM;
    return List.of(new Xy(out, low), new Xy(in, low), new Xy(in, high), new Xy(out, high));
  }

  /** Where the sheet lies in it, in a pose. */
  public static Station station(FlatPattern flat, FlatBend b, FoldMotion.Pose pose) {
    WallFrame from = pose.frame(b.fromWall());
    Xy middle = b.start().plus(b.along().times((b.span().x() + b.span().y()) / 2));
    Vec3 up = b.isUp() ? from.normal() : from.normal().negated();
    Vec3 tip = from.at(middle).plus(from.normal().times(b.isUp() ? 0 : -flat.thicknessMm()));
    Vec3 side = from.direction(b.across()).negated();
    return new Station(tip, side, up, up.cross(side), (b.span().y() - b.span().x()) / 2);
  }
}
