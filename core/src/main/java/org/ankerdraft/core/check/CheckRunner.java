package org.ankerdraft.core.check;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Collectors;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.Threads;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.FaceWords;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;

/**
 * Runs all checks on a part state. Meshes and fields of bodies that have not changed are kept from
 * the run before. Not safe for several threads.
 */
public final class CheckRunner {
  private static final Duration CROSSING_BUDGET = Duration.ofSeconds(20);

  /** Answers kept of bodies that may come again by undo. */
  private static final int MOST_ANSWERS = 500;

  private static final Duration UNFOLD_BUDGET = Duration.ofSeconds(30);

  private static final long POLL_NANOS = 2_000_000L;

  private final GeometryKernel kernel;
  private final GeometryKernel slowKernel;
  private final Surveyor surveyor;
  private final int threads;

  public CheckRunner(GeometryKernel kernel, int threads) {
    this(kernel, kernel, threads);
  }

  /**
   * @param slowKernel takes the requests that last seconds, so that they hold nobody up; null to
   *     leave these out
   */
  public CheckRunner(GeometryKernel kernel, GeometryKernel slowKernel, int threads) {
    this.kernel = kernel;
    this.slowKernel = slowKernel;
    this.threads = threads;
    this.surveyor = new Surveyor(kernel, threads);
  }

  /** Checks all but whether boundaries cross themselves. */
  static CheckRunner withoutCrossings(GeometryKernel kernel, int threads) {
    return new CheckRunner(kernel, null, threads);
  }

  /**
   * Mesh and draft angles of each body: enough to draw the part and its draft map.
   *
   * @return empty if cancelled
   */
  public Optional<Map<String, BodyAnalysis>> survey(PartState state, Budget.Cancel cancel) {
    return surveyor.survey(state, cancel);
  }

  /** The bodies as they can be drawn before they are checked: see {@link Surveyor#meanwhile}. */
  public Optional<List<BodyAnalysis>> meanwhile(Map<String, BodyAnalysis> surveyed) {
    return surveyor.meanwhile(surveyed.values());
  }

  /**
   * All checks.
   *
   * @return empty if cancelled
   */
  public Optional<CheckReport> check(PartState state, RuleBook book, Budget.Cancel cancel) {
    Optional<Map<String, BodyAnalysis>> surveyed = surveyor.survey(state, cancel);
    if (surveyed.isEmpty()) {
      return Optional.empty();
    }
    List<Finding> findings = new ArrayList<>();
    List<CheckReport.Unchecked> unchecked = new ArrayList<>();
    Map<String, BodyAnalysis> bodies = new LinkedHashMap<>();
    Map<String, FlatAnalysis> flats = new LinkedHashMap<>();
    Set<String> sheets = BodyUnfolding.sheetBodies(state);
    Vec3 pull = state.part().process().pull().unit();
    for (Body body : state.bodies().values()) {
      BodyAnalysis a = surveyed.get().get(body.name());
      if (a == null) {
        for (Finding.Subject subject : subjects(sheets.contains(body.name()))) {
          unchecked.add(
              new CheckReport.Unchecked(
                  subject, body.name(), "every check", "the body could not be meshed"));
        }
        continue;
      }
      if (body.isSurface()) {
        bodies.put(body.name(), a);
        continue;
      }
      // It takes the other worker long, and ours can measure meanwhile.
      CompletableFuture<Outcome<Boolean>> crossing =
          CompletableFuture.completedFuture(Outcome.done(false));
      if (!sheets.contains(body.name())) {
        if (slowKernel != null) {
          crossing = CompletableFuture.supplyAsync(() -> crosses(body, cancel), CheckRunner::aside);
        }
        Optional<BodyAnalysis> measured = surveyor.withWall(a, state, cancel);
        if (measured.isEmpty()) {
          return Optional.empty();
        }
        a = measured.get();
      }
      bodies.put(body.name(), a);
      if (sheets.contains(body.name())) {
        FlatAnalysis flat = unfolded(body, state, cancel);
        flats.put(body.name(), flat);
        findings.addAll(FlatCheck.check(flat, book, state.part()));
        continue;
      }
      BodyAnalysis whole = a;
      CompletableFuture<List<Finding>> others =
          CompletableFuture.supplyAsync(() -> withoutUndercuts(whole, book, state));
      UndercutCheck.Seen seen =
          UndercutCheck.check(a, book, pull, threads, lastSeen.get(body.name()), cancel);
      if (seen == null) {
        return Optional.empty();
      }
      lastSeen.keySet().retainAll(state.bodies().keySet());
      lastSeen.put(body.name(), seen);
      findings.addAll(others.join());
      findings.addAll(seen.findings());
      Optional<Outcome<Boolean>> crosses = whileWanted(crossing, cancel);
      if (crosses.isEmpty()) {
        return Optional.empty();
      }
      switch (crosses.get()) {
        case Outcome.Done<Boolean>(Boolean found) -> {
          if (found) {
            findings.add(crossing(body));
          }
        }
        case Outcome.Failed<Boolean>(var failure) ->
            unchecked.add(
                new CheckReport.Unchecked(
                    Finding.Subject.WALL,
                    body.name(),
                    "whether the boundary crosses itself",
                    failure.message()));
      }
    }
    findings.sort(
        Comparator.comparing(Finding::severity)
            .thenComparing(Finding::subject)
            .thenComparingDouble(f -> -excess(f)));
    return Optional.of(new CheckReport(book, inWords(findings, state), bodies, flats, unchecked));
  }

  private static List<Finding> withoutUndercuts(BodyAnalysis a, RuleBook book, PartState state) {
    Vec3 pull = state.part().process().pull().unit();
    List<Finding> findings = new ArrayList<>();
    findings.addAll(DraftCheck.check(a, book, pull, state.part(), threaded(a.body(), state)));
    findings.addAll(WallCheck.check(a, book));
    findings.addAll(CornerCheck.check(a, book, state.part()));
    return findings;
  }

  private static Set<FaceName> threaded(Body body, PartState state) {
    return Threads.of(state).stream()
        .filter(wall -> wall.body().equals(body.name()))
        .map(Threads.Wall::face)
        .collect(Collectors.toSet());
  }

  /** Checks write names; people read words. */
  private static List<Finding> inWords(List<Finding> findings, PartState state) {
    FaceWords words = StepTitles.of(state.part()).words();
    return findings.stream()
        .map(f ->
            f.withMessage(
                words.plain(
                    state.bodies().containsKey(f.body())
                        ? state.bodies().get(f.body()).named()
                        : null,
                    f.message())))
        .toList();
  }

  /**
   * Waits for an answer of the other worker, but no longer than it is wanted: the next change must
   * not wait for it.
   *
   * @return empty if it is unwanted
   */
  private static <T> Optional<T> whileWanted(CompletableFuture<T> answer, Budget.Cancel cancel) {
    while (!answer.isDone()) {
      if (cancel.isUnwanted()) {
        return Optional.empty();
      }
      LockSupport.parkNanos(POLL_NANOS);
    }
    return Optional.of(answer.join());
  }

  private FlatAnalysis unfolded(Body body, PartState state, Budget.Cancel cancel) {
    try {
      return new FlatAnalysis(
          body,
          BodyUnfolding.unfold(
              body, state, null, BodyUnfolding.CURVE_MM, kernel, new Budget(UNFOLD_BUDGET, cancel)),
          null);
    } catch (CannotUnfold e) {
      return new FlatAnalysis(body, null, e.inWords(body.named()));
    }
  }

  private static double excess(Finding f) {
    return f.required() == 0
        ? Math.abs(f.measured())
        : Math.abs(f.measured() - f.required()) / Math.abs(f.required());
  }

  private static List<Finding.Subject> subjects(boolean isSheet) {
    return isSheet
        ? List.of(Finding.Subject.FLAT)
        : List.of(Finding.Subject.DRAFT, Finding.Subject.WALL, Finding.Subject.EDGES);
  }

  /** By the names of bodies. */
  private final Map<String, UndercutCheck.Seen> lastSeen = new HashMap<>();

  private final Map<String, Boolean> crossingByKey = new ConcurrentHashMap<>();

  private static void aside(Runnable work) {
    Thread.ofPlatform().daemon().name("crossing").start(work);
  }

  /** Whether the boundary crosses itself. An answer that was not found is asked for again. */
  private Outcome<Boolean> crosses(Body body, Budget.Cancel cancel) {
    Boolean known = crossingByKey.get(body.key());
    if (known != null) {
      return Outcome.done(known);
    }
    Outcome<Boolean> outcome =
        slowKernel.crossesItself(
            body.named().shape(),
            Surveyor.accuracy(body).deflectionMm(),
            Surveyor.accuracy(body).angleRad(),
            new Budget(CROSSING_BUDGET, cancel));
    if (outcome instanceof Outcome.Done<Boolean>(Boolean found)) {
      if (crossingByKey.size() >= MOST_ANSWERS) {
        crossingByKey.clear();
      }
      crossingByKey.put(body.key(), found);
    }
    return outcome;
  }

  private static Finding crossing(Body body) {
    return new Finding(
        "body.crosses",
        Finding.Subject.WALL,
        Severity.STOP,
        "Boundary crosses itself",
        1,
        0,
        "",
        body.named().shape().mass().centroid(),
        body.name(),
        List.of(),
        "geometry",
        "the boundary of body "
            + body.name()
            + " crosses itself, so it is no solid that can be made",
        null);
  }
}
