package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.vectors.Xy;

/** Follows pieces of curves from node to node, with what they bound on the left. */
final class Tracing {
  /** Directions closer than this are compared a little further along the curves, rad. */
  private static final double SAME_WAY_RAD = 1e-6;

  /** How far along, as a share of the shortest piece. */
  private static final double A_LITTLE = 0.05;

  private static final double DIRECTION = 1e-6;
  private static final int HALVINGS = 40;

  /** Of a curved piece, for telling what lies within. */
  private static final int OUTLINE_POINTS = 64;

  private final Map<Integer, String> names;

  /**
   * @param names of the curves by their tags, to be told
   */
  Tracing(Map<Integer, String> names) {
    this.names = names;
  }

  /** A piece of a curve between two nodes. */
  record Edge(Curve2 whole, double from, double to, int start, int end, Curve2 curve) {}

  /** An edge along its curve's way, or against it. */
  record Half(Edge edge, boolean along) {
    int start() {
      return along ? edge.start : edge.end;
    }

    int end() {
      return along ? edge.end : edge.start;
    }

    Half twin() {
      return new Half(edge, !along);
    }

    Curve2 curve() {
      return along ? edge.curve : edge.curve.reversed();
    }

    /** Direction in which it leaves its start. */
    double angle() {
      return angleTo(DIRECTION);
    }

    /** Direction of its point at a distance from its start. */
    double angleAt(double distanceMm) {
      double near = 0;
      double far = 0.5;
      for (int i = 0; i < HALVINGS; i++) {
        double share = (near + far) / 2;
        if (curve().at(share).distance(curve().at(0)) < distanceMm) {
          near = share;
        } else {
          far = share;
        }
      }
      return angleTo(far);
    }

    private double angleTo(double share) {
      Xy way = curve().at(share).minus(curve().at(0));
      return Math.atan2(way.y(), way.x());
    }

    /** How far away its middle is. */
    double reach() {
      return curve().at(0.5).distance(curve().at(0));
    }
  }

  /** Halves head to tail, and the polygon that tells what lies within. */
  record Loop(List<Half> halves, List<Xy> outline) {
    static Loop of(List<Half> halves) {
      List<Xy> outline = new ArrayList<>();
      for (Half h : halves) {
        Curve2 c = h.curve();
        int n = c instanceof Curve2.Line ? 1 : OUTLINE_POINTS;
        for (int i = 0; i < n; i++) {
          outline.add(c.at((double) i / n));
        }
      }
      return new Loop(halves, outline);
    }

    /** A point of it that is no node, where another may touch it. */
    Xy onWay() {
      return halves.getFirst().curve().at(0.5);
    }

    double area() {
      return Polygons.signedAreaMm2(outline);
    }
  }

  /** The halves that leave each node, counter-clockwise. */
  private Map<Integer, List<Half>> sorted(List<Half> halves) throws SketchProblem {
    Map<Integer, List<Half>> out = new HashMap<>();
    halves.forEach(h -> out.computeIfAbsent(h.start(), n -> new ArrayList<>()).add(h));
    for (List<Half> star : out.values()) {
      new Star(star).sort();
    }
    return out;
  }

  /** Halves that leave one node. */
  private final class Star {
    private final List<Half> halves;

    /** Where none leaves: angles are counted from here. */
    private final double none;

    private final double aLittle;

    Star(List<Half> halves) {
      this.halves = halves;
      double[] angles = halves.stream().mapToDouble(Half::angle).sorted().toArray();
      double widest = angles[0] + 2 * Math.PI - angles[angles.length - 1];
      double from = angles[angles.length - 1];
      for (int i = 1; i < angles.length; i++) {
        if (angles[i] - angles[i - 1] > widest) {
          widest = angles[i] - angles[i - 1];
          from = angles[i - 1];
        }
      }
      none = from + widest / 2;
      aLittle = A_LITTLE * halves.stream().mapToDouble(Half::reach).min().orElseThrow();
    }

    void sort() throws SketchProblem {
      halves.sort(this::turns);
      for (int i = 1; i < halves.size(); i++) {
        if (turns(halves.get(i - 1), halves.get(i)) == 0) {
          String name = names.get(halves.get(i).edge.whole.tag());
          throw new SketchProblem(name, name + " lies on another curve, so areas are not clear");
        }
      }
    }

    private int turns(Half a, Half b) {
      int first = compared(a.angle(), b.angle());
      return first != 0 ? first : compared(a.angleAt(aLittle), b.angleAt(aLittle));
    }

    private int compared(double a, double b) {
      double first = counted(a);
      double second = counted(b);
      return Math.abs(first - second) < SAME_WAY_RAD ? 0 : Double.compare(first, second);
    }

    private double counted(double angle) {
      double turn = (angle - none) / (2 * Math.PI);
      return 2 * Math.PI * (turn - Math.floor(turn));
    }
  }

  /**
   * What lies on the left of each half is traced by turning right as far as can be.
   *
   * @param halves with or without those against them
   */
  List<Loop> loops(List<Half> halves) throws SketchProblem {
    Set<Half> both = new LinkedHashSet<>(halves);
    halves.forEach(h -> both.add(h.twin()));
    Map<Integer, List<Half>> leaving = sorted(List.copyOf(both));
    Set<Half> left = new HashSet<>(halves);
    List<Loop> out = new ArrayList<>();
    for (Half first : halves) {
      List<Half> loop = new ArrayList<>();
      for (Half h = first; left.remove(h); h = next(h, leaving.get(h.end()), left, first)) {
        loop.add(h);
      }
      out.addAll(simple(loop));
    }
    return out;
  }

  /** A bound that comes back to a node on its way, where others touch it, is more than one loop. */
  private static List<Loop> simple(List<Half> bound) {
    List<Loop> out = new ArrayList<>();
    List<Half> way = new ArrayList<>();
    for (Half h : bound) {
      way.add(h);
      for (int i = 0; i < way.size(); i++) {
        if (way.get(i).start() == h.end()) {
          List<Half> round = way.subList(i, way.size());
          out.add(Loop.of(List.copyOf(round)));
          round.clear();
        }
      }
    }
    return out;
  }

  /** The next to the right of the way back, of those that are left or end the loop. */
  private static Half next(Half h, List<Half> star, Set<Half> left, Half first) {
    int back = star.indexOf(h.twin());
    for (int i = 1; i < star.size(); i++) {
      Half found = star.get(Math.floorMod(back - i, star.size()));
      if (found.equals(first) || left.contains(found)) {
        return found;
      }
    }
    return h;
  }
}
