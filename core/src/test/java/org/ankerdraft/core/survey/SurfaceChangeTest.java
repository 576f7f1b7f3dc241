package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SurfaceChangeTest {

  /** A square of side 1 about the axis of z, cut along one diagonal or along the other. */
  private static FineMesh square(float z, boolean isOther, int turn) {
    float[] positions = {0, 0, z, 1, 0, z, 1, 1, z, 0, 1, z};
    int[] triangles = isOther ? new int[] {0, 1, 3, 1, 2, 3} : new int[] {0, 1, 2, 0, 2, 3};
    int[] turned = triangles.clone();
    for (int corner = 0; corner < turned.length; corner++) {
      turned[corner] = triangles[corner / 3 * 3 + (corner + turn) % 3];
    }
    return new FineMesh(
        positions, new float[] {0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1}, turned, new int[] {1, 1});
  }

  private static boolean isNear(SurfaceChange change, float x, float y, float z) {
    return change.query().nearest(x, y, z, 0.1f);
  }

  @Test
  void trianglesThatOnlyBeginAtAnotherCornerAreTheSame() {
    SurfaceChange change =
        new SurfaceChange(
            List.of(square(0, false, 0), square(2, false, 1)),
            List.of(square(2, false, 2), square(0, false, 1)));
    assertThat(isNear(change, 0.5f, 0.5f, 0)).isFalse();
    assertThat(isNear(change, 0.5f, 0.5f, 2)).isFalse();
    assertThat(change.extent().isBeside(change.extent(), Vec3.Z, 0)).isTrue();
  }

  @Test
  void whatCameAndWhatWentIsChanged() {
    SurfaceChange change =
        new SurfaceChange(
            List.of(square(0, false, 0), square(2, false, 0), square(4, false, 0)),
            List.of(square(0, false, 0), square(2, true, 0), square(6, false, 0)));
    assertThat(isNear(change, 0.5f, 0.5f, 0)).isFalse();
    assertThat(isNear(change, 0.5f, 0.5f, 2)).isTrue();
    assertThat(isNear(change, 0.5f, 0.5f, 4)).isTrue();
    assertThat(isNear(change, 0.5f, 0.5f, 6)).isTrue();
    Bvh.Query ray = change.query();
    assertThat(ray.firstHit(0.3f, 0.2f, 7, 0, 0, -1, 0.01f, 10)).isTrue();
    assertThat(ray.distance).isEqualTo(1);
    assertThat(change.extent().middle(2)).isEqualTo(4);
  }

  /** Against the corners of the boxes as seen along the direction. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whatIsSeenBesideEachOtherSharesNoLineAlongTheDirection(long seed) {
    Random random = new Random(seed);
    Vec3 way = new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    for (int i = 0; i < 200; i++) {
      float[] places = new float[6];
      for (int k = 0; k < 6; k++) {
        places[k] = random.nextFloat(-5, 5);
      }
      Extent one = new Extent();
      one.add(places, 0, random.nextFloat(0.2f, 2));
      Extent other = new Extent();
      other.add(places, 1, random.nextFloat(0.2f, 2));
      boolean isBeside = one.isBeside(other, way, 0);
      assertThat(other.isBeside(one, way, 0)).isEqualTo(isBeside);
      if (isBeside) {
        // A line along the direction through any place in the one misses the other.
        Vec3 from = within(one, random);
        for (int k = 0; k < 50; k++) {
          Vec3 apart = within(other, random).minus(from);
          assertThat(apart.minus(way.times(apart.dot(way))).length()).isGreaterThan(1e-6);
        }
      }
      assertThat(one.isBeside(one, way, 0)).isFalse();
    }
  }

  private static Vec3 within(Extent extent, Random random) {
    double r = extent.halfDiagonal() / Math.sqrt(3);
    return new Vec3(
        extent.middle(0) + random.nextDouble(-r, r),
        extent.middle(1) + random.nextDouble(-r, r),
        extent.middle(2) + random.nextDouble(-r, r));
  }

  @Test
  void nothingIsBesideEverything() {
    Extent some = new Extent();
    some.add(new float[] {1, 2, 3}, 0, 1);
    assertThat(new Extent().isBeside(some, Vec3.X, 0)).isTrue();
    assertThat(some.isBeside(new Extent(), Vec3.X, 0)).isTrue();
  }

  @Test
  void nodesAreFoundByTheFaceTheyLieOn() {
    List<WallMeasurement> faces = List.of(face(square(0, false, 0)), face(square(5, false, 0)));
    EarlierWalls earlier =
        new EarlierWalls(faces, new SurfaceChange(List.of(), List.of(square(9, false, 0))));
    int count = faces.getFirst().nodeCount();
    float[] all = new float[12 * count];
    faces.get(0).putSamples(all, 0);
    faces.get(1).putSamples(all, 6 * count);
    for (int n = 0; n < 2 * count; n++) {
      float[] sample = Arrays.copyOfRange(all, 6 * n, 6 * n + 6);
      int found = earlier.find(sample);
      assertThat(earlier.faceOf(found)).isSameAs(faces.get(n / count));
      assertThat(earlier.nodeOf(found)).isEqualTo(n % count);
    }
    assertThat(earlier.find(new float[] {7, 7, 7, 0, 0, 1})).isNegative();
    assertThat(earlier.changes().nearest(0.5f, 0.5f, 9, 1)).isTrue();
  }

  private static WallMeasurement face(FineMesh plain) {
    return new WallMeasurement(plain, 0.4, new WallMeasurement.Terms(0.01f, 0.2f, 20));
  }
}
