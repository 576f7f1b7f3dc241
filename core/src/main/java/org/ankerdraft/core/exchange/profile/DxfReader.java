package org.ankerdraft.core.exchange.profile;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.ankerdraft.core.exchange.profile.DxfPairs.Entity;
import org.ankerdraft.core.exchange.profile.DxfPairs.Pair;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.vectors.Xy;

/**
 * Curves of a DXF file, in mm: lines, arcs, circles, ellipses, polylines with bulges, splines and
 * points of the section of entities.
 */
final class DxfReader {
  private static final int MOST_CURVES = 20_000;
  private static final double FULL_TURN = 2 * Math.PI;
  private static final double SAME_SHARE = 1e-9;

  private final double unitMm;
  private final List<Curve2> curves = new ArrayList<>();
  private final List<Xy> points = new ArrayList<>();
  private final Map<String, Integer> leftOut = new TreeMap<>();
  private final List<String> notes = new ArrayList<>();

  private DxfReader(double unitMm) {
    this.unitMm = unitMm;
  }

  /**
   * What was read.
   *
   * @param notes what was taken for granted or left out, in words
   */
  record Content(List<Curve2> curves, List<Xy> points, List<String> notes) {}

  static Content read(byte[] file) throws FormatException {
    List<Pair> pairs = DxfPairs.read(file);
    String unit = DxfPairs.variable(pairs, "$INSUNITS");
    DxfReader reader = new DxfReader(unitMm(unit));
    if (unit.isEmpty() || unit.equals("0")) {
      reader.notes.add("the file tells no unit; its numbers are taken for mm");
    }
    reader.all(DxfPairs.entities(pairs));
    reader.leftOut.forEach((kind, n) -> reader.notes.add(n + " " + kind + " left out"));
    return new Content(reader.curves, reader.points, reader.notes);
  }

  /** Numbers of the header variable $INSUNITS. */
  private static double unitMm(String code) throws FormatException {
    return switch (code) {
      case "", "0", "4" -> 1;
      case "1" -> 25.4;
      case "2" -> 304.8;
      case "5" -> 10;
      case "6" -> 1000;
      case "8" -> 25.4e-6;
      case "9" -> 25.4e-3;
      case "10" -> 914.4;
      case "13" -> 1e-3;
      case "14" -> 100;
      default ->
          throw new FormatException(Place.ROOT, "the unit " + code + " ($INSUNITS) is not read");
    };
  }

  private void all(List<Entity> entities) throws FormatException {
    for (int i = 0; i < entities.size(); i++) {
      Entity e = entities.get(i);
      switch (e.kind()) {
        case "LINE" -> line(e);
        case "CIRCLE" -> circle(e);
        case "ARC" -> arc(e);
        case "ELLIPSE" -> ellipse(e);
        case "LWPOLYLINE" -> lightPolyline(e);
        case "POLYLINE" -> i = polyline(entities, i);
        case "SPLINE" -> curves.addAll(new DxfSpline(e, unitMm, notes).curves());
        case "POINT" -> points.add(at(e.number(10), e.number(20), false));
        default -> leftOut.merge(e.kind(), 1, Integer::sum);
      }
      if (curves.size() > MOST_CURVES) {
        throw new FormatException(
            Place.ROOT, "the file has more than " + MOST_CURVES + " curves: too many for a sketch");
      }
    }
  }

  /** Seen from behind: the entity's own plane looks down. */
  private static boolean isMirrored(Entity e) throws FormatException {
    double z = e.number(230, 1);
    double tilt = Math.hypot(e.number(210, 0), e.number(220, 0));
    if (tilt > 1e-6) {
      throw new FormatException(
          Place.ROOT, "a " + e.kind() + " does not lie in the plane of the drawing");
    }
    return z < 0;
  }

  private Xy at(double x, double y, boolean mirrored) {
    return new Xy((mirrored ? -x : x) * unitMm, y * unitMm);
  }

  private void line(Entity e) throws FormatException {
    Xy a = at(e.number(10), e.number(20), false);
    Xy b = at(e.number(11), e.number(21), false);
    if (a.distance(b) > 0) {
      curves.add(new Curve2.Line(0, a, b));
    }
  }

  private void circle(Entity e) throws FormatException {
    curves.add(
        new Curve2.Circle(
            0, at(e.number(10), e.number(20), isMirrored(e)), positive(e, e.number(40)) * unitMm));
  }

  private static double positive(Entity e, double v) throws FormatException {
    if (!(v > 0)) {
      throw new FormatException(
          Place.ROOT, "the radius of a " + e.kind() + " is " + Numbers.tidy(v, 6));
    }
    return v;
  }

  private void arc(Entity e) throws FormatException {
    boolean mirrored = isMirrored(e);
    double r = positive(e, e.number(40));
    double from = Math.toRadians(e.number(50));
    double sweep = turn(Math.toRadians(e.number(51)) - from);
    Xy centre = new Xy(e.number(10), e.number(20));
    Xy[] p = new Xy[3];
    for (int i = 0; i < 3; i++) {
      Xy q = centre.plus(Xy.polar(r, from + sweep * i / 2));
      p[i] = at(q.x(), q.y(), mirrored);
    }
    curves.add(new Curve2.Arc(0, p[0], p[1], p[2]));
  }

  private static double turn(double angle) {
    double t = angle - FULL_TURN * Math.floor(angle / FULL_TURN);
    return t < SAME_SHARE ? FULL_TURN : t;
  }

  private void ellipse(Entity e) throws FormatException {
    boolean mirrored = isMirrored(e);
    Xy major = new Xy(e.number(11), e.number(21)).times(unitMm);
    double minor = positive(e, e.number(40)) * major.length();
    double from = e.number(41, 0);
    double sweep = turn(e.number(42, FULL_TURN) - from);
    Xy centre = at(e.number(10), e.number(20), false);
    // Its centre and axis are told in the drawing itself, its angles about its own normal.
    double begin = mirrored ? -(from + sweep) : from;
    Curve2 found =
        minor <= major.length() * (1 + SAME_SHARE)
            ? new Curve2.Ellipse(0, centre, major, Math.min(minor, major.length()), begin, sweep)
            : new Curve2.Ellipse(
                0,
                centre,
                new Xy(-major.y(), major.x()).times(minor / major.length()),
                major.length(),
                begin - Math.PI / 2,
                sweep);
    curves.add(found);
  }

  private void lightPolyline(Entity e) throws FormatException {
    List<double[]> vertices = new ArrayList<>();
    for (Pair p : e.pairs()) {
      double v =
          p.code() == 10 || p.code() == 20 || p.code() == 42 ? Entity.numberOf(p, e.kind()) : 0;
      if (p.code() == 10) {
        vertices.add(new double[] {v, 0, 0});
      } else if (p.code() == 20 && !vertices.isEmpty()) {
        vertices.getLast()[1] = v;
      } else if (p.code() == 42 && !vertices.isEmpty()) {
        vertices.getLast()[2] = v;
      }
    }
    legs(vertices, (e.whole(70, 0) & 1) != 0, isMirrored(e));
  }

  /** The number of the last entity that belongs to it. */
  private int polyline(List<Entity> entities, int first) throws FormatException {
    Entity head = entities.get(first);
    List<double[]> vertices = new ArrayList<>();
    int i = first + 1;
    while (i < entities.size() && entities.get(i).kind().equals("VERTEX")) {
      Entity v = entities.get(i++);
      vertices.add(new double[] {v.number(10), v.number(20), v.number(42, 0)});
    }
    int flags = head.whole(70, 0);
    if ((flags & (16 | 64)) != 0) {
      leftOut.merge("meshes (POLYLINE)", 1, Integer::sum);
    } else {
      legs(vertices, (flags & 1) != 0, isMirrored(head));
    }
    return i < entities.size() && entities.get(i).kind().equals("SEQEND") ? i : i - 1;
  }

  /** A bulge is the tangent of a quarter of the arc's angle; positive to the left of the leg. */
  private void legs(List<double[]> vertices, boolean closed, boolean mirrored) {
    int n = vertices.size();
    for (int i = 0; i < (closed ? n : n - 1); i++) {
      double[] v = vertices.get(i);
      double[] w = vertices.get((i + 1) % n);
      Xy a = at(v[0], v[1], mirrored);
      Xy b = at(w[0], w[1], mirrored);
      double bulge = mirrored ? -v[2] : v[2];
      if (a.distance(b) == 0) {
        continue;
      }
      if (Math.abs(bulge) < SAME_SHARE) {
        curves.add(new Curve2.Line(0, a, b));
      } else {
        Xy half = b.minus(a).times(0.5);
        Xy right = new Xy(half.y(), -half.x());
        curves.add(new Curve2.Arc(0, a, a.plus(half).plus(right.times(bulge)), b));
      }
    }
  }

  /** A spline that can be drawn as it is. */
  static boolean isPlain(int degree, int points) {
    return degree >= 2 && degree <= 6 && points > degree;
  }
}
