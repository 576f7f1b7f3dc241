package org.ankerdraft.kernel;

import com.google.protobuf.InvalidProtocolBufferException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import org.ankerdraft.kernel.proto.Request;

/**
 * Sends recorded requests to a fresh worker, one after the other and with nothing between them.
 * Handles are given in the same order again, so the requests mean the same.
 */
public final class Replay {
  private static final Budget LONG = Budget.ofSeconds(60);

  private Replay() {}

  /**
   * @param requests as told to {@link Relay#answered}
   * @return for each request, the time from its sending to its answer, ns
   */
  public static long[] run(Path program, List<byte[]> requests)
      throws IOException, InterruptedException {
    try (WorkerProcess worker = new WorkerProcess(program)) {
      worker.ask(
          Request.newBuilder()
              .setHello(org.ankerdraft.kernel.proto.Hello.getDefaultInstance())
              .build(),
          LONG,
          LONG.deadlineNanos());
      long[] times = new long[requests.size()];
      for (int i = 0; i < times.length; i++) {
        long start = System.nanoTime();
        worker.ask(parsed(requests.get(i)), LONG, LONG.deadlineNanos());
        times[i] = System.nanoTime() - start;
      }
      return times;
    } catch (WorkerProcess.Ended e) {
      throw new IOException("the worker ended during the replay", e);
    }
  }

  private static Request parsed(byte[] bytes) {
    try {
      return Request.parseFrom(bytes);
    } catch (InvalidProtocolBufferException e) {
      throw new IllegalArgumentException("not a recorded request", e);
    }
  }
}
