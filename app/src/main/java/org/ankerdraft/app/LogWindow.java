package org.ankerdraft.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javafx.scene.Scene;
import javafx.scene.control.TextArea;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.ankerdraft.cli.Logs;

/** Shows the log, where internal errors stand with their place. */
final class LogWindow {
  private static final int SHOWN_BYTES = 200_000;
  private static final double WIDTH = 900;
  private static final double HEIGHT = 600;

  private LogWindow() {}

  static void show(Window owner) {
    Path file = Logs.file();
    TextArea text = new TextArea(tail(file));
    text.setId("log-text");
    text.setEditable(false);
    text.setWrapText(false);
    Stage stage = new Stage();
    stage.initOwner(owner);
    stage.setTitle("Log: " + file);
    stage.setScene(new Scene(text, WIDTH, HEIGHT));
    stage.show();
    text.positionCaret(text.getLength());
  }

  private static String tail(Path file) {
    try {
      if (!Files.exists(file)) {
        return "Nothing has been logged.";
      }
      String all = Files.readString(file);
      return all.isEmpty()
          ? "Nothing has been logged."
          : all.substring(Math.max(0, all.length() - SHOWN_BYTES));
    } catch (IOException e) {
      return "The log cannot be read: " + e.getMessage();
    }
  }
}
