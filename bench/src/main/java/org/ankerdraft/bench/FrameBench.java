package org.ankerdraft.bench;

import java.util.ArrayList;
import java.util.List;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.ConditionalFeature;
import javafx.application.Platform;
import javafx.scene.Group;
import javafx.scene.PerspectiveCamera;
import javafx.scene.Scene;
import javafx.scene.paint.PhongMaterial;
import javafx.scene.shape.MeshView;
import javafx.scene.transform.Rotate;
import javafx.stage.Stage;
import org.ankerdraft.core.build.PartState;
import org.ankerdraft.core.check.BodyAnalysis;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.kernel.Vec3;
import org.ankerdraft.render.Camera;
import org.ankerdraft.render.Look;
import org.ankerdraft.render.Palette;
import org.ankerdraft.render.Raster;
import org.ankerdraft.render.Renderer;

/**
 * Frames per second of our renderer, edges and all, against the toolkit's 3D without edges, at 1280
 * x 800.
 */
public final class FrameBench extends Application {
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;
  private static final long MEASURE_NANOS = 4_000_000_000L;
  private static final double[] DEFLECTIONS = {0.05, 0.012, 0.004};
  private static final int[] WANTED = {20_000, 100_000, 300_000};

  private final List<TriangleMesh> meshes = new ArrayList<>();
  private final List<Double> ours = new ArrayList<>();
  private final List<Double> theirs = new ArrayList<>();

  public static void main(String[] args) {
    launch(args);
  }

  @Override
  public void init() {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker());
        Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors())) {
      PartState state = Bench.build(kernel, Bench.lampBase());
      var body = state.bodies().values().iterator().next();
      for (int i = 0; i < WANTED.length; i++) {
        double deflection = DEFLECTIONS[i];
        TriangleMesh mesh =
            kernel
                .mesh(body.named().shape(), deflection, Math.toRadians(20), Budget.ofSeconds(60))
                .orThrow();
        while (mesh.triangleCount() < WANTED[i]) {
          deflection /= 1.6;
          mesh =
              kernel
                  .mesh(
                      body.named().shape(),
                      deflection,
                      Math.toRadians(20 * deflection / DEFLECTIONS[i]),
                      Budget.ofSeconds(60))
                  .orThrow();
        }
        meshes.add(mesh);
        var analysis =
            new BodyAnalysis(body, mesh, new Bvh(new float[0], new int[0]), List.of(), null, null);
        ours.add(frames(renderer, org.ankerdraft.render.Scene.of(List.of(analysis))));
      }
    }
  }

  private static double frames(Renderer renderer, org.ankerdraft.render.Scene scene) {
    Camera camera =
        Camera.fitted(
            Camera.View.SLANTED, new Vec3(-60, -38, 0), new Vec3(60, 38, 34), WIDTH, HEIGHT, 40);
    Raster raster = new Raster();
    Look look = Look.plain(Palette.CHART);
    long warm = System.nanoTime() + MEASURE_NANOS / 2;
    while (System.nanoTime() < warm) {
      camera = camera.orbited(Vec3.ZERO, 0.02, 0);
      renderer.draw(scene, camera, look, raster);
    }
    int count = 0;
    long start = System.nanoTime();
    while (System.nanoTime() - start < MEASURE_NANOS) {
      camera = camera.orbited(Vec3.ZERO, 0.02, 0);
      renderer.draw(scene, camera, look, raster);
      count++;
    }
    return count / ((System.nanoTime() - start) / 1e9);
  }

  @Override
  public void start(Stage stage) {
    if (!Platform.isSupported(ConditionalFeature.SCENE3D)) {
      System.out.println("the toolkit has no 3D here; start with -Dprism.order=es2");
      Platform.exit();
      return;
    }
    show(stage, 0);
  }

  private void show(Stage stage, int i) {
    if (i == meshes.size()) {
      for (int k = 0; k < meshes.size(); k++) {
        Bench.ratio(
            "frames per second / toolkit 3D, "
                + meshes.get(k).triangleCount() / 1000
                + "k triangles",
            ours.get(k) / theirs.get(k),
            "at least 5",
            String.format("%.1f / %.1f", ours.get(k), theirs.get(k)));
      }
      Platform.exit();
      return;
    }
    MeshView view = new MeshView(toolkitMesh(meshes.get(i)));
    view.setMaterial(new PhongMaterial(javafx.scene.paint.Color.LIGHTSTEELBLUE));
    Rotate turn = new Rotate(0, Rotate.Z_AXIS);
    view.getTransforms().addAll(new Rotate(-55, Rotate.X_AXIS), turn);
    PerspectiveCamera camera = new PerspectiveCamera(true);
    camera.setTranslateZ(-220);
    camera.setFarClip(1000);
    Scene scene = new Scene(new Group(view), WIDTH, HEIGHT, true);
    scene.setCamera(camera);
    stage.setScene(scene);
    stage.show();
    new AnimationTimer() {
      private long first;
      private int count;

      @Override
      public void handle(long now) {
        first = first == 0 ? now : first;
        turn.setAngle(turn.getAngle() + 1);
        if (now - first > MEASURE_NANOS / 2) {
          count++;
        }
        if (now - first > MEASURE_NANOS * 3 / 2) {
          stop();
          theirs.add(count / (MEASURE_NANOS / 1e9));
          Platform.runLater(() -> show(stage, i + 1));
        }
      }
    }.start();
  }

  private static javafx.scene.shape.TriangleMesh toolkitMesh(TriangleMesh m) {
    javafx.scene.shape.TriangleMesh t = new javafx.scene.shape.TriangleMesh();
    t.getPoints().setAll(m.positions());
    t.getTexCoords().setAll(0, 0);
    int[] faces = new int[2 * m.triangles().length];
    for (int i = 0; i < m.triangles().length; i++) {
      faces[2 * i] = m.triangles()[i];
    }
    t.getFaces().setAll(faces);
    return t;
  }
}
