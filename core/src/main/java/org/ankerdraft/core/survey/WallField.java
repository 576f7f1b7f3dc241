package org.ankerdraft.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;

/**
 * Wall thickness over a body's surface, at the nodes of a fine mesh, measured in two ways.
 *
 * <p><b>By ray</b>: from the surface straight into the material to where it ends.
 *
 * <p><b>By sphere</b>: the diameter of the largest sphere within the material that touches the
 * surface there. A sphere that is held by a face beside it instead of one across from it (near an
 * outside corner, on the end of a rib) does not measure the wall: it grows along the middle of the
 * material until it does ({@link Climb}).
 */
public final class WallField {
  /**
   * Share of the spacing by which spheres reach further than they are, since none may stand at the
   * very corner.
   */
  private static final double SLACK_SHARE = 0.6;

  /** Where the thickness changes along an edge it is looked at more closely, so often. */
  private static final int ROUNDS_OF_HALVING = 3;

  /** So that no thread is left with the dear ones while the others have ended. */
  private static final int CHUNKS_PER_THREAD = 16;

  private static final int LEAST_CHUNK = 32;
  private static final int MOST_CHUNK = 2048;

  /** But not along edges shorter than this share of the spacing. */
  private static final float SHORTEST_SHARE = 0.2f;

  private final FineMesh mesh;
  private final float[] byRay;
  private final float[] bySphere;
  private final float[] nodeArea;
  private final float spread;
  private final TriangleMesh body;
  private final WallMeasurement measurement;

  private WallField(TriangleMesh body, WallMeasurement m, float spread) {
    this.body = body;
    this.measurement = m;
    this.mesh = m.mesh;
    this.byRay = m.ray;
    this.bySphere = m.diameter;
    this.nodeArea = m.areasMm2();
    this.spread = spread;
  }

  /** How many nodes were measured anew, not taken over from an earlier field. */
  public int measuredNodes() {
    return measurement.measured.get();
  }

  public FineMesh mesh() {
    return mesh;
  }

  /** Thickness by ray at each node, mm. */
  public float[] byRay() {
    return byRay;
  }

  /** Thickness by sphere at each node, mm; NaN where no sphere measures a wall. */
  public float[] bySphere() {
    return bySphere;
  }

  /** Share of the surface that each node stands for, mm2. */
  public float[] nodeAreaMm2() {
    return nodeArea;
  }

  /** Longest edge of the mesh, mm: how far apart two samples can be. */
  public float spacingMm() {
    return spread;
  }

  /**
   * Measures a body.
   *
   * @param spacingMm longest edge of the mesh on which the thickness is sampled
   * @param accuracyMm chord error of the mesh
   * @param threads how many to use
   * @param before a field of the same body as it was, or null: what lies apart from every change is
   *     taken over, and comes to the same
   * @return null if cancelled
   */
  public static WallField measure(
      TriangleMesh body,
      Bvh bvh,
      double spacingMm,
      double accuracyMm,
      int threads,
      WallField before,
      Budget.Cancel cancel) {
    return begin(body, spacingMm, accuracyMm, threads, before).finish(bvh, threads, cancel);
  }

  /**
   * Takes over from an earlier field what lies apart from every change; the rest is to be measured.
   *
   * @param before as of {@link #measure}
   */
  public static Begun begin(
      TriangleMesh body, double spacingMm, double accuracyMm, int threads, WallField before) {
    CompletableFuture<WallMeasurement.Earlier> earlier =
        before == null
            ? CompletableFuture.completedFuture(null)
            : CompletableFuture.supplyAsync(() -> before.measurement.takenBy(before.body, body));
    FineMesh mesh = FineMesh.of(body, spacingMm);
    WallMeasurement m =
        new WallMeasurement(mesh, (float) accuracyMm, (float) (SLACK_SHARE * spacingMm));
    if (before != null && before.measurement.isLike(m)) {
      m.takeOver(earlier.join(), threads);
    }
    return new Begun(body, m, (float) spacingMm);
  }

  /** A field whose nodes are measured in part. */
  public static final class Begun {
    private final TriangleMesh body;
    private final WallMeasurement m;
    private final float spread;

    private Begun(TriangleMesh body, WallMeasurement m, float spread) {
      this.body = body;
      this.m = m;
      this.spread = spread;
    }

    /** What is known already, for drawing: the other nodes have no thickness (NaN). */
    public WallField soFar() {
      return new WallField(body, m.soFar(), spread);
    }

    /**
     * Measures what is left.
     *
     * @return null if cancelled
     */
    public WallField finish(Bvh bvh, int threads, Budget.Cancel cancel) {
      WallMeasurement now = m;
      if (!measure(now, bvh, threads, cancel)) {
        return null;
      }
      for (int round = 0; round < ROUNDS_OF_HALVING; round++) {
        FineMesh finer = now.halved(spread * SHORTEST_SHARE, threads);
        if (finer.nodeCount() == now.mesh.nodeCount()) {
          break;
        }
        now = now.on(finer, threads);
        if (!measure(now, bvh, threads, cancel)) {
          return null;
        }
      }
      return new WallField(body, now, spread);
    }

    private static boolean measure(
        WallMeasurement now, Bvh bvh, int threads, Budget.Cancel cancel) {
      int[] open = now.open();
      if (!inParallel(
          open.length, threads, cancel, (from, to) -> now.measure(bvh, open, from, to))) {
        return false;
      }
      now.widen();
      int[] untold = now.untold();
      if (untold.length == 0) {
        return true;
      }
      SphereGrid spheres = now.measuringSpheres();
      return inParallel(
          untold.length, threads, cancel, (from, to) -> now.cover(spheres, untold, from, to));
    }
  }

  public interface Range {
    void run(int from, int to);
  }

  public static boolean inParallel(int count, int threads, Budget.Cancel cancel, Range work) {
    int chunk = Math.clamp(count / (CHUNKS_PER_THREAD * threads), LEAST_CHUNK, MOST_CHUNK);
    try (ExecutorService pool = Executors.newFixedThreadPool(threads)) {
      List<Future<Boolean>> parts = new ArrayList<>();
      for (int from = 0; from < count; from += chunk) {
        int start = from;
        int end = Math.min(count, from + chunk);
        Callable<Boolean> part =
            () -> {
              if (cancel.isUnwanted()) {
                return false;
              }
              work.run(start, end);
              return true;
            };
        parts.add(pool.submit(part));
      }
      boolean whole = true;
      for (Future<Boolean> part : parts) {
        whole &= part.get();
      }
      return whole;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    } catch (ExecutionException e) {
      throw new IllegalStateException("measuring failed", e);
    }
  }
}
