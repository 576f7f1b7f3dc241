package org.ankerdraft.core.sketch.constraint;

/**
 * Something that must have a value.
 *
 * @param constraint index of the constraint that asks for it, -1 for what a curve is by itself
 * @param variables that it depends on
 * @param target in mm; angles times a length, so that all errors can be compared
 */
record Equation(int constraint, int[] variables, Measure measure, double target) {

  /** What is measured of the variables. */
  @FunctionalInterface
  interface Measure {
    Jet of(Jet[] variables);
  }

  Jet at(double[] values) {
    int n = variables.length;
    Jet[] local = new Jet[n];
    for (int i = 0; i < n; i++) {
      local[i] = Jet.variable(values[variables[i]], i, n);
    }
    return measure.of(local);
  }
}
