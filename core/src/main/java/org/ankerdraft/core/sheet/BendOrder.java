package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
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
  private static final double SAME_ANGLE_RAD = 1e-6;

  /** What a stroke does. */
  public enum Way {
    /** Between punch and die. */
    BEND,
    /** Rolled, or bumped along its lines: conical, or bent from cut edge to cut edge. */
    ROLL,
    /** A hem that was bent acute is pressed shut, in a second station. */
    PRESS_SHUT
  }

  /**
   * One stroke of the press.
   *
   * @param bends indices of the bends that it makes: several where they lie on one line
   * @param collision what meets what, or null
   */
  public record Stroke(Way way, List<Integer> bends, String collision) {
    public Stroke {
      bends = List.copyOf(bends);
    }

    /** The first of its bends. */
    public int bend() {
      return bends.getFirst();
    }

    /** Numbers of its bends: 3, or 2 + 4 where one stroke makes both. */
    public String inWords() {
      return bends.stream().map(b -> Integer.toString(b + 1)).collect(Collectors.joining(" + "))
          + switch (way) {
            case BEND -> "";
            case ROLL -> " rolled";
            case PRESS_SHUT -> " shut";
          };
    }

    /** The shares of all bends' angles once some of this stroke is done. */
    public void fold(FlatPattern flat, double[] shares, double share) {
      for (int b : bends) {
        double furthest = PressBrake.furthestShare(flat.bends().get(b));
        shares[b] = way == Way.PRESS_SHUT ? furthest + share * (1 - furthest) : share * furthest;
      }
    }
  }

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
  private final List<List<Integer>> preference;
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
    List<List<Integer>> found = new ArrayList<>();
    boolean free = order.extend(found, new HashSet<>());
    return order.plan(free ? found : order.preference);
  }

  /** The plan for an order that is given: bend indices, each a stroke of its own. */
  public static Plan inOrder(FlatPattern flat, PressBrake brake, List<Integer> order) {
    return new BendOrder(flat, brake, Budget.Cancel.NEVER)
        .plan(order.stream().map(List::of).toList());
  }

  private Plan plan(List<List<Integer>> order) {
    List<Stroke> strokes = new ArrayList<>();
    double[] shares = new double[flat.bends().size()];
    for (List<Integer> bends : order) {
      Way way = isRolled(bends) ? Way.ROLL : Way.BEND;
      strokes.add(new Stroke(way, bends, collision(shares, bends)));
      for (int bend : bends) {
        if (isPressedShut(bend)) {
          strokes.add(new Stroke(Way.PRESS_SHUT, List.of(bend), shutting(shares, bend)));
        }
        shares[bend] = 1;
      }
    }
    return new Plan(strokes);
  }

  private boolean isRolled(List<Integer> bends) {
    return flat.bends().get(bends.getFirst()).isRolled();
  }

  private boolean isPressedShut(int bend) {
    return PressBrake.furthestShare(flat.bends().get(bend)) < 1;
  }

  /** Bends of one wall that lie on one line and are alike: one stroke makes them. */
  private List<List<Integer>> groups() {
    List<List<Integer>> groups = new ArrayList<>();
    for (FlatBend b : flat.bends()) {
      List<Integer> own =
          groups.stream()
              .filter(g -> isOneStroke(flat.bends().get(g.getFirst()), b))
              .findFirst()
              .orElse(null);
      if (own == null) {
        own = new ArrayList<>();
        groups.add(own);
      }
      own.add(b.number() - 1);
    }
    return groups;
  }

  private static boolean isOneStroke(FlatBend a, FlatBend b) {
    return !a.isRolled()
        && !b.isRolled()
        && a.fromWall() == b.fromWall()
        && a.isUp() == b.isUp()
        && Math.abs(a.angleRad() - b.angleRad()) < SAME_ANGLE_RAD
        && Math.abs(a.radiusMm() - b.radiusMm()) < TOUCH_MM
        && a.across().dot(b.across()) > 1 - SAME_ANGLE_RAD
        && Math.abs(a.depthOf(b.start())) < TOUCH_MM;
  }

  private List<List<Integer>> outermostFirst() {
    int[] depth = new int[flat.bends().size()];
    for (int i = 0; i < depth.length; i++) {
      depth[i] = depthOf(i);
    }
    List<List<Integer>> order = groups();
    order.sort(
        Comparator.<List<Integer>>comparingInt(
                g -> -g.stream().mapToInt(i -> depth[i]).max().orElseThrow())
            .thenComparingDouble(
                g -> g.stream().mapToDouble(i -> flat.bends().get(i).lengthMm()).sum()));
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

  private boolean extend(List<List<Integer>> done, Set<Set<List<Integer>>> hopeless) {
    if (done.size() == preference.size()) {
      return true;
    }
    Set<List<Integer>> state = new HashSet<>(done);
    if (hopeless.contains(state)) {
      return false;
    }
    double[] shares = new double[flat.bends().size()];
    done.forEach(g -> g.forEach(b -> shares[b] = 1));
    for (List<Integer> bends : preference) {
      if (state.contains(bends)) {
        continue;
      }
      trials++;
      if (trials > MOST_TRIALS || cancel.isUnwanted()) {
        return false;
      }
      if (collision(shares, bends) == null && isFreeToShut(shares, bends)) {
        done.add(bends);
        if (extend(done, hopeless)) {
          return true;
        }
        done.removeLast();
      }
    }
    hopeless.add(state);
    return false;
  }

  private boolean isFreeToShut(double[] before, List<Integer> bends) {
    return bends.stream().allMatch(b -> !isPressedShut(b) || shutting(before, b) == null);
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

  /** What bends of one stroke meet on their way, or null. */
  private String collision(double[] before, List<Integer> bends) {
    double[] shares = before.clone();
    for (double share : CHECKED_SHARES) {
      bends.forEach(b -> shares[b] = share * PressBrake.furthestShare(flat.bends().get(b)));
      FoldMotion.Pose pose = motion.at(shares, flat.kept());
      PressBrake.Station station = PressBrake.station(flat, bends(bends), pose);
      String met =
          isRolled(bends)
              ? null
              : meetsTools(flat.bends().get(bends.getFirst()), station, share, pose);
      if (met != null) {
        return met;
      }
    }
    bends.forEach(b -> shares[b] = 1);
    return meetsItself(motion.at(shares, flat.kept()));
  }

  private List<FlatBend> bends(List<Integer> indices) {
    return indices.stream().map(flat.bends()::get).toList();
  }

  /** What a hem meets when it is pressed shut, or null. */
  private String shutting(double[] before, int bend) {
    FlatBend b = flat.bends().get(bend);
    double[] shares = before.clone();
    shares[bend] = 1;
    FoldMotion.Pose pose = motion.at(shares, flat.kept());
    PressBrake.Station station = FlatteningPress.station(flat, b, pose);
    FlatteningPress press = press(b, station, pose);
    for (Sample s : samples) {
      for (double h : new double[] {0, -flat.thicknessMm()}) {
        Vec3 p = pose.point(s.zone, s.at, h);
        if (station.meets(p, press.ram()) || station.meets(p, press.anvil(flat.thicknessMm()))) {
          return wall(s.wall) + " meets the plates that press the hem shut";
        }
      }
    }
    return null;
  }

  private FlatteningPress press(FlatBend b, PressBrake.Station station, FoldMotion.Pose pose) {
    double reach =
        samples.stream()
            .filter(s -> s.wall == b.toWall())
            .mapToDouble(s -> station.section(pose.point(s.zone, s.at, 0)).x())
            .max()
            .orElse(0);
    return new FlatteningPress(reach, 2 * b.radiusMm() + flat.thicknessMm());
  }

  /** The plates for a stroke that presses a hem shut, in the pose that it ends in. */
  public static FlatteningPress press(FlatPattern flat, int bend, FoldMotion.Pose shut) {
    FlatBend b = flat.bends().get(bend);
    return new BendOrder(flat, new PressBrake(1), Budget.Cancel.NEVER)
        .press(b, FlatteningPress.station(flat, b, shut), shut);
  }

  private String meetsTools(
      FlatBend b, PressBrake.Station station, double share, FoldMotion.Pose pose) {
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
