package org.ankerdraft.cli;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.measure.Measuring.Measured;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.core.measure.Measuring;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Vec3;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "measure",
    description = "Measures distance and angle between two things.",
    footer =
        "A thing is the name of a face or edge, a point x,y,z in mm, or a choice as the part file writes it.")
final class MeasureVerb implements Callable<Integer> {
  private static final ObjectMapper MAPPER = new ObjectMapper();

  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Parameters(index = "1", paramLabel = "A")
  private String a;

  @Parameters(index = "2", paramLabel = "B")
  private String b;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(Workshop.read(file));
      Outcome<Measured> outcome =
          Measuring.measure(
              workshop.kernel, thing(state, a), thing(state, b), Budget.ofSeconds(60));
      if (outcome instanceof Outcome.Failed<Measured>(var failure)) {
        throw new Workshop.CannotGoOn(failure.message());
      }
      print(outcome.orThrow());
      return Exit.OK;
    }
  }

  private void print(Measured m) {
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      ObjectNode n = Json.object();
      n.put("distanceMm", m.distanceMm());
      n.set("from", Json.point(m.from()));
      n.set("to", Json.point(m.to()));
      m.normalsRad().ifPresent(r -> n.put("angleDeg", Math.toDegrees(r)));
      m.insideRad().ifPresent(r -> n.put("insideDeg", Math.toDegrees(r)));
      out.println(Json.text(n));
    } else {
      out.printf(Locale.ROOT, "distance %.6f mm%n", m.distanceMm());
      m.normalsRad().ifPresent(r -> out.printf(Locale.ROOT, "angle %.6f deg%n", Math.toDegrees(r)));
      m.insideRad()
          .ifPresent(r ->
              out.printf(
                  Locale.ROOT,
                  "between the faces, through the material %.6f deg%n",
                  Math.toDegrees(r)));
    }
    out.flush();
  }

  private static Thing thing(PartState state, String text) throws Workshop.CannotGoOn {
    if (text.startsWith("{")) {
      return chosen(state, text);
    }
    String[] numbers = text.split(",", -1);
    if (numbers.length == 3
        && Arrays.stream(numbers).allMatch(n -> n.trim().matches("[-+0-9.eE]+"))) {
      return new Thing.PointAt(
          new Vec3(
              Double.parseDouble(numbers[0]),
              Double.parseDouble(numbers[1]),
              Double.parseDouble(numbers[2])));
    }
    for (Body body : state.bodies().values()) {
      if (body.named().face(text) > 0) {
        return new Thing.FaceOf(body, body.named().face(text));
      }
      if (body.named().edge(text) > 0) {
        return new Thing.EdgeOf(body, body.named().edge(text));
      }
    }
    throw new Workshop.CannotGoOn("no face or edge is named " + text);
  }

  private static Thing chosen(PartState state, String text) throws Workshop.CannotGoOn {
    Evaluator values = new Evaluator(state.part().definitions());
    Vec3 pull = state.part().process().pull().unit();
    try {
      for (Body body : state.bodies().values()) {
        Choosing choosing = new Choosing(body.named(), values, pull, Tolerance.MODEL);
        Set<Integer> found;
        if (isEdgeChoice(text)) {
          found = choosing.edges(MAPPER.readValue(text, EdgeChoice.class));
          if (!found.isEmpty()) {
            return new Thing.EdgeOf(body, found.iterator().next());
          }
        } else {
          found = choosing.faces(MAPPER.readValue(text, FaceChoice.class));
          if (!found.isEmpty()) {
            return new Thing.FaceOf(body, found.iterator().next());
          }
        }
      }
    } catch (JsonProcessingException e) {
      throw new Workshop.CannotGoOn(
          "choice " + text + " is not understood: " + e.getOriginalMessage());
    } catch (ExpressionException | Choosing.Adrift e) {
      throw new Workshop.CannotGoOn(e.getMessage());
    }
    throw new Workshop.CannotGoOn("choice " + text + " describes nothing in the part");
  }

  private static boolean isEdgeChoice(String text) {
    try {
      return MAPPER
          .readTree(text)
          .path("choose")
          .asText()
          .matches(
              "edge|tangent chain|loop|edges of face|edges of step|inside corners|outside corners|sharp edges|parallel|nearest edge");
    } catch (JsonProcessingException e) {
      return false;
    }
  }
}
