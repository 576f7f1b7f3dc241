package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sheet.FlatPattern.WallFrame;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Finds an order of bending in which the part meets neither itself nor punch and die. Tried from
 * the outermost walls inwards; goes back where it gets stuck. Walls are sampled, so what is thinner
 * than the spacing of samples may be missed.
 */
public final class BendOrder {
  private static final double[] CHECKED_SHARES = {0, 0.5, 1};
  private static final int MOST_TRIALS = 4000;
  private static final double SAMPLES_ACROSS = 60;
  private static final double TOUCH_MM = 0.05;

  /**
   * One stroke of the press.
   *
   * @param bend index of the bend
   * @param collision what meets what, or null
   */
  public record Stroke(int bend, String collision) {}

  /** The order found; {@code isFree} if no stroke meets anything. */
  public record Plan(List<Stroke> strokes) {
    public Plan {
      strokes = List.copyOf(strokes);
    }

    public boolean isFree() {
      return strokes.stream().allMatch(s -> s.collision() == null);
    }
  }

  private record Sample(int wall, Zone zone, Xy at) {}

  private final FlatPattern flat;
  private final FoldMotion motion;
  private final PressBrake brake;
  private final Budget.Cancel cancel;
  private final List<Sample> samples = new ArrayList<>();
  private final List<Integer> preference;
  private int trials;

  private BendOrder(FlatPattern flat, PressBrake brake, Budget.Cancel cancel) {
    this.flat = flat;
    this.motion = new FoldMotion(flat);
    this.brake = brake;
    this.cancel = cancel;
    double spacing =
        Math.max(flat.thicknessMm(), Math.max(flat.widthMm(), flat.heightMm()) / SAMPLES_ACROSS);
    flat.zones().stream().filter(z -> !z.isBend()).forEach(z -> sample(z, spacing));
    this.preference = outermostFirst();
  }

  /** Finds an order; where none is free, the order tried first with what it meets. */
  public static Plan find(FlatPattern flat, PressBrake brake, Budget.Cancel cancel) {
    BendOrder order = new BendOrder(flat, brake, cancel);
    List<Integer> found = new ArrayList<>();
    boolean free = order.extend(found, new HashSet<>());
    return order.plan(free ? found : order.preference);
  }

  /** The plan for an order that is given: bend indices. */
  public static Plan inOrder(FlatPattern flat, PressBrake brake, List<Integer> order) {
    return new BendOrder(flat, brake, Budget.Cancel.NEVER).plan(order);
  }

  private Plan plan(List<Integer> order) {
    List<Stroke> strokes = new ArrayList<>();
    double[] shares = new double[flat.bends().size()];
    for (int bend : order) {
      strokes.add(new Stroke(bend, collision(shares, bend)));
      shares[bend] = 1;
    }
    return new Plan(strokes);
  }

  private List<Integer> outermostFirst() {
    int[] depth = new int[flat.bends().size()];
    for (int i = 0; i < depth.length; i++) {
      depth[i] = depthOf(i);
    }
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < depth.length; i++) {
      order.add(i);
    }
    order.sort(
        Comparator.<Integer>comparingInt(i -> -depth[i])
            .thenComparingDouble(i -> flat.bends().get(i).lengthMm()));
    return order;
  }

  private int depthOf(int bend) {
    int from = flat.bends().get(bend).fromWall();
    for (int i = 0; i < flat.bends().size(); i++) {
      if (flat.bends().get(i).toWall() == from && from != 0) {
        return 1 + depthOf(i);
      }
    }
    return 0;
  }

  private boolean extend(List<Integer> done, Set<Set<Integer>> hopeless) {
    if (done.size() == preference.size()) {
      return true;
    }
    Set<Integer> state = new HashSet<>(done);
    if (hopeless.contains(state)) {
      return false;
    }
    double[] shares = new double[flat.bends().size()];
    done.forEach(b -> shares[b] = 1);
    for (int bend : preference) {
      if (state.contains(bend)) {
        continue;
      }
      trials++;
      if (trials > MOST_TRIALS || cancel.isUnwanted()) {
        return false;
      }
      if (collision(shares, bend) == null) {
        done.add(bend);
        if (extend(done, hopeless)) {
          return true;
        }
        done.removeLast();
      }
    }
    hopeless.add(state);
    return false;
  }

  private void sample(Zone zone, double spacing) {
    List<Xy> outer = zone.contours().getFirst().points(spacing / 10);
    double lowX = outer.stream().mapToDouble(Xy::x).min().orElse(0);
    double highX = outer.stream().mapToDouble(Xy::x).max().orElse(0);
    double lowY = outer.stream().mapToDouble(Xy::y).min().orElse(0);
    double highY = outer.stream().mapToDouble(Xy::y).max().orElse(0);
    List<List<Xy>> contours = zone.contours().stream().map(c -> c.points(spacing / 10)).toList();
    for (double x = lowX + spacing / 2; x < highX; x += spacing) {
      for (double y = lowY + spacing / 2; y < highY; y += spacing) {
        Xy p = new Xy(x, y);
        boolean inside = false;
        for (List<Xy> c : contours) {
          inside ^= Polygons.contains(c, p);
        }
        if (inside) {
          samples.add(new Sample(zone.wall(), zone, p));
        }
      }
    }
    for (Contour c : zone.contours()) {
      List<Xy> points = c.points(spacing / 10);
      for (int i = 0; i < points.size(); i++) {
        Xy a = points.get(i);
        Xy b = points.get((i + 1) % points.size());
        int n = Math.max(1, (int) Math.ceil(a.distance(b) / spacing));
        for (int k = 0; k < n; k++) {
          samples.add(new Sample(zone.wall(), zone, a.plus(b.minus(a).times((double) k / n))));
        }
      }
    }
  }

  /** What a bend meets on its way, or null. */
  private String collision(double[] before, int bend) {
    FlatBend b = flat.bends().get(bend);
    double most = PressBrake.furthestShare(b);
    double[] shares = before.clone();
    for (double share : CHECKED_SHARES) {
      shares[bend] = share * most;
      FoldMotion.Pose pose = motion.at(shares, flat.kept());
      String met = meetsTools(b, share, pose);
      if (met != null) {
        return met;
      }
    }
    shares[bend] = 1;
    return meetsItself(motion.at(shares, flat.kept()));
  }

  private String meetsTools(FlatBend b, double share, FoldMotion.Pose pose) {
    PressBrake.Station station = PressBrake.station(flat, b, pose);
    List<Xy> punch = brake.punch(b);
    List<Xy> die = brake.die(b, share, flat.thicknessMm());
    for (Sample s : samples) {
      for (double h : new double[] {0, -flat.thicknessMm()}) {
        Vec3 p = pose.point(s.zone, s.at, h);
        String tool =
            station.meets(p, punch) ? "the punch" : station.meets(p, die) ? "the die" : null;
        if (tool != null) {
          return wall(s.wall) + " meets " + tool;
        }
      }
    }
    return null;
  }

  private static String wall(int number) {
    return number == 0 ? "the kept wall" : "wall " + number;
  }

  private String meetsItself(FoldMotion.Pose pose) {
    List<Zone> walls = flat.zones().stream().filter(z -> !z.isBend()).toList();
    for (Sample s : samples) {
      Vec3 p = pose.point(s.zone, s.at, -flat.thicknessMm() / 2);
      for (Zone other : walls) {
        if (other.wall() != s.wall && !joined(other.wall(), s.wall) && holds(pose, other, p)) {
          return wall(s.wall) + " meets " + wall(other.wall());
        }
      }
    }
    return null;
  }

  private boolean joined(int a, int b) {
    return flat.bends().stream()
        .anyMatch(
            x -> (x.fromWall() == a && x.toWall() == b) || (x.fromWall() == b && x.toWall() == a));
  }

  private boolean holds(FoldMotion.Pose pose, Zone wall, Vec3 p) {
    WallFrame f = pose.frame(wall.wall());
    Vec3 d = p.minus(f.origin());
    double h = d.dot(f.normal());
    if (h > -TOUCH_MM || h < TOUCH_MM - flat.thicknessMm()) {
      return false;
    }
    Xy at = new Xy(d.dot(f.x()), d.dot(f.y()));
    boolean inside = false;
    for (Contour c : wall.contours()) {
      inside ^= Polygons.contains(c.points(TOUCH_MM), at);
    }
    return inside;
  }
}
