package org.ankerdraft.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleConsumer;
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
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.Renderer;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/**
 * Frames per second of our renderer, edges and all, against the toolkit's 3D without edges, at 1280
 * x 800.
 */
public final class FrameBench extends Application {
  private static final int WIDTH = 1280;
  private static final int HEIGHT = 800;

  /** Ours and theirs take turns, so that a busy moment of the machine slows both. */
  private static final int TURNS = 4;

  private static final long TURN_NANOS = 1_500_000_000L;
  private static final long WARM_NANOS = 2_000_000_000L;
  private static final double[] DEFLECTIONS = {0.05, 0.012, 0.004};
  private static final int[] WANTED = {20_000, 100_000, 300_000};

  private final Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors());
  private final List<TriangleMesh> meshes = new ArrayList<>();
  private final List<org.ankerdraft.render.draw.Scene> scenes = new ArrayList<>();
  private final Raster raster = new Raster();
  private Camera camera =
      Camera.fitted(
          Camera.View.SLANTED, new Vec3(-60, -38, 0), new Vec3(60, 38, 34), WIDTH, HEIGHT, 40);

  public static void main(String[] args) {
    launch(args);
  }

  @Override
  public void init() {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
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
        scenes.add(org.ankerdraft.render.draw.Scene.of(List.of(analysis)));
      }
    }
  }

  /** Our frames per second over some time. */
  private double ours(int i, long nanos) {
    Look look = Look.plain(Palette.CHART);
    int count = 0;
    long start = System.nanoTime();
    while (System.nanoTime() - start < nanos) {
      camera = camera.orbited(Vec3.ZERO, 0.02, 0);
      renderer.draw(scenes.get(i), camera, look, raster);
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
    compare(stage, 0);
  }

  @Override
  public void stop() {
    renderer.close();
  }

  private void compare(Stage stage, int i) {
    if (i == meshes.size()) {
      Platform.exit();
      return;
    }
    MeshView view = new MeshView(toolkitMesh(meshes.get(i)));
    view.setMaterial(new PhongMaterial(javafx.scene.paint.Color.LIGHTSTEELBLUE));
    Rotate turn = new Rotate(0, Rotate.Z_AXIS);
    view.getTransforms().addAll(new Rotate(-55, Rotate.X_AXIS), turn);
    PerspectiveCamera eye = new PerspectiveCamera(true);
    eye.setTranslateZ(-220);
    eye.setFarClip(1000);
    Scene scene = new Scene(new Group(view), WIDTH, HEIGHT, true);
    scene.setCamera(eye);
    stage.setScene(scene);
    stage.show();
    ours(i, WARM_NANOS);
    theirs(
        turn,
        WARM_NANOS,
        warm -> turns(turn, i, new double[2], TURNS, () -> compare(stage, i + 1)));
  }

  /** Takes turns, adds up both, and prints their ratio after the last. */
  private void turns(Rotate turn, int i, double[] sums, int left, Runnable then) {
    if (left == 0) {
      Bench.ratio(
          "frames per second / toolkit 3D, " + meshes.get(i).triangleCount() / 1000 + "k triangles",
          sums[0] / sums[1],
          "at least 5",
          String.format("%.1f / %.1f", sums[0] / TURNS, sums[1] / TURNS));
      then.run();
      return;
    }
    sums[0] += ours(i, TURN_NANOS);
    theirs(
        turn,
        TURN_NANOS,
        frames -> {
          sums[1] += frames;
          turns(turn, i, sums, left - 1, then);
        });
  }

  /** The toolkit's frames per second over some time. */
  private static void theirs(Rotate turn, long nanos, DoubleConsumer then) {
    new AnimationTimer() {
      private long first;
      private int count;

      @Override
      public void handle(long now) {
        first = first == 0 ? now : first;
        turn.setAngle(turn.getAngle() + 1);
        if (now - first < nanos) {
          count++;
          return;
        }
        stop();
        double frames = count / ((now - first) / 1e9);
        Platform.runLater(() -> then.accept(frames));
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
