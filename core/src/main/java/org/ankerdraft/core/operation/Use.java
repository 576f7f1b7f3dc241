package org.ankerdraft.core.operation;

import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/** What becomes of a solid that a step makes. */
public enum Use {
  NEW_BODY(null),
  UNITE(Combination.UNITE),
  SUBTRACT(Combination.SUBTRACT),
  INTERSECT(Combination.INTERSECT),

  /** A body of its sides alone, open where it begins and ends. */
  SURFACE(null),

  /** A body of all its faces, which are hollow within. */
  CAPPED_SURFACE(null);

  /** How it stands in a file. */
  public static final WordForm<Use> FORM =
      WordForm.of(NEW_BODY, "new body")
          .or(UNITE, "unite")
          .or(SUBTRACT, "subtract")
          .or(INTERSECT, "intersect")
          .or(SURFACE, "surface")
          .or(CAPPED_SURFACE, "capped surface");

  private final Combination combination;

  Use(Combination combination) {
    this.combination = combination;
  }

  /** Null for what makes a body of its own. */
  public Combination combination() {
    return combination;
  }

  /** Whether a body comes of it, instead of a change of others. */
  public boolean makesBody() {
    return combination == null;
  }

  /** Whether that body is a surface. */
  public boolean isSurface() {
    return this == SURFACE || this == CAPPED_SURFACE;
  }
}
