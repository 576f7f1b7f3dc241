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
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
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

    Ended(Outcome.Cause how, String message) {
      super(message);
      this.how = how;
    }
  }

  private static final int LOG_LINES_KEPT = 200;
  private static final int OUT_OF_MEMORY_EXIT = 3;
  private static final long CANCEL_POLL_MS = 20;

  private final Process process;
  private final OutputStream to;
  private final DataInputStream from;
  private final Deque<String> log = new ArrayDeque<>();
  private volatile boolean closed;

  WorkerProcess(Path program) throws IOException {
    process = new ProcessBuilder(program.toString()).start();
    to = new BufferedOutputStream(process.getOutputStream(), 1 << 16);
    from = new DataInputStream(new BufferedInputStream(process.getInputStream(), 1 << 16));
    Thread.ofVirtual().name("worker-log").start(this::keepLog);
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

  boolean isAlive() {
    return !closed && process.isAlive();
  }

  /**
   * Sends a request and waits for its answer within the budget; ends the process if the budget runs
   * out.
   */
  Response ask(Request request, Budget budget) throws Ended, InterruptedException {
    FutureTask<Response> exchange = new FutureTask<>(() -> exchange(request));
    Thread.ofVirtual().name("worker-exchange").start(exchange);
    long deadline = System.nanoTime() + budget.time().toNanos();
    while (true) {
      try {
        return exchange.get(CANCEL_POLL_MS, TimeUnit.MILLISECONDS);
      } catch (TimeoutException e) {
        if (budget.cancel().isCancelled()) {
          close();
          throw new Ended(Outcome.Cause.CANCELLED, "cancelled");
        }
        if (System.nanoTime() > deadline) {
          close();
          throw new Ended(
              Outcome.Cause.OUT_OF_TIME,
              "no result within " + budget.time().toMillis() / 1000.0 + " s");
        }
      } catch (ExecutionException e) {
        throw ended(e.getCause());
      } catch (InterruptedException e) {
        close();
        throw e;
      }
    }
  }

  private Ended ended(Throwable why) throws InterruptedException {
    close();
    process.waitFor(1, TimeUnit.SECONDS);
    int exit = process.isAlive() ? -1 : process.exitValue();
    if (exit == OUT_OF_MEMORY_EXIT) {
      return new Ended(Outcome.Cause.OUT_OF_MEMORY, "the geometry worker ran out of memory");
    }
    Ended ended =
        new Ended(Outcome.Cause.CRASHED, "the geometry worker ended in the middle of the work");
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
  }
}
