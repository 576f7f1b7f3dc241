package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The hierarchy against trying every triangle. */
class BvhTest {

  private static float[] soup(Random random, int triangles) {
    float[] p = new float[9 * triangles];
    for (int t = 0; t < triangles; t++) {
      float x = 100 * random.nextFloat();
      float y = 100 * random.nextFloat();
      float z = 100 * random.nextFloat();
      for (int k = 0; k < 9; k += 3) {
        p[9 * t + k] = x + 8 * random.nextFloat();
        p[9 * t + k + 1] = y + 8 * random.nextFloat();
        p[9 * t + k + 2] = z + 8 * random.nextFloat();
      }
    }
    return p;
  }

  private static int[] each(int triangles) {
    return java.util.stream.IntStream.range(0, 3 * triangles).toArray();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void raysAndNearestPointsAreThoseOfAllTriangles(long seed) {
    Random random = new Random(seed);
    int count = 700;
    float[] p = soup(random, count);
    Bvh whole = new Bvh(p, each(count));
    Bvh.Query q = whole.query();
    for (int i = 0; i < 60; i++) {
      float ox = 100 * random.nextFloat();
      float oy = 100 * random.nextFloat();
      float oz = 100 * random.nextFloat();
      float dx = random.nextFloat() - 0.5f;
      float dy = random.nextFloat() - 0.5f;
      float dz = i % 7 == 0 ? 0 : random.nextFloat() - 0.5f;
      float bestHit = Float.MAX_VALUE;
      float bestNear = Float.MAX_VALUE;
      for (int t = 0; t < count; t++) {
        // A hierarchy of one triangle is that triangle.
        Bvh.Query one = new Bvh(java.util.Arrays.copyOfRange(p, 9 * t, 9 * t + 9), each(1)).query();
        if (one.firstHit(ox, oy, oz, dx, dy, dz, 0, Float.MAX_VALUE)) {
          bestHit = Math.min(bestHit, one.distance);
        }
        one.nearest(ox, oy, oz, 1e9f);
        bestNear = Math.min(bestNear, one.distance);
      }
      boolean hit = q.firstHit(ox, oy, oz, dx, dy, dz, 0, Float.MAX_VALUE);
      assertThat(hit).isEqualTo(bestHit != Float.MAX_VALUE);
      if (hit) {
        assertThat(q.distance).isCloseTo(bestHit, within(1e-4f * bestHit));
      }
      assertThat(q.nearest(ox, oy, oz, 1e9f)).isTrue();
      assertThat(q.distance).isCloseTo(bestNear, within(1e-3f));
    }
  }
}
