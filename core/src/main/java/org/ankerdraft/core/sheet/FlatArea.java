package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.vectors.Xy;
import org.locationtech.jts.algorithm.MinimumBoundingCircle;
import org.locationtech.jts.algorithm.MinimumDiameter;
import org.locationtech.jts.algorithm.construct.MaximumInscribedCircle;
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
  /** Straight pieces by which the arcs of a conical bend are told. */
  private static final int FAN_STEPS = 24;

  private static final GeometryFactory PLANE = new GeometryFactory();

  /** Straight pieces of a quarter turn where figures are grown and shrunk. */
  private static final int QUADRANT = 48;

  /** What such a quarter turn may stray, and more. */
  private static final double ROUNDING_SHARE = 0.02;

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

  /** How deep the flat overlaps itself: the largest circle that lies in two of its pieces, mm. */
  public double overlapMm() {
    List<Polygon> pieces = flat.zones().stream().map(this::piece).toList();
    double deepest = 0;
    for (int i = 0; i < pieces.size(); i++) {
      for (int j = i + 1; j < pieces.size(); j++) {
        Geometry both = pieces.get(i).intersection(pieces.get(j));
        if (both.getArea() > chordMm * chordMm) {
          deepest = Math.max(deepest, inscribedMm(both));
        }
      }
    }
    return deepest;
  }

  private Polygon piece(FlatPattern.Zone zone) {
    return PLANE.createPolygon(ring(zone.contours().getFirst()));
  }

  private double inscribedMm(Geometry area) {
    return 2 * new MaximumInscribedCircle(area, chordMm).getRadiusLine().getLength();
  }

  /**
   * Two edges that come near each other.
   *
   * @param widthMm between them
   */
  public record Gap(Xy at, double widthMm) {}

  /** Where two edges of the outline come closer than a gap without meeting. */
  public List<Gap> closingGaps(double gapMm) {
    List<Gap> out = new ArrayList<>();
    for (Geometry narrow : filled(gapMm)) {
      out.add(new Gap(xy(narrow.getInteriorPoint().getCoordinate()), width(narrow, gapMm)));
    }
    return out;
  }

  /** What fills up if the outline grows by half a gap and shrinks again. */
  private List<Geometry> filled(double gapMm) {
    Polygon outline = PLANE.createPolygon(sheet.getExteriorRing());
    Geometry closed = outline.buffer(gapMm / 2).buffer(-gapMm / 2);
    Geometry more = closed.difference(outline.buffer(chordMm));
    List<Geometry> out = new ArrayList<>();
    for (int i = 0; i < more.getNumGeometries(); i++) {
      // In a corner a rounded bit is filled, smaller than that.
      if (new MinimumBoundingCircle(more.getGeometryN(i)).getRadius() > gapMm / 2) {
        out.add(more.getGeometryN(i));
      }
    }
    return out;
  }

  /** The least gap that fills up there: found by halving. */
  private double width(Geometry narrow, double mostMm) {
    double open = 0;
    double closed = mostMm;
    while (closed - open > chordMm) {
      double middle = (open + closed) / 2;
      if (filled(middle).stream().anyMatch(f -> f.distance(narrow) <= chordMm)) {
        closed = middle;
      } else {
        open = middle;
      }
    }
    return closed;
  }

  /** From a hole to the outline. */
  public Way holeToOutline(int hole) {
    return fromHole(hole, sheet.getExteriorRing());
  }

  /** From a hole to the strip that a bend takes; 0 if they overlap. */
  public Way holeToBend(int hole, FlatBend bend) {
    return fromHole(hole, strip(bend));
  }

  /** The web between two holes. */
  public Way holeToHole(int hole, int other) {
    Optional<PlaneCurve.Arc> round = circle(other);
    if (round.isEmpty()) {
      return fromHole(hole, hole(other));
    }
    Way toCentre = fromHole(hole, PLANE.createPoint(at(round.get().centre())));
    return new Way(
        Math.max(0, toCentre.lengthMm - round.get().radius()), toCentre.from, toCentre.to);
  }

  private Optional<PlaneCurve.Arc> circle(int hole) {
    return flat.holes().get(hole).circle(chordMm);
  }

  /** Exact for a round hole: from its centre, less its radius. */
  private Way fromHole(int hole, Geometry to) {
    Optional<PlaneCurve.Arc> round = circle(hole);
    if (round.isEmpty()) {
      return way(hole(hole), to);
    }
    Xy centre = round.get().centre();
    Way way = way(PLANE.createPoint(at(centre)), to);
    double left = way.lengthMm - round.get().radius();
    if (left <= 0) {
      return new Way(0, way.to, way.to);
    }
    Xy from = centre.plus(way.to.minus(centre).times(round.get().radius() / way.lengthMm));
    return new Way(left, from, way.to);
  }

  private static Way way(Geometry a, Geometry b) {
    DistanceOp op = new DistanceOp(a, b);
    Coordinate[] ends = op.nearestPoints();
    return new Way(op.distance(), xy(ends[0]), xy(ends[1]));
  }

  private Polygon hole(int hole) {
    return PLANE.createPolygon(ring(flat.holes().get(hole)));
  }

  /**
   * The narrowest width of a hole: across the whole of it, or of a slit that opens into it.
   *
   * @param enoughMm slits as wide as this are not looked for
   */
  public double widthOfHole(int hole, double enoughMm) {
    Optional<PlaneCurve.Arc> round = circle(hole);
    if (round.isPresent()) {
      return 2 * round.get().radius();
    }
    Polygon whole = hole(hole);
    double narrowest = new MinimumDiameter(whole).getLength();
    double slack = ROUNDING_SHARE * enoughMm;
    Geometry wide = whole.buffer(-enoughMm / 2, QUADRANT).buffer(enoughMm / 2 + slack, QUADRANT);
    Geometry slits = whole.difference(wide);
    for (int i = 0; i < slits.getNumGeometries(); i++) {
      Geometry slit = slits.getGeometryN(i);
      // What the rounded opening leaves out in a corner is smaller than that.
      double width = new MinimumDiameter(slit).getLength();
      if (width > slack && new MinimumBoundingCircle(slit).getRadius() > enoughMm / 2) {
        narrowest = Math.min(narrowest, width);
      }
    }
    return narrowest;
  }

  /** Where the outline reaches into the strip that a bend takes, other than at the bend's ends. */
  public Optional<Xy> notchInBend(FlatBend bend) {
    Polygon strip = strip(bend);
    Geometry outside = strip.difference(PLANE.createPolygon(sheet.getExteriorRing()));
    for (int i = 0; i < outside.getNumGeometries(); i++) {
      Geometry notch = outside.getGeometryN(i);
      double low = Double.MAX_VALUE;
      double high = -Double.MAX_VALUE;
      for (Coordinate c : notch.getCoordinates()) {
        double along = xy(c).minus(bend.middle(0)).dot(bend.middleAlong());
        low = Math.min(low, along);
        high = Math.max(high, along);
      }
      boolean isAtEnd = low < bend.span().x() + chordMm || high > bend.span().y() - chordMm;
      if (!isAtEnd && notch.getArea() > chordMm) {
        return Optional.of(xy(notch.getInteriorPoint().getCoordinate()));
      }
    }
    return Optional.empty();
  }

  /** What the bend takes from the beginning to the end of its lines. */
  private static Polygon strip(FlatBend b) {
    double low = b.span().x();
    double high = b.span().y();
    double w = b.value().allowanceMm();
    int steps = b.fan() == null ? 1 : FAN_STEPS;
    List<Coordinate> c = new ArrayList<>();
    for (int i = 0; i <= steps; i++) {
      c.add(at(b.at(low, w * i / steps)));
    }
    for (int i = steps; i >= 0; i--) {
      c.add(at(b.at(high, w * i / steps)));
    }
    c.add(c.getFirst());
    return PLANE.createPolygon(c.toArray(Coordinate[]::new));
  }

  /** Size of a hole along and across a direction. */
  public Xy sizeOfHole(int hole, Xy along) {
    return Polygons.size(flat.holes().get(hole).points(chordMm), along);
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
    List<Xy> hull = Stream.of(sheet.convexHull().getCoordinates()).map(FlatArea::xy).toList();
    List<Xy> sizes = new ArrayList<>();
    for (int i = 0; i + 1 < hull.size(); i++) {
      Xy along = hull.get(i + 1).minus(hull.get(i));
      if (along.length() == 0) {
        continue;
      }
      Xy size = Polygons.size(hull, along.times(1 / along.length()));
      sizes.add(new Xy(Math.max(size.x(), size.y()), Math.min(size.x(), size.y())));
    }
    return sizes.stream().min(Comparator.comparingDouble(s -> s.x() * s.y())).orElse(Xy.ZERO);
  }
}
