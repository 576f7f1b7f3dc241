package org.ankerdraft.kernel;

import com.google.protobuf.ByteString;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Consumer;
import java.util.function.Function;
import org.ankerdraft.kernel.proto.Request;
import org.ankerdraft.kernel.proto.Response;
import org.ankerdraft.kernel.proto.Restore;

/**
 * One worker process at a time and the requests that queue for it: starts it when first needed,
 * replaces it when it ended, sends again what its end interrupted, and brings the shapes a request
 * needs back into a fresh one.
 */
final class Supervisor implements AutoCloseable {
  private static final long MAX_RELEASES_PER_REQUEST = 64;
  private static final long WAIT_POLL_MS = 20;

  /** Numbers the runs of all workers of all kernels, so that a shape can live in several. */
  private static final AtomicLong RUNS = new AtomicLong();

  private final Path program;
  private final Relay relay;
  private final ReentrantLock lock = new ReentrantLock();
  private final List<Long> toRelease = new ArrayList<>();
  private volatile WorkerProcess worker;
  private volatile boolean closed;
  private long run;
  private long nextId = 1;
  private int restarts = -1;
  private Asking asking;

  Supervisor(Path program, Relay relay) {
    this.program = program;
    this.relay = relay;
  }

  /** How often the worker had to be replaced. */
  int restarts() {
    return Math.max(0, restarts);
  }

  /** The process that works at present; empty if none has been needed yet. */
  Optional<ProcessHandle> workerHandle() {
    return Optional.ofNullable(worker).map(WorkerProcess::handle);
  }

  /** The last lines the worker wrote to its log. */
  List<String> workerLog() {
    WorkerProcess w = worker;
    return w == null ? List.of() : w.logLines();
  }

  /** Sends bytes that are no frame: for tests of supervision. */
  void sendNonsense(byte[] bytes) throws IOException {
    lock.lock();
    try {
      start();
      worker.sendRaw(bytes);
    } finally {
      lock.unlock();
    }
  }

  @Override
  public void close() {
    closed = true;
    WorkerProcess last = worker;
    if (last != null) {
      last.close();
    }
  }

  /** A shape lives in the present worker until nobody holds it any more. */
  void moveIn(Shape shape, long handle) {
    shape.resideAt(run, handle);
    long home = run;
    Releaser.whenUnreachable(shape, () -> forget(home, handle));
  }

  private void forget(long home, long handle) {
    synchronized (toRelease) {
      if (home == run) {
        toRelease.add(handle);
      }
    }
  }

  /**
   * How often a request is sent again to a fresh worker when the last one ended in the middle of
   * it: a worker that somebody ended must not change what becomes of a part, while one that the
   * request itself brings down is believed soon.
   */
  record Retries(int endedFromOutside, int other) {
    static final Retries USUAL = new Retries(20, 2);
    static final Retries NONE = new Retries(0, 0);

    boolean allow(boolean fromOutside, Outcome.Cause cause, int done) {
      return switch (cause) {
        case CRASHED -> done < (fromOutside ? endedFromOutside : other);
        case OUT_OF_MEMORY -> done < Math.min(1, other);
        default -> false;
      };
    }
  }

  /**
   * @param fill sets the request; may ask for {@link #handle}
   * @param read takes the answer while the worker is still this request's own
   */
  <T> Outcome<T> ask(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read, Retries retries) {
    long deadline = budget.deadlineNanos();
    try {
      if (!isMyTurn(budget, deadline)) {
        return budget.cancel().isCancelled()
            ? Outcome.failed(Outcome.Cause.CANCELLED, "cancelled")
            : Outcome.failed(Outcome.Cause.OUT_OF_TIME, budget.exceeded());
      }
    } catch (InterruptedException e) {
      return interrupted();
    }
    try {
      for (int done = 0; ; done++) {
        try {
          return askOnce(fill, budget, read, deadline);
        } catch (WorkerProcess.Ended e) {
          if (!retries.allow(e.fromOutside, e.how, done)) {
            return brokenDown(e, done > 0);
          }
        }
      }
    } catch (Unrestored e) {
      return new Outcome.Failed<>(e.failure);
    } catch (IOException e) {
      return Outcome.failed(
          Outcome.Cause.UNAVAILABLE, "the geometry worker cannot be started: " + e.getMessage());
    } catch (InterruptedException e) {
      return interrupted();
    } finally {
      lock.unlock();
    }
  }

  /**
   * A request that brings down each fresh worker is beyond the library, whatever the machine: that
   * tells about the part what a refusal tells.
   */
  private static <T> Outcome<T> brokenDown(WorkerProcess.Ended last, boolean again) {
    boolean isOwnDoing = last.how == Outcome.Cause.CRASHED && !last.fromOutside;
    return again && isOwnDoing
        ? Outcome.failed(Outcome.Cause.REFUSED, "the geometry library breaks down at it each time")
        : Outcome.failed(last.how, last.getMessage());
  }

  private static <T> Outcome<T> interrupted() {
    Thread.currentThread().interrupt();
    return Outcome.failed(Outcome.Cause.CANCELLED, "interrupted");
  }

  /** Waits for other requests; false if the caller lost interest or its time ran out meanwhile. */
  private boolean isMyTurn(Budget budget, long deadline) throws InterruptedException {
    while (!lock.tryLock(WAIT_POLL_MS, TimeUnit.MILLISECONDS)) {
      if (budget.cancel().isCancelled() || System.nanoTime() > deadline) {
        return false;
      }
    }
    return true;
  }

  private <T> Outcome<T> askOnce(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read, long deadline)
      throws WorkerProcess.Ended, InterruptedException, IOException {
    start();
    releaseForgotten();
    asking = new Asking(budget, deadline);
    Request.Builder request = Request.newBuilder().setId(nextId++);
    try {
      fill.accept(request);
    } catch (RestoreEnded e) {
      throw e.ended;
    }
    Request built = request.build();
    String operation = built.getOpCase().name();
    Optional<Outcome.KernelFailure> instead = relay.instead(operation);
    if (instead.isPresent()) {
      return new Outcome.Failed<>(instead.get());
    }
    long start = System.nanoTime();
    Response answer = worker.ask(built, budget, deadline);
    relay.answered(operation, built, System.nanoTime() - start);
    return answer.hasRefusal()
        ? new Outcome.Failed<>(Wire.failure(answer.getRefusal()))
        : Outcome.done(read.apply(answer));
  }

  private void start() throws IOException {
    if (worker != null && worker.isAlive()) {
      return;
    }
    if (closed) {
      throw new IOException("it has been closed");
    }
    worker = new WorkerProcess(program);
    if (closed) {
      worker.close();
    }
    synchronized (toRelease) {
      toRelease.clear();
      run = RUNS.incrementAndGet();
    }
    restarts++;
  }

  private void releaseForgotten() throws WorkerProcess.Ended, InterruptedException {
    List<Long> handles;
    synchronized (toRelease) {
      if (toRelease.size() < MAX_RELEASES_PER_REQUEST) {
        return;
      }
      handles = List.copyOf(toRelease);
      toRelease.clear();
    }
    var release = org.ankerdraft.kernel.proto.Release.newBuilder().addAllShapes(handles);
    Budget budget = Budget.ofSeconds(10);
    worker.ask(
        Request.newBuilder().setId(nextId++).setRelease(release).build(),
        budget,
        budget.deadlineNanos());
  }

  /** What the request that is being filled may take. */
  private record Asking(Budget budget, long deadline) {}

  /** A shape that was sound cannot be brought back; leaves the lambda that fills a request. */
  private static final class Unrestored extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Outcome.KernelFailure failure;

    Unrestored(Outcome.KernelFailure failure) {
      super(failure.message());
      this.failure = failure;
    }
  }

  /** The worker ended while it restored a shape; leaves the lambda that fills a request. */
  private static final class RestoreEnded extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient WorkerProcess.Ended ended;

    RestoreEnded(WorkerProcess.Ended ended) {
      super(ended);
      this.ended = ended;
    }
  }

  /** The handle of a shape in the present worker; restores it there if need be. */
  long handle(Shape shape) {
    Long there = shape.handleIn(run);
    if (there != null) {
      return there;
    }
    Request request =
        Request.newBuilder()
            .setId(nextId++)
            .setRestore(
                Restore.newBuilder()
                    .setBrep(ByteString.copyFrom(shape.brep()))
                    .setDescribed(true)
                    .setValid(shape.proof().valid()))
            .build();
    try {
      Response answer = worker.ask(request, asking.budget, asking.deadline);
      if (answer.hasRefusal()) {
        throw new Unrestored(Wire.failure(answer.getRefusal()));
      }
      long handle = answer.getShape().getShape();
      moveIn(shape, handle);
      return handle;
    } catch (WorkerProcess.Ended e) {
      throw new RestoreEnded(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Unrestored(Outcome.KernelFailure.of(Outcome.Cause.CANCELLED, "interrupted"));
    }
  }

  /**
   * Lets the worker forget a shape that is kept but not worked on for now: it is restored from its
   * bytes when it is next used.
   */
  void rest(Shape shape) {
    long home = run;
    Long handle = shape.leave(home);
    if (handle != null) {
      forget(home, handle);
    }
  }
}
