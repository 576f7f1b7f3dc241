package org.ankerdraft.app.session;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.application.Platform;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.RepairTrials;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartOpener;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.render.draw.Scene;
import org.slf4j.LoggerFactory;

/**
 * Builds, surveys and checks parts on a thread of its own. The latest request wins: an older one
 * stops between two steps, and is ended with its geometry worker if it has not stopped after a
 * short grace.
 */
public final class Workbench implements AutoCloseable {
  private static final long GRACE_NANOS = 600_000_000L;

  /** After a picture while the hand moves, so that the next change finds the worker free. */
  private static final long HAND_RESTS_NANOS = 90_000_000L;

  private static final long HAND_POLL_NANOS = 2_000_000L;

  /** The interface is not waited for longer than this. */
  private static final long MOST_WAIT_MS = 1500;

  /** How long the part rests before repairs are tried: they would compete with the next change. */
  private static final long REPAIRS_REST_NANOS = 1_000_000_000L;

  private static final long PREPARATION_NANOS = 5_000_000_000L;

  /**
   * Told of what comes of a request, on the interface thread; not told of requests that were
   * overtaken.
   */
  public interface Listener {
    void progress(int step, int of, String id);

    /**
     * The step being edited is built, the ones after it are not yet.
     *
     * @param scene the bodies as they stand after it
     */
    void early(Map<String, BodyAnalysis> surveyed, Scene scene);

    /**
     * @param scene the bodies to be drawn
     */
    void built(PartState state, Map<String, BodyAnalysis> surveyed, Scene scene);

    /**
     * The bodies that were built, where something is known of their walls before these are
     * measured.
     *
     * @param scene the bodies to be drawn, with what is known
     */
    void known(Scene scene);

    /**
     * @param scene the bodies to be drawn, with their wall fields
     */
    void checked(CheckReport report, Scene scene);

    /** The same part, with up to where its failed steps work. */
    void limited(PartState state);

    /** The same findings, with the repairs that mend them. */
    void tried(CheckReport report);

    /** Nothing came of it: the user cancelled, or no geometry worker can be had. */
    void stopped(String why);
  }

  private static final class Job implements Budget.Cancel {
    private final int patience;
    private final String edited;
    private volatile boolean started;
    private volatile boolean hasPicture;
    private volatile Job overtakenBy;
    private volatile long overtakenAt;
    private volatile boolean cancelledByUser;

    Job(Request request) {
      this.patience = request.patience;
      this.edited = request.edited;
    }

    void overtake(Job by) {
      overtakenAt = System.nanoTime();
      overtakenBy = by;
    }

    @Override
    public int patience() {
      return patience;
    }

    /**
     * Whether both follow the same hand, so that the picture of the one is of use for the other.
     */
    boolean isOfSameHand(Job other) {
      return other == this || (edited != null && edited.equals(other.edited));
    }

    private boolean isOvertaken() {
      return overtakenBy != null && !isOwedAPicture();
    }

    /**
     * While the hand moves, each change overtakes the one before: if none were finished, nothing
     * would be seen before it rests.
     */
    private boolean isOwedAPicture() {
      return started && !hasPicture && isOfSameHand(overtakenBy) && isInGrace();
    }

    private boolean isInGrace() {
      return System.nanoTime() - overtakenAt <= GRACE_NANOS;
    }

    @Override
    public boolean isCancelled() {
      return cancelledByUser || (overtakenBy != null && !isInGrace());
    }

    @Override
    public boolean isUnwanted() {
      return cancelledByUser || isOvertaken();
    }

    /** Waits, but no longer than the job is wanted. */
    void restUntil(long nanos) {
      while (!isUnwanted() && System.nanoTime() < nanos) {
        LockSupport.parkNanos(HAND_POLL_NANOS);
      }
    }
  }

  private final GeometryKernel kernel;
  private final GeometryKernel slowKernel;
  private final PartBuilder builder;
  private final CheckRunner checks;
  private final RepairTrials trials;
  private final Surveyor early;
  private Map<Path, CompletableFuture<PartFile.Opened>> ahead = Map.of();

  /** Keys of all bodies on the way to what is drawn. */
  private Set<String> drawnBodies = Set.of();

  /** Whether what is drawn is without what is known of its walls. */
  private boolean isWithoutWalls;

  private final AtomicReference<Job> current = new AtomicReference<>();
  private final ExecutorService thread = daemon("workbench");
  private final ExecutorService afterwards = daemon("afterwards");
  private final ExecutorService filing = daemon("filing");

  private static ExecutorService daemon(String name) {
    return Executors.newSingleThreadExecutor(
        work -> Thread.ofPlatform().daemon().name(name).unstarted(work));
  }

  public Workbench(Path worker) {
    kernel = new GeometryKernel(worker);
    slowKernel = new GeometryKernel(worker);
    builder = new PartBuilder(kernel, slowKernel, Tolerance.MODEL);
    early = new Surveyor(kernel, 1);
    int processors = Runtime.getRuntime().availableProcessors();
    checks = new CheckRunner(kernel, slowKernel, processors);
    trials = new RepairTrials(builder, kernel, 1);
  }

  public GeometryKernel kernel() {
    return kernel;
  }

  /**
   * What is to be built.
   *
   * @param patience how many times as long as usual a step may take
   * @param edited the step whose number is under the hand, and which is shown first, or {@link
   *     #FIRST_CHANGED}; null if no number is
   */
  public record Request(PartDocument part, Map<String, byte[]> files, int patience, String edited) {
    /** Whichever step is the first to come to something else: for parameters. */
    public static final String FIRST_CHANGED = "";

    private boolean isUnderHand(StepResult result) {
      return FIRST_CHANGED.equals(edited) || result.id().equals(edited);
    }
  }

  public void submit(Request request, Listener listener) {
    if (thread.isShutdown()) {
      return;
    }
    Job job = new Job(request);
    Job before = current.getAndSet(job);
    if (before != null) {
      before.overtake(job);
    }
    thread.execute(() -> guarded(job, listener, () -> run(job, request, listener)));
  }

  /**
   * An internal error ends one request, with a word and a place in the log. One that is called off,
   * wherever it is by then, is told to be.
   */
  private void guarded(Job job, Listener listener, Runnable work) {
    try {
      work.run();
      if (job.cancelledByUser) {
        tell(job, () -> listener.stopped("cancelled"));
      }
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      LoggerFactory.getLogger(Workbench.class).error("A build or check ended in an error", e);
      tell(job, () -> listener.stopped("internal error; the log tells more"));
    }
  }

  /**
   * Opens, builds and meshes a part whose file holds its results, before it is asked for: while the
   * window is still being made. What goes wrong is told when it is opened.
   */
  public void prepare(Path path) {
    CompletableFuture<PartFile.Opened> opened = new CompletableFuture<>();
    ahead = Map.of(path, opened);
    thread.execute(() -> {
      opened.complete(PartOpener.open(path));
      if (opened.join() instanceof PartFile.Opened.Ok(PartFile.Content content)
          && !content.cache().isEmpty()) {
        long until = System.nanoTime() + PREPARATION_NANOS;
        builder.remember(content.cache());
        Budget.Cancel late = () -> System.nanoTime() > until;
        builder
            .buildWithoutLimits(content.part(), content.files(), PartBuilder.Progress.NONE, late)
            .ifPresent(state -> checks.survey(state, late));
      }
    });
  }

  /** Opens a file; one that is being prepared is not read twice. */
  public PartFile.Opened open(Path path) {
    CompletableFuture<PartFile.Opened> opened = ahead.get(path);
    ahead = Map.of();
    if (opened != null) {
      return opened.join();
    }
    try {
      return OffThread.await(() -> PartOpener.open(path));
    } catch (RuntimeException e) {
      throw e;
    } catch (Exception e) {
      throw new IllegalStateException("opening tells failures as values", e);
    }
  }

  /** Hands over the results that a part file holds, before it is built. */
  public void remember(Map<String, byte[]> cache) {
    thread.execute(() -> builder.remember(cache));
  }

  /** Work with a file that nobody waits for. */
  public interface FileWork {
    void run() throws IOException;
  }

  /** Does file work in the background, in order; failures are told on the interface thread. */
  public void later(FileWork work, Consumer<IOException> failed) {
    if (filing.isShutdown()) {
      return;
    }
    filing.execute(() -> {
      try {
        work.run();
      } catch (IOException e) {
        Platform.runLater(() -> failed.accept(e));
      }
    });
  }

  /** Gives up the request at work. */
  public void cancel() {
    Job job = current.get();
    if (job != null) {
      job.cancelledByUser = true;
    }
  }

  /** Shows the step under the hand as soon as it is built, and then waits for the hand to rest. */
  private final class EarlyPicture implements PartBuilder.Progress {
    private final Job job;
    private final Request request;
    private final Listener listener;
    private boolean isReached;

    EarlyPicture(Job job, Request request, Listener listener) {
      this.job = job;
      this.request = request;
      this.listener = listener;
    }

    @Override
    public void atStep(int index, int of, String id) {
      tell(job, () -> listener.progress(index, of, id));
    }

    @Override
    public void reached(StepResult result) {
      isReached |= request.isUnderHand(result) && result.bodies().stream().anyMatch(this::isNew);
    }

    private boolean isNew(Body body) {
      return !drawnBodies.contains(body.key());
    }

    /** If nothing is left to be built, the whole part is there as soon as its beginning is. */
    @Override
    public void anew(Supplier<PartState> soFar) {
      if (!isReached || job.hasPicture) {
        return;
      }
      early
          .survey(soFar.get(), job)
          .ifPresent(surveyed -> {
            Scene scene = drawn(surveyed.values(), request.part);
            Platform.runLater(() -> showOnTheWay(job, listener, surveyed, scene));
          });
      job.hasPicture = true;
      isWithoutWalls = true;
      job.restUntil(System.nanoTime() + HAND_RESTS_NANOS);
    }
  }

  /** Those of the bodies that are not hidden. */
  private static Scene drawn(Collection<BodyAnalysis> bodies, PartDocument part) {
    return Scene.of(bodies.stream().filter(b -> !part.shown(b.body().name()).hidden()).toList());
  }

  private void run(Job job, Request request, Listener listener) {
    if (job.isUnwanted()) {
      return;
    }
    job.started = true;
    PartDocument part = request.part;
    PartBuilder.Progress progress = new EarlyPicture(job, request, listener);
    Optional<PartState> state = builder.buildWithoutLimits(part, request.files, progress, job);
    Optional<Map<String, BodyAnalysis>> surveyed = state.flatMap(s -> checks.survey(s, job));
    if (surveyed.isEmpty()) {
      // What was drawn on the way is forgotten, unless another change follows.
      isWithoutWalls &= job.isOvertaken();
      if (!job.cancelledByUser) {
        tell(job, () -> listener.stopped("the geometry worker cannot be had"));
      }
      return;
    }
    drawnBodies =
        state.get().steps().stream()
            .flatMap(step -> step.bodies().stream())
            .map(Body::key)
            .collect(Collectors.toSet());
    job.hasPicture = true;
    show(job, request, state.get(), surveyed.get(), listener);
    if (job.isOvertaken()) {
      return;
    }
    Optional<CheckReport> report = checked(job, state.get(), listener);
    // The window asks for shapes of earlier steps too, and must not wait for them.
    builder.loadAll(state.get(), job);
    beside(
        job,
        listener,
        () -> {
          findLimits(job, state.get(), listener);
          report.ifPresent(found -> tryRepairs(job, request, state.get(), found, listener));
        });
  }

  /**
   * Shows the whole part. Where there was a map before, what is known of the walls without
   * measuring is shown with it, so that the map does not vanish and come back; where there was
   * none, the part comes first.
   */
  private void show(
      Job job,
      Request request,
      PartState state,
      Map<String, BodyAnalysis> surveyed,
      Listener listener) {
    Scene first =
        isWithoutWalls
            ? drawn(
                surveyed.values().stream().map(BodyAnalysis::withoutWalls).toList(), request.part)
            : known(surveyed, request.part).orElseGet(() -> drawn(surveyed.values(), request.part));
    showThen(() -> {
      if (current.get() == job) {
        listener.built(state, surveyed, first);
      } else {
        showOnTheWay(job, listener, surveyed, first);
      }
    });
    if (request.edited != null) {
      job.restUntil(System.nanoTime() + HAND_RESTS_NANOS);
    }
    if (isWithoutWalls && !job.isUnwanted()) {
      known(surveyed, request.part).ifPresent(scene -> tell(job, () -> listener.known(scene)));
      isWithoutWalls = false;
    }
  }

  /** Of use to a hand that has moved on. */
  private void showOnTheWay(
      Job job, Listener listener, Map<String, BodyAnalysis> surveyed, Scene scene) {
    if (job.isOfSameHand(current.get())) {
      listener.early(surveyed, scene);
    }
  }

  private Optional<Scene> known(Map<String, BodyAnalysis> surveyed, PartDocument part) {
    return checks.meanwhile(surveyed).map(known -> drawn(known, part));
  }

  /** Empty if there is no rule book, or the check was cancelled. */
  private Optional<CheckReport> checked(Job job, PartState state, Listener listener) {
    PartDocument part = state.part();
    Optional<RuleBook> book = RuleBook.forPart(part);
    if (book.isEmpty()) {
      tell(
          job,
          () ->
              listener.stopped("there is no rule book for material " + part.process().material()));
      return Optional.empty();
    }
    Optional<CheckReport> report = checks.check(state, book.get(), job);
    report.ifPresent(found -> {
      Scene mapped = drawn(found.bodies().values(), part);
      tell(job, () -> listener.checked(found.withoutRepairs(), mapped));
    });
    return report;
  }

  /**
   * Beside everything else: an export must not wait until the last limit has been found, and the
   * last repair been tried.
   */
  private void beside(Job job, Listener listener, Runnable work) {
    if (!afterwards.isShutdown()) {
      afterwards.execute(() -> guarded(job, listener, work));
    }
  }

  /** What was not found because the user called it off stays unknown. */
  private void findLimits(Job job, PartState state, Listener listener) {
    if (state.hasOpenLimits()) {
      PartState limited = job.isUnwanted() ? state : builder.withLimits(state, job).orElse(state);
      tell(job, () -> listener.limited(limited));
    }
  }

  private void tryRepairs(
      Job job, Request request, PartState state, CheckReport found, Listener listener) {
    job.restUntil(System.nanoTime() + REPAIRS_REST_NANOS);
    Optional<CheckReport> tried =
        job.isUnwanted()
            ? Optional.empty()
            : trials.tried(
                state,
                request.files,
                found,
                job,
                partly -> tell(job, () -> listener.tried(partly)));
    tell(job, () -> listener.tried(tried.orElseGet(found::withRepairsGivenUp)));
  }

  /** Tells the interface, and lets it show the part before the checks take the processors. */
  private static void showThen(Runnable message) {
    CountDownLatch taken = new CountDownLatch(1);
    Platform.runLater(message);
    // Once more around, so that what the message changed has been drawn.
    Platform.runLater(() -> Platform.runLater(taken::countDown));
    try {
      taken.await(MOST_WAIT_MS, TimeUnit.MILLISECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void tell(Job job, Runnable message) {
    Platform.runLater(() -> {
      if (current.get() == job) {
        message.run();
      }
    });
  }

  /**
   * Runs work that needs the kernel after what is queued; the result is taken on the interface
   * thread.
   */
  public <T> void background(java.util.function.Supplier<T> work, Consumer<T> then) {
    thread.execute(() -> {
      T result = work.get();
      Platform.runLater(() -> then.accept(result));
    });
  }

  @Override
  public void close() {
    cancel();
    thread.shutdownNow();
    afterwards.shutdownNow();
    filing.shutdown();
    kernel.close();
    slowKernel.close();
  }
}
