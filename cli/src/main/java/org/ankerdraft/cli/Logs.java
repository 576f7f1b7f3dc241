package org.ankerdraft.cli;

import java.nio.file.Path;

/** Where the program keeps its log; the same place stands in logback.xml. */
public final class Logs {
  private static final String VARIABLE = "ANKERDRAFT_LOG";

  private Logs() {}

  /** The log that is written at present. */
  public static Path file() {
    String folder = System.getenv(VARIABLE);
    Path home = Path.of(System.getProperty("user.home"), ".ankerdraft", "log");
    return (folder == null ? home : Path.of(folder)).resolve("ankerdraft.log");
  }
}
