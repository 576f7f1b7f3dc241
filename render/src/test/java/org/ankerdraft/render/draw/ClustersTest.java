package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Groups of triangles: none is lost, and nothing that can be seen is passed over. */
class ClustersTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;

  /** Triangles here and there, on faces of different sizes. */
  private static final class Soup {
    final float[] positions;
    final int[] triangles;
    final int[] faces;

    Soup(long seed) {
      Random random = new Random(seed);
      int count = 400 + random.nextInt(400);
      positions = new float[9 * count];
      triangles = IntStream.range(0, 3 * count).toArray();
      faces = new int[count];
      int face = 1;
      for (int t = 0; t < count; t++) {
        face += random.nextInt(90) == 0 ? 1 : 0;
        faces[t] = face;
        for (int k = 0; k < 3; k++) {
          float centre = 60 * random.nextFloat() - 30;
          for (int corner = 0; corner < 3; corner++) {
            positions[9 * t + 3 * corner + k] = centre + 4 * random.nextFloat();
          }
        }
      }
    }

    Vec3 corner(int t, int corner) {
      int at = 3 * triangles[3 * t + corner];
      return new Vec3(positions[at], positions[at + 1], positions[at + 2]);
    }

    Vec3 normal(int t) {
      Vec3 a = corner(t, 0);
      return corner(t, 1).minus(a).cross(corner(t, 2).minus(a)).unit();
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void theOrderKeepsEachFaceTogetherAndLosesNoTriangle(long seed) {
    Soup soup = new Soup(seed);
    int[] order = Clusters.order(soup.positions, soup.triangles, soup.faces);
    int[] sorted = order.clone();
    Arrays.sort(sorted);
    assertThat(sorted).isEqualTo(IntStream.range(0, soup.faces.length).toArray());
    for (int t = 0; t < order.length; t++) {
      assertThat(soup.faces[order[t]]).isEqualTo(soup.faces[t]);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void neighboursInTheOrderAreNearerThanBefore(long seed) {
    Soup soup = new Soup(seed);
    int[] order = Clusters.order(soup.positions, soup.triangles, soup.faces);
    double before = 0;
    double after = 0;
    for (int t = 1; t < order.length; t++) {
      before += soup.corner(t, 0).distance(soup.corner(t - 1, 0));
      after += soup.corner(order[t], 0).distance(soup.corner(order[t - 1], 0));
    }
    assertThat(after).isLessThan(0.75 * before);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void eachGroupHoldsItsTrianglesAndTheirNormals(long seed) {
    Soup soup = new Soup(seed);
    Clusters clusters = Clusters.of(soup.positions, soup.triangles, soup.faces);
    assertThat(clusters.start[0]).isZero();
    assertThat(clusters.start[clusters.count()]).isEqualTo(soup.faces.length);
    for (int g = 0; g < clusters.count(); g++) {
      int at = g * Clusters.STRIDE;
      float[] s = clusters.shape;
      Vec3 middle = new Vec3(s[at], s[at + 1], s[at + 2]);
      Vec3 axis =
          new Vec3(s[at + Clusters.AXIS], s[at + Clusters.AXIS + 1], s[at + Clusters.AXIS + 2]);
      for (int t = clusters.start[g]; t < clusters.start[g + 1]; t++) {
        for (int corner = 0; corner < 3; corner++) {
          assertThat(soup.corner(t, corner).distance(middle))
              .isLessThan(s[at + Clusters.RADIUS] + 1e-3);
        }
        if (s[at + Clusters.CONE] <= 1) {
          double cosine = Math.sqrt(1 - s[at + Clusters.CONE] * s[at + Clusters.CONE]);
          assertThat(soup.normal(t).dot(axis)).isGreaterThan(cosine - 1e-3);
        }
      }
    }
  }

  private static Camera camera(Random random, boolean perspective) {
    Vec3 toward =
        new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    Vec3 right = toward.cross(Math.abs(toward.z()) < 0.9 ? Vec3.Z : Vec3.X).unit();
    Vec3 target = new Vec3(10 * random.nextDouble(), 10 * random.nextDouble(), 0);
    Camera camera =
        new Camera(target, right, toward.cross(right), 2 + 8 * random.nextDouble(), WIDTH, HEIGHT);
    return perspective ? camera.seenFrom(120 + 200 * random.nextDouble()) : camera;
  }

  @ParameterizedTest
  @ValueSource(longs = {11, 12, 13, 14, 15, 16})
  void whatLooksAwayFacesAwayFromTheEye(long seed) {
    Soup soup = new Soup(seed);
    // Groups of one triangle, so that their cones are narrow.
    int[] each = IntStream.rangeClosed(1, soup.faces.length).toArray();
    Clusters clusters = Clusters.of(soup.positions, soup.triangles, each);
    Camera camera = camera(new Random(seed), seed % 2 == 0);
    Projection projection = new Projection(camera);
    Vec3 eye =
        camera.target().plus(camera.toward().times(camera.isPerspective() ? camera.eyeMm() : 1e6));
    int away = 0;
    for (int t = 0; t < each.length; t++) {
      if (projection.looksAway(clusters.shape, t * Clusters.STRIDE)) {
        assertThat(soup.normal(t).dot(eye.minus(soup.corner(t, 0)))).isLessThan(0);
        away++;
      }
    }
    // Near half of them are passed over.
    assertThat((double) away / each.length).isBetween(0.3, 0.55);
  }

  @ParameterizedTest
  @ValueSource(longs = {21, 22, 23, 24, 25, 26})
  void theBoundsOfAGroupHoldAllItsPointsOnTheScreen(long seed) {
    Soup soup = new Soup(seed);
    Clusters clusters = Clusters.of(soup.positions, soup.triangles, soup.faces);
    Camera camera = camera(new Random(seed), seed % 2 == 0);
    Projection projection = new Projection(camera);
    double[] bounds = new double[4];
    double[] point = new double[4];
    for (int g = 0; g < clusters.count(); g++) {
      projection.bounds(clusters.shape, g * Clusters.STRIDE, bounds);
      for (int t = clusters.start[g]; t < clusters.start[g + 1]; t++) {
        for (int corner = 0; corner < 3; corner++) {
          Vec3 p = soup.corner(t, corner);
          projection.point(p.x(), p.y(), p.z(), point);
          assertThat(point[0]).isBetween(bounds[0] - 0.01, bounds[1] + 0.01);
          assertThat(point[1]).isBetween(bounds[2] - 0.01, bounds[3] + 0.01);
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {31, 32, 33, 34})
  void aProjectionIsItsCameraInNumbers(long seed) {
    Random random = new Random(seed);
    Camera camera = camera(random, seed % 2 == 0);
    Projection projection = new Projection(camera);
    float[] points = new float[30];
    for (int i = 0; i < points.length; i++) {
      points[i] = 50 * random.nextFloat() - 25;
    }
    float[] screen = new float[points.length];
    projection.project(points, 0, points.length / 3, screen);
    double[] one = new double[4];
    for (int i = 0; i < points.length; i += 3) {
      Vec3 p = new Vec3(points[i], points[i + 1], points[i + 2]);
      projection.point(p.x(), p.y(), p.z(), one);
      assertThat(one[0]).isCloseTo(camera.screenX(p), within(1e-9));
      assertThat(one[1]).isCloseTo(camera.screenY(p), within(1e-9));
      assertThat(one[2]).isCloseTo(camera.depth(p), within(1e-9));
      assertThat((double) screen[i]).isCloseTo(one[0], within(1e-2));
      assertThat((double) screen[i + 1]).isCloseTo(one[1], within(1e-2));
      assertThat((double) screen[i + 2]).isCloseTo(one[2], within(1e-3));
      assertThat(camera.at(one[0], one[1], one[2]).distance(p)).isLessThan(1e-9);
    }
  }
}
