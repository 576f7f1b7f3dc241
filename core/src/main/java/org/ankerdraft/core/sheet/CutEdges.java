package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Proves that each cut edge goes through the sheet along its whole length: laid flat, its lines on
 * the two sides of the sheet lie over each other, but for its lean. A groove touches both sides too
 * where it runs out at an edge or into a hole, and would else be taken for a slot.
 */
final class CutEdges {
  private static final int SAMPLES = 8;
  private static final double CHORD_SHARE = 0.02;

  /** By how much more than its lean at one place a cut edge may lean at another. */
  private static final double MORE_LEAN = 1.5;

  private static final double SLACK_SHARE = 0.1;

  /** In a bend a cut edge turns against the sheet; steeper than this it is taken for a groove. */
  private static final double MOST_LEAN_IN_BEND = Math.tan(Math.toRadians(75));

  private final Topology topology;
  private final Skins skins;
  private final FlatTracer tracer;

  CutEdges(Topology topology, Skins skins, FlatTracer tracer) {
    this.topology = topology;
    this.skins = skins;
    this.tracer = tracer;
  }

  /**
   * Where a cut edge lies on one side of the sheet.
   *
   * @param flat points of it in the flat
   */
  private record Line(List<Xy> flat, Edge edge, double mostApartMm) {

    /** Its points and more between them. */
    List<Xy> samples() {
      List<Xy> out = new ArrayList<>(flat);
      for (int i = 0; i + 1 < flat.size(); i++) {
        Xy step = flat.get(i + 1).minus(flat.get(i)).times(1.0 / SAMPLES);
        for (int k = 1; k < SAMPLES; k++) {
          out.add(flat.get(i).plus(step.times(k)));
        }
      }
      return out;
    }

    boolean isNear(Xy p, double mostMm) {
      for (int i = 0; i + 1 < flat.size(); i++) {
        if (Polygons.distance(p, flat.get(i), flat.get(i + 1)) <= mostMm) {
          return true;
        }
      }
      return false;
    }
  }

  /**
   * @throws CannotUnfold naming the cut edges that do not go through
   */
  void mustGoThrough() throws CannotUnfold {
    List<Obstacle> obstacles = new ArrayList<>();
    for (int rim : skins.rims()) {
      Vec3 where = onlyOnOneSide(rim);
      if (where != null) {
        obstacles.add(
            new Obstacle(
                rim,
                "it is a groove or a step that does not go through the sheet at "
                    + Numbers.place(where)
                    + "; a flat cannot hold it, so cut it through or leave it out"));
      }
    }
    if (!obstacles.isEmpty()) {
      throw new CannotUnfold(obstacles);
    }
  }

  /** A place at which only one side of the sheet is cut, or null. */
  private Vec3 onlyOnOneSide(int rim) {
    List<Line> upper = new ArrayList<>();
    List<Line> lower = new ArrayList<>();
    double lean = lean(rim);
    for (List<Integer> loop : topology.face(rim).loops()) {
      for (int e : loop) {
        int skin = topology.edge(e).across(rim);
        if (skins.upper().contains(skin)) {
          upper.add(line(skin, e, lean));
        } else if (skins.lower().contains(skin)) {
          lower.add(line(skin, e, lean));
        }
      }
    }
    Vec3 apart = apart(upper, lower);
    return apart != null ? apart : apart(lower, upper);
  }

  /** The most by which a cut edge leans, or one that it ends at. */
  private double lean(int rim) {
    double most = skins.oblique().getOrDefault(rim, 0.0);
    for (List<Integer> loop : topology.face(rim).loops()) {
      for (int e : loop) {
        most = Math.max(most, skins.oblique().getOrDefault(topology.edge(e).across(rim), 0.0));
      }
    }
    return most;
  }

  private Line line(int skin, int e, double lean) {
    Edge edge = topology.edge(e);
    double t = skins.thicknessMm();
    double most =
        topology.face(skin).kind() == SurfaceKind.PLANE
            ? t * (MORE_LEAN * Math.tan(lean) + SLACK_SHARE)
            : t * MOST_LEAN_IN_BEND;
    return new Line(tracer.ofEdge(skin, e).points(t * CHORD_SHARE), edge, most);
  }

  private static Vec3 apart(List<Line> lines, List<Line> others) {
    for (Line line : lines) {
      for (Xy p : line.samples()) {
        if (others.stream().noneMatch(o -> o.isNear(p, line.mostApartMm))) {
          return line.edge.mid();
        }
      }
    }
    return null;
  }
}
