package org.ankerdraft.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.ankerdraft.core.exchange.profile.ProfileExport;
import org.ankerdraft.core.exchange.profile.ProfileImport;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

@Command(
    name = "profile",
    description = {
      "Makes a part with one sketch of a DXF (profile IN.dxf OUT.json),",
      "or writes a sketch of a part as DXF or SVG (profile FILE OUT.dxf --sketch ID)."
    })
final class ProfileVerb implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "IN")
  private Path in;

  @Parameters(index = "1", paramLabel = "OUT")
  private Path out;

  @Option(names = "--sketch", paramLabel = "ID", description = "the sketch to write")
  private String sketch;

  @Option(
      names = "--gap",
      paramLabel = "MM",
      description = "gaps up to this width are closed (default: ${DEFAULT-VALUE} mm)",
      defaultValue = "" + ProfileImport.USUAL_GAP_MM)
  private double gapMm;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    try {
      if (sketch != null) {
        PartFile.writeAtomically(out, written());
      } else {
        read();
      }
      return Exit.OK;
    } catch (FormatException | ExpressionException | SketchProblem e) {
      throw new Workshop.CannotGoOn(in + ": " + e.getMessage());
    } catch (IOException e) {
      throw new Workshop.CannotGoOn(e.getMessage());
    }
  }

  private void read() throws Workshop.CannotGoOn, FormatException, IOException {
    if (!(gapMm >= 0 && gapMm < 10)) {
      throw new Workshop.CannotGoOn("the gap must be from 0 to 10 mm");
    }
    if (!Files.isReadable(in)) {
      throw new Workshop.CannotGoOn(in + " cannot be read");
    }
    ProfileImport profile = ProfileImport.dxf(Files.readAllBytes(in), gapMm);
    String name = in.getFileName().toString().replaceFirst("\\.[^.]*$", "");
    PartDocument part =
        PartDocument.empty(name)
            .withNewStep(new Sketch(Head.of("sketch"), PlaneRef.LEVEL, profile.curves()));
    PartFile.writeAtomically(out, PartJson.write(part).getBytes(StandardCharsets.UTF_8));
    spec.commandLine().getOut().println(profile.curves().size() + " curves");
    profile.notes().forEach(spec.commandLine().getOut()::println);
  }

  private byte[] written() throws Workshop.CannotGoOn, ExpressionException, SketchProblem {
    PartFile.Content content = Workshop.read(in);
    PartDocument part = content.part();
    Sketch found =
        part.step(sketch)
            .filter(Sketch.class::isInstance)
            .map(Sketch.class::cast)
            .orElseThrow(() -> new Workshop.CannotGoOn(noSuch(part)));
    Evaluator values = new Evaluator(part.definitions());
    ProfileExport export =
        new ProfileExport(
            new SketchEdits(laid(content, found).in(found), values).sketch().curves(), values);
    String ending = out.toString().toLowerCase(Locale.ROOT);
    if (ending.endsWith(".dxf")) {
      return export.dxf();
    }
    if (ending.endsWith(".svg")) {
      return export.svg();
    }
    throw new Workshop.CannotGoOn("a sketch is written as .dxf or .svg, not as " + out);
  }

  /** What follows a body is known when that is built. */
  private static Laid laid(PartFile.Content content, Sketch sketch) throws Workshop.CannotGoOn {
    if (sketch.projections().isEmpty()) {
      return Laid.NONE;
    }
    try (Workshop workshop = new Workshop()) {
      PartState state = workshop.build(content);
      return state
          .sketch(sketch.id())
          .map(s -> new Laid(s.projected()))
          .orElseThrow(() ->
              new Workshop.CannotGoOn(
                  state.step(sketch.id()).map(StepResult::message).orElse("it is not built")));
    }
  }

  private String noSuch(PartDocument part) {
    List<String> there =
        part.steps().stream().filter(Sketch.class::isInstance).map(s -> s.id()).toList();
    return "there is no sketch " + sketch + "; there are " + String.join(", ", there);
  }
}
