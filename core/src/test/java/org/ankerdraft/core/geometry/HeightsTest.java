package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What heights say lies open meets nothing; and they say so of what plainly does. */
class HeightsTest {

  /** Small triangles, and some that reach over everything. */
  private static float[] soup(Random random, int triangles) {
    float[] p = new float[9 * triangles];
    for (int t = 0; t < triangles; t++) {
      float size = t % 40 == 0 ? 60 : 4;
      for (int k = 0; k < 3; k++) {
        float at = random.nextFloat(100);
        for (int corner = 0; corner < 3; corner++) {
          p[9 * t + 3 * corner + k] = at + random.nextFloat(size);
        }
      }
    }
    return p;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void whereAllIsClearNoRayMeetsAnything(long seed) {
    Random random = new Random(seed);
    int count = 120;
    float[] p = soup(random, count);
    int[] each = IntStream.range(0, 3 * count).toArray();
    Vec3 way = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    Heights heights = new Heights(p, each, way);
    Bvh.Query rays = new Bvh(p, each).query();
    int clear = 0;
    int free = 0;
    for (int i = 0; i < 4000; i++) {
      float x = random.nextFloat(-20, 180);
      float y = random.nextFloat(-20, 180);
      float z = random.nextFloat(-20, 180);
      boolean isHit =
          rays.firstHit(
              x, y, z, (float) way.x(), (float) way.y(), (float) way.z(), 0.1f, Float.MAX_VALUE);
      free += isHit ? 0 : 1;
      if (heights.isClear(x, y, z, 0.1f)) {
        clear++;
        assertThat(isHit).isFalse();
      }
    }
    assertThat(clear).isBetween(free / 5, free);
  }

  /** Steps of a stair as seen from above: all lie open, and nothing under them does. */
  @Test
  void aStair() {
    float[] p = new float[8 * 12];
    int[] triangles = new int[8 * 6];
    for (int step = 0; step < 8; step++) {
      float[] tread = {10 * step, 0, step, 10 * step + 10, 0, step, 0, 50, step, 0, 50, step};
      tread[6] = tread[3];
      tread[9] = tread[0];
      System.arraycopy(tread, 0, p, 12 * step, 12);
      int[] corners = {0, 1, 2, 0, 2, 3};
      for (int k = 0; k < 6; k++) {
        triangles[6 * step + k] = 4 * step + corners[k];
      }
    }
    Heights up = new Heights(p, triangles, Vec3.Z);
    Heights down = new Heights(p, triangles, Vec3.Z.times(-1));
    for (int step = 0; step < 8; step++) {
      float x = 10 * step + 5;
      assertThat(up.isClear(x, 25, step, 0.01f)).isTrue();
      assertThat(up.isClear(x, 25, step - 0.1f, 0.01f)).isFalse();
      assertThat(up.isClear(x, 25, step - 0.1f, 0.2f)).isTrue();
      assertThat(down.isClear(x, 25, step, 0.01f)).isTrue();
      assertThat(down.isClear(x, 25, step + 0.1f, 0.01f)).isFalse();
    }
  }

  @Test
  void nothingAtAllIsOpen() {
    assertThat(new Heights(new float[0], new int[0], Vec3.Z).isClear(1, 2, 3, 0)).isTrue();
  }
}
