package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Against a map of the library: edges have one middle each, whichever way round they are named. */
class EdgeMiddlesTest {
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void edgesHaveOneMiddle(long seed) {
    Random random = new Random(seed);
    for (int round = 0; round < 5; round++) {
      EdgeMiddles middles = new EdgeMiddles(random.nextInt(3) * 100);
      Map<String, Integer> plain = new HashMap<>();
      int ends = round % 2 == 0 ? 20 : 3000;
      for (int i = 0; i < 4000; i++) {
        int a = random.nextInt(ends);
        int b = random.nextInt(ends);
        Integer known = plain.putIfAbsent(Math.min(a, b) + "-" + Math.max(a, b), i);
        assertThat(middles.putIfAbsent(a, b, i)).isEqualTo(known == null ? -1 : known);
      }
    }
  }
}
