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

  /**
   * A box of side 2 about the origin, each face a grid of n by n squares of two triangles, turned.
   */
  private record Grid(float[] positions, int[] triangles) {
    static Grid turned(int n, Random random) {
      double a = random.nextDouble(6);
      double b = random.nextDouble(6);
      float[] p = new float[3 * 6 * (n + 1) * (n + 1)];
      int[] t = new int[6 * 6 * n * n];
      int node = 0;
      int corner = 0;
      for (int face = 0; face < 6; face++) {
        int first = node;
        for (int i = 0; i <= n; i++) {
          for (int j = 0; j <= n; j++) {
            double[] at = onFace(face, 2.0 * i / n - 1, 2.0 * j / n - 1);
            double x = at[0] * Math.cos(a) - at[1] * Math.sin(a);
            double y = at[0] * Math.sin(a) + at[1] * Math.cos(a);
            p[3 * node] = (float) (x * Math.cos(b) - at[2] * Math.sin(b));
            p[3 * node + 1] = (float) y;
            p[3 * node + 2] = (float) (x * Math.sin(b) + at[2] * Math.cos(b));
            node++;
          }
        }
        for (int i = 0; i < n; i++) {
          for (int j = 0; j < n; j++) {
            int q = first + i * (n + 1) + j;
            for (int k : new int[] {q, q + 1, q + n + 2, q, q + n + 2, q + n + 1}) {
              t[corner++] = k;
            }
          }
        }
      }
      return new Grid(p, t);
    }

    /**
     * The same numbers on the edges of neighbouring faces, so that the box is closed to the bit.
     */
    private static double[] onFace(int face, double u, double v) {
      double side = face % 2 == 0 ? 1 : -1;
      return switch (face / 2) {
        case 0 -> new double[] {side, u, v};
        case 1 -> new double[] {u, side, v};
        default -> new double[] {u, v, side};
      };
    }
  }

  /** Rays at corners and along edges are where those that are not watertight slip through. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void noRaySlipsThroughAClosedMesh(long seed) {
    Random random = new Random(seed);
    Grid box = Grid.turned(7, random);
    Bvh.Query q = new Bvh(box.positions, box.triangles).query();
    for (int round = 0; round < 40; round++) {
      float ox = random.nextFloat(-0.5f, 0.5f);
      float oy = random.nextFloat(-0.5f, 0.5f);
      float oz = random.nextFloat(-0.5f, 0.5f);
      for (int t = 0; t < box.triangles.length; t += 3) {
        int from = 3 * box.triangles[t];
        int to = 3 * box.triangles[t + 1 + random.nextInt(2)];
        // At a corner, and somewhere on an edge.
        for (float share : new float[] {0, random.nextFloat()}) {
          float dx = box.positions[from] + share * (box.positions[to] - box.positions[from]) - ox;
          float dy =
              box.positions[from + 1]
                  + share * (box.positions[to + 1] - box.positions[from + 1])
                  - oy;
          float dz =
              box.positions[from + 2]
                  + share * (box.positions[to + 2] - box.positions[from + 2])
                  - oz;
          assertThat(q.firstHit(ox, oy, oz, dx, dy, dz, 0, Float.MAX_VALUE))
              .as("seed %d, triangle %d, share %f", seed, t / 3, share)
              .isTrue();
          assertThat(q.distance).isCloseTo(1, within(1e-4f));
        }
      }
    }
  }

  /** A ray along a side of many boxes meets what lies across it. */
  @ParameterizedTest
  @ValueSource(floats = {0, 1e-35f, -1e-35f, 1e-12f})
  void raysAlongTheSidesOfBoxesAreNotLost(float slant) {
    // Two walls of squares across z, at 1 and at 2; the rays run in the lines between the squares.
    int n = 8;
    float[] p = new float[2 * 3 * (n + 1) * (n + 1)];
    int[] t = new int[2 * 6 * n * n];
    int node = 0;
    int corner = 0;
    for (int wall = 1; wall <= 2; wall++) {
      int first = node;
      for (int i = 0; i <= n; i++) {
        for (int j = 0; j <= n; j++) {
          p[3 * node] = i;
          p[3 * node + 1] = j;
          p[3 * node++ + 2] = wall;
        }
      }
      for (int i = 0; i < n; i++) {
        for (int j = 0; j < n; j++) {
          int q = first + i * (n + 1) + j;
          for (int k : new int[] {q, q + 1, q + n + 2, q, q + n + 2, q + n + 1}) {
            t[corner++] = k;
          }
        }
      }
    }
    Bvh.Query q = new Bvh(p, t).query();
    for (int i = 1; i < n; i++) {
      for (int j = 1; j < n; j++) {
        assertThat(q.firstHit(i, j, 0, slant, 0, 1, 0, Float.MAX_VALUE)).isTrue();
        assertThat(q.distance).isEqualTo(1);
        assertThat(q.firstHit(i, j, 0, 0, slant, 1, 1.5f, Float.MAX_VALUE)).isTrue();
        assertThat(q.distance).isEqualTo(2);
      }
    }
  }

  /**
   * Triangles whose planes lie about as far away as the nearest point does, far from the origin,
   * where float is coarse: a triangle is left out by its plane only where it cannot be nearest.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void nearestPointsOfASphereFarFromTheOrigin(long seed) {
    Random random = new Random(seed);
    float radius = 10 + 5 * random.nextFloat();
    float away = 1000 * random.nextInt(4);
    int count = 900;
    float[] p = new float[9 * count];
    for (int t = 0; t < count; t++) {
      double z = random.nextDouble(-1, 1);
      double turn = random.nextDouble(2 * Math.PI);
      for (int k = 0; k < 9; k += 3) {
        double up = Math.clamp(z + 0.08 * random.nextDouble(), -1, 1);
        double round = turn + 0.1 * random.nextDouble();
        double beside = Math.sqrt(1 - up * up);
        p[9 * t + k] = away + (float) (radius * beside * Math.cos(round));
        p[9 * t + k + 1] = away + (float) (radius * beside * Math.sin(round));
        p[9 * t + k + 2] = away + (float) (radius * up);
      }
    }
    Bvh.Query q = new Bvh(p, each(count)).query();
    for (int i = 0; i < 40; i++) {
      float x = away + (random.nextFloat() - 0.5f) * radius / (1 + i);
      float y = away + (random.nextFloat() - 0.5f) * radius / (1 + i);
      float z = away + (random.nextFloat() - 0.5f) * radius / (1 + i);
      float best = Float.MAX_VALUE;
      for (int t = 0; t < count; t++) {
        Bvh.Query one = new Bvh(java.util.Arrays.copyOfRange(p, 9 * t, 9 * t + 9), each(1)).query();
        one.nearest(x, y, z, 1e9f);
        best = Math.min(best, one.distance);
      }
      assertThat(q.nearest(x, y, z, 1e9f)).isTrue();
      assertThat(q.distance).isEqualTo(best);
    }
  }
}
