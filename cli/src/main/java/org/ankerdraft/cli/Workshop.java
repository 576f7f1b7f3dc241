package org.ankerdraft.cli;

import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartOpener;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;

/** A kernel and a part built with it, for one run of a verb. */
final class Workshop implements AutoCloseable {

  /**
   * The verb cannot go on; the message goes to standard error, the exit code is {@link Exit#ERROR}.
   */
  static final class CannotGoOn extends Exception {
    private static final long serialVersionUID = 1L;

    CannotGoOn(String message) {
      super(message);
    }
  }

  private static final String PATIENCE = "ANKERDRAFT_PATIENCE";

  final GeometryKernel kernel;
  final PartBuilder builder;

  Workshop() throws CannotGoOn {
    Optional<Path> program = WorkerProgram.find();
    if (program.isEmpty()) {
      throw new CannotGoOn("the geometry worker is not built; run ./ankerdraft, which builds it");
    }
    kernel = new GeometryKernel(program.get());
    builder = new PartBuilder(kernel, Tolerance.MODEL);
  }

  static PartFile.Content read(Path file) throws CannotGoOn {
    return switch (PartOpener.open(file)) {
      case PartFile.Opened.Ok(PartFile.Content content) -> content;
      case PartFile.Opened.Bad(FormatError error) -> throw new CannotGoOn(file + ": " + error);
    };
  }

  PartState build(PartFile.Content content) throws CannotGoOn {
    builder.remember(content.cache());
    return builder
        .build(
            content.part(),
            Map.copyOf(content.files()),
            PartBuilder.Progress.NONE,
            new Patient(patience()))
        .orElseThrow(
            () -> new CannotGoOn("the part could not be built: the geometry worker cannot be had"));
  }

  /** Never cancels, and waits. */
  private record Patient(int patience) implements Budget.Cancel {
    @Override
    public boolean isCancelled() {
      return false;
    }
  }

  /** How many times as long as usual a step may take, from the environment. */
  private static int patience() throws CannotGoOn {
    String given = System.getenv(PATIENCE);
    if (given == null) {
      return 1;
    }
    if (!given.matches("[1-9][0-9]{0,3}")) {
      throw new CannotGoOn(
          PATIENCE + " is " + given + "; it must be a whole number from 1 to 9999");
    }
    return Integer.parseInt(given);
  }

  /** The rule book that a part's process asks for. */
  static RuleBook rulesOf(PartDocument part) throws CannotGoOn {
    return RuleBook.forPart(part)
        .orElseThrow(() ->
            new CannotGoOn(
                "no rule book for material "
                    + part.process().material()
                    + " and sheet "
                    + part.process().sheetOrUsual().material()
                    + "; use --rules with one of "
                    + String.join(", ", RuleBook.NAMES)));
  }

  /** Stops the verb if a step failed or there is no body. */
  void mustBeBuilt(PartState state) throws CannotGoOn {
    if (!state.isOk()) {
      throw new CannotGoOn(
          "nothing is written: "
              + state.steps().stream()
                  .filter(s -> s.failure() != null)
                  .findFirst()
                  .orElseThrow()
                  .message());
    }
    if (state.bodies().isEmpty()) {
      throw new CannotGoOn("nothing is written: the part has no body");
    }
  }

  @Override
  public void close() {
    kernel.close();
  }
}
