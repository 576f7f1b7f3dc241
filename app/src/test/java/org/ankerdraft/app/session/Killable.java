package org.ankerdraft.app.session;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import javafx.application.Platform;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.WorkerProgram;

/**
 * A session that edits without end, and saves at times: it says after each edit that it is made, to
 * be killed.
 */
public final class Killable {
  private Killable() {}

  /**
   * @param args the part file, then the folder of the journals
   */
  public static void main(String[] args) {
    Workbench workbench = new Workbench(WorkerProgram.find().orElseThrow());
    Session session = new Session(workbench, Path.of(args[1]));
    Platform.startup(() -> {
      session.open(Path.of(args[0]));
      editNext(session, 1);
    });
  }

  /** So often is saved, in edits. */
  private static final int SAVED_EVERY = 5;

  private static void editNext(Session session, int n) {
    PartDocument part = session.document();
    session.edit(
        part.withParameters(
            java.util.List.of(new Parameter("edits", new Expr(String.valueOf(n)), null))));
    System.out.println(n);
    if (n % SAVED_EVERY == 0) {
      save(session);
    }
    Platform.runLater(() -> editNext(session, n + 1));
  }

  private static void save(Session session) {
    try {
      session.save(session.file().orElseThrow(), null);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
