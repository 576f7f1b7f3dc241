package org.ankerdraft.core.sketch.constraint;

/**
 * A value with its exact derivatives by a few variables, carried along through arithmetic.
 *
 * @param by derivatives; do not change
 */
record Jet(double value, double[] by) {

  static Jet constant(double value, int variables) {
    return new Jet(value, new double[variables]);
  }

  static Jet variable(double value, int index, int variables) {
    double[] by = new double[variables];
    by[index] = 1;
    return new Jet(value, by);
  }

  private Jet with(double v, double own, Jet other, double others) {
    double[] d = new double[by.length];
    for (int i = 0; i < d.length; i++) {
      d[i] = own * by[i] + others * other.by[i];
    }
    return new Jet(v, d);
  }

  Jet plus(Jet o) {
    return with(value + o.value, 1, o, 1);
  }

  Jet minus(Jet o) {
    return with(value - o.value, 1, o, -1);
  }

  Jet times(Jet o) {
    return with(value * o.value, o.value, o, value);
  }

  Jet times(double f) {
    return with(value * f, f, this, 0);
  }

  Jet over(Jet o) {
    double q = value / o.value;
    return with(q, 1 / o.value, o, -q / o.value);
  }

  /** Length of a direction; of no length the derivatives are taken as 0. */
  static Jet hypot(Jet x, Jet y) {
    // No sketch is so large or so small that its squares have no place in a double.
    double r = Math.sqrt(x.value * x.value + y.value * y.value);
    return r == 0 ? x.with(0, 0, y, 0) : x.with(r, x.value / r, y, y.value / r);
  }

  /** The angle of a direction. */
  static Jet atan2(Jet y, Jet x) {
    double square = x.value * x.value + y.value * y.value;
    double a = Math.atan2(y.value, x.value);
    return square == 0 ? x.with(a, 0, y, 0) : y.with(a, x.value / square, x, -y.value / square);
  }
}
