package org.ankerdraft.app;

import java.util.function.BooleanSupplier;

/**
 * Something the user can do; one definition for rail, keys and quick add.
 *
 * @param stage where it stands on the rail
 * @param keys two strokes, or empty
 * @param words what quick add finds it by, besides the title
 */
record Action(
    Stage stage, String title, String keys, String words, BooleanSupplier enabled, Runnable run) {

  /** A station of the rail. */
  enum Stage {
    SHAPE("Shape", "S"),
    DRAFT("Draft", "D"),
    WALLS("Walls", "W"),
    EDGES("Edges", "E"),
    SHEET("Sheet", "T"),
    CHECK("Check", "C"),
    RELEASE("Release", "R");

    final String title;
    final String key;

    Stage(String title, String key) {
      this.title = title;
      this.key = key;
    }
  }
}
