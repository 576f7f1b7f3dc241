package org.ankerdraft.kernel;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;

/** Where the worker program is, and the native library built with it. */
public final class WorkerProgram {
  private static final String VARIABLE = "ANKERDRAFT_WORKER";
  private static final String HOME = "ANKERDRAFT_HOME";
  private static final String BUILT = "worker/build";
  private static final String PROGRAM = "ankerdraft-worker";

  /** The library that walks through trees of boxes. */
  public static final String TREE_LIBRARY = System.mapLibraryName("ankerdraft-tree");

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
    return built(PROGRAM);
  }

  /** Built like the worker, below ANKERDRAFT_HOME or a folder above the current one; or empty. */
  public static Optional<Path> treeLibrary() {
    return built(TREE_LIBRARY);
  }

  private static Optional<Path> built(String name) {
    String home = System.getenv(HOME);
    if (home != null && Files.isExecutable(Path.of(home, BUILT, name))) {
      return Optional.of(Path.of(home, BUILT, name));
    }
    for (Path p = Path.of("").toAbsolutePath(); p != null; p = p.getParent()) {
      Path file = p.resolve(BUILT).resolve(name);
      if (Files.isExecutable(file)) {
        return Optional.of(file);
      }
    }
    return Optional.empty();
  }
}
