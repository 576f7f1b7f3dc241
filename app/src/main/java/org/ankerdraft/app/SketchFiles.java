package org.ankerdraft.app;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import org.ankerdraft.app.session.NewSteps;
import org.ankerdraft.app.session.OffThread;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.exchange.profile.ProfileExport;
import org.ankerdraft.core.exchange.profile.ProfileImport;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.step.sketch.Laid;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;

/** Sketches from files and into files. */
final class SketchFiles {
  private static final long LARGEST_BYTES = 64L << 20;

  private final Session session;
  private final Stage stage;
  private final Function<String, FileChooser> choosers;

  /**
   * @param choosers makes a chooser with a title, in the folder of the part
   */
  SketchFiles(Session session, Stage stage, Function<String, FileChooser> choosers) {
    this.session = session;
    this.stage = stage;
    this.choosers = choosers;
  }

  void read() {
    FileChooser chooser = choosers.apply("Sketch from DXF");
    chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("DXF", "*.dxf", "*.DXF"));
    File file = chooser.showOpenDialog(stage);
    if (file != null) {
      read(file.toPath());
    }
  }

  /** A new sketch on what is picked, with the curves of a file. */
  void read(Path path) {
    try {
      ProfileImport profile =
          OffThread.await(() -> {
            if (Files.size(path) > LARGEST_BYTES) {
              throw new IOException("it is larger than 64 MB");
            }
            return ProfileImport.dxf(Files.readAllBytes(path), ProfileImport.USUAL_GAP_MM);
          });
      NewSteps picks = new NewSteps(session);
      Sketch sketch = new Sketch(picks.head("sketch"), picks.plane(), profile.curves());
      session.edit(session.document().withNewStep(sketch));
      session.select(sketch.id());
      session.notice(
          profile.curves().size()
              + " curves from "
              + path.getFileName()
              + (profile.notes().isEmpty() ? "" : "; " + String.join("; ", profile.notes())));
    } catch (FormatException | IOException e) {
      session.notice(path.getFileName() + " cannot be drawn: " + e.getMessage());
    } catch (Exception e) {
      throw new IllegalStateException("reading fails only as it says", e);
    }
  }

  /** Whether a sketch is selected. */
  boolean canWrite() {
    return selected().isPresent();
  }

  private Optional<Sketch> selected() {
    return session.selectedStep().filter(Sketch.class::isInstance).map(Sketch.class::cast);
  }

  void write() {
    FileChooser chooser = choosers.apply("Write the sketch");
    for (String ending : new String[] {"dxf", "svg"}) {
      chooser
          .getExtensionFilters()
          .add(new FileChooser.ExtensionFilter(ending.toUpperCase(Locale.ROOT), "*." + ending));
    }
    selected().ifPresent(s -> chooser.setInitialFileName(s.id() + ".dxf"));
    File file = chooser.showSaveDialog(stage);
    if (file != null) {
      write(file.toPath());
    }
  }

  /** The selected sketch as DXF or SVG, by the ending of the name. */
  void write(Path out) {
    selected()
        .ifPresent(sketch -> {
          try {
            Evaluator values = new Evaluator(session.document().definitions());
            Laid laid =
                session
                    .selectedResult()
                    .filter(r -> r.sketch() != null)
                    .map(r -> new Laid(r.sketch().projected()))
                    .orElse(Laid.NONE);
            Sketch held = new SketchEdits(laid.in(sketch), values).sketch();
            ProfileExport export = new ProfileExport(held.curves(), values);
            boolean isSvg = out.toString().toLowerCase(Locale.ROOT).endsWith(".svg");
            byte[] bytes = isSvg ? export.svg() : export.dxf();
            OffThread.await(() -> {
              PartFile.writeAtomically(out, bytes);
              return null;
            });
            session.notice("the sketch is written to " + out.getFileName());
          } catch (ExpressionException | SketchProblem | IOException e) {
            session.notice("the sketch is not written: " + e.getMessage());
          } catch (Exception e) {
            throw new IllegalStateException("writing fails only as it says", e);
          }
        });
  }
}
