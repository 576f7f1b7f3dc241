package org.ankerdraft.core.step;

/**
 * A kind's place on the rail.
 *
 * @param title of the action that adds a step
 * @param key the second stroke, after the stage's letter
 * @param words by which it is found too
 * @param needsBody whether there must be a body for it
 */
public record Rail(Stage stage, String title, char key, String words, boolean needsBody) {
  /** Both strokes, such as "S E". */
  public String keys() {
    return stage.letter + " " + key;
  }
}
