package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.vectors.Xy;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;
import org.locationtech.jts.geom.LinearRing;
import org.locationtech.jts.geom.Polygon;
import org.locationtech.jts.operation.distance.DistanceOp;
import org.locationtech.jts.operation.valid.IsValidOp;
import org.locationtech.jts.operation.valid.TopologyValidationError;

/** A flat pattern as areas, straightened, for measuring in it. */
public final class FlatArea {
  private static final GeometryFactory PLANE = new GeometryFactory();

  private final FlatPattern flat;
  private final double chordMm;
  private final Polygon sheet;

  /** Shortest way between two figures. */
  public record Way(double lengthMm, Xy from, Xy to) {}

  /**
   * @param chordMm how far straightened arcs may stray
   */
  public FlatArea(FlatPattern flat, double chordMm) {
    this.flat = flat;
    this.chordMm = chordMm;
    this.sheet =
        PLANE.createPolygon(
            ring(flat.outline()), flat.holes().stream().map(this::ring).toArray(LinearRing[]::new));
  }

  private LinearRing ring(Contour c) {
    List<Coordinate> out = new ArrayList<>();
    c.points(chordMm).forEach(p -> out.add(at(p)));
    out.add(out.getFirst().copy());
    return PLANE.createLinearRing(out.toArray(Coordinate[]::new));
  }

  private static Coordinate at(Xy p) {
    return new Coordinate(p.x(), p.y());
  }

  private static Xy xy(Coordinate c) {
    return new Xy(c.x, c.y);
  }

  /** Where the flat overlaps itself, if it does. */
  public Optional<Xy> overlap() {
    if (!flat.strayContours().isEmpty()) {
      return Optional.of(flat.strayContours().getFirst().curves().getFirst().start());
    }
    TopologyValidationError error = new IsValidOp(sheet).getValidationError();
    return Optional.ofNullable(error).map(e -> xy(e.getCoordinate()));
  }

  /** Where two edges of the outline come closer than a gap without meeting. */
  public List<Xy> closingGaps(double gapMm) {
    Geometry grown = PLANE.createPolygon(sheet.getExteriorRing()).buffer(gapMm / 2);
    List<Xy> out = new ArrayList<>();
    for (int g = 0; g < grown.getNumGeometries(); g++) {
      Polygon p = (Polygon) grown.getGeometryN(g);
      for (int i = 0; i < p.getNumInteriorRing(); i++) {
        out.add(xy(p.getInteriorRingN(i).getCoordinate()));
      }
    }
    return out;
  }

  /** From a hole to the outline. */
  public Way holeToOutline(int hole) {
    return way(ring(flat.holes().get(hole)), sheet.getExteriorRing());
  }

  /** From a hole to the strip that a bend takes; 0 if they overlap. */
  public Way holeToBend(int hole, FlatBend bend) {
    return way(hole(hole), strip(bend));
  }

  private static Way way(Geometry a, Geometry b) {
    DistanceOp op = new DistanceOp(a, b);
    Coordinate[] ends = op.nearestPoints();
    return new Way(op.distance(), xy(ends[0]), xy(ends[1]));
  }

  private Polygon hole(int hole) {
    return PLANE.createPolygon(ring(flat.holes().get(hole)));
  }

  /** The rectangle from the beginning to the end of the bend's lines, as wide as its allowance. */
  private static Polygon strip(FlatBend b) {
    double low = b.span().x();
    double high = b.span().y();
    double w = b.value().allowanceMm();
    Coordinate[] c = new Coordinate[5];
    double[][] corners = {{low, 0}, {high, 0}, {high, w}, {low, w}, {low, 0}};
    for (int i = 0; i < c.length; i++) {
      c[i] =
          at(b.start().plus(b.along().times(corners[i][0])).plus(b.across().times(corners[i][1])));
    }
    return PLANE.createPolygon(c);
  }

  /** Size of a hole along and across a direction. */
  public Xy sizeOfHole(int hole, Xy along) {
    double[] low = {Double.MAX_VALUE, Double.MAX_VALUE};
    double[] high = {-Double.MAX_VALUE, -Double.MAX_VALUE};
    for (Xy p : flat.holes().get(hole).points(chordMm)) {
      double[] v = {p.dot(along), along.cross(p)};
      for (int k = 0; k < 2; k++) {
        low[k] = Math.min(low[k], v[k]);
        high[k] = Math.max(high[k], v[k]);
      }
    }
    return new Xy(high[0] - low[0], high[1] - low[1]);
  }

  public boolean contains(Xy p) {
    return sheet.contains(PLANE.createPoint(at(p)));
  }

  /** How far one can go from a point in a direction before leaving the outline, holes not seen. */
  public double reach(Xy from, Xy direction) {
    double far = flat.widthMm() + flat.heightMm();
    Geometry ray =
        PLANE.createLineString(new Coordinate[] {at(from), at(from.plus(direction.times(far)))});
    Geometry cuts = ray.intersection(sheet.getExteriorRing());
    double nearest = far;
    for (Coordinate c : cuts.getCoordinates()) {
      double d = xy(c).minus(from).dot(direction);
      if (d > chordMm) {
        nearest = Math.min(nearest, d);
      }
    }
    return nearest;
  }

  /** Sides of the smallest rectangle round the flat, in any direction: the longer one first. */
  public Xy smallestBlank() {
    Coordinate[] hull = sheet.convexHull().getCoordinates();
    List<Xy> sizes = new ArrayList<>();
    for (int i = 0; i + 1 < hull.length; i++) {
      Xy along = xy(hull[i + 1]).minus(xy(hull[i]));
      if (along.length() == 0) {
        continue;
      }
      Xy unit = along.times(1 / along.length());
      double[] low = {Double.MAX_VALUE, Double.MAX_VALUE};
      double[] high = {-Double.MAX_VALUE, -Double.MAX_VALUE};
      for (Coordinate c : hull) {
        double[] v = {xy(c).dot(unit), unit.cross(xy(c))};
        for (int k = 0; k < 2; k++) {
          low[k] = Math.min(low[k], v[k]);
          high[k] = Math.max(high[k], v[k]);
        }
      }
      double w = high[0] - low[0];
      double h = high[1] - low[1];
      sizes.add(new Xy(Math.max(w, h), Math.min(w, h)));
    }
    return sizes.stream().min(Comparator.comparingDouble(s -> s.x() * s.y())).orElse(Xy.ZERO);
  }
}
