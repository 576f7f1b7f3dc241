package org.ankerdraft.app.sketch;

import javafx.scene.input.KeyCode;

/** What the pencil draws. */
public enum Tool {
  MOVE("Choose and move", KeyCode.V),
  LINE("Lines", KeyCode.L),
  ARC("Tangent arc", KeyCode.A),
  CIRCLE("Circle", KeyCode.C),
  RECTANGLE("Rectangle", KeyCode.R);

  private final String title;
  private final KeyCode key;

  Tool(String title, KeyCode key) {
    this.title = title;
    this.key = key;
  }

  /** Whether each curve begins where the last one ended. */
  boolean isOfChains() {
    return this == LINE || this == ARC;
  }

  String title() {
    return title;
  }

  KeyCode key() {
    return key;
  }
}
