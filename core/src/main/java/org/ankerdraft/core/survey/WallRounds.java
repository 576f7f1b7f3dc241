package org.ankerdraft.core.survey;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;

/**
 * A wall field that is being measured. Faces of an earlier field that have the same mesh, and near
 * to which nothing has changed, are taken over as they are; of the others what lies apart from
 * every change. It comes to the same as if all were measured.
 */
final class WallRounds {
  /**
   * Share of the spacing by which spheres reach further than they are, since none may stand at the
   * very corner.
   */
  private static final double SLACK_SHARE = 0.6;

  /** Where the thickness changes along an edge it is looked at more closely, so often. */
  private static final int ROUNDS_OF_HALVING = 3;

  /** But not along edges shorter than this share of the spacing. */
  private static final float SHORTEST_SHARE = 0.2f;

  /** And not where a body has more triangles already. */
  private static final int MOST_TRIANGLES = 400_000;

  private final double spacingMm;
  private final int threads;
  private final int mostTriangles;
  private final WallMeasurement.Run run;
  private final WallMeasurement[] faces;

  /** What is known of each face that is to be measured; null elsewhere, and where nothing is. */
  private final EarlierWalls[] earlier;

  /** The faces that are to be measured. */
  private final int[] open;

  /** What was taken over, or null. */
  private final WallField.Basis basis;

  private WallRounds(
      List<FineMesh> plain,
      double spacingMm,
      WallMeasurement.Terms terms,
      int threads,
      WallField before,
      int mostTriangles) {
    this.mostTriangles = mostTriangles;
    this.spacingMm = spacingMm;
    this.threads = threads;
    run = new WallMeasurement.Run(terms);
    faces = new WallMeasurement[plain.size()];
    earlier = new EarlierWalls[plain.size()];
    basis = before == null ? null : keep(before, plain);
    open = IntStream.range(0, faces.length).filter(f -> faces[f] == null).toArray();
    eachInParallel(
        open.length,
        i -> faces[open[i]] = new WallMeasurement(plain.get(open[i]), spacingMm, terms));
    takeOver(open, new int[faces.length]);
  }

  /**
   * Takes over from an earlier field what lies apart from every change; the rest is to be measured.
   *
   * @param spacingMm longest edge of the mesh on which the thickness is sampled
   * @param accuracyMm chord error of the mesh
   * @param threads how many to use
   * @param before a field of the same body as it was, or null: what lies apart from every change is
   *     taken over, and comes to the same
   */
  static WallRounds begin(
      TriangleMesh body, double spacingMm, double accuracyMm, int threads, WallField before) {
    return begin(body, spacingMm, accuracyMm, threads, before, MOST_TRIANGLES);
  }

  /**
   * @param mostTriangles where a body has more already, nothing is looked at more closely
   */
  static WallRounds begin(
      TriangleMesh body,
      double spacingMm,
      double accuracyMm,
      int threads,
      WallField before,
      int mostTriangles) {
    WallMeasurement.Terms terms =
        new WallMeasurement.Terms(
            (float) accuracyMm, (float) (SLACK_SHARE * spacingMm), sizeMm(body));
    boolean isLike = before != null && before.isFine && before.terms.equals(terms);
    return new WallRounds(
        FineMesh.facesOf(body), spacingMm, terms, threads, isLike ? before : null, mostTriangles);
  }

  private static float sizeMm(TriangleMesh body) {
    float low = Float.MAX_VALUE;
    float high = -Float.MAX_VALUE;
    for (float p : body.positions()) {
      low = Math.min(low, p);
      high = Math.max(high, p);
    }
    return (float) (4 * MeshAccuracy.steady(Math.max(1e-6f, high - low)));
  }

  /** Takes over whole faces, and finds out what is known of the others. */
  private WallField.Basis keep(WallField before, List<FineMesh> plain) {
    int[] same = sameBefore(before, plain);
    Set<Integer> matched = Arrays.stream(same).boxed().collect(Collectors.toSet());
    List<WallMeasurement> gone =
        IntStream.range(0, before.faces.size())
            .filter(f -> !matched.contains(f))
            .mapToObj(before.faces::get)
            .toList();
    List<FineMesh> come =
        IntStream.range(0, same.length).filter(f -> same[f] < 0).mapToObj(plain::get).toList();
    SurfaceChange change = new SurfaceChange(gone.stream().map(face -> face.plain).toList(), come);
    EarlierWalls ofChanged = new EarlierWalls(gone, change);
    eachInParallel(
        same.length,
        f -> {
          WallMeasurement old = same[f] < 0 ? null : before.faces.get(same[f]);
          if (old == null) {
            earlier[f] = ofChanged;
          } else if (old.isApart(change.query())) {
            faces[f] = old;
          } else {
            earlier[f] = new EarlierWalls(List.of(old), change);
          }
        });
    int[] taken =
        IntStream.range(0, same.length).map(f -> faces[f] == null ? -1 : same[f]).toArray();
    return new WallField.Basis(before.identity(), taken, change.extent());
  }

  /** For each face the place of the one before that was meshed alike, or -1; none for two faces. */
  private static int[] sameBefore(WallField before, List<FineMesh> plain) {
    Map<Integer, List<Integer>> byHash =
        IntStream.range(0, before.faces.size())
            .boxed()
            .collect(Collectors.groupingBy(f -> hash(before.faces.get(f).plain)));
    int[] same = new int[plain.size()];
    Arrays.fill(same, -1);
    for (int f = 0; f < same.length; f++) {
      FineMesh mesh = plain.get(f);
      List<Integer> candidates = byHash.getOrDefault(hash(mesh), List.of());
      Optional<Integer> found =
          candidates.stream().filter(c -> before.faces.get(c).plain.isLike(mesh)).findFirst();
      if (found.isPresent()) {
        same[f] = found.get();
        candidates.removeIf(found.get()::equals);
      }
    }
    return same;
  }

  private static int hash(FineMesh plain) {
    return Arrays.hashCode(plain.positions());
  }

  /** What is known already, for drawing: the other nodes have no thickness (NaN). */
  WallField soFar() {
    WallMeasurement[] known = faces.clone();
    for (int f : open) {
      known[f] = faces[f].soFar();
    }
    return new WallField(List.of(known), run, spacingMm, false, basis);
  }

  /**
   * Measures what is left.
   *
   * @return null if cancelled
   */
  WallField finish(Bvh bvh, Budget.Cancel cancel) {
    boolean isFine = true;
    int[] mayChange = open;
    for (int round = 0; ; round++) {
      if (!measure(bvh, round, cancel)) {
        return null;
      }
      isFine = triangleCount(round) <= mostTriangles;
      if (round == ROUNDS_OF_HALVING || !isFine) {
        break;
      }
      Set<Integer> finer = halved(mayChange);
      if (finer.isEmpty()) {
        break;
      }
      mayChange =
          Arrays.stream(open).filter(f -> finer.contains(f) || !faces[f].isAllTold()).toArray();
    }
    if (!isFine && basis != null) {
      // Faces that were taken over may be finer than others have become.
      return anew().finish(bvh, cancel);
    }
    return new WallField(List.of(faces), run, spacingMm, isFine, basis);
  }

  private WallRounds anew() {
    List<FineMesh> plain = Arrays.stream(faces).map(face -> face.plain).toList();
    return new WallRounds(plain, spacingMm, run.terms(), threads, null, mostTriangles);
  }

  private long triangleCount(int round) {
    return Arrays.stream(faces).mapToLong(face -> face.sizeAfter(round).triangles()).sum();
  }

  private boolean measure(Bvh bvh, int round, Budget.Cancel cancel) {
    int[][] nodes = eachOpen(WallMeasurement::open);
    boolean isDone =
        new Pieces(open.length, i -> nodes[i].length)
            .inParallel(
                threads,
                cancel,
                (i, from, to) ->
                    faces[open[i]].measure(run, bvh, earlier[open[i]], nodes[i], from, to));
    if (!isDone) {
      return false;
    }
    for (int f : open) {
      faces[f].widen();
    }
    int[][] untold = eachOpen(WallMeasurement::untold);
    Pieces pieces = new Pieces(open.length, i -> untold[i].length);
    if (pieces.total() == 0) {
      return true;
    }
    SphereGrid spheres = measuringSpheres(round);
    return pieces.inParallel(
        threads, cancel, (i, from, to) -> faces[open[i]].cover(spheres, untold[i], from, to));
  }

  private int[][] eachOpen(Function<WallMeasurement, int[]> nodes) {
    return Arrays.stream(open).mapToObj(f -> nodes.apply(faces[f])).toArray(int[][]::new);
  }

  /** The spheres that measure a wall after a round of halving. */
  private SphereGrid measuringSpheres(int round) {
    int most = Arrays.stream(faces).mapToInt(face -> face.sizeAfter(round).nodes()).sum();
    float[] centres = new float[3 * most];
    float[] radii = new float[most];
    int count = 0;
    for (WallMeasurement face : faces) {
      count = face.putMeasuring(face.sizeAfter(round).nodes(), centres, radii, count);
    }
    return new SphereGrid(centres, radii, count, run.terms().slackMm());
  }

  /** Halves edges of some faces; those that got more nodes. */
  private Set<Integer> halved(int[] some) {
    WallMeasurement[] old = faces.clone();
    eachInParallel(
        some.length, i -> faces[some[i]] = old[some[i]].halved(spacingMm * SHORTEST_SHARE));
    int[] finer = Arrays.stream(some).filter(f -> faces[f] != old[f]).toArray();
    takeOver(finer, Arrays.stream(old).mapToInt(WallMeasurement::nodeCount).toArray());
    return Arrays.stream(finer).boxed().collect(Collectors.toSet());
  }

  /** Takes over what is known of nodes from a number on in each of some faces. */
  private void takeOver(int[] of, int[] first) {
    new Pieces(of.length, i -> earlier[of[i]] == null ? 0 : faces[of[i]].nodeCount() - first[of[i]])
        .inParallel(
            threads,
            Budget.Cancel.NEVER,
            (i, from, to) ->
                faces[of[i]].takeOver(earlier[of[i]], first[of[i]] + from, first[of[i]] + to));
  }

  private void eachInParallel(int count, IntConsumer work) {
    Shared.inParallel(
        count,
        1,
        threads,
        Budget.Cancel.NEVER,
        (from, to) -> IntStream.range(from, to).forEach(work));
  }
}
