package org.ankerdraft.app;

import java.util.List;
import javafx.application.Application;

/**
 * Starts the window. A class of its own, since one that extends Application needs the toolkit on
 * the module path.
 */
public final class Launcher {
  private Launcher() {}

  public static void main(String[] args) {
    AnkerdraftApp.begin(List.of(args));
    Application.launch(AnkerdraftApp.class, args);
  }
}
