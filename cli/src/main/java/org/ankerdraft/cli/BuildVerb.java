package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.operation.Body;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(name = "build", description = "Builds a part and tells what became of each step and body.")
final class BuildVerb implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "part file, bare JSON or STEP")
  private Path file;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(Workshop.read(file));
      PrintWriter out = spec.commandLine().getOut();
      if (json) {
        out.println(Json.text(asJson(state)));
      } else {
        print(state, out);
      }
      out.flush();
      return state.isOk() ? Exit.OK : Exit.ERROR;
    }
  }

  private static ObjectNode asJson(PartState state) {
    ObjectNode root = Json.object();
    root.put("status", state.isOk() ? "ok" : "failed");
    ArrayNode bodies = root.putArray("bodies");
    for (Body body : state.bodies().values()) {
      var mass = body.named().shape().mass();
      ObjectNode b = bodies.addObject();
      b.put("name", body.name());
      b.put("kind", body.isSurface() ? "surface" : "solid");
      if (!body.isSurface()) {
        b.put("volumeMm3", mass.volumeMm3());
      }
      b.put("areaMm2", mass.areaMm2());
      b.putObject("box")
          .<ObjectNode>set("min", Json.point(mass.boxMin()))
          .set("max", Json.point(mass.boxMax()));
      b.set("centroidMm", Json.point(mass.centroid()));
      b.put("faces", body.named().topology().faces().size());
      b.put("edges", body.named().topology().edges().size());
      b.put("closed", body.named().shape().proof().closed());
    }
    ArrayNode steps = root.putArray("steps");
    for (StepResult r : state.steps()) {
      ObjectNode s = steps.addObject();
      s.put("id", r.id());
      s.put("kind", r.kind());
      s.put("status", status(r.status()));
      s.put("strategy", r.strategy());
      s.put("ms", r.ms());
      s.put("message", r.message());
    }
    return root;
  }

  private static String status(StepStatus status) {
    // A step below the stop line is skipped as far as the result is concerned.
    return status == StepStatus.HELD ? "skipped" : status.name().toLowerCase(Locale.ROOT);
  }

  private static void print(PartState state, PrintWriter out) {
    for (StepResult r : state.steps()) {
      out.printf(
          Locale.ROOT,
          "%-16s %-8s %-8s %7.1f ms  %s%s%n",
          r.id(),
          r.kind(),
          status(r.status()),
          r.ms(),
          r.strategy(),
          r.message());
    }
    for (Body body : state.bodies().values()) {
      var mass = body.named().shape().mass();
      out.printf(
          Locale.ROOT,
          "%s %s: %s%.3f mm², %d faces%n",
          body.isSurface() ? "surface" : "body",
          body.name(),
          body.isSurface() ? "" : String.format(Locale.ROOT, "%.3f mm³, ", mass.volumeMm3()),
          mass.areaMm2(),
          body.named().topology().faces().size());
    }
  }
}
