package org.ankerdraft.kernel;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Where the worker program is. */
public final class WorkerProgram {
  private static final String VARIABLE = "ANKERDRAFT_WORKER";
  private static final String HOME = "ANKERDRAFT_HOME";
  private static final String BUILT = "worker/build/ankerdraft-worker";

  private WorkerProgram() {}

  /**
   * The program named by ANKERDRAFT_WORKER, else the one built below ANKERDRAFT_HOME or below a
   * folder above the current one; empty if there is none.
   */
  public static Optional<Path> find() {
    String named = System.getenv(VARIABLE);
    if (named != null) {
      return Optional.of(Path.of(named)).filter(Files::isExecutable);
    }
    String home = System.getenv(HOME);
    if (home != null && Files.isExecutable(Path.of(home, BUILT))) {
      return Optional.of(Path.of(home, BUILT));
    }
    for (Path p = Path.of("").toAbsolutePath(); p != null; p = p.getParent()) {
      if (Files.isExecutable(p.resolve(BUILT))) {
        return Optional.of(p.resolve(BUILT));
      }
    }
    return Optional.empty();
  }
}
