package org.ankerdraft.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import org.ankerdraft.core.ledger.Mooring;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.select.Lost;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "moor",
    description = {
      "Lists what steps adrift have lost, with the candidates for each;",
      "with --to OUT.json, writes the part with the likely ones, or those given, taken."
    })
final class MoorVerb implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Option(
      names = "--take",
      paramLabel = "LOST=FOUND",
      description = "takes this candidate for what is gone; several may be given")
  private List<String> takes = List.of();

  @Option(names = "--to", paramLabel = "OUT.json", description = "where the moored part goes")
  private Path to;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    if (to == null && !takes.isEmpty()) {
      throw new Workshop.CannotGoOn("--take needs --to OUT.json: where the moored part goes");
    }
    PartFile.Content content = Workshop.read(file);
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(content);
      PrintWriter out = spec.commandLine().getOut();
      state.steps().forEach(r -> print(r, out));
      out.flush();
      if (to != null) {
        write(Mooring.all(content.part(), takes.isEmpty() ? Mooring.likely(state) : given(state)));
      }
      return state.isOk() ? Exit.OK : Exit.ERROR;
    }
  }

  private static void print(StepResult r, PrintWriter out) {
    for (Lost lost : r.lost()) {
      out.printf("%s: %s %s is gone%n", r.id(), lost.kind().word(), lost.name());
      lost.candidates().forEach(c -> out.printf("    %s  %s%n", c.name(), c.inWords()));
    }
  }

  private List<Mooring> given(PartState state) throws Workshop.CannotGoOn {
    List<Mooring> possible = Mooring.possible(state);
    List<Mooring> out = new ArrayList<>();
    for (String take : takes) {
      List<Mooring> meant =
          possible.stream()
              .filter(m -> take.equals(m.lost().name() + "=" + m.found().name()))
              .toList();
      if (meant.isEmpty()) {
        throw new Workshop.CannotGoOn(
            "--take " + take + ": no step has lost that with that candidate");
      }
      out.addAll(meant);
    }
    return out;
  }

  private void write(PartDocument moored) throws Workshop.CannotGoOn {
    try {
      PartFile.writeAtomically(to, PartJson.write(moored).getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new Workshop.CannotGoOn(to + " cannot be written: " + e.getMessage());
    }
  }
}
