package org.ankerdraft.bench;

import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;

/** The smallest window of the toolkit: prints when it is shown, and ends. */
public final class BareWindow extends Application {
  public static void main(String[] args) {
    launch(args);
  }

  @Override
  public void start(Stage stage) {
    Scene scene = new Scene(new StackPane(new Label("window")), 640, 400);
    // After the pulse that has laid it out and handed it to be painted, as the application tells
    // it.
    scene.addPostLayoutPulseListener(() ->
        Platform.runLater(() -> {
          System.out.println("shown");
          System.out.flush();
          Platform.exit();
        }));
    stage.setScene(scene);
    stage.show();
  }
}
