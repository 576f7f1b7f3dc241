package org.ankerdraft.bench;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.TriangleMesh;

/**
 * Wall-thickness rays per second against another program's, on the same mesh, with the same rays
 * and threads.
 *
 * <p>Usage: {@code RayBench NAME WANTED PROGRAM}.
 */
public final class RayBench {
  private static final int THREADS = 2;
  private static final int ROUNDS = 6;

  private RayBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    Path program = Path.of(args[2]);
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartState state = Bench.build(kernel, Bench.lampBase());
      Body body = state.bodies().values().iterator().next();
      TriangleMesh mesh =
          kernel
              .mesh(
                  body.named().shape(),
                  Surveyor.accuracy(body).deflectionMm(),
                  Surveyor.accuracy(body).angleRad(),
                  Budget.ofSeconds(60))
              .orThrow();
      FineMesh fine = FineMesh.of(mesh, body.named().shape().mass().diagonalMm() / 90);
      Path data = Files.createTempFile("rays", ".bin");
      try {
        Files.write(data, encoded(mesh, fine));
        String[] theirs = run(program, data).split(" ", -1);
        Bvh bvh = new Bvh(mesh);
        double best = 0;
        AtomicLong hits = new AtomicLong();
        for (int i = 0; i < ROUNDS; i++) {
          hits.set(0);
          long start = System.nanoTime();
          shoot(bvh, fine, hits);
          best = Math.max(best, fine.nodeCount() / ((System.nanoTime() - start) / 1e9));
        }
        double other = Double.parseDouble(theirs[0]);
        Bench.ratio(
            "wall rays per second / " + args[0],
            best / other,
            "at least " + args[1],
            String.format(
                "%.2f / %.2f million, %d triangles, hits %d / %s",
                best / 1e6, other / 1e6, mesh.triangleCount(), hits.get(), theirs[1].strip()));
      } finally {
        Files.delete(data);
      }
    }
  }

  private static final float LIFT = 1e-3f;

  private static void shoot(Bvh bvh, FineMesh m, AtomicLong hits) throws InterruptedException {
    List<Thread> threads = new ArrayList<>();
    for (int k = 0; k < THREADS; k++) {
      int first = k;
      Thread t =
          new Thread(() -> {
            Bvh.Query q = bvh.query();
            long hit = 0;
            for (int n = first; n < m.nodeCount(); n += THREADS) {
              float nx = m.normals()[3 * n];
              float ny = m.normals()[3 * n + 1];
              float nz = m.normals()[3 * n + 2];
              float x = m.positions()[3 * n] - LIFT * nx;
              float y = m.positions()[3 * n + 1] - LIFT * ny;
              float z = m.positions()[3 * n + 2] - LIFT * nz;
              hit += q.firstHit(x, y, z, -nx, -ny, -nz, 0, Float.MAX_VALUE) ? 1 : 0;
            }
            hits.addAndGet(hit);
          });
      threads.add(t);
      t.start();
    }
    for (Thread t : threads) {
      t.join();
    }
  }

  private static byte[] encoded(TriangleMesh mesh, FineMesh m) {
    ByteBuffer out =
        ByteBuffer.allocate(8 + 72 * mesh.triangleCount() + 48 * m.nodeCount())
            .order(ByteOrder.LITTLE_ENDIAN);
    out.putInt(mesh.triangleCount()).putInt(m.nodeCount());
    for (int n : mesh.triangles()) {
      for (int i = 0; i < 3; i++) {
        out.putDouble(mesh.positions()[3 * n + i]);
      }
    }
    for (int n = 0; n < m.nodeCount(); n++) {
      for (int i = 0; i < 3; i++) {
        out.putDouble(m.positions()[3 * n + i] - LIFT * m.normals()[3 * n + i]);
      }
      for (int i = 0; i < 3; i++) {
        out.putDouble(-m.normals()[3 * n + i]);
      }
    }
    return out.array();
  }

  private static String run(Path program, Path data) throws IOException, InterruptedException {
    String best = "0 0";
    for (int i = 0; i < 3; i++) {
      Process p =
          new ProcessBuilder(program.toString(), data.toString(), String.valueOf(THREADS)).start();
      String line = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      if (p.waitFor() != 0) {
        throw new IOException("the comparison program failed");
      }
      best =
          Double.parseDouble(line.split(" ", -1)[0]) > Double.parseDouble(best.split(" ", -1)[0])
              ? line
              : best;
    }
    return best;
  }
}
