package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Against sorting with a comparator, which keeps the order of equals. */
class AscendingTest {
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void ordersLikeAStableSort(long seed) {
    Random random = new Random(seed);
    float[] numbers = new float[500];
    for (int i = 0; i < numbers.length; i++) {
      // Coarse, so that many are equal; of both signs, and zero of both signs.
      numbers[i] = Math.round(20 * random.nextGaussian()) / 8f * (random.nextBoolean() ? 1 : -1);
    }
    numbers[7] = Float.NaN;
    numbers[9] = Float.POSITIVE_INFINITY;
    int[] plain =
        IntStream.range(0, numbers.length)
            .filter(i -> i != 7 && i % 3 != 0)
            .boxed()
            .sorted(Comparator.comparingDouble(i -> numbers[i] + 0.0))
            .mapToInt(Integer::intValue)
            .toArray();
    assertThat(Ascending.order(numbers, i -> !Float.isNaN(numbers[i]) && i % 3 != 0))
        .containsExactly(plain);
  }
}
