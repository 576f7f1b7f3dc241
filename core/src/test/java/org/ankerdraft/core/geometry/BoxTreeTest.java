package org.ankerdraft.core.geometry;

import static java.lang.foreign.ValueLayout.ADDRESS;
import static java.lang.foreign.ValueLayout.JAVA_FLOAT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assumptions.assumeThat;

import java.lang.foreign.MemorySegment;
import java.lang.invoke.MethodHandle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The native tree: it holds every triangle once, and no instruction set answers otherwise. */
class BoxTreeTest {
  private static final int LANES = 8;
  private static final int LEAF = 16 * LANES;

  /** Triangles of some size, at a place each; the x of the first corner is the number. */
  private static float[] triangles(int count, IntToDoubleFunction place, IntToDoubleFunction size) {
    float[] p = new float[9 * count];
    for (int t = 0; t < count; t++) {
      float at = (float) place.applyAsDouble(t);
      float s = (float) size.applyAsDouble(t);
      float[] own = {at, at, at, at + s, at, at, at, at + s, at};
      System.arraycopy(own, 0, p, 9 * t, 9);
    }
    return p;
  }

  private static BoxTree tree(float[] positions) {
    return BoxTree.of(
        positions,
        IntStream.range(0, positions.length / 3).toArray(),
        new float[positions.length / 3]);
  }

  /** The first corners in all leaves. */
  private static List<Float> held(BoxTree tree) {
    float[] leaves = tree.leaves().toArray(JAVA_FLOAT);
    List<Float> out = new ArrayList<>();
    for (int leaf = 0; leaf < leaves.length; leaf += LEAF) {
      for (int lane = 0; lane < LANES; lane++) {
        if (!Float.isNaN(leaves[leaf + lane])) {
          out.add(leaves[leaf + lane]);
        }
      }
    }
    return out.stream().sorted().toList();
  }

  private static void assertHoldsAll(float[] positions) {
    List<Float> all = new ArrayList<>();
    for (int t = 0; t < positions.length; t += 9) {
      all.add(positions[t]);
    }
    assertThat(held(tree(positions))).isEqualTo(all.stream().sorted().toList());
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 7, 8, 9, 64, 65, 1000})
  void everyTriangleIsHeldOnce(int count) {
    Random random = new Random(count);
    assertHoldsAll(triangles(count, t -> 100 * random.nextDouble(), t -> random.nextDouble()));
  }

  @ParameterizedTest
  @ValueSource(ints = {9, 100, 5000})
  void trianglesThatNothingTellsApartAreDividedByNumber(int count) {
    assertHoldsAll(triangles(count, t -> 3, t -> 1));
  }

  /** Each half as far from the origin as the one before: no bins divide them evenly. */
  @Test
  void trianglesThatCrowdTowardsAPlaceMakeNoEndlessPath() {
    assertHoldsAll(triangles(120, t -> Math.scalb(1.0, -t), t -> Math.scalb(0.1, -t)));
    assertHoldsAll(triangles(4000, t -> Math.scalb(1.0, -(t % 140)), t -> 0));
  }

  @Test
  void withoutTrianglesNothingIsHitOrNear() {
    Bvh.Query none = new Bvh(new float[0], new int[0]).query();
    assertThat(none.firstHit(0, 0, 0, 1, 0, 0, 0, 10)).isFalse();
    assertThat(none.nearest(0, 0, 0, 10)).isFalse();
    assertThat(none.leastNormalDot(0, 0, 0, 1, 1, 0, 0)).isEqualTo(2);
  }

  /** A triangle without area is near, but has no normal and is not hit. */
  @Test
  void trianglesWithoutAreaAreNear() {
    float[] line = {0, 0, 0, 4, 0, 0, 2, 0, 0};
    Bvh.Query q = new Bvh(line, new int[] {0, 1, 2}).query();
    assertThat(q.nearest(3, 5, 0, 10)).isTrue();
    assertThat(q.distance).isEqualTo(5);
    assertThat(q.nearX).isEqualTo(3);
    assertThat(q.leastNormalDot(3, 0, 0, 1, 0, 0, 1)).isEqualTo(2);
    assertThat(q.firstHit(3, 5, 0, 0, -1, 0, 0, 10)).isFalse();
  }

  /** Only what is nearer, or hit before, than was asked for counts. */
  @Test
  void whatIsAskedForEndsBeforeTheMost() {
    Bvh.Query q = new Bvh(triangles(1, t -> 0, t -> 4), new int[] {0, 1, 2}).query();
    assertThat(q.nearest(1, 1, 2, 2)).isFalse();
    assertThat(q.distance).isEqualTo(2);
    assertThat(q.nearest(1, 1, 2, 2.01f)).isTrue();
    assertThat(q.firstHit(1, 1, 2, 0, 0, -1, 0, 2)).isFalse();
    assertThat(q.firstHit(1, 1, 2, 0, 0, -1, 0, 2.01f)).isTrue();
    assertThat(q.firstHit(1, 1, 2, 0, 0, -1, 2, 9)).isFalse();
    assertThat(q.leastNormalDot(1, 1, 0.5f, 0.6f, 0, 0, -1)).isEqualTo(-1);
    assertThat(q.leastNormalDot(1, 1, 0.5f, 0.5f, 0, 0, -1)).isEqualTo(2);
  }

  /** Of points equally near the first by place is taken. */
  @Test
  void theFirstByPlaceIsTakenOfPointsEquallyNear() {
    float[] two = triangles(2, t -> t == 0 ? 2 : -4, t -> 2);
    for (int[] order : new int[][] {{0, 1, 2, 3, 4, 5}, {3, 4, 5, 0, 1, 2}}) {
      Bvh.Query q = new Bvh(two, order).query();
      assertThat(q.nearest(-1, 2, -1, 9)).isTrue();
      Bvh.Query mirrored = new Bvh(mirrored(two), order).query();
      assertThat(mirrored.nearest(1, -2, 1, 9)).isTrue();
      assertThat(mirrored.distance).isEqualTo(q.distance);
    }
    float[] pair = {-1, 0, 0, -1, 1, 0, -1, 0, 1, 1, 0, 0, 1, 1, 0, 1, 0, 1};
    for (int[] order : new int[][] {{0, 1, 2, 3, 4, 5}, {3, 4, 5, 0, 1, 2}}) {
      Bvh.Query q = new Bvh(pair, order).query();
      assertThat(q.nearest(0, 0.2f, 0.2f, 9)).isTrue();
      assertThat(q.nearX).isEqualTo(-1);
    }
  }

  private static float[] mirrored(float[] positions) {
    float[] out = positions.clone();
    for (int i = 0; i < out.length; i++) {
      out[i] = -out[i];
    }
    return out;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void allInstructionSetsAnswerTheSameToTheBit(long seed) throws Throwable {
    assumeThat(TreeLibrary.hasAvx2()).isTrue();
    Random random = new Random(seed);
    float[] p = new float[9 * 800];
    for (int t = 0; t < p.length; t += 9) {
      float[] middle = {random.nextFloat(), random.nextFloat(), random.nextFloat()};
      for (int k = 0; k < 9; k++) {
        // Coarse numbers, so that rays meet edges and corners.
        p[t + k] = Math.round(40 * (middle[k % 3] + 0.2f * random.nextFloat())) / 4f;
      }
    }
    BoxTree tree = tree(p);
    for (int i = 0; i < 2000; i++) {
      float[] n = new float[6];
      for (int k = 0; k < 6; k++) {
        n[k] = (k < 3 ? 0 : -5) + Math.round(40 * random.nextFloat()) / 4f;
      }
      assertThat(firstHit("avx2", tree, n)).isEqualTo(firstHit("plain", tree, n));
      assertThat(nearest("avx2", tree, n)).isEqualTo(nearest("plain", tree, n));
      assertThat(leastNormalDot("avx2", tree, n)).isEqualTo(leastNormalDot("plain", tree, n));
    }
  }

  private static float firstHit(String set, BoxTree t, float[] n) throws Throwable {
    MethodHandle walk = TreeLibrary.walk("first_hit_" + set, 8);
    return (float)
        walk.invokeExact(
            t.boxes(), t.links(), t.leaves(), n[0], n[1], n[2], n[3], n[4], n[5], 0f, 1e9f);
  }

  private static String nearest(String set, BoxTree t, float[] n) throws Throwable {
    MethodHandle walk = TreeLibrary.walk("nearest_" + set, 5, ADDRESS);
    float[] place = new float[4];
    float square =
        (float)
            walk.invokeExact(
                t.boxes(),
                t.links(),
                t.leaves(),
                t.planeError(),
                n[0],
                n[1],
                n[2],
                1e9f,
                MemorySegment.ofArray(place));
    return square + Arrays.toString(place);
  }

  private static float leastNormalDot(String set, BoxTree t, float[] n) throws Throwable {
    MethodHandle walk = TreeLibrary.walk("least_normal_dot_" + set, 8, ADDRESS);
    return (float)
        walk.invokeExact(
            t.boxes(),
            t.links(),
            t.leaves(),
            t.planeError(),
            n[0],
            n[1],
            n[2],
            1f,
            n[3],
            n[4],
            n[5],
            MemorySegment.ofArray(new float[1]));
  }
}
