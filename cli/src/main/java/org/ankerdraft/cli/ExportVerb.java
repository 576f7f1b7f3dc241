package org.ankerdraft.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.render.export.PartExport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(
    name = "export",
    description = "Writes a part as part file, STEP, STL, 3MF, OBJ or PNG, by the ending of OUT.")
final class ExportVerb implements Callable<Integer> {
  @Parameters(index = "0", paramLabel = "FILE")
  private Path file;

  @Parameters(index = "1", paramLabel = "OUT")
  private Path out;

  @Option(
      names = "--accuracy",
      paramLabel = "MM",
      description = "largest distance of a mesh from the surface, mm (default: ${DEFAULT-VALUE})",
      defaultValue = "0.05")
  private double accuracyMm;

  @Override
  public Integer call() throws Workshop.CannotGoOn {
    if (!(accuracyMm > 0)) {
      throw new Workshop.CannotGoOn("the accuracy must be more than 0 mm");
    }
    try (Workshop workshop = new Workshop()) {
      PartFile.Content content = Workshop.read(file);
      PartState state = workshop.build(content);
      workshop.mustBeBuilt(state);
      if (out.toString().endsWith(PartFile.EXTENSION)) {
        byte[] thumbnail = PartExport.bytes(workshop.kernel, state, "thumbnail.png", accuracyMm);
        PartFile.save(
            out,
            new PartFile.Content(content.part(), content.files(), PartBuilder.cacheOf(state)),
            thumbnail);
      } else {
        PartFile.writeAtomically(
            out, PartExport.bytes(workshop.kernel, state, out.toString(), accuracyMm));
      }
      return Exit.OK;
    } catch (PartExport.CannotExport e) {
      throw new Workshop.CannotGoOn(e.getMessage());
    } catch (IOException e) {
      throw new Workshop.CannotGoOn(out + " cannot be written: " + e.getMessage());
    }
  }
}
