package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WallStatisticsTest {

  /** Against all nodes put in order. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void theNominalThicknessHasHalfTheAreaBelowIt(long seed) {
    Random random = new Random(seed);
    int count = 1 + random.nextInt(3000);
    float[] thickness = new float[count];
    float[] area = new float[count];
    for (int n = 0; n < count; n++) {
      thickness[n] =
          random.nextInt(9) == 0 ? Float.NaN : (float) Math.abs(2 + random.nextGaussian());
      area[n] = random.nextFloat(0.01f, 1);
    }
    thickness[count / 2] = 2;
    WallStatistics found = WallStatistics.of(thickness, area);

    List<Integer> order =
        IntStream.range(0, count)
            .filter(n -> !Float.isNaN(thickness[n]))
            .boxed()
            .sorted(Comparator.comparingDouble(n -> thickness[n]))
            .toList();
    double total = order.stream().mapToDouble(n -> area[n]).sum();
    double below =
        order.stream()
            .filter(n -> thickness[n] < found.nominalMm())
            .mapToDouble(n -> area[n])
            .sum();
    double upTo =
        order.stream()
            .filter(n -> thickness[n] <= found.nominalMm())
            .mapToDouble(n -> area[n])
            .sum();
    assertThat(below).isLessThan(total / 2 + 1e-6);
    assertThat(upTo).isGreaterThan(total / 2 - 1e-6);
    assertThat(thickness[found.thinnest()]).isEqualTo(thickness[order.getFirst()]);
    assertThat(thickness[found.thickest()]).isEqualTo(thickness[order.getLast()]);
    assertThat(Arrays.stream(found.shares()).sum()).isCloseTo(1, within(1e-9));
    double first =
        order.stream()
            .filter(n -> thickness[n] < found.firstMm() + found.binMm())
            .mapToDouble(n -> area[n])
            .sum();
    assertThat(found.shares()[0]).isCloseTo(first / total, within(1e-3));
  }

  /** Walls of few thicknesses, most of them nearly alike. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void manyOfOneThickness(long seed) {
    Random random = new Random(seed);
    float[] kinds = {2, Math.nextUp(2f), Math.nextUp(Math.nextUp(2f)), 2.5f, 9};
    int[] counts = new int[kinds.length];
    float[] thickness = new float[1001];
    float[] area = new float[thickness.length];
    Arrays.fill(area, 1);
    for (int n = 0; n < thickness.length; n++) {
      int kind = random.nextInt(kinds.length);
      counts[kind]++;
      thickness[n] = kinds[kind];
    }
    int median = 0;
    for (int below = counts[0]; below < 500.5; below += counts[++median]) {}
    assertThat(WallStatistics.of(thickness, area).nominalMm()).isEqualTo(kinds[median]);
  }

  @Test
  void oneThicknessEverywhere() {
    WallStatistics found = WallStatistics.of(new float[] {2, 2, 2}, new float[] {1, 1, 1});
    assertThat(found.nominalMm()).isEqualTo(2);
    assertThat(found.thinnest()).isZero();
    assertThat(found.thickest()).isEqualTo(2);
    assertThat(found.shares()[0]).isEqualTo(1);
  }

  @Test
  void nothingMeasured() {
    WallStatistics found = WallStatistics.of(new float[] {Float.NaN}, new float[] {1});
    assertThat(found.thinnest()).isNegative();
    assertThat(found.nominalMm()).isZero();
  }
}
