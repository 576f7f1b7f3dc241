package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What is built exactly at a bound of a map has one tint, whatever its last digits. */
class MapBandsTest {
  private static final double THIN = RuleBook.named("abs").orElseThrow().limit("wall.min").value();
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  /** A tub with rounded corners, its walls drafted by 1 degree and of one thickness. */
  private static CheckReport tub(double wallMm) {
    String json =
        """
        {"ankerdraft": 1, "name": "tub", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm", "rounding": "6 mm"}]},
          {"kind": "extrude", "id": "tub", "sketch": "s", "depth": "20 mm", "taper": "-1 deg", "body": "Body"},
          {"kind": "shell", "id": "wall", "thickness": "%s mm", "open": [{"choose": "face", "name": "tub/end"}]}]}
        """
            .formatted(wallMm);
    PartState state =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(
                ((Read.Ok) PartJson.read(json)).part(),
                Map.of(),
                PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    return new CheckRunner(kernel, 2)
        .check(state, RuleBook.named("abs").orElseThrow(), () -> false)
        .orElseThrow();
  }

  private static long hatched(CheckReport report) {
    Scene scene = Scene.of(List.copyOf(report.bodies().values()));
    Look look = Looks.of(Palette.CHART, Look.Map.WALL, scene, report, Vec3.Z);
    Raster raster = new Raster();
    try (Renderer renderer = new Renderer(2)) {
      renderer.draw(
          scene,
          Camera.fitted(
              Camera.View.SLANTED, new Vec3(-20, -15, 0), new Vec3(20, 15, 20), 400, 300, 30),
          look,
          raster);
    }
    return Arrays.stream(raster.colour())
        .filter(c -> RendererTest.isNear(c, Palette.CHART.hazard()))
        .count();
  }

  private static List<String> codes(CheckReport report) {
    return report.findings().stream().map(Finding::code).toList();
  }

  @Test
  void aWallExactlyAtItsLimitIsNeitherFoundNorHatched() {
    CheckReport report = tub(THIN);
    assertThat(codes(report)).doesNotContain("wall.thin");
    assertThat(hatched(report)).isZero();
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.97, 0.9})
  void oneBelowItIsFoundAndHatched(double share) {
    CheckReport report = tub(share * THIN);
    assertThat(codes(report)).contains("wall.thin");
    assertThat(hatched(report)).isGreaterThan(1000);
  }

  @Test
  void aFaceOfExactlyABoundsAngleLiesBeyondIt() {
    float[] bounds = Shader.draftBounds();
    assertThat(bounds).isSorted();
    for (int i = 0; i < bounds.length; i++) {
      double steepness = Math.toRadians(Math.abs(Shader.DRAFT_BANDS[i]));
      assertThat((double) Math.abs(bounds[i]))
          .isBetween(Math.sin(steepness - Math.toRadians(0.03)), Math.sin(steepness) - 1e-6);
    }
  }

  /** A steep triangle beside a bound would come within half a line's width of it. */
  @Test
  void aTriangleThatDoesNotReachABoundHasNoContourOfIt() {
    Slopes slopes = new Slopes();
    slopes.reserve(2);
    slopes.setValue(1, 1.5f, 1.7f, 2.4f, 0.1f, 0.2f, 0.1f, 0.1f);
    assertThat(slopes.spans(1, 1.49f)).isFalse();
    assertThat(slopes.spans(1, 1.5f)).isTrue();
    assertThat(slopes.spans(1, 2.2f)).isTrue();
    assertThat(slopes.spans(1, 2.5f)).isFalse();
  }
}
