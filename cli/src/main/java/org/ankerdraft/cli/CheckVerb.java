package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.kernel.Budget;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "check",
    description = "Checks draft, undercuts, walls, corners and flat patterns against a rule book.")
final class CheckVerb implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "part file, bare JSON or STEP")
  private Path file;

  @Option(
      names = "--rules",
      paramLabel = "NAME",
      description =
          "rule book: abs, abs-textured, pc, pa, pp, steel, steel-strong, stainless, aluminium; without it, what the part's process asks for")
  private String rules;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    PartFile.Content content = Workshop.read(file);
    RuleBook book = book(content);
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(content);
      if (state.bodies().isEmpty()) {
        throw new Workshop.CannotGoOn(
            file
                + ": there is no body to check"
                + state.steps().stream()
                    .filter(s -> s.failure() != null)
                    .findFirst()
                    .map(s -> "; " + s.message())
                    .orElse(""));
      }
      CheckReport report =
          new CheckRunner(workshop.kernel, Runtime.getRuntime().availableProcessors())
              .check(state, book, Budget.Cancel.NEVER)
              .orElseThrow(() -> new Workshop.CannotGoOn("the checks could not be finished"));
      print(state, report);
      if (!state.isOk() || !report.isComplete()) {
        return Exit.ERROR;
      }
      return report.stops() ? Exit.STOPPED : Exit.OK;
    }
  }

  private RuleBook book(PartFile.Content content) throws Workshop.CannotGoOn {
    if (rules != null) {
      return RuleBook.named(rules)
          .orElseThrow(() ->
              new Workshop.CannotGoOn(
                  "there is no rule book "
                      + rules
                      + "; there are "
                      + String.join(", ", RuleBook.NAMES)));
    }
    return Workshop.rulesOf(content.part());
  }

  private void print(PartState state, CheckReport report) {
    PrintWriter out = spec.commandLine().getOut();
    PrintWriter err = spec.commandLine().getErr();
    state.steps().stream()
        .filter(s -> s.failure() != null)
        .forEach(s -> err.println(s.id() + ": " + s.message()));
    report.unchecked().forEach(u -> err.println("not checked: " + u.inWords()));
    err.flush();
    if (json) {
      out.println(Json.text(asJson(report)));
    } else {
      out.printf(
          "%s: draft %s; wall %s; flat %s%n",
          report.book().title(),
          report.verdict(Finding.Subject.DRAFT),
          report.verdict(Finding.Subject.WALL),
          report.flatVerdict());
      report
          .findings()
          .forEach(f -> out.printf("%-8s %-14s %s%n", f.severity().word(), f.code(), f.message()));
    }
    out.flush();
  }

  private static ObjectNode asJson(CheckReport report) {
    ObjectNode root = Json.object();
    ObjectNode verdict = root.putObject("verdict");
    verdict.put("draft", report.verdict(Finding.Subject.DRAFT));
    verdict.put("wall", report.verdict(Finding.Subject.WALL));
    verdict.put("flat", report.flatVerdict());
    ArrayNode unchecked = root.putArray("notChecked");
    for (CheckReport.Unchecked u : report.unchecked()) {
      ObjectNode n = unchecked.addObject();
      n.put("subject", u.subject().name().toLowerCase(Locale.ROOT));
      n.put("body", u.body());
      n.put("what", u.what());
      n.put("why", u.why());
    }
    ArrayNode findings = root.putArray("findings");
    for (Finding f : report.findings()) {
      ObjectNode n = findings.addObject();
      n.put("code", f.code());
      n.put("severity", f.severity().word());
      n.put("measured", f.measured());
      n.put("required", f.required());
      n.put("unit", f.unit());
      n.set("point", Json.point(f.point()));
      n.put("face", f.faces().isEmpty() ? "" : f.faces().getFirst().toString());
      n.put("source", f.source());
      n.put("message", f.message());
    }
    return root;
  }
}
