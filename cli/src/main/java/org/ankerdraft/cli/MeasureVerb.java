package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.Callable;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.measure.Measuring;
import org.ankerdraft.core.measure.Measuring.Measured;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.core.measure.Reading;
import org.ankerdraft.core.measure.Things;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.Note;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "measure",
    description =
        "Measures distance and angle between two things, the properties of one, or of all bodies;"
            + " notes kept with the part are measured, too.",
    footer =
        "A thing is the name of a face or edge, body:NAME, a point x,y,z in mm, or a choice as the part file writes it.")
final class MeasureVerb implements Callable<Integer> {

  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Parameters(index = "1", paramLabel = "A", arity = "0..1")
  private String a;

  @Parameters(index = "2", paramLabel = "B", arity = "0..1")
  private String b;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(Workshop.read(file));
      if (b == null) {
        printProperties(workshop, state);
        return Exit.OK;
      }
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

  /** Of one thing; without one, of every body and every note. */
  private void printProperties(Workshop workshop, PartState state) throws Workshop.CannotGoOn {
    ArrayNode list = Json.array();
    PrintWriter out = spec.commandLine().getOut();
    List<String> things =
        a == null ? state.bodies().keySet().stream().map(Things::body).toList() : List.of(a);
    for (String text : things) {
      Reading r = Reading.of(workshop.kernel, state, List.of(thing(state, text)));
      tell(text, r, list, out);
    }
    for (Note note : a == null ? state.part().notes() : List.<Note>of()) {
      String title = note.text() == null ? String.join(" to ", note.of()) : note.text();
      tell(title, Reading.ofTexts(workshop.kernel, state, note.of()), list, out);
    }
    if (json) {
      out.println(Json.text(list));
    }
    out.flush();
  }

  private void tell(String title, Reading r, ArrayNode list, PrintWriter out) {
    ObjectNode n = list.addObject();
    n.put("thing", title);
    r.properties().forEach(p -> n.put(p.name(), p.value()));
    if (r.failed() != null) {
      n.put("failed", r.failed());
    }
    if (!json) {
      out.println(title + ": " + r.inWords());
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
    return switch (Things.find(state, text)) {
      case Things.Sought.Found(Thing thing) -> thing;
      case Things.Sought.Missing(String why) -> throw new Workshop.CannotGoOn(why);
    };
  }

  private static Thing chosen(PartState state, String text) throws Workshop.CannotGoOn {
    Evaluator values = new Evaluator(state.part().definitions());
    Vec3 pull = state.part().process().pull().unit();
    try {
      boolean isEdge = isEdgeChoice(text);
      for (Body body : state.bodies().values()) {
        Choosing choosing = new Choosing(body.named(), values, pull, Tolerance.MODEL);
        Set<Integer> found =
            isEdge
                ? choosing.edges(PartJson.read(EdgeChoice.FORM, text))
                : choosing.faces(PartJson.read(FaceChoice.FORM, text));
        if (!found.isEmpty()) {
          int first = found.iterator().next();
          return isEdge ? new Thing.EdgeOf(body, first) : new Thing.FaceOf(body, first);
        }
      }
    } catch (FormatException e) {
      throw new Workshop.CannotGoOn("choice " + text + " is not understood: " + e.error());
    } catch (ExpressionException | Choosing.Adrift e) {
      throw new Workshop.CannotGoOn(e.getMessage());
    }
    throw new Workshop.CannotGoOn("choice " + text + " describes nothing in the part");
  }

  /** Whether the choice's word is one of the edges' words. */
  private static boolean isEdgeChoice(String text) throws FormatException {
    String word = EdgeChoice.FORM.wordIn(PartJson.tree(text), Place.ROOT);
    return EdgeChoice.FORM.forms().containsKey(word);
  }
}
