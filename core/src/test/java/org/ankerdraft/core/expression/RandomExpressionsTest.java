package org.ankerdraft.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Random expressions, written out with their value worked out beside; seeded. */
class RandomExpressionsTest {
  private static final int DEEPEST = 5;

  /** A text and what it comes to, in mm if it is a length. */
  private record Term(String text, double value) {}

  static LongStream seeds() {
    return LongStream.range(0, 200);
  }

  private static Term number(Random random, int depth) {
    if (depth == 0) {
      double v = Math.rint(1000 * (0.1 + 9 * random.nextDouble())) / 1000;
      return new Term(String.format(Locale.ROOT, random.nextBoolean() ? "%.3f" : "%.3e", v), v);
    }
    Term a = number(random, depth - 1);
    Term b = number(random, depth - 1);
    return switch (random.nextInt(9)) {
      case 0 -> new Term("(" + a.text + " + " + b.text + ")", a.value + b.value);
      case 1 -> new Term("(" + a.text + "-" + b.text + ")", a.value - b.value);
      case 2 -> new Term("(" + a.text + ")*(" + b.text + ")", a.value * b.value);
      case 3 ->
          new Term(
              "(" + a.text + ") / (1 + abs(" + b.text + "))", a.value / (1 + Math.abs(b.value)));
      case 4 -> new Term("min(" + a.text + ", " + b.text + ")", Math.min(a.value, b.value));
      case 5 -> new Term("max(" + b.text + "," + a.text + ")", Math.max(a.value, b.value));
      case 6 -> new Term("sqrt(abs(" + a.text + "))", Math.sqrt(Math.abs(a.value)));
      case 7 -> new Term("-(" + a.text + ")", -a.value);
      default -> new Term("sin((" + a.text + ")*1 deg)", Math.sin(Math.toRadians(a.value)));
    };
  }

  private static Term length(Random random, int depth) {
    if (depth == 0) {
      Term n = number(random, 0);
      return switch (random.nextInt(4)) {
        case 0 -> new Term(n.text + " mm", n.value);
        case 1 -> new Term(n.text + " cm", n.value * 10);
        case 2 -> new Term(n.text + "in", n.value * 25.4);
        default -> new Term("wall", 2.5);
      };
    }
    Term a = length(random, depth - 1);
    Term b = length(random, depth - 1);
    Term n = number(random, depth - 1);
    return switch (random.nextInt(5)) {
      case 0 -> new Term("(" + a.text + "+" + b.text + ")", a.value + b.value);
      case 1 -> new Term(a.text + " * (" + n.text + ")", a.value * n.value);
      case 2 -> new Term("(" + n.text + ")*" + a.text, a.value * n.value);
      case 3 -> new Term("max(" + a.text + "," + b.text + ")", Math.max(a.value, b.value));
      default ->
          new Term(
              "sqrt(abs(" + a.text + ") * abs(" + b.text + "))",
              Math.sqrt(Math.abs(a.value * b.value)));
    };
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void aTextComesToItsValue(long seed) throws Exception {
    Random random = new Random(seed);
    Evaluator values = new Evaluator(Map.of("wall", new Expr("2.5 mm")));
    Term n = number(random, random.nextInt(DEEPEST));
    assertThat(values.number(new Expr(n.text)))
        .as(n.text)
        .isCloseTo(n.value, within(1e-9 * (1 + Math.abs(n.value))));
    Term l = length(random, random.nextInt(DEEPEST));
    if (Math.abs(l.value) < Evaluator.LARGEST_MM) {
      assertThat(values.lengthMm(new Expr(l.text)))
          .as(l.text)
          .isCloseTo(l.value, within(1e-9 * (1 + Math.abs(l.value))));
    }
  }
}
