package org.ankerdraft.bench;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.Renderer;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/** A lantern grille of 150 steps and 1,500 faces: its rebuild, and how it turns. */
public final class GrilleBench {
  private static final int ROUNDS = 3;

  /** Openings, a sketch and an extrusion each, in a square of so many a side. */
  private static final int OPENINGS = 74;

  private static final int A_ROW = 9;
  private static final double PITCH_MM = 34;
  private static final double WANTED_FRAMES = 40;
  private static final long TURN_NANOS = 3_000_000_000L;

  private GrilleBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    PartDocument part = grille();
    RebuildBench.Times times = RebuildBench.times(part, ROUNDS);
    int faces;
    double frames;
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartState state = Bench.build(kernel, part);
      Body body = state.bodies().values().iterator().next();
      faces = body.named().faceNames().size();
      frames = frames(kernel, body);
    }
    String size = part.steps().size() + " steps, " + faces + " faces";
    Bench.ratio(
        "grille of " + size + ": rebuild / its requests without the proofs",
        times.two() / times.bare(),
        "at most 3",
        String.format(Locale.ROOT, "%.0f / %.0f ms", times.two(), times.bare()));
    Bench.ratio(
        "grille of " + size + ": frames a second while it turns / 40",
        frames / WANTED_FRAMES,
        "at least 1",
        String.format(Locale.ROOT, "%.0f", frames));
  }

  /** Each opening has two slots with round corners, a slit and a round hole. */
  private static PartDocument grille() {
    StringBuilder s =
        new StringBuilder(
            "{\"ankerdraft\":1,\"name\":\"grille\",\"steps\":["
                + "{\"kind\":\"sketch\",\"id\":\"s\",\"curves\":[{\"curve\":\"rectangle\",\"name\":\"r\",\"corner\":[\"-4 mm\",\"-4 mm\"],\"width\":\"320 mm\",\"height\":\"320 mm\"}]},"
                + "{\"kind\":\"extrude\",\"id\":\"plate\",\"sketch\":\"s\",\"depth\":\"3 mm\"}");
    for (int i = 0; i < OPENINGS; i++) {
      double x = PITCH_MM * (i % A_ROW);
      int row = i / A_ROW;
      double y = PITCH_MM * row;
      s.append(
          String.format(
              Locale.ROOT,
              ",{\"kind\":\"sketch\",\"id\":\"o%1$d\",\"curves\":["
                  + "{\"curve\":\"rectangle\",\"name\":\"a\",\"corner\":[\"%2$.1f mm\",\"%3$.1f mm\"],\"width\":\"8 mm\",\"height\":\"28 mm\",\"rounding\":\"2 mm\"},"
                  + "{\"curve\":\"rectangle\",\"name\":\"b\",\"corner\":[\"%4$.1f mm\",\"%3$.1f mm\"],\"width\":\"8 mm\",\"height\":\"28 mm\",\"rounding\":\"2 mm\"},"
                  + "{\"curve\":\"rectangle\",\"name\":\"c\",\"corner\":[\"%5$.1f mm\",\"%3$.1f mm\"],\"width\":\"3 mm\",\"height\":\"18 mm\"},"
                  + "{\"curve\":\"circle\",\"name\":\"k\",\"centre\":[\"%6$.1f mm\",\"%7$.1f mm\"],\"diameter\":\"4 mm\"}]},"
                  + "{\"kind\":\"extrude\",\"id\":\"e%1$d\",\"sketch\":\"o%1$d\",\"extent\":\"through all\",\"use\":\"subtract\"}",
              i,
              x,
              y,
              x + 10,
              x + 20,
              x + 26,
              y + 14));
    }
    if (!(PartJson.read(s.append("]}").toString()) instanceof Read.Ok(PartDocument part))) {
      throw new IllegalStateException("the bench's own part is read");
    }
    return part;
  }

  private static double frames(GeometryKernel kernel, Body body) {
    MeshAccuracy accuracy = MeshAccuracy.forSize(body.named().shape().mass().diagonalMm());
    TriangleMesh mesh =
        kernel
            .mesh(
                body.named().shape(),
                accuracy.deflectionMm(),
                accuracy.angleRad(),
                Budget.ofSeconds(60))
            .orThrow();
    Scene scene =
        Scene.of(
            List.of(
                new BodyAnalysis(
                    body, mesh, new Bvh(new float[0], new int[0]), List.of(), null, null)));
    Camera camera =
        Camera.fitted(
            Camera.View.SLANTED, new Vec3(-4, -4, 0), new Vec3(316, 316, 3), 1280, 800, 40);
    Raster raster = new Raster();
    Look look = Look.plain(Palette.CHART);
    try (Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors())) {
      drawn(renderer, scene, camera, look, raster);
      return drawn(renderer, scene, camera, look, raster);
    }
  }

  private static double drawn(
      Renderer renderer, Scene scene, Camera camera, Look look, Raster raster) {
    Camera turning = camera;
    int count = 0;
    long start = System.nanoTime();
    while (System.nanoTime() - start < TURN_NANOS) {
      turning = turning.orbited(new Vec3(156, 156, 0), 0.02, 0);
      renderer.draw(scene, turning, look, raster);
      count++;
    }
    return count / ((System.nanoTime() - start) / 1e9);
  }
}
