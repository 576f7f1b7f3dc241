package org.ankerdraft.core.check;

import static org.ankerdraft.core.Parts.KERNEL;
import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.ok;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.Test;

class CheckRunnerTest {
  /** Holds the test for crossings until it is let go. */
  private static final class Held implements Relay {
    private final CountDownLatch asked = new CountDownLatch(1);
    private final CountDownLatch letGo = new CountDownLatch(1);

    @Override
    public Optional<Outcome.KernelFailure> instead(String operation) {
      if (operation.equals("SELF_INTERSECTION")) {
        asked.countDown();
        try {
          letGo.await();
        } catch (InterruptedException e) {
          Thread.currentThread().interrupt();
        }
      }
      return Optional.empty();
    }
  }

  /** The next change must not wait for the long test that runs aside. */
  @Test
  void aCheckThatIsUnwantedDoesNotWaitForTheTestForCrossings() throws Exception {
    Held held = new Held();
    PartState state = ok(box(40, 30, 5));
    CountDownLatch overtaken = new CountDownLatch(1);
    Budget.Cancel cancel =
        new Budget.Cancel() {
          @Override
          public boolean isCancelled() {
            return false;
          }

          @Override
          public boolean isUnwanted() {
            return overtaken.getCount() == 0;
          }
        };
    try (GeometryKernel slow = new GeometryKernel(WorkerProgram.find().orElseThrow(), held)) {
      CheckRunner runner = new CheckRunner(KERNEL, slow, 1);
      CompletableFuture<Optional<CheckReport>> report =
          CompletableFuture.supplyAsync(
              () -> runner.check(state, RuleBook.forPart(state.part()).orElseThrow(), cancel));
      held.asked.await();
      assertThat(report).isNotDone();
      overtaken.countDown();
      assertThat(report.get(60, TimeUnit.SECONDS)).isEmpty();
      held.letGo.countDown();
    }
  }
}
