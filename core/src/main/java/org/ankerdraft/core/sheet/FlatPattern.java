package org.ankerdraft.core.sheet;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * A sheet laid flat, seen from the side of the face that was kept; lengths mm, its lower left
 * corner at the origin.
 *
 * @param kept where the kept wall stands in the folded part
 * @param outline counter-clockwise
 * @param holes inner contours, clockwise
 * @param zones the walls and bends that it is made of, the kept wall first
 * @param bends numbered in their order
 * @param strayContours further outer contours: the flat falls apart or overlaps there
 * @param oblique numbers of cut edges that do not stand square on the sheet, with the angle by
 *     which they lean, rad; the flat takes the fuller of the sheet's two sides
 * @param upperOfLower for each face of the lower side the one of the upper side over it
 * @param toleranceMm how far straightened curves stray from the true ones
 */
public record FlatPattern(
    double thicknessMm,
    WallFrame kept,
    Contour outline,
    List<Contour> holes,
    List<Zone> zones,
    List<FlatBend> bends,
    List<Contour> strayContours,
    Map<Integer, Double> oblique,
    Map<Integer, Integer> upperOfLower,
    double toleranceMm) {

  public FlatPattern {
    holes = List.copyOf(holes);
    zones = List.copyOf(zones);
    bends = List.copyOf(bends);
    strayContours = List.copyOf(strayContours);
    oblique = Map.copyOf(oblique);
    upperOfLower = Map.copyOf(upperOfLower);
  }

  /**
   * A wall or a bend: one face of the upper side.
   *
   * @param face its number in the body
   * @param wall number of the wall it is or belongs to, from 0; for a bend that of the wall from
   *     which it was reached
   * @param bend index in {@link #bends} for a bend, else -1
   */
  public record Zone(int face, int wall, int bend, List<Contour> contours) {
    public Zone {
      contours = List.copyOf(contours);
    }

    public boolean isBend() {
      return bend >= 0;
    }
  }

  /** Where a wall of the folded part stands: the flat's axes and origin in space. */
  public record WallFrame(Vec3 origin, Vec3 x, Vec3 y) {
    public Vec3 normal() {
      return x.cross(y);
    }

    public Vec3 at(Xy p) {
      return origin.plus(direction(p));
    }

    /** A direction of the flat, in space. */
    public Vec3 direction(Xy d) {
      return x.times(d.x()).plus(y.times(d.y()));
    }
  }

  /** Size of the smallest upright rectangle round the outline. */
  public double widthMm() {
    return upperRight().x();
  }

  public double heightMm() {
    return upperRight().y();
  }

  private Xy upperRight() {
    double x = 0;
    double y = 0;
    for (Xy p : outline.points(toleranceMm)) {
      x = Math.max(x, p.x());
      y = Math.max(y, p.y());
    }
    return new Xy(x, y);
  }

  /** Area of the blank after cutting, holes taken off. */
  public double areaMm2() {
    return outline.signedAreaMm2()
        + holes.stream().mapToDouble(Contour::signedAreaMm2).sum()
        + strayContours.stream().mapToDouble(Contour::signedAreaMm2).sum();
  }

  /** Index of the zone to which a face of either side belongs, -1 for a cut edge. */
  public int zoneOf(int face) {
    int upper = upperOfLower.getOrDefault(face, face);
    for (int i = 0; i < zones.size(); i++) {
      if (zones.get(i).face() == upper) {
        return i;
      }
    }
    return -1;
  }
}
