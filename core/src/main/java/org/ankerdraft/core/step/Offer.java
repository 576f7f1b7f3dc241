package org.ankerdraft.core.step;

/** What others may take from a step that makes no body. */
public enum Offer {
  /** Closed areas, to be extruded or turned. */
  AREAS,

  /** A plane to stand on. */
  PLANE,

  /** Lines with a name, to turn about. */
  LINES
}
