package org.ankerdraft.core.step.strip;

import org.ankerdraft.core.sheet.Bending;
import org.ankerdraft.core.step.Step;

/** A step that folds strips on along edges of walls. */
public interface Strip extends Step {
  /** The body it works on; null for the only one. */
  String body();

  Seat seat();

  /** How allowance is found for its bends, or null for the part's way. */
  Bending bending();
}
