package org.ankerdraft.app;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.app.session.Workbench;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.api.FxToolkit;
import org.testfx.util.WaitForAsyncUtils;

/** A real window with a part open, and a robot before it. */
abstract class InWindow {
  @TempDir protected Path folder;
  protected final FxRobot robot = new FxRobot();
  private Workbench workbench;
  protected MainWindow window;

  /** The text of the part to open. */
  abstract String part() throws Exception;

  @BeforeEach
  void open() throws Exception {
    Stage stage = FxToolkit.registerPrimaryStage();
    workbench = new Workbench(org.ankerdraft.kernel.WorkerProgram.find().orElseThrow());
    Path file = folder.resolve("box.json");
    Files.writeString(file, part());
    robot.interact(() -> {
      window = new MainWindow(stage, new Session(workbench, folder.resolve("journals")));
      window.show();
      window.open(file);
    });
    settle();
  }

  @AfterEach
  void close() throws Exception {
    robot.interact(() -> window.dispose());
    workbench.close();
    FxToolkit.cleanupStages();
  }

  protected <T> T onFx(Callable<T> work) {
    AtomicReference<T> result = new AtomicReference<>();
    robot.interact(() -> {
      try {
        result.set(work.call());
      } catch (Exception e) {
        throw new IllegalStateException(e);
      }
    });
    return result.get();
  }

  protected void until(Callable<Boolean> condition) throws Exception {
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> onFx(condition));
  }

  /** Waits until building and checking are through. */
  protected void settle() throws Exception {
    until(() ->
        window.session().isReportCurrent()
            && window.session().progressShare() < 0
            && window.session().state().isPresent()
            && window.session().state().get().part().equals(window.session().document()));
  }

  /** Waits until repairs have been tried too. */
  protected void settleWithRepairs() throws Exception {
    settle();
    until(() -> window.session().report().orElseThrow().repairsTried());
  }

  /** The first body, as it was built last. */
  protected NamedShape body() {
    return onFx(
        () -> window.session().state().orElseThrow().bodies().values().iterator().next().named());
  }

  protected double volume() {
    return body().shape().mass().volumeMm3();
  }

  /** Closes the question that is asked; the status bar has a hidden button of the same word. */
  protected void callOff() throws Exception {
    robot.clickOn(
        robot.from(robot.lookup(".dialog-pane").queryAll()).lookup("Cancel").<Node>query());
    until(() -> robot.lookup(".dialog-pane").tryQuery().isEmpty());
  }

  protected String text(String query) {
    return onFx(() -> ((Label) robot.lookup(query).query()).getText());
  }

  /** A key that is held down so long that it repeats; then it is let go. */
  protected void hold(KeyCode code, int presses) {
    robot.interact(() -> {
      var scene = window.view().getScene();
      for (int i = 0; i < presses; i++) {
        fire(scene, KeyEvent.KEY_PRESSED, code);
      }
      fire(scene, KeyEvent.KEY_RELEASED, code);
    });
  }

  private static void fire(Scene scene, EventType<KeyEvent> type, KeyCode code) {
    Node focus = scene.getFocusOwner();
    Event.fireEvent(
        focus == null ? scene : focus,
        new KeyEvent(type, "", "", code, false, false, false, false));
  }

  /** Strokes in the view. */
  protected void keys(KeyCode... codes) {
    robot.interact(() -> window.view().requestFocus());
    for (KeyCode code : codes) {
      robot.push(code);
    }
  }

  protected void type(String query, String text) {
    robot.clickOn(query);
    robot.push(KeyCode.CONTROL, KeyCode.A);
    robot.write(text);
  }

  /** Where a place of the part lies on the screen. */
  protected javafx.geometry.Point2D onScreen(Vec3 place) {
    return onFx(() -> {
      Camera c = window.view().camera();
      return window.view().localToScreen(c.screenX(place), c.screenY(place));
    });
  }
}
