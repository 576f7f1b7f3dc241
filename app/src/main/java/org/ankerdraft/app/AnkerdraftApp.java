package org.ankerdraft.app;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.render.ChartFonts;

/** The application: one window on one part. */
public final class AnkerdraftApp extends Application {
  private static final double FONT_SIZE = 13;

  private Workbench workbench;
  private MainWindow window;

  @Override
  public void start(Stage stage) {
    for (ChartFonts.Cut cut : ChartFonts.Cut.values()) {
      Font.loadFont(cut.open(), FONT_SIZE);
    }
    Optional<Path> worker = WorkerProgram.find();
    if (worker.isEmpty()) {
      stage.setScene(
          new Scene(
              new StackPane(
                  new Label(
                      "The geometry worker is not built. Run ./ankerdraft, which builds it.")),
              640,
              200));
      stage.show();
      return;
    }
    workbench = new Workbench(worker.get());
    window = new MainWindow(stage, new Session(workbench));
    List<String> files = getParameters().getUnnamed();
    window.show();
    if (!files.isEmpty()) {
      List<Path> paths = files.stream().map(Path::of).toList();
      Platform.runLater(() -> {
        FileActions.offer(paths.subList(1, paths.size()));
        window.open(paths.getFirst());
      });
    }
  }

  /** For tests: the window of this application. */
  MainWindow window() {
    return window;
  }

  @Override
  public void stop() {
    if (window != null) {
      window.dispose();
    }
    if (workbench != null) {
      workbench.close();
    }
  }
}
