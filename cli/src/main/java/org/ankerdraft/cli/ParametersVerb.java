package org.ankerdraft.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.ankerdraft.core.exchange.ParameterCsv;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "parameters",
    description = {
      "Prints the parameters of a part as CSV,",
      "or (--from TABLE --to OUT.json) writes the part with the values of such a table."
    })
final class ParametersVerb implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Option(names = "--from", paramLabel = "TABLE", description = "CSV with name, value and note")
  private Path from;

  @Option(names = "--to", paramLabel = "OUT.json", description = "where the changed part goes")
  private Path to;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    PartDocument part = Workshop.read(file).part();
    if (from == null) {
      String table = new String(ParameterCsv.write(part), StandardCharsets.UTF_8);
      spec.commandLine().getOut().print(table);
      spec.commandLine().getOut().flush();
      return Exit.OK;
    }
    if (to == null || !to.toString().endsWith(".json")) {
      throw new Workshop.CannotGoOn("say where the changed part goes: --to OUT.json");
    }
    try {
      PartDocument changed = ParameterCsv.read(Files.readAllBytes(from), part);
      PartFile.writeAtomically(to, PartJson.write(changed).getBytes(StandardCharsets.UTF_8));
      return Exit.OK;
    } catch (FormatException e) {
      throw new Workshop.CannotGoOn(from + ": " + e.getMessage());
    } catch (IOException e) {
      throw new Workshop.CannotGoOn(from + " or " + to + " cannot be used: " + e.getMessage());
    }
  }
}
