package org.ankerdraft.kernel;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.ankerdraft.kernel.proto.Request;
import org.ankerdraft.kernel.proto.Response;

/**
 * One run of the worker program. Not safe for several threads at once; {@link GeometryKernel} sees
 * to that.
 */
final class WorkerProcess implements AutoCloseable {

  /** The worker ended, or was ended, before it answered. */
  static final class Ended extends Exception {
    private static final long serialVersionUID = 1L;
    final Outcome.Cause how;

    /** Whether somebody ended the worker, so that the request itself is not to blame. */
    final boolean fromOutside;

    Ended(Outcome.Cause how, String message, boolean fromOutside) {
      super(message);
      this.how = how;
      this.fromOutside = fromOutside;
    }

    Ended(Outcome.Cause how, String message) {
      this(how, message, false);
    }
  }

  private static final int LOG_LINES_KEPT = 200;
  private static final int OUT_OF_MEMORY_EXIT = 3;
  private static final long CANCEL_POLL_MS = 20;

  /** Exit codes of a process that was ended by SIGHUP, SIGINT, SIGKILL or SIGTERM. */
  private static final Set<Integer> ENDED_FROM_OUTSIDE = Set.of(129, 130, 137, 143);

  private final Process process;
  private final OutputStream to;
  private final DataInputStream from;
  private final Deque<String> log = new ArrayDeque<>();
  private final ExecutorService pipe =
      Executors.newSingleThreadExecutor(work -> daemon("worker-exchange", work));
  private volatile boolean closed;

  /**
   * Pipes are read by platform threads only: a blocked read holds the carrier of a virtual thread,
   * and on few processors two of them would hold all there are.
   */
  WorkerProcess(Path program) throws IOException {
    process = new ProcessBuilder(program.toString()).start();
    to = new BufferedOutputStream(process.getOutputStream(), 1 << 16);
    from = new DataInputStream(new BufferedInputStream(process.getInputStream(), 1 << 16));
    daemon("worker-log", this::keepLog).start();
  }

  private static Thread daemon(String name, Runnable work) {
    return Thread.ofPlatform().daemon().name(name).unstarted(work);
  }

  private void keepLog() {
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(process.getErrorStream(), StandardCharsets.UTF_8))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        synchronized (log) {
          log.addLast(line);
          if (log.size() > LOG_LINES_KEPT) {
            log.removeFirst();
          }
        }
      }
    } catch (IOException e) {
      synchronized (log) {
        log.addLast("log ended: " + e.getMessage());
      }
    }
  }

  List<String> logLines() {
    synchronized (log) {
      return new ArrayList<>(log);
    }
  }

  ProcessHandle handle() {
    return process.toHandle();
  }

  boolean isAlive() {
    return !closed && process.isAlive();
  }

  /**
   * Sends a request and waits for its answer within the budget; ends the process if the budget runs
   * out.
   *
   * @param deadlineNanos by {@link System#nanoTime}, when the waiting ends in any case
   */
  Response ask(Request request, Budget budget, long deadlineNanos)
      throws Ended, InterruptedException {
    Future<Response> exchange = pipe.submit(() -> exchange(request));
    long worked = workedNanos();
    while (true) {
      try {
        return exchange.get(CANCEL_POLL_MS, TimeUnit.MILLISECONDS);
      } catch (TimeoutException e) {
        if (budget.cancel().isCancelled()) {
          close();
          throw new Ended(Outcome.Cause.CANCELLED, "cancelled");
        }
        if (workedNanos() - worked > budget.time().toNanos() || System.nanoTime() > deadlineNanos) {
          close();
          throw new Ended(Outcome.Cause.OUT_OF_TIME, budget.exceeded());
        }
      } catch (ExecutionException e) {
        throw ended(e.getCause());
      } catch (InterruptedException e) {
        close();
        throw e;
      }
    }
  }

  /** Processor time that the worker has taken; 0 where the platform does not tell. */
  private long workedNanos() {
    return process.info().totalCpuDuration().map(Duration::toNanos).orElse(0L);
  }

  private Ended ended(Throwable why) throws InterruptedException {
    // One that ends by itself has its own exit code, which tells why.
    process.waitFor(1, TimeUnit.SECONDS);
    int exit = process.isAlive() ? -1 : process.exitValue();
    close();
    if (exit == OUT_OF_MEMORY_EXIT) {
      return new Ended(Outcome.Cause.OUT_OF_MEMORY, "the geometry worker ran out of memory");
    }
    Ended ended =
        new Ended(
            Outcome.Cause.CRASHED,
            "the geometry worker ended in the middle of the work",
            ENDED_FROM_OUTSIDE.contains(exit));
    ended.initCause(why);
    return ended;
  }

  private Response exchange(Request request) throws IOException {
    byte[] body = request.toByteArray();
    to.write(ByteBuffer.allocate(4).order(ByteOrder.LITTLE_ENDIAN).putInt(body.length).array());
    to.write(body);
    to.flush();
    int size = Integer.reverseBytes(from.readInt());
    if (size < 0) {
      throw new EOFException("frame of impossible size");
    }
    return Response.parseFrom(from.readNBytes(size));
  }

  /** Bytes straight into the worker's input: for tests of its robustness. */
  void sendRaw(byte[] bytes) throws IOException {
    to.write(bytes);
    to.flush();
  }

  @Override
  public void close() {
    // A process that was just ended may still look alive for a moment.
    closed = true;
    process.destroyForcibly();
    pipe.shutdownNow();
  }
}
