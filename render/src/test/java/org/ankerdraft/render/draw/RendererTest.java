package org.ankerdraft.render.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.render.export.PartImage;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Pictures of a box of 40 x 30 x 20 mm, whose outline is known. */
class RendererTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;
  private static GeometryKernel kernel;
  private static PartState state;
  private static CheckReport report;
  private static Scene scene;

  @BeforeAll
  static void build() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
    String json =
        """
        {"ankerdraft": 1, "name": "box", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "box", "sketch": "s", "depth": "20 mm", "body": "Body"}]}
        """;
    PartDocument part = ((Read.Ok) PartJson.read(json)).part();
    state =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
            .orElseThrow();
    report =
        new CheckRunner(kernel, 2)
            .check(state, RuleBook.named("abs").orElseThrow(), () -> false)
            .orElseThrow();
    scene = Scene.of(List.copyOf(report.bodies().values()));
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  private static Camera camera(Camera.View view) {
    return Camera.fitted(view, new Vec3(-20, -15, 0), new Vec3(20, 15, 20), WIDTH, HEIGHT, 30);
  }

  private static Raster drawn(Camera camera, Look look) {
    Raster raster = new Raster();
    try (Renderer renderer = new Renderer(2)) {
      renderer.draw(scene, camera, look, raster);
    }
    return raster;
  }

  private static long covered(Raster raster) {
    return java.util.stream.IntStream.range(0, raster.width() * raster.height())
        .filter(
            i -> raster.depthAt(i % raster.width(), i / raster.width()) > Float.NEGATIVE_INFINITY)
        .count();
  }

  @ParameterizedTest
  @EnumSource(
      value = Camera.View.class,
      names = {"ABOVE", "BELOW", "FRONT", "BACK", "LEFT", "RIGHT"})
  void aStandardViewShowsTheSideItNames(Camera.View view) {
    Camera camera = camera(view);
    Raster raster = drawn(camera, Look.plain(Palette.CHART));
    double side =
        switch (view) {
          case ABOVE, BELOW -> 40.0 * 30;
          case FRONT, BACK -> 40.0 * 20;
          default -> 30.0 * 20;
        };
    double expected = side * camera.pixelsPerMm() * camera.pixelsPerMm();
    assertThat((double) covered(raster)).isCloseTo(expected, within(expected * 0.02));
    String face =
        switch (view) {
          case ABOVE -> "box/end";
          case BELOW -> "box/start";
          case FRONT -> "box/side:r.bottom";
          case BACK -> "box/side:r.top";
          case LEFT -> "box/side:r.left";
          default -> "box/side:r.right";
        };
    Scene.Item seen = scene.faceAt(raster.faceAt(WIDTH / 2, HEIGHT / 2));
    assertThat(seen.body().named().faceName(seen.number())).hasToString(face);
  }

  @Test
  void aFaceIsPickedWhereItIsSeenAndAnEdgeNearIt() {
    Camera camera = camera(Camera.View.ABOVE);
    Raster raster = drawn(camera, Look.plain(Palette.CHART));
    double x = camera.screenX(new Vec3(20, 0, 20));
    double y = camera.screenY(new Vec3(20, 0, 20));
    int edge = Renderer.edgeAt(scene, camera, null, raster, 1, x - 2, y, 6);
    assertThat(edge).isPositive();
    Scene.Item item = scene.edgeAt(edge);
    assertThat(item.body().named().edgeName(item.number())).hasToString("box/end|box/side:r.right");
    assertThat(Renderer.edgeAt(scene, camera, null, raster, 1, WIDTH / 2.0, HEIGHT / 2.0, 6))
        .isZero();
    // What a section cuts away is not there.
    Plane below = new Plane(new Vec3(0, 0, -1000), new Vec3(0, 0, 1));
    assertThat(Renderer.edgeAt(scene, camera, below, raster, 1, x - 2, y, 6)).isZero();
  }

  @Test
  void aSectionCutsAwayHalfAndShowsItsCap() {
    Camera camera = camera(Camera.View.FRONT);
    Plane middle = new Plane(new Vec3(0, 0, 10), new Vec3(0, -1, 0));
    Raster raster = drawn(camera, Look.plain(Palette.CHART).withSection(middle));
    // Seen from the front, the cap lies at y = 0: it is not a face, and its depth is that of the
    // plane.
    assertThat(raster.faceAt(WIDTH / 2, HEIGHT / 2)).isZero();
    assertThat((double) raster.depthAt(WIDTH / 2, HEIGHT / 2))
        .isCloseTo(camera.depth(new Vec3(0, 0, 10)), within(1e-3));
  }

  @Test
  void beyondALimitIsHatchedInTheHazardColour() {
    Look look = Looks.of(Palette.CHART, Look.Map.WALL, scene, report, Vec3.Z);
    Raster raster = drawn(camera(Camera.View.ABOVE), look);
    long hazard =
        java.util.Arrays.stream(raster.colour())
            .filter(c -> isNear(c, Palette.CHART.hazard()))
            .count();
    // The box is 20 mm thick, 3.6 mm are allowed: hatched all over, a third of the pixels are
    // hatch.
    assertThat((double) hazard / covered(raster)).isBetween(0.2, 0.5);
  }

  static boolean isNear(int colour, int rgb) {
    return Math.abs(((colour >> 16) & 0xFF) - ((rgb >> 16) & 0xFF)) < 40
        && Math.abs(((colour >> 8) & 0xFF) - ((rgb >> 8) & 0xFF)) < 40
        && Math.abs((colour & 0xFF) - (rgb & 0xFF)) < 40;
  }

  @Test
  void orbitingKeepsThePivotInPlaceAndTheAxesSquare() {
    Camera camera = camera(Camera.View.SLANTED);
    Vec3 pivot = new Vec3(12, -7, 3);
    Camera turned = camera.orbited(pivot, 0.7, -0.4);
    assertThat(turned.screenX(pivot)).isCloseTo(camera.screenX(pivot), within(1e-6));
    assertThat(turned.screenY(pivot)).isCloseTo(camera.screenY(pivot), within(1e-6));
    assertThat(turned.right().dot(turned.up())).isCloseTo(0, within(1e-9));
    assertThat(turned.right().length()).isCloseTo(1, within(1e-9));
  }

  @Test
  void zoomingKeepsThePointUnderThePointer() {
    Camera camera = camera(Camera.View.SLANTED);
    Vec3 p = camera.at(90, 60, 0);
    Camera closer = camera.zoomed(2.5, 90, 60);
    assertThat(closer.screenX(p)).isCloseTo(90, within(1e-6));
    assertThat(closer.screenY(p)).isCloseTo(60, within(1e-6));
    assertThat(closer.pixelsPerMm()).isCloseTo(2.5 * camera.pixelsPerMm(), within(1e-9));
  }

  @Test
  void theScaleBarIsARoundNumber() {
    for (double scale : new double[] {0.013, 0.4, 3.7, 55, 800}) {
      Camera camera = new Camera(Vec3.ZERO, Vec3.X, Vec3.Y, scale, WIDTH, HEIGHT);
      double step = ChartPainter.scaleStep(camera, LengthUnit.MM);
      double lead = step / Math.pow(10, Math.floor(Math.log10(step) + 1e-9));
      assertThat(List.of(1L, 2L, 5L, 10L)).contains(Math.round(lead));
      assertThat(step * scale).isBetween(25.0, 130.0);
    }
  }

  @Test
  void aChartIsAPictureWithNumbersAndAFrame() {
    var image = PartImage.chart(state, report, Look.Map.WALL, 640, 480);
    assertThat(image.getRGB(2, 2) & 0xFFFFFF).isNotEqualTo(Palette.CHART.field());
    byte[] png = PartImage.png(image);
    assertThat(png).startsWith(0x89, 'P', 'N', 'G');
  }

  /** Views from anywhere, every other one in perspective. */
  private static Camera random(long seed) {
    Random random = new Random(seed);
    Vec3 toward =
        new Vec3(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
    Vec3 right = toward.cross(Math.abs(toward.z()) < 0.9 ? Vec3.Z : Vec3.X).unit();
    Camera camera =
        new Camera(
            new Vec3(random.nextDouble(), random.nextDouble(), 10),
            right,
            toward.cross(right),
            2 + 4 * random.nextDouble(),
            WIDTH,
            HEIGHT);
    return seed % 2 == 0 ? camera : camera.seenFrom(80 + 100 * random.nextDouble());
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void whatIsPassedOverIsNotMissed(long seed) {
    Camera camera = random(seed);
    // A section that cuts nothing away has every triangle drawn, from either side.
    Plane beyond = new Plane(new Vec3(0, 0, 1000), Vec3.Z);
    Raster some = drawn(camera, Look.plain(Palette.CHART));
    Raster all = drawn(camera, Look.plain(Palette.CHART).withSection(beyond));
    assertThat(covered(some)).isGreaterThan(1000);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        // On the outline the far side may show by a hair; it is a face only where that is hidden.
        boolean isFarSide = all.faceAt(x, y) == 0 && all.depthAt(x, y) > Float.NEGATIVE_INFINITY;
        if (!isFarSide) {
          assertThat(some.faceAt(x, y)).as("face at %d, %d", x, y).isEqualTo(all.faceAt(x, y));
        }
      }
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void eachPixelLeadsBackToAPlaceOnTheFaceItShows(long seed) {
    Camera camera = random(seed);
    Raster raster = drawn(camera, Look.plain(Palette.CHART));
    int seen = 0;
    for (int y = 5; y < HEIGHT; y += 7) {
      for (int x = 5; x < WIDTH; x += 7) {
        int face = raster.faceAt(x, y);
        if (face > 0) {
          Vec3 p = camera.at(x + 0.5, y + 0.5, raster.depthAt(x, y));
          double off =
              Math.min(
                  Math.abs(Math.abs(p.x()) - 20),
                  Math.min(
                      Math.abs(Math.abs(p.y()) - 15),
                      Math.min(Math.abs(p.z()), Math.abs(p.z() - 20))));
          assertThat(off).isLessThan(2e-3);
          assertThat(camera.screenX(p)).isCloseTo(x + 0.5, within(1e-6));
          assertThat(camera.screenY(p)).isCloseTo(y + 0.5, within(1e-6));
          assertThat(camera.depth(p)).isCloseTo(raster.depthAt(x, y), within(1e-4));
          seen++;
        }
      }
    }
    assertThat(seen).isGreaterThan(20);
  }

  @Test
  void inPerspectiveTheNearerOfTwoEqualEdgesIsTheLonger() {
    Camera camera = camera(Camera.View.FRONT).seenFrom(100);
    Vec3 middle = camera.target();
    double near =
        camera.screenX(middle.plus(new Vec3(20, -15, 0)))
            - camera.screenX(middle.plus(new Vec3(-20, -15, 0)));
    double far =
        camera.screenX(middle.plus(new Vec3(20, 15, 0)))
            - camera.screenX(middle.plus(new Vec3(-20, 15, 0)));
    // By similar triangles from an eye 100 mm away: 85 to 115.
    assertThat(near / far).isCloseTo(115.0 / 85, within(1e-9));
  }

  @Test
  void inPerspectiveASectionsCapLiesOnItsPlane() {
    Camera camera = camera(Camera.View.SLANTED).seenFrom(120);
    Plane middle = new Plane(new Vec3(0, 0, 10), Vec3.Z);
    Raster raster = drawn(camera, Look.plain(Palette.CHART).withSection(middle));
    int x = (int) camera.screenX(new Vec3(3, 2, 10));
    int y = (int) camera.screenY(new Vec3(3, 2, 10));
    assertThat(raster.faceAt(x, y)).isZero();
    assertThat(camera.at(x + 0.5, y + 0.5, raster.depthAt(x, y)).z()).isCloseTo(10, within(1e-3));
  }

  @ParameterizedTest
  @ValueSource(doubles = {60, 150, Double.POSITIVE_INFINITY})
  void aFittedViewHoldsThePartAndFillsTheRoom(double eyeMm) {
    Camera camera = scene.fitted(camera(Camera.View.SLANTED).seenFrom(eyeMm), 30);
    double left = Double.MAX_VALUE;
    double right = 0;
    double top = Double.MAX_VALUE;
    double bottom = 0;
    for (int corner = 0; corner < 8; corner++) {
      Vec3 p =
          new Vec3(
              (corner & 1) == 0 ? -20 : 20,
              (corner & 2) == 0 ? -15 : 15,
              (corner & 4) == 0 ? 0 : 20);
      left = Math.min(left, camera.screenX(p));
      right = Math.max(right, camera.screenX(p));
      top = Math.min(top, camera.screenY(p));
      bottom = Math.max(bottom, camera.screenY(p));
    }
    double slack = 1;
    assertThat(Math.max((right - left) / (WIDTH - 60), (bottom - top) / (HEIGHT - 60)))
        .isCloseTo(1, within(0.02));
    assertThat((left + right) / 2).isCloseTo(WIDTH / 2.0, within(slack));
    assertThat((top + bottom) / 2).isCloseTo(HEIGHT / 2.0, within(slack));
  }

  @Test
  void nothingOfAnOlderDrawingStaysInAReusedRaster() {
    Raster raster = new Raster();
    try (Renderer renderer = new Renderer(2)) {
      Look look = Look.plain(Palette.CHART);
      renderer.draw(scene, camera(Camera.View.SLANTED), look, raster);
      renderer.draw(scene, camera(Camera.View.SLANTED).panned(90, 40), look, raster);
      renderer.draw(scene, camera(Camera.View.FRONT).scaled(0.3), look, raster);
    }
    Raster fresh = drawn(camera(Camera.View.FRONT).scaled(0.3), Look.plain(Palette.CHART));
    assertThat(raster.colour()).isEqualTo(fresh.colour());
    assertThat(covered(raster)).isEqualTo(covered(fresh));
  }

  @Test
  void aBroadEdgeOnTheOutlineLeavesNothingBehind() {
    Raster raster = new Raster();
    Look broad = Look.plain(Palette.CHART).withEdited(Set.of(), allEdges());
    try (Renderer renderer = new Renderer(2)) {
      Camera camera = camera(Camera.View.FRONT);
      for (int step = 0; step < 6; step++) {
        renderer.draw(scene, camera.panned(7 * step, 0), broad, raster);
      }
      for (int step = 6; step >= 0; step--) {
        renderer.draw(scene, camera.panned(3.3 * step, 0), broad, raster);
      }
    }
    assertThat(raster.colour()).isEqualTo(drawn(camera(Camera.View.FRONT), broad).colour());
  }

  private static Set<Integer> allEdges() {
    return IntStream.rangeClosed(1, scene.edgeCount()).boxed().collect(Collectors.toSet());
  }

  @Test
  void whereNothingIsSeenThereIsGround() {
    Raster raster = new Raster();
    try (Renderer renderer = new Renderer(2)) {
      Look look = Look.plain(Palette.CHART);
      renderer.draw(scene, camera(Camera.View.SLANTED), look, raster);
      for (Scene none : List.of(Scene.empty(), scene)) {
        Camera past = camera(Camera.View.FRONT).panned(-5 * WIDTH, 0);
        renderer.draw(none, past, look, raster);
        assertThat(raster.colour()).containsOnly(0xFF000000 | Palette.CHART.field());
        renderer.draw(scene, camera(Camera.View.SLANTED), look, raster);
        renderer.draw(none, past.panned(10 * WIDTH, 0), look, raster);
        assertThat(raster.colour()).containsOnly(0xFF000000 | Palette.CHART.field());
      }
    }
  }

  /** While a part is checked its map keeps the scale that it had. */
  @Test
  void theScaleOfTheMapHoldsMeanwhile() {
    Look last =
        Look.plain(Palette.CHART).withWall(1.1f, 3.6f, new float[] {1.1f, 2, 3, 3.5f, 3.6f});
    Look meanwhile =
        Looks.meanwhile(Palette.NIGHT, Look.Map.WALL, Scene.empty(), new Vec3(0, 0, 1), last);
    assertThat(meanwhile.bands()).isEqualTo(last.bands());
    assertThat(meanwhile.thinMm()).isEqualTo(1.1f);
    assertThat(meanwhile.palette()).isEqualTo(Palette.NIGHT);
    assertThat(Looks.meanwhile(Palette.CHART, Look.Map.WALL, Scene.empty(), Vec3.Z, null).bands())
        .isEmpty();
  }
}
