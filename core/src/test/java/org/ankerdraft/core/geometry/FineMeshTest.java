package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FineMeshTest {
  private static final TriangleMesh BODY =
      Parts.KERNEL
          .mesh(
              Parts.ok(Parts.rod(20, 15)).bodies().values().iterator().next().named().shape(),
              0.05,
              Math.toRadians(15),
              new Budget(Duration.ofSeconds(60), Budget.Cancel.NEVER))
          .orThrow();

  private static double area(FineMesh m) {
    double sum = 0;
    for (int t = 0; t < m.triangleCount(); t++) {
      Vec3 a = m.node(m.triangles()[3 * t]);
      Vec3 b = m.node(m.triangles()[3 * t + 1]);
      Vec3 c = m.node(m.triangles()[3 * t + 2]);
      sum += b.minus(a).cross(c.minus(a)).length() / 2;
    }
    return sum;
  }

  /** Of each face: edges that only one triangle has make its border. */
  private static double border(FineMesh m) {
    Map<Long, Integer> uses = new HashMap<>();
    Map<Long, Double> lengths = new HashMap<>();
    for (int t = 0; t < m.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int a = m.triangles()[3 * t + k];
        int b = m.triangles()[3 * t + (k + 1) % 3];
        long key = (long) Math.min(a, b) << 32 | Math.max(a, b);
        uses.merge(key, 1, Integer::sum);
        lengths.put(key, m.lengthMm(a, b));
      }
    }
    assertThat(uses.values()).allMatch(n -> n <= 2);
    return uses.entrySet().stream()
        .filter(e -> e.getValue() == 1)
        .mapToDouble(e -> lengths.get(e.getKey()))
        .sum();
  }

  /** Halved anywhere, a mesh keeps its area, its border and its nodes, and no crack opens. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void halvingOpensNoCracks(long seed) {
    Random random = new Random(seed);
    FineMesh before = FineMesh.of(BODY, 2);
    FineMesh now = before;
    for (int round = 0; round < 3; round++) {
      Map<Long, Boolean> chosen = new HashMap<>();
      now =
          now.halved(
              marks(
                  now,
                  (a, b) ->
                      chosen.computeIfAbsent(
                          (long) Math.min(a, b) << 32 | Math.max(a, b),
                          k -> random.nextInt(4) == 0)));
    }
    assertThat(now.nodeCount()).isGreaterThan(before.nodeCount());
    for (int n = 0; n < before.nodeCount(); n++) {
      assertThat(now.node(n)).isEqualTo(before.node(n));
    }
    assertThat(area(now)).isCloseTo(area(before), within(1e-3));
    assertThat(border(now)).isCloseTo(border(before), within(1e-3));
  }

  /** Faces are meshes of their own, with the triangles that they have in the whole. */
  @Test
  void aMeshIsThatOfItsFaces() {
    List<FineMesh> faces = FineMesh.facesOf(BODY);
    assertThat(faces).hasSize(BODY.faceCount());
    for (int f = 0; f < faces.size(); f++) {
      FineMesh face = faces.get(f);
      int first = BODY.faceTriangleStart()[f];
      assertThat(face.triangleCount()).isEqualTo(BODY.faceTriangleStart()[f + 1] - first);
      assertThat(face.faceOfTriangle()).containsOnly(f + 1);
      for (int corner = 0; corner < face.triangles().length; corner++) {
        int node = BODY.triangles()[3 * first + corner];
        assertThat(face.node(face.triangles()[corner])).isEqualTo(BODY.node(node));
      }
    }
    FineMesh whole = FineMesh.joined(faces);
    assertThat(whole.faceOfTriangle().length).isEqualTo(BODY.triangleCount());
    for (int t = 0; t < whole.triangleCount(); t++) {
      assertThat(whole.faceOfTriangle()[t]).isEqualTo(BODY.faceOfTriangle(t));
      for (int corner = 3 * t; corner < 3 * t + 3; corner++) {
        assertThat(whole.node(whole.triangles()[corner]))
            .isEqualTo(BODY.node(BODY.triangles()[corner]));
      }
    }
  }

  /** Whatever its number, and only to the bit. */
  @Test
  void aFaceIsLikeItselfAlone() {
    List<FineMesh> faces = FineMesh.facesOf(BODY);
    List<FineMesh> again = FineMesh.facesOf(BODY);
    for (int f = 0; f < faces.size(); f++) {
      for (int g = 0; g < faces.size(); g++) {
        assertThat(faces.get(f).isLike(again.get(g))).isEqualTo(f == g);
      }
    }
    FineMesh moved = again.getFirst();
    moved.positions()[4] = Math.nextUp(moved.positions()[4]);
    assertThat(faces.getFirst().isLike(moved)).isFalse();
    FineMesh turned = again.getLast();
    turned.normals()[1] = -turned.normals()[1] + 1;
    assertThat(faces.getLast().isLike(turned)).isFalse();
  }

  private static byte[] marks(FineMesh mesh, FineMesh.Marked marked) {
    byte[] marks = new byte[mesh.triangleCount()];
    for (int t = 0; t < marks.length; t++) {
      marks[t] = mesh.marksOf(t, marked);
    }
    return marks;
  }

  @Test
  void aMeshWithoutMarksStaysAsItIs() {
    FineMesh mesh = FineMesh.of(BODY, 3);
    assertThat(mesh.halved(marks(mesh, (a, b) -> false))).isSameAs(mesh);
  }

  @ParameterizedTest
  @CsvSource({"0.7, 0.5", "1.2, 1", "1.7, 2", "30, 20", "0.0081, 0.01", "60, 50", "80, 100"})
  void stepsAreRound(double size, double step) {
    assertThat(Numbers.roundStep(size)).isCloseTo(step, within(1e-12));
  }
}
