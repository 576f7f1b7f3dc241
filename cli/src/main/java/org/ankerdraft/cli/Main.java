package org.ankerdraft.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import org.slf4j.LoggerFactory;
import picocli.CommandLine;
import picocli.CommandLine.Command;

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
      NamesVerb.class,
      ExportVerb.class,
      ProfileVerb.class,
      ParametersVerb.class,
      UnfoldVerb.class,
      MoorVerb.class
    })
public final class Main {
  private Main() {}

  public static void main(String[] args) {
    PrintWriter out = new PrintWriter(System.out, true, StandardCharsets.UTF_8);
    PrintWriter err = new PrintWriter(System.err, true, StandardCharsets.UTF_8);
    System.exit(runWhole(args, out, err));
  }

  /** Whatever happens, words and an exit code. */
  private static int runWhole(String[] args, PrintWriter out, PrintWriter err) {
    try {
      return run(args, out, err);
    } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
      err.println(internal(e));
      return Exit.ERROR;
    }
  }

  /** A fault of the program: it goes to the log whole, to the user in words. */
  private static String internal(Throwable e) {
    LoggerFactory.getLogger(Main.class).error("A verb ended in an internal error", e);
    return "internal error; " + Logs.file() + " tells more";
  }

  /** Runs a verb; the exit code. */
  public static int run(String[] args, PrintWriter out, PrintWriter err) {
    return new CommandLine(new Main())
        .setOut(out)
        .setErr(err)
        .setExecutionExceptionHandler((e, line, parsed) -> {
          line.getErr().println(e instanceof Workshop.CannotGoOn ? e.getMessage() : internal(e));
          return Exit.ERROR;
        })
        .execute(args);
  }
}
