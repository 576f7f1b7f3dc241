package org.ankerdraft.core.operation;

import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/** What becomes of a solid that a step makes. */
public enum Use {
  NEW_BODY(null),
  UNITE(Combination.UNITE),
  SUBTRACT(Combination.SUBTRACT),
  INTERSECT(Combination.INTERSECT);

  /** How it stands in a file. */
  public static final WordForm<Use> FORM =
      WordForm.of(NEW_BODY, "new body")
          .or(UNITE, "unite")
          .or(SUBTRACT, "subtract")
          .or(INTERSECT, "intersect");

  private final Combination combination;

  Use(Combination combination) {
    this.combination = combination;
  }

  /** Null for a new body. */
  public Combination combination() {
    return combination;
  }
}
