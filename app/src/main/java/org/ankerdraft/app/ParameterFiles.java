package org.ankerdraft.app;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.function.Function;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import org.ankerdraft.app.session.OffThread;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.exchange.ParameterCsv;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;

/** The part's parameters as a table, out and in. */
final class ParameterFiles {
  private final Session session;
  private final Stage stage;
  private final Function<String, FileChooser> choosers;

  /**
   * @param choosers makes a chooser with a title, in the folder of the part
   */
  ParameterFiles(Session session, Stage stage, Function<String, FileChooser> choosers) {
    this.session = session;
    this.stage = stage;
    this.choosers = choosers;
  }

  private FileChooser chooser(String title) {
    FileChooser chooser = choosers.apply(title);
    chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("CSV", "*.csv"));
    return chooser;
  }

  void write() {
    FileChooser chooser = chooser("Parameters as CSV");
    chooser.setInitialFileName(session.document().name() + ".csv");
    File file = chooser.showSaveDialog(stage);
    if (file != null) {
      write(file.toPath());
    }
  }

  void write(Path out) {
    byte[] table = ParameterCsv.write(session.document());
    try {
      OffThread.await(() -> {
        PartFile.writeAtomically(out, table);
        return null;
      });
      session.notice("the parameters are written to " + out.getFileName());
    } catch (IOException e) {
      session.notice("the parameters are not written: " + e.getMessage());
    } catch (Exception e) {
      throw new IllegalStateException("writing fails only as it says", e);
    }
  }

  void read() {
    File file = chooser("Parameters from CSV").showOpenDialog(stage);
    if (file != null) {
      read(file.toPath());
    }
  }

  /** One edit, which undo takes back. */
  void read(Path table) {
    try {
      byte[] bytes = OffThread.await(() -> Files.readAllBytes(table));
      PartDocument before = session.document();
      PartDocument changed = ParameterCsv.read(bytes, before);
      session.edit(changed);
      long news =
          changed.parameters().stream().filter(p -> !before.parameters().contains(p)).count();
      session.notice(news + " parameters changed by " + table.getFileName());
    } catch (FormatException | IOException e) {
      session.notice(table.getFileName() + " changes nothing: " + e.getMessage());
    } catch (Exception e) {
      throw new IllegalStateException("reading fails only as it says", e);
    }
  }
}
