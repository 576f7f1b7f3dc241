package org.ankerdraft.app;

import java.nio.file.Path;
import java.util.List;
import javafx.application.Application;
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

  /** The geometry starts on the first part while the toolkit still makes the window. */
  @Override
  public void init() {
    Thread pen = new Thread(ChartView::warmUp, "warm-up");
    pen.setDaemon(true);
    pen.start();
    WorkerProgram.find()
        .ifPresent(worker -> {
          workbench = new Workbench(worker);
          getParameters().getUnnamed().stream()
              .findFirst()
              .map(Path::of)
              .ifPresent(workbench::prepare);
        });
  }

  @Override
  public void start(Stage stage) {
    for (ChartFonts.Cut cut : ChartFonts.Cut.values()) {
      Font.loadFont(cut.open(), FONT_SIZE);
    }
    if (workbench == null) {
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
    window = new MainWindow(stage, new Session(workbench));
    List<Path> files = getParameters().getUnnamed().stream().map(Path::of).toList();
    if (files.isEmpty()) {
      window.show();
    } else {
      FileActions.offer(files.subList(1, files.size()));
      window.show(files.getFirst());
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
