package org.ankerdraft.core.step;

/** How a pattern repeats a kind of step that shares no boolean operation. */
public enum Repeating {
  /** What it added to its body or took from it is copied: by the two bodies, before and after. */
  ITS_CHANGE,

  /** Its tools are copied as they are, those that take something away and those that add. */
  ITS_TOOLS,

  /**
   * It is done again in the other place. The places of its sketches, planes and axes must be all
   * that says where it stands.
   */
  AGAIN
}
