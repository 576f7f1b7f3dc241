package org.ankerdraft.app;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import javafx.application.Application;
import javafx.geometry.Rectangle2D;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.scene.text.Font;
import javafx.stage.Screen;
import javafx.stage.Stage;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.app.session.Workbench;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.render.look.ChartFonts;
import org.slf4j.LoggerFactory;

/** The application: one window on one part. */
public final class AnkerdraftApp extends Application {
  private static final double FONT_SIZE = 13;

  private static final Path HOME = Path.of(System.getProperty("user.home"), ".ankerdraft");
  private static final Path PLACE = HOME.resolve("window.properties");

  private Workbench workbench;
  private MainWindow window;

  /** What the launcher began, for the application that the toolkit makes; taken once. */
  private static final AtomicReference<Workbench> BEGUN = new AtomicReference<>();

  /**
   * Begins what needs no toolkit before the toolkit begins: the geometry of the first part, and the
   * pen's code.
   *
   * @param files the files named when the application was called
   */
  static void begin(List<String> files) {
    Thread.ofPlatform().daemon().name("warm-up").start(ChartView::warmUp);
    WorkerProgram.find()
        .ifPresent(worker -> {
          Workbench bench = new Workbench(worker);
          files.stream().findFirst().map(Path::of).ifPresent(bench::prepare);
          BEGUN.set(bench);
        });
  }

  @Override
  public void init() {
    if (BEGUN.get() == null) {
      begin(getParameters().getUnnamed());
    }
    workbench = BEGUN.getAndSet(null);
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
    Thread.setDefaultUncaughtExceptionHandler(AnkerdraftApp::logged);
    Session session = new Session(workbench, HOME.resolve("journals"));
    // Before the window: the first part is fitted into the room that it will have.
    place(stage);
    window = new MainWindow(stage, session);
    List<Path> files = getParameters().getUnnamed().stream().map(Path::of).toList();
    if (files.isEmpty()) {
      window.show();
      session.recoverLeftBehind();
    } else {
      FileActions.offer(files.subList(1, files.size()));
      window.show(files.getFirst());
    }
  }

  /** As it stood in the last run. */
  private static void place(Stage stage) {
    List<Rectangle2D> screens =
        Stream.concat(Stream.of(Screen.getPrimary()), Screen.getScreens().stream())
            .map(Screen::getVisualBounds)
            .toList();
    WindowPlace place = WindowPlace.kept(PLACE, screens);
    stage.setX(place.bounds().getMinX());
    stage.setY(place.bounds().getMinY());
    stage.setWidth(place.bounds().getWidth());
    stage.setHeight(place.bounds().getHeight());
    stage.setMaximized(place.maximized());
    stage.setOnHiding(e -> {
      // What a maximized window would go back to is not told by the toolkit: it begins anew.
      Rectangle2D bounds =
          stage.isMaximized()
              ? WindowPlace.first(screens.getFirst()).bounds()
              : new Rectangle2D(stage.getX(), stage.getY(), stage.getWidth(), stage.getHeight());
      new WindowPlace(bounds, stage.isMaximized()).keep(PLACE);
    });
  }

  /** An internal error costs one action, not the work: it goes to the log. */
  private static void logged(Thread thread, Throwable error) {
    LoggerFactory.getLogger(AnkerdraftApp.class).error("Internal error on {}", thread, error);
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
