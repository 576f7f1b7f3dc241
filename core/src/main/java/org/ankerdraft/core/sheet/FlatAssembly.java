package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sheet.FlatBend.Segment;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Puts walls, bends and contours of a laid-out sheet together. */
final class FlatAssembly {
  private static final double SAME_AXIS_MM = 1e-3;
  private static final double SAME_AREA_MM2 = 1e-6;
  private static final double SAME_LINE_MM = 1e-6;

  private final Topology topology;
  private final Skins skins;
  private final Map<Integer, Placement> placements;
  private final Map<Integer, Integer> reachedFrom;
  private final Map<Integer, Unfolder.BendFace> bendFaces;
  private final FlatTracer tracer;

  /**
   * Where cut edges stand oblique the two sides of the sheet differ; the flat is the one that takes
   * more, whichever way the part lies.
   */
  private boolean takesLower;

  private final Map<Integer, Integer> wallOfFace = new LinkedHashMap<>();
  private final Map<Integer, Integer> groupOfFace = new LinkedHashMap<>();
  private final List<List<Integer>> groups = new ArrayList<>();

  FlatAssembly(
      Topology topology,
      Skins skins,
      Map<Integer, Placement> placements,
      Map<Integer, Integer> reachedFrom,
      Map<Integer, Unfolder.BendFace> bendFaces,
      FlatTracer tracer) {
    this.topology = topology;
    this.skins = skins;
    this.placements = placements;
    this.reachedFrom = reachedFrom;
    this.bendFaces = bendFaces;
    this.tracer = tracer;
  }

  FlatPattern pattern(double curveMm) throws CannotUnfold {
    numberWalls();
    groupBends();
    List<Contour> all = new ArrayList<>(tracer.ofUpperSide());
    if (!skins.oblique().isEmpty()) {
      List<Contour> lower = tracer.ofLowerSide();
      takesLower = areaMm2(lower) > areaMm2(all) + SAME_AREA_MM2;
      all = takesLower ? new ArrayList<>(lower) : all;
    }
    all.sort(Comparator.comparingDouble(c -> -Math.abs(c.signedAreaMm2())));
    Contour outer = all.getFirst().withoutCollinear(SAME_LINE_MM).turned(true);
    Xy corner = lowest(outer, curveMm);
    Xy by = corner.times(-1);
    List<Contour> holes = new ArrayList<>();
    List<Contour> stray = new ArrayList<>();
    List<Xy> polygon = outer.points(curveMm);
    for (Contour whole : all.subList(1, all.size())) {
      Contour c = whole.withoutCollinear(SAME_LINE_MM);
      boolean inside = Polygons.contains(polygon, c.points(curveMm).getFirst());
      (inside ? holes : stray).add(c.turned(!inside).moved(by));
    }
    List<Zone> zones = new ArrayList<>();
    Map<Integer, List<Contour>> contoursOfFace = new LinkedHashMap<>();
    for (int f : placements.keySet()) {
      List<Contour> contours = new ArrayList<>();
      for (Contour c : contours(f)) {
        contours.add(c.moved(by));
      }
      contoursOfFace.put(f, contours);
      zones.add(new Zone(f, wallOfFace.get(f), groupOfFace.getOrDefault(f, -1), contours));
    }
    List<FlatBend> bends = new ArrayList<>();
    for (int g = 0; g < groups.size(); g++) {
      bends.add(bend(g, by, contoursOfFace));
    }
    Placement.OfPlane start = keptPlane();
    FlatPattern.WallFrame kept =
        new FlatPattern.WallFrame(
            start.origin().plus(start.x().times(corner.x())).plus(start.y().times(corner.y())),
            start.x(),
            start.y());
    return new FlatPattern(
        skins.thicknessMm(),
        kept,
        outer.moved(by),
        holes,
        zones,
        bends,
        stray,
        skins.oblique(),
        skins.upperOfLower(),
        curveMm);
  }

  /** Of a part that is bent throughout, the plane that touches it where unfolding starts. */
  private Placement.OfPlane keptPlane() {
    return switch (placements.get(skins.start())) {
      case Placement.OfPlane plane -> plane;
      case Placement.Unrolled bent -> Placement.OfPlane.from(bent.begin());
    };
  }

  /** Contours of a face of the upper side, or of what lies under it if that is the fuller side. */
  private List<Contour> contours(int face) throws CannotUnfold {
    List<Contour> out = new ArrayList<>();
    for (Map.Entry<Integer, Integer> under : skins.upperOfLower().entrySet()) {
      if (takesLower && under.getValue().equals(face)) {
        out.addAll(tracer.ofFace(under.getKey()));
      }
    }
    return out.isEmpty() ? tracer.ofFace(face) : out;
  }

  private static double areaMm2(List<Contour> contours) {
    double all = 0;
    double largest = 0;
    for (Contour c : contours) {
      double area = Math.abs(c.signedAreaMm2());
      all += area;
      largest = Math.max(largest, area);
    }
    return 2 * largest - all;
  }

  /**
   * Walls are numbered in the order in which they were reached; bends belong to the wall before.
   */
  private void numberWalls() {
    int count = 0;
    for (int f : placements.keySet()) {
      Integer before = reachedFrom.get(f);
      boolean isNew =
          before == null
              || (topology.face(f).kind() == SurfaceKind.PLANE
                  && topology.face(before).kind() != SurfaceKind.PLANE);
      wallOfFace.put(f, isNew ? count++ : wallOfFace.get(before));
    }
  }

  /** Faces of one bend: those parted by a cut-out share their axis and the walls they join. */
  private void groupBends() {
    for (int f : bendFaces.keySet()) {
      int found = -1;
      for (int g = 0; g < groups.size() && found < 0; g++) {
        if (sameBend(groups.get(g).getFirst(), f)) {
          found = g;
        }
      }
      if (found < 0) {
        found = groups.size();
        groups.add(new ArrayList<>());
      }
      groups.get(found).add(f);
      groupOfFace.put(f, found);
    }
  }

  private boolean sameBend(int f, int g) {
    Face a = topology.face(f);
    Face b = topology.face(g);
    return a.kind() == b.kind()
        && (a.kind() == SurfaceKind.CONE ? isOneCone(a, b) : isOneCylinder(a, b))
        && wallOfFace.get(f).equals(wallOfFace.get(g))
        && wallBeyond(f) == wallBeyond(g);
  }

  private static boolean isOneCylinder(Face a, Face b) {
    Vec3 between = b.origin().minus(a.origin());
    return Math.abs(a.radius() - b.radius()) < SAME_AXIS_MM
        && a.direction().cross(b.direction()).length() < SAME_AXIS_MM
        && between.minus(a.direction().times(between.dot(a.direction()))).length() < SAME_AXIS_MM;
  }

  private static boolean isOneCone(Face a, Face b) {
    Cone first = Cone.of(a);
    return Math.abs(first.halfAngleRad() - Cone.of(b).halfAngleRad()) < SAME_AXIS_MM
        && Math.abs(first.off(b.point())) < SAME_AXIS_MM
        && first.tip().distance(Cone.of(b).tip()) < SAME_AXIS_MM;
  }

  /** The wall on the far side of a bend face, or -1. */
  private int wallBeyond(int f) {
    for (List<Integer> loop : topology.face(f).loops()) {
      for (int e : loop) {
        int next = topology.edge(e).across(f);
        if (next != 0
            && wallOfFace.containsKey(next)
            && topology.edge(e).bend() == Topology.Bend.SMOOTH
            && topology.face(next).kind() == SurfaceKind.PLANE
            && !wallOfFace.get(next).equals(wallOfFace.get(f))) {
          return wallOfFace.get(next);
        }
      }
    }
    return -1;
  }

  private FlatBend bend(int group, Xy by, Map<Integer, List<Contour>> contoursOfFace) {
    int first = groups.get(group).getFirst();
    Placement.Unrolled at = (Placement.Unrolled) placements.get(first);
    Unfolder.BendFace b = bendFaces.get(first);
    Xy start = at.begin().flatAt().plus(by);
    Xy along = at.begin().flatAlong();
    Xy across = at.begin().flatAcross();
    FlatBend.Fan fan = at.fan() == null ? null : at.fan().moved(by);
    FlatBend bare =
        new FlatBend(
            group + 1,
            b.angleRad(),
            b.radiusMm(),
            b.isUp(),
            b.value(),
            start,
            along,
            across,
            wallOfFace.get(first),
            wallBeyond(first),
            fan,
            fan != null || first == skins.start(),
            List.of(),
            groups.get(group));
    List<Segment> lines = new ArrayList<>();
    for (int f : groups.get(group)) {
      lines.addAll(crossings(contoursOfFace.get(f), bare.middle(0), bare.middleAlong()));
    }
    return bare.withLines(lines);
  }

  /** The pieces of a line that lie within contours. */
  private static List<Segment> crossings(List<Contour> contours, Xy at, Xy along) {
    List<Double> cuts = new ArrayList<>();
    for (Contour c : contours) {
      List<Xy> points = c.points(SAME_AXIS_MM);
      for (int i = 0; i < points.size(); i++) {
        Xy a = points.get(i).minus(at);
        Xy b = points.get((i + 1) % points.size()).minus(at);
        double sideA = along.cross(a);
        double sideB = along.cross(b);
        if ((sideA > 0) != (sideB > 0)) {
          Xy cut = a.plus(b.minus(a).times(sideA / (sideA - sideB)));
          cuts.add(cut.dot(along));
        }
      }
    }
    cuts.sort(Comparator.naturalOrder());
    List<Segment> out = new ArrayList<>();
    for (int i = 0; i + 1 < cuts.size(); i += 2) {
      out.add(
          new Segment(at.plus(along.times(cuts.get(i))), at.plus(along.times(cuts.get(i + 1)))));
    }
    return out;
  }

  private static Xy lowest(Contour contour, double chordMm) {
    double x = Double.MAX_VALUE;
    double y = Double.MAX_VALUE;
    for (Xy p : contour.points(chordMm)) {
      x = Math.min(x, p.x());
      y = Math.min(y, p.y());
    }
    return new Xy(x, y);
  }
}
