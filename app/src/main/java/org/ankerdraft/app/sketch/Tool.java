package org.ankerdraft.app.sketch;

import java.util.Locale;
import javafx.scene.input.KeyCode;

/** What the pencil draws or changes. */
public enum Tool {
  MOVE("Choose and move", KeyCode.V, 0),
  LINE("Lines", KeyCode.L, 2),
  ARC("Tangent arc", KeyCode.A, 2),
  ARC_THROUGH("Arc by three points", KeyCode.B, 3),
  ARC_ABOUT("Arc about a centre", KeyCode.M, 3),
  CIRCLE("Circle", KeyCode.C, 2),
  RECTANGLE("Rectangle", KeyCode.R, 2),
  SLOT("Slot", KeyCode.G, 3),
  ELLIPSE("Ellipse", KeyCode.E, 3),
  SPLINE("Free curve", KeyCode.F, Tool.ANY_NUMBER),
  POINT("Point", KeyCode.P, 1),
  TRIM("Cut away", KeyCode.T, 0),
  SPLIT("Cut in two", KeyCode.K, 0),
  EXTEND("Lengthen", KeyCode.X, 0),
  CORNER("Round corners", KeyCode.N, 0),
  PROJECT("Edges of the part", KeyCode.J, 0);

  /** Places are taken until Enter. */
  private static final int ANY_NUMBER = Integer.MAX_VALUE;

  private final String title;
  private final KeyCode key;
  private final int places;

  Tool(String title, KeyCode key, int places) {
    this.title = title;
    this.key = key;
    this.places = places;
  }

  /** Whether each curve begins where the last one ended. */
  boolean isOfChains() {
    return this == LINE || this == ARC;
  }

  /** Whether it makes something new. */
  boolean draws() {
    return places > 0;
  }

  /** Whether the second place is told by a length and an angle from the first. */
  boolean isPolar() {
    return this == LINE || this == SLOT || this == ELLIPSE || this == CIRCLE;
  }

  /** How many places make one curve. */
  int places() {
    return places;
  }

  String title() {
    return title;
  }

  KeyCode key() {
    return key;
  }

  String id() {
    return "tool-" + name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
