package org.ankerdraft.core.survey;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.DraftRange;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;

/**
 * Measures the bodies of parts. Meshes and fields of bodies that have not changed are kept from the
 * run before, and the meshes of some that may come back. Not safe for several threads.
 */
public final class Surveyor {
  private static final double SPACING_SHARE = 1.0 / 45;

  /** So many times its accuracy a mesh may lie off its faces. */
  private static final double MOST_RISE = 2;

  /** Bodies kept that are not in the part. */
  private static final int MOST_GONE = 8;

  private static final double ANGLE_TOLERANCE_RAD = Math.toRadians(0.02);

  private final GeometryKernel kernel;
  private final int threads;
  private final Map<String, BodyAnalysis> kept = new LinkedHashMap<>();
  private final Map<String, WallField> lastWalls = new HashMap<>();

  /** The latest field that is not finished, or null. */
  private WallRounds begun;

  /** Key of the body that it is of. */
  private String begunFor = "";

  /**
   * @param threads that measure walls
   */
  public Surveyor(GeometryKernel kernel, int threads) {
    this.kernel = kernel;
    this.threads = threads;
  }

  /** Of the meshes made for a body. */
  public static MeshAccuracy accuracy(Body body) {
    return MeshAccuracy.forSize(body.named().shape().mass().diagonalMm());
  }

  /**
   * Mesh and draft angles of each body: enough to draw the part and its draft map.
   *
   * @return empty if cancelled
   */
  public Optional<Map<String, BodyAnalysis>> survey(PartState state, Budget.Cancel cancel) {
    Map<String, BodyAnalysis> out = new LinkedHashMap<>();
    Vec3 pull = state.part().process().pull().unit();
    Budget budget = new Budget(Duration.ofSeconds(60), cancel);
    for (Body body : state.bodies().values()) {
      String key = body.key() + pull;
      BodyAnalysis known = kept.get(key);
      if (known == null) {
        Outcome<TriangleMesh> mesh =
            kernel.mesh(
                body.named().shape(),
                accuracy(body).deflectionMm(),
                accuracy(body).angleRad(),
                budget);
        Outcome<List<DraftRange>> draft =
            kernel.draftRanges(body.named().shape(), pull, ANGLE_TOLERANCE_RAD, budget);
        if (!(mesh instanceof Outcome.Done<TriangleMesh>(TriangleMesh m))
            || !(draft instanceof Outcome.Done<List<DraftRange>>(List<DraftRange> d))) {
          if (cancel.isCancelled()) {
            return Optional.empty();
          }
          continue;
        }
        // The inside of a surface is seen as well.
        TriangleMesh seen = body.isSurface() ? m.twoSided() : m;
        known = new BodyAnalysis(body, seen, null, d, null, null);
      } else if (!known.body().equals(body)) {
        known =
            new BodyAnalysis(
                body, known.mesh(), known.bvh(), known.draft(), known.wall(), known.statistics());
      }
      kept.remove(key);
      kept.put(key, known);
      out.put(body.name(), known);
    }
    // A part without bodies forgets nothing: the one before it may come back at once.
    if (!out.isEmpty()) {
      setAside(out.values().stream().map(a -> a.body().key() + pull).collect(Collectors.toSet()));
    }
    return Optional.of(out);
  }

  /** Of bodies that are gone and may come back, the latest few are kept as they are drawn. */
  private void setAside(Set<String> present) {
    List<String> gone = new ArrayList<>(kept.keySet());
    gone.removeAll(present);
    for (int i = 0; i < gone.size(); i++) {
      if (i < gone.size() - MOST_GONE) {
        kept.remove(gone.get(i));
      } else {
        BodyAnalysis a = kept.get(gone.get(i));
        kept.put(gone.get(i), a.withoutWalls());
      }
    }
  }

  /**
   * Analyses to be drawn while their walls are not measured: with the thickness that is known of
   * the places where nothing changed.
   *
   * @return empty if nothing is known of any
   */
  public Optional<List<BodyAnalysis>> meanwhile(Collection<BodyAnalysis> surveyed) {
    return surveyed.stream().anyMatch(this::isKnownInPart)
        ? Optional.of(surveyed.stream().map(a -> isKnownInPart(a) ? inPart(a) : a).toList())
        : Optional.empty();
  }

  private boolean isKnownInPart(BodyAnalysis a) {
    return a.wall() == null && lastWalls.containsKey(a.body().name());
  }

  private BodyAnalysis inPart(BodyAnalysis a) {
    return new BodyAnalysis(a.body(), a.mesh(), null, a.draft(), begun(a).soFar(), null);
  }

  /** The field of a body as far as it can be taken over from that of its name before. */
  private WallRounds begun(BodyAnalysis a) {
    Body body = a.body();
    if (begun == null || !body.key().equals(begunFor)) {
      begunFor = body.key();
      double spacing =
          MeshAccuracy.steady(body.named().shape().mass().diagonalMm()) * SPACING_SHARE;
      begun =
          WallRounds.begin(
              a.mesh(),
              spacing,
              accuracy(body).deflectionMm(),
              threads,
              lastWalls.get(body.name()));
    }
    return begun;
  }

  /**
   * A body's analysis with its wall thickness, measured if it has not been.
   *
   * @return empty if cancelled
   */
  public Optional<BodyAnalysis> withWall(BodyAnalysis a, PartState state, Budget.Cancel cancel) {
    if (a.wall() != null) {
      return Optional.of(a);
    }
    Body body = a.body();
    CompletableFuture<Bvh> tree =
        CompletableFuture.supplyAsync(
            () -> new Bvh(a.mesh(), MOST_RISE * accuracy(a.body()).deflectionMm()));
    WallRounds unfinished = begun(a);
    Bvh bvh = tree.join();
    WallField wall = unfinished.finish(bvh, cancel);
    begun = null;
    if (wall == null) {
      return Optional.empty();
    }
    BodyAnalysis measured =
        new BodyAnalysis(body, a.mesh(), bvh, a.draft(), wall, WallStatistics.of(wall));
    kept.put(body.key() + state.part().process().pull().unit(), measured);
    lastWalls.keySet().retainAll(state.bodies().keySet());
    lastWalls.put(body.name(), wall);
    return Optional.of(measured);
  }
}
