package org.ankerdraft.core.step;

/** The stations of the way through the work, with the letter that opens each. */
public enum Stage {
  SHAPE("Shape", 'S'),
  DRAFT("Draft", 'D'),
  WALLS("Walls", 'W'),
  EDGES("Edges", 'E'),
  SHEET("Sheet", 'T'),
  CHECK("Check", 'C'),
  RELEASE("Release", 'R');

  public final String title;
  public final char letter;

  Stage(String title, char letter) {
    this.title = title;
    this.letter = letter;
  }
}
