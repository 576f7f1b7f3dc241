package org.ankerdraft.core.survey;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;

/** The nodes of a wall field and what is measured at each. */
final class WallMeasurement {
  /** Rounds of the shrinking sphere; each at least halves the error in practice. */
  private static final int MOST_ROUNDS = 30;

  /**
   * A contact whose face looks back at the start by more than this counts as the wall's other side
   * (cosine).
   */
  private static final float ACROSS = -0.5f;

  /**
   * A sphere whose nearest surface is this near to its radius has settled: the facets of a curved
   * wall lie a little inside it. The thickness is at most that much too large.
   */
  private static final float SETTLED = 0.998f;

  /**
   * Where nodes are moved before measuring: towards the middle of their triangle, off the edges.
   */
  private static final float OFF_EDGE = 0.04f;

  /** What is nearer than this share of the accuracy is the start's own face. */
  private static final float OWN_FACE = 0.01f;

  /** By more than this share. */
  private static final float CHANGE = 0.025f;

  final FineMesh mesh;
  private final float accuracy;
  final float[] ray;
  private final float[] radius;
  private final float[] centre;
  private final float[] sample;
  private final boolean[] across;
  private final boolean[] climbed;

  /** How far from its centre anything was asked about to let a ball climb. */
  private final float[] decided;

  final float[] diameter;
  private final float slack;
  private final float size;
  final AtomicInteger measured;
  private final boolean[] taken;

  /** What may be taken over of an earlier field, or null. */
  private Earlier earlier;

  private final Climbs climbs;

  WallMeasurement(FineMesh mesh, float accuracy, float slack) {
    this(mesh, accuracy, slack, new AtomicInteger(), new Climbs(accuracy), 0);
  }

  private WallMeasurement(
      FineMesh mesh,
      float accuracy,
      float slack,
      AtomicInteger measured,
      Climbs climbs,
      int first) {
    this.measured = measured;
    this.climbs = climbs;
    this.slack = slack;
    this.mesh = mesh;
    this.accuracy = accuracy;
    int n = mesh.nodeCount();
    ray = new float[n];
    radius = new float[n];
    centre = new float[3 * n];
    across = new boolean[n];
    climbed = new boolean[n];
    decided = new float[n];
    diameter = new float[n];
    taken = new boolean[n];
    sample = mesh.positions().clone();
    size = extent();
    placeSamples(first);
  }

  private float extent() {
    float low = Float.MAX_VALUE;
    float high = -Float.MAX_VALUE;
    for (float p : mesh.positions()) {
      low = Math.min(low, p);
      high = Math.max(high, p);
    }
    return 2 * Math.max(1e-6f, high - low);
  }

  /** A measurement before, by its samples, and what has changed since. */
  record Earlier(WallMeasurement measurement, FloatTuples known, SurfaceChange change) {}

  /** The mesh with edges halved along which the thickness changes. */
  FineMesh halved(double shortestMm, int threads) {
    byte[] marks = new byte[mesh.triangleCount()];
    FineMesh.Marked marked =
        (a, b) ->
            Math.abs(diameter[a] - diameter[b]) > CHANGE * Math.min(diameter[a], diameter[b])
                && mesh.lengthMm(a, b) > 2 * shortestMm;
    WallField.inParallel(
        marks.length,
        threads,
        Budget.Cancel.NEVER,
        (from, to) -> {
          for (int t = from; t < to; t++) {
            marks[t] = mesh.marksOf(t, marked);
          }
        });
    return mesh.halved(marks);
  }

  /** The same on a finer mesh, whose new nodes are to be measured if no earlier field has them. */
  WallMeasurement on(FineMesh finer, int threads) {
    int n = mesh.nodeCount();
    WallMeasurement out = new WallMeasurement(finer, accuracy, slack, measured, climbs, n);
    System.arraycopy(sample, 0, out.sample, 0, 3 * n);
    System.arraycopy(ray, 0, out.ray, 0, n);
    System.arraycopy(radius, 0, out.radius, 0, n);
    System.arraycopy(centre, 0, out.centre, 0, 3 * n);
    System.arraycopy(across, 0, out.across, 0, n);
    System.arraycopy(climbed, 0, out.climbed, 0, n);
    System.arraycopy(decided, 0, out.decided, 0, n);
    System.arraycopy(diameter, 0, out.diameter, 0, n);
    Arrays.fill(out.taken, 0, n, true);
    out.earlier = earlier;
    out.takeOver(n, threads);
    return out;
  }

  /** Moves the nodes from a number on off the edges, each towards the first of its triangles. */
  private void placeSamples(int first) {
    int[] nodes = mesh.triangles();
    float[] p = mesh.positions();
    boolean[] placed = new boolean[mesh.nodeCount()];
    for (int corner = 0; corner < nodes.length; corner++) {
      int node = nodes[corner];
      if (node < first || placed[node]) {
        continue;
      }
      placed[node] = true;
      int t = corner - corner % 3;
      for (int i = 0; i < 3; i++) {
        float middle =
            (p[3 * nodes[t] + i] + p[3 * nodes[t + 1] + i] + p[3 * nodes[t + 2] + i]) / 3;
        sample[3 * node + i] += OFF_EDGE * (middle - p[3 * node + i]);
      }
    }
  }

  /** Share of the surface that each node stands for, mm2. */
  float[] areasMm2() {
    float[] area = new float[mesh.nodeCount()];
    int[] nodes = mesh.triangles();
    for (int corner = 0; corner < nodes.length; corner += 3) {
      float third = (float) (mesh.areaMm2(corner / 3) / 3);
      area[nodes[corner]] += third;
      area[nodes[corner + 1]] += third;
      area[nodes[corner + 2]] += third;
    }
    return area;
  }

  /** Whether what was measured in the other means the same here. */
  boolean isLike(WallMeasurement other) {
    return accuracy == other.accuracy && size == other.size && slack == other.slack;
  }

  /** What another measurement can take over of this one. */
  Earlier takenBy(TriangleMesh before, TriangleMesh now) {
    return new Earlier(this, new FloatTuples(6, samples()), new SurfaceChange(before, now));
  }

  void takeOver(Earlier before, int threads) {
    earlier = before;
    takeOver(0, threads);
  }

  /** Takes over what can be of the nodes from a number on. */
  private void takeOver(int first, int threads) {
    if (earlier == null) {
      return;
    }
    WallField.inParallel(
        mesh.nodeCount() - first,
        threads,
        Budget.Cancel.NEVER,
        (from, to) -> {
          Bvh.Query changes = earlier.change.query();
          float[] own = new float[6];
          for (int n = first + from; n < first + to; n++) {
            putSample(n, own, 0);
            int old = earlier.known.find(own, 0);
            taken[n] = takeOver(earlier.measurement, old, n, own, changes);
          }
        });
  }

  /** Place and direction of each sample. */
  private float[] samples() {
    float[] out = new float[6 * mesh.nodeCount()];
    for (int n = 0; n < mesh.nodeCount(); n++) {
      putSample(n, out, 6 * n);
    }
    return out;
  }

  private void putSample(int n, float[] to, int at) {
    System.arraycopy(sample, 3 * n, to, at, 3);
    System.arraycopy(mesh.normals(), 3 * n, to, at + 3, 3);
  }

  /** The nodes that nothing was taken over for. */
  int[] open() {
    return IntStream.range(0, taken.length).filter(n -> !taken[n]).toArray();
  }

  /** Measures some of the nodes. */
  void measure(Bvh bvh, int[] nodes, int from, int to) {
    Bvh.Query query = bvh.query();
    Climb climb = new Climb(query, accuracy, size);
    for (int i = from; i < to; i++) {
      int n = nodes[i];
      measure(n, query);
      if (!across[n]) {
        keepWithin(n, query);
        climb(n, climb);
      }
    }
    measured.addAndGet(to - from);
  }

  /**
   * Everything that decides about a sample lies within the sphere that its search begins with, the
   * one over the whole ray, and a little around it.
   *
   * @param old the sample's number before, negative if it is new
   */
  private boolean takeOver(WallMeasurement known, int old, int n, float[] own, Bvh.Query changes) {
    if (old < 0 || Float.isNaN(known.ray[old])) {
      return false;
    }
    float half = known.ray[old] / 2;
    float around = half + 4 * accuracy + size * 1e-4f;
    if (changes.nearest(
        own[0] - half * own[3], own[1] - half * own[4], own[2] - half * own[5], around)) {
      return false;
    }
    float[] c = known.centre;
    if (!known.across[old]
        && changes.nearest(
            c[3 * old], c[3 * old + 1], c[3 * old + 2], known.decided[old] + 4 * accuracy)) {
      return false;
    }
    ray[n] = known.ray[old];
    radius[n] = known.radius[old];
    System.arraycopy(known.centre, 3 * old, centre, 3 * n, 3);
    across[n] = known.across[old];
    climbed[n] = known.climbed[old];
    decided[n] = known.decided[old];
    diameter[n] = known.diameter[old];
    return true;
  }

  /** A copy in which what is not taken over has no thickness. */
  WallMeasurement soFar() {
    WallMeasurement out = new WallMeasurement(mesh, accuracy, slack);
    for (int n = 0; n < taken.length; n++) {
      out.ray[n] = taken[n] ? ray[n] : Float.NaN;
      out.diameter[n] = taken[n] ? diameter[n] : Float.NaN;
    }
    return out;
  }

  private void measure(int n, Bvh.Query q) {
    float px = sample[3 * n];
    float py = sample[3 * n + 1];
    float pz = sample[3 * n + 2];
    float nx = mesh.normals()[3 * n];
    float ny = mesh.normals()[3 * n + 1];
    float nz = mesh.normals()[3 * n + 2];
    float skip = accuracy * 2 + size * 1e-6f;
    ray[n] = q.firstHit(px, py, pz, -nx, -ny, -nz, skip, size) ? q.distance : Float.NaN;
    float r = Float.isNaN(ray[n]) ? size / 2 : ray[n] / 2;
    float contactX = px - 2 * r * nx;
    float contactY = py - 2 * r * ny;
    float contactZ = pz - 2 * r * nz;
    for (int round = 0; round < MOST_ROUNDS; round++) {
      float cx = px - r * nx;
      float cy = py - r * ny;
      float cz = pz - r * nz;
      if (!q.nearest(cx, cy, cz, r) || q.distance >= r * SETTLED - accuracy / 4) {
        break;
      }
      float dx = px - q.nearX;
      float dy = py - q.nearY;
      float dz = pz - q.nearZ;
      float along = 2 * (dx * nx + dy * ny + dz * nz);
      float square = dx * dx + dy * dy + dz * dz;
      // A nearest point beside the start is the start's own face, bent: the sphere is held by
      // curvature there.
      if (!(along > 0) || square < accuracy * accuracy) {
        break;
      }
      float smaller = square / along;
      if (!(smaller < r)) {
        break;
      }
      contactX = q.nearX;
      contactY = q.nearY;
      contactZ = q.nearZ;
      r = smaller;
    }
    radius[n] = r;
    centre[3 * n] = px - r * nx;
    centre[3 * n + 1] = py - r * ny;
    centre[3 * n + 2] = pz - r * nz;
    across[n] =
        q.leastNormalDot(contactX, contactY, contactZ, accuracy * 2 + size * 1e-5f, nx, ny, nz)
            < ACROSS;
  }

  /**
   * In a sharp corner a ball may be larger than the material beneath its start is thick, and have
   * its centre outside: no ball climbs from there. Then the ball that spans the thickness is taken.
   */
  private void keepWithin(int n, Bvh.Query q) {
    float[] normal = mesh.normals();
    float nx = normal[3 * n];
    float ny = normal[3 * n + 1];
    float nz = normal[3 * n + 2];
    float px = sample[3 * n];
    float py = sample[3 * n + 1];
    float pz = sample[3 * n + 2];
    float skip = OWN_FACE * accuracy + size * 1e-6f;
    if (q.firstHit(px, py, pz, -nx, -ny, -nz, skip, radius[n])) {
      float r = q.distance / 2;
      radius[n] = r;
      centre[3 * n] = px - r * nx;
      centre[3 * n + 1] = py - r * ny;
      centre[3 * n + 2] = pz - r * nz;
    }
  }

  /** A ball that is held beside grows until it measures a wall. */
  private void climb(int n, Climb climb) {
    Climbs.Result top =
        climbs.from(
            climb, centre[3 * n], centre[3 * n + 1], centre[3 * n + 2], 2 * radius[n] + accuracy);
    climbed[n] = top.isHeld();
    if (climbed[n]) {
      diameter[n] = (float) (2 * top.radius());
    }
    decided[n] = (float) top.reach();
  }

  /** The spheres that measure a wall. */
  SphereGrid measuringSpheres() {
    int[] measuring = IntStream.range(0, across.length).filter(i -> across[i]).toArray();
    return new SphereGrid(centre, radius, measuring, slack);
  }

  /** Gives the nodes whose sphere measures a wall its diameter. */
  void widen() {
    for (int i = 0; i < across.length; i++) {
      if (across[i]) {
        diameter[i] = 2 * radius[i];
      }
    }
  }

  /** The nodes that neither their sphere nor one that climbed from there tells about. */
  int[] untold() {
    return IntStream.range(0, across.length).filter(i -> !across[i] && !climbed[i]).toArray();
  }

  /** Gives some nodes the diameter of the largest sphere that covers the place. */
  void cover(SphereGrid spheres, int[] nodes, int from, int to) {
    for (int k = from; k < to; k++) {
      int i = nodes[k];
      diameter[i] = spheres.largestCovering(sample[3 * i], sample[3 * i + 1], sample[3 * i + 2]);
    }
  }
}
