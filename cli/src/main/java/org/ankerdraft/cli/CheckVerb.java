package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.RepairTrials;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.Threads;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.survey.BodyAnalysis;
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
      if (state.solids().isEmpty()) {
        throw new Workshop.CannotGoOn(
            file
                + ": there is no "
                + (state.bodies().isEmpty() ? "body" : "solid, only a surface,")
                + " to check"
                + state.steps().stream()
                    .filter(s -> s.failure() != null)
                    .findFirst()
                    .map(s -> "; " + s.message())
                    .orElse(""));
      }
      int processors = Runtime.getRuntime().availableProcessors();
      CheckReport found =
          new CheckRunner(workshop.kernel, processors)
              .check(state, book, Budget.Cancel.NEVER)
              .orElseThrow(CheckVerb::unfinished);
      // Only the machine-readable report tells repairs; each takes a build and a check.
      CheckReport report =
          json
              ? new RepairTrials(workshop.builder, workshop.kernel, processors)
                  .tried(state, content.files(), found, Budget.Cancel.NEVER, soFar -> {})
                  .orElseThrow(CheckVerb::unfinished)
              : found;
      print(state, report);
      if (!state.isOk() || !report.isComplete()) {
        return Exit.ERROR;
      }
      return report.stops() ? Exit.STOPPED : Exit.OK;
    }
  }

  private static Workshop.CannotGoOn unfinished() {
    return new Workshop.CannotGoOn("the checks could not be finished");
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
    state.bodies().values().stream()
        .filter(Body::isSurface)
        .forEach(b -> err.println("not checked: " + b.name() + ", which is a surface"));
    err.flush();
    if (json) {
      out.println(Json.text(asJson(state, report)));
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
      Threads.inWords(state).forEach(line -> out.printf("%-8s %s%n", "thread", line));
    }
    out.flush();
  }

  private static ObjectNode asJson(PartState state, CheckReport report) {
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
      if (f.repair() != null) {
        n.set("repair", repair(f));
      }
    }
    ArrayNode walls = root.putArray("walls");
    report.bodies().values().stream()
        .filter(a -> a.wall() != null)
        .forEach(a -> walls.add(wall(a)));
    ArrayNode threads = root.putArray("threads");
    Threads.of(state).forEach(wall -> threads.add(thread(wall)));
    return root;
  }

  private static ObjectNode thread(Threads.Wall wall) {
    ObjectNode n = Json.object();
    n.put("thread", wall.thread().name());
    n.put("pitch", wall.thread().pitchMm());
    n.put("depth", wall.depthMm());
    n.put("hole", wall.drillMm());
    n.put("step", wall.step());
    n.put("body", wall.body());
    n.put("face", wall.face().toString());
    n.set("point", Json.point(wall.from()));
    return n;
  }

  /** The step as it would stand in the part's file. */
  private static JsonNode repair(Finding f) {
    try {
      return PartJson.tree(PartJson.write(f.repair()));
    } catch (FormatException e) {
      throw new IllegalStateException("a step is written so that it can be read", e);
    }
  }

  /** Extremes of the wall as both methods measure it, with their places. */
  private static ObjectNode wall(BodyAnalysis a) {
    ObjectNode n = Json.object();
    n.put("body", a.body().name());
    n.set("bySphere", extremes(a, a.wall().bySphere()));
    n.set("byRay", extremes(a, a.wall().byRay()));
    return n;
  }

  private static ObjectNode extremes(BodyAnalysis a, float[] thickness) {
    int least = -1;
    int most = -1;
    for (int i = 0; i < thickness.length; i++) {
      if (!Float.isNaN(thickness[i])) {
        least = least < 0 || thickness[i] < thickness[least] ? i : least;
        most = most < 0 || thickness[i] > thickness[most] ? i : most;
      }
    }
    ObjectNode n = Json.object();
    if (least >= 0) {
      n.set("thinnest", extreme(a, thickness, least));
      n.set("thickest", extreme(a, thickness, most));
    }
    return n;
  }

  private static ObjectNode extreme(BodyAnalysis a, float[] thickness, int node) {
    ObjectNode n = Json.object();
    n.put("mm", thickness[node]);
    n.set("point", Json.point(a.wall().mesh().node(node)));
    return n;
  }
}
