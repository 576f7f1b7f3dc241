package org.ankerdraft.cli;

import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** The names by which a part file chooses faces and edges. */
@Command(
    name = "names",
    description =
        "Lists every face and edge of a part: its name in the part file, kind, place, size and the"
            + " step it was born in.")
final class NamesVerb implements Callable<Integer> {

  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Option(
      names = "--step",
      paramLabel = "ID",
      description = "as the part stands after that step, and only what it made")
  private String step;

  @Option(names = "--json", description = "one JSON object on standard output")
  private boolean json;

  @Spec private CommandSpec spec;

  /**
   * A face or an edge.
   *
   * @param born the step it was born in; of an edge, of its younger face
   * @param size area in mm2 or length in mm
   */
  private record Row(
      String body, boolean isFace, String name, String kind, Vec3 at, double size, String born) {}

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    PartFile.Content content = Workshop.read(file);
    int last = step == null ? content.part().built() - 1 : content.part().indexOf(step);
    if (step != null && last < 0) {
      throw new Workshop.CannotGoOn(file + ": there is no step " + step);
    }
    try (Workshop workshop = new Workshop()) {
      PartState state =
          workshop.build(
              new PartFile.Content(
                  content.part().withStopLine(last + 1), content.files(), content.cache()));
      List<Row> rows = new ArrayList<>();
      for (Body body : state.bodies().values()) {
        rows.addAll(rows(body, content.part()));
      }
      rows.removeIf(r -> step != null && !r.born.equals(step));
      print(rows);
      return state.isOk() ? Exit.OK : Exit.ERROR;
    }
  }

  private static List<Row> rows(Body body, PartDocument part) {
    NamedShape named = body.named();
    Topology topology = named.topology();
    List<Row> rows = new ArrayList<>();
    for (int f = 1; f <= topology.faces().size(); f++) {
      Topology.Face face = topology.face(f);
      FaceName name = named.faceName(f);
      rows.add(
          new Row(
              body.name(),
              true,
              name.toString(),
              Words.kind(face.kind()),
              face.point(),
              face.areaMm2(),
              name.step()));
    }
    for (int e = 1; e <= topology.edges().size(); e++) {
      Topology.Edge edge = topology.edge(e);
      EdgeName name = named.edgeName(e);
      rows.add(
          new Row(
              body.name(),
              false,
              name.toString(),
              edge.kind().name().toLowerCase(Locale.ROOT),
              edge.mid(),
              edge.lengthMm(),
              name.faces().stream()
                  .map(FaceName::step)
                  .max(Comparator.comparingInt(part::indexOf))
                  .orElseThrow()));
    }
    return rows;
  }

  private void print(List<Row> rows) {
    PrintWriter out = spec.commandLine().getOut();
    if (json) {
      out.println(Json.text(asJson(rows)));
    } else {
      for (Row r : rows) {
        out.printf(
            Locale.ROOT,
            "%-4s %-10s %12.3f %-3s (%.3f, %.3f, %.3f)  %s  %s%n",
            r.isFace ? "face" : "edge",
            r.kind,
            r.size,
            r.isFace ? "mm²" : "mm",
            r.at.x(),
            r.at.y(),
            r.at.z(),
            r.body,
            r.name);
      }
    }
    out.flush();
  }

  private static ObjectNode asJson(List<Row> rows) {
    ObjectNode root = Json.object();
    ArrayNode faces = root.putArray("faces");
    ArrayNode edges = root.putArray("edges");
    for (Row r : rows) {
      ObjectNode n = (r.isFace ? faces : edges).addObject();
      n.put("body", r.body);
      n.put("name", r.name);
      n.put("kind", r.kind);
      n.set("at", Json.point(r.at));
      n.put(r.isFace ? "areaMm2" : "lengthMm", r.size);
      n.put("step", r.born);
    }
    return root;
  }
}
