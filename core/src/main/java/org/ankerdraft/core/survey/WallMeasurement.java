package org.ankerdraft.core.survey;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.vectors.Vec3;

/** The nodes of a face in a wall field and what is measured at each. */
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

  /** The face as it was meshed. */
  final FineMesh plain;

  final FineMesh mesh;
  private final Terms terms;

  /** Nodes and triangles after each round of halving. */
  private final List<Size> sizes;

  final float[] ray;
  private final float[] radius;
  private final float[] centre;
  private final float[] sample;
  private final boolean[] across;
  private final boolean[] climbed;

  /** How far the nearest surface is from the middle of the ray. */
  private final float[] clear;

  /** Radius of the sphere that the first surface beside the ray leaves, 0 if there is none. */
  private final float[] shrunk;

  /** How far from its centre anything was found, or missed, to let a ball climb. */
  private final float[] decided;

  /** Thickness along the ray, between the faces. */
  final float[] byRay;

  /** How much thicker the wall between its faces is than between their meshes. */
  private final float[] rise;

  final float[] diameter;

  /** Taken over or measured. */
  private final boolean[] isKnown;

  /** Then the face lies nowhere off its mesh. */
  private final boolean isPlane;

  private Region region;
  private float[] areasMm2;

  /**
   * @param accuracyMm chord error of the mesh
   * @param slackMm how far apart samples can be: what spheres reach further than they are
   * @param sizeMm more than the body's, for rays and spheres that meet nothing
   */
  record Terms(float accuracyMm, float slackMm, float sizeMm) {
    /** What lies this much further off than what decided may decide. */
    private float aroundMm() {
      return 4 * accuracyMm + sizeMm * 1e-4f;
    }
  }

  /**
   * One measurement of a body.
   *
   * @param climbs of its balls
   * @param measured how many nodes were
   */
  record Run(Terms terms, Climbs climbs, AtomicInteger measured) {
    Run(Terms terms) {
      this(terms, new Climbs(terms.accuracyMm()), new AtomicInteger());
    }
  }

  record Size(int nodes, int triangles) {
    private static Size of(FineMesh mesh) {
      return new Size(mesh.nodeCount(), mesh.triangleCount());
    }
  }

  /**
   * Where everything lies that decided about a face's nodes.
   *
   * @param isSettled whether nothing else did
   */
  private record Region(Extent extent, float aroundMm, boolean isSettled) {
    boolean isMet(Bvh.Query changes) {
      return changes.nearest(
          extent.middle(0), extent.middle(1), extent.middle(2), extent.halfDiagonal() + aroundMm);
    }
  }

  /**
   * @param plain a face as it was meshed
   * @param spacingMm longest edge of the mesh on which it is measured
   */
  WallMeasurement(FineMesh plain, double spacingMm, Terms terms) {
    this(plain, plain.refined(spacingMm), terms, List.of(), 0);
  }

  private WallMeasurement(
      FineMesh plain, FineMesh mesh, Terms terms, List<Size> before, int first) {
    this.plain = plain;
    this.mesh = mesh;
    this.terms = terms;
    isPlane = plain.isPlane();
    sizes = new ArrayList<>(before);
    sizes.add(Size.of(mesh));
    int n = mesh.nodeCount();
    ray = new float[n];
    radius = new float[n];
    centre = new float[3 * n];
    across = new boolean[n];
    climbed = new boolean[n];
    clear = new float[n];
    shrunk = new float[n];
    decided = new float[n];
    byRay = new float[n];
    rise = new float[n];
    diameter = new float[n];
    isKnown = new boolean[n];
    sample = mesh.positions().clone();
    placeSamples(first);
  }

  int nodeCount() {
    return mesh.nodeCount();
  }

  /** How large the mesh was after a round of halving. */
  Size sizeAfter(int round) {
    return sizes.get(Math.min(round, sizes.size() - 1));
  }

  /**
   * The same on a mesh with edges halved along which the thickness changes; its new nodes are to be
   * measured. Itself if there are none.
   */
  WallMeasurement halved(double shortestMm) {
    byte[] marks = new byte[mesh.triangleCount()];
    // What was not marked before is not now, but where other spheres cover more.
    int first = sizes.size() > 1 && isAllTold() ? sizes.get(sizes.size() - 2).nodes() : 0;
    FineMesh.Marked marked =
        (a, b) ->
            Math.abs(diameter[a] - diameter[b]) > CHANGE * Math.min(diameter[a], diameter[b])
                && mesh.lengthMm(a, b) > 2 * shortestMm;
    for (int t = 0; t < marks.length; t++) {
      marks[t] = mesh.isBefore(t, first) || isEven(t) ? 0 : mesh.marksOf(t, marked);
    }
    FineMesh finer = mesh.halved(marks);
    return finer.nodeCount() == mesh.nodeCount() ? this : on(finer);
  }

  /** Whether the thickness changes along none of a triangle's edges. */
  private boolean isEven(int t) {
    float a = diameter[mesh.triangles()[3 * t]];
    float b = diameter[mesh.triangles()[3 * t + 1]];
    float c = diameter[mesh.triangles()[3 * t + 2]];
    float least = Math.min(a, Math.min(b, c));
    return Math.max(a, Math.max(b, c)) - least <= CHANGE * least;
  }

  private WallMeasurement on(FineMesh finer) {
    int n = mesh.nodeCount();
    WallMeasurement out = new WallMeasurement(plain, finer, terms, sizes, n);
    System.arraycopy(sample, 0, out.sample, 0, 3 * n);
    System.arraycopy(ray, 0, out.ray, 0, n);
    System.arraycopy(radius, 0, out.radius, 0, n);
    System.arraycopy(centre, 0, out.centre, 0, 3 * n);
    System.arraycopy(across, 0, out.across, 0, n);
    System.arraycopy(climbed, 0, out.climbed, 0, n);
    System.arraycopy(clear, 0, out.clear, 0, n);
    System.arraycopy(shrunk, 0, out.shrunk, 0, n);
    System.arraycopy(decided, 0, out.decided, 0, n);
    System.arraycopy(byRay, 0, out.byRay, 0, n);
    System.arraycopy(rise, 0, out.rise, 0, n);
    System.arraycopy(diameter, 0, out.diameter, 0, n);
    Arrays.fill(out.isKnown, 0, n, true);
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
    if (areasMm2 == null) {
      float[] area = new float[mesh.nodeCount()];
      int[] nodes = mesh.triangles();
      for (int corner = 0; corner < nodes.length; corner += 3) {
        float third = (float) (mesh.areaMm2(corner / 3) / 3);
        area[nodes[corner]] += third;
        area[nodes[corner + 1]] += third;
        area[nodes[corner + 2]] += third;
      }
      areasMm2 = area;
    }
    return areasMm2;
  }

  /** Takes over what can be of some of the nodes. */
  void takeOver(EarlierWalls earlier, int from, int to) {
    Bvh.Query changes = earlier.changes();
    float[] own = new float[6];
    for (int n = from; n < to; n++) {
      putSample(n, own, 0);
      int found = earlier.find(own);
      if (found >= 0) {
        WallMeasurement known = earlier.faceOf(found);
        int old = earlier.nodeOf(found);
        isKnown[n] = known.isApart(old, changes);
        if (isKnown[n]) {
          copy(known, old, n);
        }
      }
    }
  }

  private void copy(WallMeasurement known, int old, int n) {
    ray[n] = known.ray[old];
    radius[n] = known.radius[old];
    System.arraycopy(known.centre, 3 * old, centre, 3 * n, 3);
    across[n] = known.across[old];
    climbed[n] = known.climbed[old];
    clear[n] = known.clear[old];
    shrunk[n] = known.shrunk[old];
    decided[n] = known.decided[old];
    byRay[n] = known.byRay[old];
    rise[n] = known.rise[old];
    diameter[n] = known.diameter[old];
  }

  /**
   * Whether nothing has changed that decided about a node: along its ray, about the ray's middle as
   * far as the nearest surface, within the sphere that this left, which holds all later ones, and
   * where its ball climbed.
   */
  private boolean isApart(int n, Bvh.Query changes) {
    float far = ray[n];
    if (Float.isNaN(far)) {
      return false;
    }
    float around = terms.aroundMm();
    float px = sample[3 * n];
    float py = sample[3 * n + 1];
    float pz = sample[3 * n + 2];
    float nx = mesh.normals()[3 * n];
    float ny = mesh.normals()[3 * n + 1];
    float nz = mesh.normals()[3 * n + 2];
    float half = far / 2;
    float r = shrunk[n];
    // The sphere over the whole ray holds all but the climb: of most rays one question is enough.
    boolean isMet =
        changes.nearest(px - half * nx, py - half * ny, pz - half * nz, half + around)
            && (changes.distance <= clear[n] + around
                || changes.firstHit(px, py, pz, -nx, -ny, -nz, leastToOthers(), far + around)
                || (r > 0
                    ? changes.nearest(px - r * nx, py - r * ny, pz - r * nz, r + around)
                    : changes.nearest(px - far * nx, py - far * ny, pz - far * nz, around)));
    return !isMet && (across[n] || !climbMeets(n, changes));
  }

  /** Whether it lies beside an extent as seen along a direction. */
  boolean isBeside(Extent extent, Vec3 way) {
    return region().extent.isBeside(extent, way, region().aroundMm);
  }

  /** Whether nothing has changed that decided about any of the nodes. */
  boolean isApart(Bvh.Query changes) {
    if (!region().isSettled) {
      return false;
    }
    if (!region().isMet(changes)) {
      return true;
    }
    for (int n = 0; n < nodeCount(); n++) {
      if (!isApart(n, changes)) {
        return false;
      }
    }
    return true;
  }

  private Region region() {
    if (region == null) {
      region = findRegion();
    }
    return region;
  }

  /** What spheres from elsewhere cover, or rays tell nothing about, is never settled. */
  private Region findRegion() {
    Extent extent = new Extent();
    boolean isSettled = true;
    for (int n = 0; n < nodeCount(); n++) {
      isSettled &= !Float.isNaN(ray[n]) && isTold(n);
      addTo(extent, n, 0, 0);
      addTo(extent, n, ray[n], 0);
      addTo(extent, n, ray[n] / 2, clear[n]);
      addTo(extent, n, shrunk[n], shrunk[n]);
      if (!across[n]) {
        extent.add(centre, n, decided[n]);
      }
    }
    return new Region(extent, 2 * terms.aroundMm(), isSettled);
  }

  /** Adds a ball about a place beneath a node. */
  private void addTo(Extent extent, int n, float deep, float r) {
    float[] middle = new float[3];
    for (int k = 0; k < 3; k++) {
      middle[k] = sample[3 * n + k] - deep * mesh.normals()[3 * n + k];
    }
    extent.add(middle, 0, r);
  }

  /** Puts place and direction of each sample, six numbers, one after the other. */
  void putSamples(float[] to, int at) {
    for (int n = 0; n < mesh.nodeCount(); n++) {
      putSample(n, to, at + 6 * n);
    }
  }

  private void putSample(int n, float[] to, int at) {
    System.arraycopy(sample, 3 * n, to, at, 3);
    System.arraycopy(mesh.normals(), 3 * n, to, at + 3, 3);
  }

  /** The nodes that are to be measured. */
  int[] open() {
    int[] open = new int[isKnown.length];
    int count = 0;
    for (int n = 0; n < isKnown.length; n++) {
      if (!isKnown[n]) {
        open[count++] = n;
      }
    }
    return Arrays.copyOf(open, count);
  }

  /**
   * Measures some of the nodes.
   *
   * @param earlier what is known of before, or null
   */
  void measure(Run run, Bvh bvh, EarlierWalls earlier, int[] nodes, int from, int to) {
    Bvh.Query query = bvh.query();
    Bvh.Query changes = earlier == null ? null : earlier.changes();
    Climb climb = new Climb(query, terms.accuracyMm, terms.sizeMm);
    for (int i = from; i < to; i++) {
      int n = nodes[i];
      measure(n, query);
      isKnown[n] = true;
      if (!across[n]) {
        keepWithin(n, query);
        if (earlier == null || !climbsAsBefore(n, earlier, changes)) {
          climb(n, climb, run.climbs());
        }
      }
    }
    run.measured().addAndGet(to - from);
  }

  /** Takes over where a ball has climbed from the same place, if nothing has changed about it. */
  private boolean climbsAsBefore(int n, EarlierWalls earlier, Bvh.Query changes) {
    float[] own = new float[6];
    putSample(n, own, 0);
    int found = earlier.find(own);
    if (found < 0) {
      return false;
    }
    WallMeasurement known = earlier.faceOf(found);
    int old = earlier.nodeOf(found);
    boolean isSame =
        !known.across[old]
            && known.radius[old] == radius[n]
            && Arrays.equals(known.centre, 3 * old, 3 * old + 3, centre, 3 * n, 3 * n + 3)
            && !known.climbMeets(old, changes);
    if (isSame) {
      climbed[n] = known.climbed[old];
      decided[n] = known.decided[old];
      diameter[n] = known.diameter[old];
    }
    return isSame;
  }

  /** Whether anything has changed where a node's ball climbed. */
  private boolean climbMeets(int n, Bvh.Query changes) {
    return changes.nearest(
        centre[3 * n], centre[3 * n + 1], centre[3 * n + 2], decided[n] + terms.aroundMm());
  }

  /** A copy in which what is not known has no thickness. */
  WallMeasurement soFar() {
    WallMeasurement out = on(mesh);
    for (int n = 0; n < isKnown.length; n++) {
      if (!isKnown[n]) {
        out.ray[n] = Float.NaN;
        out.byRay[n] = Float.NaN;
        out.diameter[n] = Float.NaN;
      }
    }
    return out;
  }

  /** What is nearer to a sample is its own face. */
  private float leastToOthers() {
    return OWN_FACE * terms.accuracyMm + terms.sizeMm * 1e-6f;
  }

  private void measure(int n, Bvh.Query q) {
    float px = sample[3 * n];
    float py = sample[3 * n + 1];
    float pz = sample[3 * n + 2];
    float nx = mesh.normals()[3 * n];
    float ny = mesh.normals()[3 * n + 1];
    float nz = mesh.normals()[3 * n + 2];
    float accuracy = terms.accuracyMm;
    float size = terms.sizeMm;
    float skip = accuracy * 2 + size * 1e-6f;
    ray[n] = q.firstHit(px, py, pz, -nx, -ny, -nz, skip, size) ? q.distance : Float.NaN;
    float r = Float.isNaN(ray[n]) ? size / 2 : ray[n] / 2;
    float contactX = px - 2 * r * nx;
    float contactY = py - 2 * r * ny;
    float contactZ = pz - 2 * r * nz;
    shrunk[n] = 0;
    for (int round = 0; round < MOST_ROUNDS; round++) {
      float cx = px - r * nx;
      float cy = py - r * ny;
      float cz = pz - r * nz;
      boolean isAnyNear = q.nearest(cx, cy, cz, r);
      if (round == 0) {
        clear[n] = q.distance;
      }
      if (!isAnyNear || q.distance >= r * SETTLED - accuracy / 4) {
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
      if (shrunk[n] == 0) {
        shrunk[n] = r;
      }
    }
    radius[n] = r;
    centre[3 * n] = px - r * nx;
    centre[3 * n + 1] = py - r * ny;
    centre[3 * n + 2] = pz - r * nz;
    across[n] =
        q.leastNormalDot(contactX, contactY, contactZ, accuracy * 2 + size * 1e-5f, nx, ny, nz)
            < ACROSS;
    float cx = centre[3 * n];
    float cy = centre[3 * n + 1];
    float cz = centre[3 * n + 2];
    float beyond = q.isCurved ? rise(q, contactX, contactY, contactZ, cx, cy, cz, r) : 0;
    float own = isPlane ? 0 : rise(q, px, py, pz, cx, cy, cz, r);
    rise[n] = across[n] ? own + beyond : 0;
    if (shrunk[n] != 0) {
      // Another face is about as near to the ray as the ball is small.
      float far = ray[n];
      float near = far - Math.min(far, 4 * r);
      beyond =
          rise(
              q,
              px - far * nx,
              py - far * ny,
              pz - far * nz,
              px - near * nx,
              py - near * ny,
              pz - near * nz,
              far);
    }
    byRay[n] = ray[n] + own + beyond;
  }

  /** By how much the face lies farther than a point of its mesh, as seen from a place. */
  private static float rise(
      Bvh.Query q, float x, float y, float z, float fromX, float fromY, float fromZ, float reach) {
    boolean isFound =
        q.nearest(
            x + Climb.WITHIN * (fromX - x),
            y + Climb.WITHIN * (fromY - y),
            z + Climb.WITHIN * (fromZ - z),
            reach);
    return isFound ? q.rise : 0;
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
    if (q.firstHit(px, py, pz, -nx, -ny, -nz, leastToOthers(), radius[n])) {
      float r = q.distance / 2;
      radius[n] = r;
      centre[3 * n] = px - r * nx;
      centre[3 * n + 1] = py - r * ny;
      centre[3 * n + 2] = pz - r * nz;
    }
  }

  /** A ball that is held beside grows until it measures a wall. */
  private void climb(int n, Climb climb, Climbs climbs) {
    Climbs.Result top =
        climbs.from(
            climb,
            centre[3 * n],
            centre[3 * n + 1],
            centre[3 * n + 2],
            2 * radius[n] + terms.accuracyMm);
    climbed[n] = top.isHeld();
    if (climbed[n]) {
      diameter[n] = (float) (2 * top.radius());
    }
    decided[n] = (float) top.reach();
  }

  /**
   * Puts the spheres that measure a wall, of the nodes before a number, after those that are there.
   *
   * @return how many there are then
   */
  int putMeasuring(int before, float[] centres, float[] radii, int count) {
    int at = count;
    for (int n = 0; n < before; n++) {
      if (across[n]) {
        System.arraycopy(centre, 3 * n, centres, 3 * at, 3);
        radii[at++] = radius[n] + rise[n] / 2;
      }
    }
    return at;
  }

  /** Gives the nodes whose sphere measures a wall its diameter. */
  void widen() {
    for (int i = 0; i < across.length; i++) {
      if (across[i]) {
        diameter[i] = 2 * radius[i] + rise[i];
      }
    }
  }

  private boolean isTold(int n) {
    return across[n] || climbed[n];
  }

  boolean isAllTold() {
    for (int n = 0; n < across.length; n++) {
      if (!isTold(n)) {
        return false;
      }
    }
    return true;
  }

  /** The nodes that neither their sphere nor one that climbed from there tells about. */
  int[] untold() {
    int[] untold = new int[across.length];
    int count = 0;
    for (int n = 0; n < across.length; n++) {
      if (!isTold(n)) {
        untold[count++] = n;
      }
    }
    return Arrays.copyOf(untold, count);
  }

  /** Gives some nodes the diameter of the largest sphere that covers the place. */
  void cover(SphereGrid spheres, int[] nodes, int from, int to) {
    for (int k = from; k < to; k++) {
      int i = nodes[k];
      diameter[i] = spheres.largestCovering(sample[3 * i], sample[3 * i + 1], sample[3 * i + 2]);
    }
  }
}
