package org.ankerdraft.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine.Command;
import picocli.CommandLine;

/** The command line without a window. */
@Command(
    name = "ankerdraft",
    description = "Builds, checks, measures, unfolds and exports parts.",
    mixinStandardHelpOptions = true,
    version = "Ankerdraft 0.1.0",
    subcommands = {
      BuildVerb.class,
      CheckVerb.class,
      MeasureVerb.class,
      ExportVerb.class,
      UnfoldVerb.class
    })
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
    PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
    System.exit(run(args, out, err));
  }

  /** Runs a verb; the exit code. */
  public static int run(String[] args, PrintWriter out, PrintWriter err) {
    return new CommandLine(new Main())
        .setOut(out)
        .setErr(err)
        .setExecutionExceptionHandler((e, line, parsed) -> {
          if (!(e instanceof Workshop.CannotGoOn)) {
            throw e;
          }
          line.getErr().println(e.getMessage());
          return Exit.ERROR;
        })
        .execute(args);
  }
}
