package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What lies behind each other in a tub of 40 x 30 x 20 mm with walls of 2, seen from above. */
class BehindTest {
  private static GeometryKernel kernel;
  private static Scene scene;

  @BeforeAll
  static void build() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
    String json =
        """
        {"ankerdraft": 1, "name": "tub", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "box", "sketch": "s", "depth": "20 mm", "body": "Body"},
          {"kind": "shell", "id": "hollow", "thickness": "2 mm", "open": []}]}
        """;
    PartState state =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(
                ((Read.Ok) PartJson.read(json)).part(),
                Map.of(),
                PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    scene =
        Scene.of(
            List.copyOf(new Surveyor(kernel, 1).survey(state, () -> false).orElseThrow().values()));
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static Camera above() {
    return Camera.fitted(
            Camera.View.ABOVE, new Vec3(-20, -15, 0), new Vec3(20, 15, 20), 400, 300, 20)
        .facing(Camera.View.ABOVE);
  }

  private static List<Behind.Thing> at(Camera camera, Plane section, Vec3 place) {
    return Behind.at(scene, camera, section, camera.screenX(place), camera.screenY(place), 6);
  }

  private static List<Double> heights(List<Behind.Thing> things) {
    return things.stream()
        .filter(t -> !t.isEdge())
        .map(t -> {
          Scene.Item item = scene.faceAt(t.id());
          return item.body().named().topology().face(item.number()).point().z();
        })
        .toList();
  }

  /** A closed box of walls: outside above, inside above, inside below, outside below. */
  @Test
  void facesComeInTheirOrderThroughTheSolid() {
    List<Behind.Thing> there = at(above(), null, new Vec3(3, 4, 20));
    assertThat(there).noneMatch(Behind.Thing::isEdge);
    assertThat(heights(there)).containsExactly(20.0, 18.0, 2.0, 0.0);
  }

  /** What the section has cut away is not there. */
  @Test
  void whatIsCutAwayIsNotListed() {
    Plane section = new Plane(new Vec3(0, 0, 10), Vec3.Z);
    assertThat(heights(at(above(), section, new Vec3(3, 4, 10)))).containsExactly(2.0, 0.0);
  }

  /** Over the upper rim the edge is first, then the faces, then the edge of the underside. */
  @Test
  void anEdgeComesBeforeTheFacesItBounds() {
    List<Behind.Thing> there = at(above(), null, new Vec3(19.9, 4, 20));
    assertThat(there.getFirst().isEdge()).isTrue();
    Scene.Item first = scene.edgeAt(there.getFirst().id());
    assertThat(first.body().named().topology().edge(first.number()).mid().x())
        .isCloseTo(20, within(1e-9));
    assertThat(heights(there).getFirst()).isEqualTo(20.0);
    assertThat(there.stream().filter(Behind.Thing::isEdge)).hasSizeGreaterThanOrEqualTo(2);
  }

  /** From any side a line through a closed body enters as often as it leaves. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void aLineEntersAsOftenAsItLeaves(long seed) {
    Random random = new Random(seed);
    for (int i = 0; i < 50; i++) {
      Camera camera = above().orbited(Vec3.ZERO, random.nextDouble() * 6, random.nextDouble() * 3);
      Vec3 place =
          new Vec3(
              random.nextDouble() * 40 - 20,
              random.nextDouble() * 30 - 15,
              20 * random.nextDouble());
      List<Behind.Thing> faces = at(camera, null, place).stream().filter(t -> !t.isEdge()).toList();
      // All faces are plane: a line meets each at most once.
      assertThat(faces.size() % 2).as("seed %d, line %d", seed, i).isZero();
      assertThat(faces).isSortedAccordingTo((a, b) -> Double.compare(b.depth(), a.depth()));
    }
  }

  @Test
  void besideThePartThereIsNothing() {
    assertThat(at(above(), null, new Vec3(40, 0, 0))).isEmpty();
  }
}
