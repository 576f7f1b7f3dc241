package org.ankerdraft.core.sheet;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.FacePolygon;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Bend;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;

/**
 * The two sides of a uniform sheet, told apart from its cut edges.
 *
 * @param thicknessMm the same everywhere
 * @param start the face from which the sheet is unfolded, plane unless none is; it belongs to
 *     {@code upper}
 * @param upper faces of the side that the flat is seen from
 * @param lower faces of the other side
 * @param rims all other faces: the cut edges
 * @param upperOfLower for each face of the lower side the one of the upper side over it
 * @param oblique cut edges that do not stand square on the sheet, with the angle by which they
 *     lean, rad, 0 to pi / 2; their two sides differ by the thickness times its tangent
 */
public record Skins(
    double thicknessMm,
    int start,
    Set<Integer> upper,
    Set<Integer> lower,
    Set<Integer> rims,
    Map<Integer, Double> oblique,
    Map<Integer, Integer> upperOfLower) {

  /** How far faces of a sheet may stray from the thickness, as a share of it. */
  private static final double UNEVEN_SHARE = 1e-3;

  private static final double PARALLEL_RAD = 1e-3;
  private static final double SAME_THICKNESS_MM = 1e-3;

  /** How many of the largest plane faces are looked at. */
  private static final int CANDIDATES = 24;

  /** A face counts as a wall of the sheet from this share of the largest plane face. */
  private static final double LARGE_SHARE = 0.2;

  private static final double SQUARE_RAD = Math.toRadians(0.5);

  /**
   * Finds the sides of a body.
   *
   * @param keep the plane face to start from, or 0 for the largest
   */
  public static Skins find(Topology topology, int keep, Tolerance tolerance) throws CannotUnfold {
    return new Finder(topology, tolerance).find(keep);
  }

  private static final class Finder {
    private final Topology topology;
    private final Tolerance tolerance;
    private int largest;

    Finder(Topology topology, Tolerance tolerance) {
      this.topology = topology;
      this.tolerance = tolerance;
    }

    /**
     * From the kept face, or from the plane face that makes the thinnest sheet: seen on edge, a
     * folded strip is a plate as well, only a thick one. A face too small to count may fail; of a
     * larger one the failure is told.
     */
    Skins find(int keep) throws CannotUnfold {
      if (keep != 0) {
        return from(keep, keep);
      }
      CannotUnfold none = CannotUnfold.at(0, "it has no wall with another side to it");
      CannotUnfold last = none;
      for (int first : candidates()) {
        try {
          return from(first, 0);
        } catch (CannotUnfold e) {
          last = isBent(topology.face(first)) && last != none ? last : e;
          if (!isBent(topology.face(first))
              && topology.face(first).areaMm2() > LARGE_SHARE * topology.face(largest).areaMm2()) {
            break;
          }
        }
      }
      throw last;
    }

    /** The largest plane face of each thickness, the thinnest first. */
    private List<Integer> candidates() {
      List<Integer> planes = new ArrayList<>();
      for (int f = 1; f <= topology.faces().size(); f++) {
        if (topology.face(f).kind() == SurfaceKind.PLANE) {
          planes.add(f);
        }
      }
      planes.sort(
          Comparator.comparingDouble((Integer f) -> -topology.face(f).areaMm2())
              .thenComparingInt(f -> f));
      largest = planes.isEmpty() ? 0 : planes.getFirst();
      Map<Long, Integer> byThickness = new TreeMap<>();
      for (int f : planes.subList(0, Math.min(planes.size(), CANDIDATES))) {
        int g = behind(f);
        double thickness = g == 0 ? Double.MAX_VALUE : depth(topology.face(f), topology.face(g));
        byThickness.putIfAbsent(Math.round(thickness / SAME_THICKNESS_MM), f);
      }
      largestBent()
          .ifPresent(f -> {
            double thickness = depthBehind(f, partner(f));
            byThickness.putIfAbsent(Math.round(thickness / SAME_THICKNESS_MM), f);
          });
      return List.copyOf(byThickness.values());
    }

    /** The largest outside of a cylinder or cone with an inside in it. */
    private Optional<Integer> largestBent() {
      return IntStream.rangeClosed(1, topology.faces().size())
          .boxed()
          .filter(f -> isBent(topology.face(f)) && !topology.face(f).concave() && partner(f) != 0)
          .max(Comparator.comparingDouble(f -> topology.face(f).areaMm2()));
    }

    private static boolean isBent(Face f) {
      return f.kind() == SurfaceKind.CYLINDER || f.kind() == SurfaceKind.CONE;
    }

    /** The face behind a plane, or the nearest one about the same axis; 0 if there is none. */
    private int partner(int f) {
      if (!isBent(topology.face(f))) {
        return behind(f);
      }
      return IntStream.rangeClosed(1, topology.faces().size())
          .boxed()
          .filter(g -> depthBehind(f, g) > tolerance.lengthMm() && match(f, g, depthBehind(f, g)))
          .min(Comparator.comparingDouble(g -> depthBehind(f, g)))
          .orElse(0);
    }

    /** How far behind a face another one lies that runs along it; not positive if none does. */
    private double depthBehind(int f, int g) {
      Face a = topology.face(f);
      Face b = topology.face(g);
      double sign = a.concave() ? 1 : -1;
      if (a.kind() != b.kind()) {
        return 0;
      }
      return switch (a.kind()) {
        case PLANE -> depth(a, b);
        case CYLINDER -> sign * (b.radius() - a.radius());
        case CONE -> sign * -Cone.of(b).off(a.point());
        case SPHERE, TORUS, FREEFORM -> 0;
      };
    }

    private Skins from(int first, int keep) throws CannotUnfold {
      Face face = topology.face(first);
      if (!unfolds(face)) {
        throw CannotUnfold.at(
            first, "it is no plane, cylinder or cone, so unfolding cannot start there");
      }
      int opposite = partner(first);
      if (opposite == 0) {
        throw CannotUnfold.at(
            first, "no parallel face lies behind it, so the body has no sheet thickness");
      }
      double thickness = depthBehind(first, opposite);
      boolean swap = keep == 0 && !isBent(face) && looksUp(topology.face(opposite));
      int start = swap ? opposite : first;
      Set<Integer> upper = smoothlyJoined(start);
      Set<Integer> lower = smoothlyJoined(swap ? first : opposite);
      Set<Integer> both = new TreeSet<>(upper);
      both.retainAll(lower);
      if (!both.isEmpty()) {
        throw CannotUnfold.at(
            both.stream()
                .filter(f -> topology.face(f).kind() != SurfaceKind.PLANE)
                .findFirst()
                .orElse(both.iterator().next()),
            "the two sides of the sheet run into each other without a cut edge between them");
      }
      Set<Integer> rims = new TreeSet<>();
      for (int f = 1; f <= topology.faces().size(); f++) {
        if (!upper.contains(f) && !lower.contains(f)) {
          rims.add(f);
        }
      }
      Skins skins =
          new Skins(
              thickness, start, upper, lower, rims, oblique(rims), over(upper, lower, thickness));
      List<Obstacle> obstacles = new ArrayList<>();
      unmatched(skins, upper, lower, obstacles);
      unmatched(skins, lower, upper, obstacles);
      badRims(skins, obstacles);
      if (!obstacles.isEmpty()) {
        throw new CannotUnfold(obstacles);
      }
      return skins;
    }

    /** Of a plane's two sides, the one that looks up (else forwards, else right). */
    private static boolean looksUp(Face f) {
      Vec3 n = f.normal();
      double[] parts = {n.z(), -n.y(), n.x()};
      for (double part : parts) {
        if (Math.abs(part) > PARALLEL_RAD) {
          return part > 0;
        }
      }
      throw new IllegalStateException("face " + f + " has no normal");
    }

    private static double depth(Face from, Face to) {
      return from.point().minus(to.point()).dot(from.normal());
    }

    /** The nearest antiparallel plane face that lies behind the inner point of a plane face. */
    private int behind(int number) {
      Face face = topology.face(number);
      int best = 0;
      for (int g = 1; g <= topology.faces().size(); g++) {
        Face other = topology.face(g);
        if (other.kind() != SurfaceKind.PLANE
            || Math.PI - face.normal().angleTo(other.normal()) > PARALLEL_RAD) {
          continue;
        }
        double d = depth(face, other);
        if (d > tolerance.lengthMm()
            && (best == 0 || d < depth(face, topology.face(best)))
            && new FacePolygon(topology, g).contains(face.point())) {
          best = g;
        }
      }
      return best;
    }

    private Set<Integer> smoothlyJoined(int start) {
      Set<Integer> found = new TreeSet<>(Set.of(start));
      Deque<Integer> open = new ArrayDeque<>(found);
      while (!open.isEmpty()) {
        int f = open.pop();
        for (List<Integer> loop : topology.face(f).loops()) {
          for (int e : loop) {
            int next = topology.edge(e).across(f);
            if (next != 0
                && topology.edge(e).bend() == Bend.SMOOTH
                && unfolds(topology.face(next))
                && found.add(next)) {
              open.push(next);
            }
          }
        }
      }
      return found;
    }

    private static boolean unfolds(Face f) {
      return f.kind() == SurfaceKind.PLANE || isBent(f);
    }

    private void unmatched(
        Skins skins, Set<Integer> side, Set<Integer> other, List<Obstacle> obstacles) {
      for (int f : side) {
        if (other.stream().noneMatch(g -> match(f, g, skins.thicknessMm))) {
          obstacles.add(new Obstacle(f, uneven(f, skins.thicknessMm)));
        }
      }
    }

    private boolean match(int f, int g, double thickness) {
      Face a = topology.face(f);
      Face b = topology.face(g);
      double slack = slack(thickness);
      if (a.kind() != b.kind()) {
        return false;
      }
      if (a.kind() == SurfaceKind.PLANE) {
        return Math.PI - a.normal().angleTo(b.normal()) < PARALLEL_RAD
            && Math.abs(depth(a, b) - thickness) < slack;
      }
      if (a.kind() == SurfaceKind.CONE) {
        Cone first = Cone.of(a);
        return a.concave() != b.concave()
            && first.axis().angleTo(Cone.of(b).axis()) < PARALLEL_RAD
            && Math.abs(first.halfAngleRad() - Cone.of(b).halfAngleRad()) < PARALLEL_RAD
            && Cone.of(b).tip().minus(first.tip()).cross(first.axis()).length() < slack
            && Math.abs(depthBehind(f, g) - thickness) < slack;
      }
      Vec3 between = b.origin().minus(a.origin());
      double apart = between.minus(a.direction().times(between.dot(a.direction()))).length();
      double sign = a.concave() ? 1 : -1;
      return a.concave() != b.concave()
          && a.direction().cross(b.direction()).length() < PARALLEL_RAD
          && apart < slack
          && Math.abs(b.radius() - a.radius() - sign * thickness) < slack;
    }

    private String uneven(int f, double thickness) {
      Face face = topology.face(f);
      if (face.kind() == SurfaceKind.PLANE) {
        int g = behind(f);
        if (g != 0 && match(f, g, thickness)) {
          return "the face behind it hangs together with the rest of that side over no smooth edges";
        }
        if (g != 0) {
          return "the wall is "
              + Numbers.mm(depth(face, topology.face(g)))
              + " thick there, and "
              + Numbers.mm(thickness)
              + " where unfolding starts";
        }
        return "no parallel face lies behind it";
      }
      if (face.kind() == SurfaceKind.CONE) {
        return "no cone about the same axis lies "
            + Numbers.mm(thickness)
            + (face.concave() ? " outside" : " inside")
            + " it";
      }
      if (!face.concave() && face.radius() < thickness * (1 + UNEVEN_SHARE)) {
        return "the bend is sharp inside: its outside radius is "
            + Numbers.mm(face.radius())
            + ", the sheet "
            + Numbers.mm(thickness)
            + " thick";
      }
      return "no bend of radius "
          + Numbers.mm(face.radius() + (face.concave() ? thickness : -thickness))
          + " about the same axis lies on the other side";
    }

    private void badRims(Skins skins, List<Obstacle> obstacles) {
      for (int f : skins.rims) {
        String why = badRim(skins, f);
        if (why != null) {
          obstacles.add(new Obstacle(f, why));
        }
      }
    }

    /** Why a face is no cut edge, or null if it is one. */
    private String badRim(Skins skins, int f) {
      boolean upper = false;
      boolean lower = false;
      for (List<Integer> loop : topology.face(f).loops()) {
        for (int e : loop) {
          int g = topology.edge(e).across(f);
          upper |= skins.upper.contains(g);
          lower |= skins.lower.contains(g);
        }
      }
      if (upper && lower) {
        return null;
      }
      Face face = topology.face(f);
      if (!unfolds(face)) {
        return "its surface is a "
            + face.kind().name().toLowerCase(Locale.ROOT)
            + ", and only planes, cylinders and cones can be laid flat";
      }
      int g = face.kind() == SurfaceKind.PLANE ? behind(f) : 0;
      boolean isWall =
          g != 0
              && Math.abs(depth(face, topology.face(g)) - skins.thicknessMm)
                  < slack(skins.thicknessMm);
      return isWall
          ? "this wall meets its neighbour at a sharp corner (radius 0); give the corner an inside"
              + " radius or rip it"
          : "it is no edge cut through the sheet (a chamfer, a pocket or a rounded edge?): cut right"
              + " through, or skip the step that makes it";
    }

    /** Cut edges that do not stand square on a plane wall. */
    private Map<Integer, Double> oblique(Set<Integer> rims) {
      Map<Integer, Double> found = new TreeMap<>();
      for (int f : rims) {
        for (List<Integer> loop : topology.face(f).loops()) {
          for (int e : loop) {
            int g = topology.edge(e).across(f);
            double lean = Math.abs(topology.edge(e).angleRad() - Math.PI / 2);
            if (g != 0
                && !rims.contains(g)
                && topology.face(g).kind() == SurfaceKind.PLANE
                && lean > SQUARE_RAD) {
              found.merge(f, lean, Math::max);
            }
          }
        }
      }
      return found;
    }

    /** For each face of one side the nearest that matches it on the other. */
    private Map<Integer, Integer> over(Set<Integer> upper, Set<Integer> lower, double thickness) {
      Map<Integer, Integer> out = new TreeMap<>();
      for (int g : lower) {
        upper.stream()
            .filter(f -> match(f, g, thickness))
            .min(
                Comparator.comparingDouble(
                    f -> topology.face(f).point().distance(topology.face(g).point())))
            .ifPresent(f -> out.put(g, f));
      }
      return out;
    }

    private double slack(double thickness) {
      return Math.max(tolerance.lengthMm(), thickness * UNEVEN_SHARE);
    }
  }
}
