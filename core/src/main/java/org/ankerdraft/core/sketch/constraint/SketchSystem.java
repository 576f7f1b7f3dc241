package org.ankerdraft.core.sketch.constraint;

import java.util.List;

/**
 * What the solver is asked: variables as they were drawn, and equations between them.
 *
 * @param start values as drawn; the solution nearest to them is meant
 * @param sizeMm how large the sketch is
 */
record SketchSystem(double[] start, List<Equation> equations, double sizeMm) {
  SketchSystem {
    equations = List.copyOf(equations);
  }
}
