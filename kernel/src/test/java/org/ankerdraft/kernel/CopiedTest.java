package org.ankerdraft.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Operations that work on a copy leave most of it alone, and the worker passes on what it knows of
 * that. What it says then must be what a worker says that has never seen the original.
 */
class CopiedTest {
  private static final Budget BUDGET = Budget.ofSeconds(30);
  private static final double ANGLE = Math.toRadians(15);
  private static final double CHORD = 0.02;
  private static GeometryKernel kernel;

  @BeforeAll
  static void start() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
  }

  @AfterAll
  static void stop() {
    kernel.close();
  }

  /** A box of 60 x 40 x 20 with rods on it and holes in it, meshed. */
  private static Shape body(Random random) {
    Shape body = Solids.box(kernel, 60, 40, 20);
    for (int i = 0; i < 3; i++) {
      double height = random.nextBoolean() ? 30 : -5;
      Shape rod =
          Solids.extruded(kernel, Solids.disc(random.nextDouble(2, 4)), height > 0 ? 30 : 40)
              .shape();
      Vec3 to = new Vec3(10 + 20 * i, random.nextDouble(12, 28), height > 0 ? 5 : -10);
      Shape tool = kernel.move(rod, Motion.shift(to), BUDGET).orThrow().shape();
      Combination kind = height > 0 ? Combination.UNITE : Combination.SUBTRACT;
      body = kernel.combine(kind, body, List.of(tool), true, BUDGET).orThrow().shape();
    }
    return meshed(body);
  }

  private static Shape meshed(Shape shape) {
    assertThat(kernel.mesh(shape, CHORD, ANGLE, BUDGET).orThrow().watertight()).isTrue();
    assertThat(kernel.draftRanges(shape, Vec3.Z, 1e-4, BUDGET).orThrow()).isNotEmpty();
    return shape;
  }

  /** Not all that the library calls done is. */
  private static boolean isWhole(Shape shape) {
    return shape.proof().isSound()
        && kernel.mesh(shape, CHORD, ANGLE, BUDGET).orThrow().watertight();
  }

  private static List<Integer> edges(Shape shape, Topology.CurveKind kind) {
    return IntStream.rangeClosed(1, shape.topology().edges().size())
        .filter(e -> shape.topology().edge(e).kind() == kind)
        .boxed()
        .toList();
  }

  private static Shape blended(Random random, Shape body) {
    List<Integer> lines = new ArrayList<>(edges(body, Topology.CurveKind.LINE));
    lines.removeIf(e -> !body.topology().edge(e).isSharp());
    int edge = lines.get(random.nextInt(lines.size()));
    BlendType type = random.nextBoolean() ? BlendType.ROUND : BlendType.CHAMFER;
    return kernel.blend(body, type, Map.of(edge, random.nextDouble(0.5, 1.5)), BUDGET)
                instanceof Outcome.Done<Derived>(Derived done)
            && isWhole(done.shape())
        ? done.shape()
        : body;
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void aBlendedBodyIsDescribedAndMeshedAsIfItWereNew(long seed) {
    Random random = new Random(seed);
    Shape body = body(random);
    for (int i = 0; i < 4; i++) {
      body = meshed(blended(random, body));
      Anew.assertSame(kernel, body, CHORD);
    }
    Anew.assertSameDraft(kernel, body, new Vec3(0, 0.6, 0.8));
    Anew.assertSameDraft(kernel, body, Vec3.Z);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void aHollowedBodyIsDescribedAndMeshedAsIfItWereNew(long seed) {
    Random random = new Random(seed);
    Shape box = meshed(Solids.box(kernel, 50, random.nextDouble(30, 40), 20));
    int top = Solids.faceLooking(box, Vec3.Z);
    Shape hollow =
        kernel
            .thicken(box, List.of(top), -2, Map.of(), GeometryKernel.Join.INTERSECTION, BUDGET)
            .orThrow()
            .shape();
    Anew.assertSame(kernel, hollow, CHORD);
    Shape round = meshed(blended(random, meshed(hollow)));
    Anew.assertSame(kernel, round, CHORD);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void aDraftedWallLeavesTheOthersAsIfTheyWereNew(long seed) {
    Random random = new Random(seed);
    Shape body = body(random);
    int wall = Solids.faceLooking(body, Vec3.X);
    Shape leaning =
        kernel
            .draft(body, Map.of(wall, random.nextDouble(0.01, 0.05)), Vec3.Z, Solids.GROUND, BUDGET)
            .orThrow()
            .shape();
    Anew.assertSame(kernel, leaning, CHORD);
    Anew.assertSameDraft(kernel, leaning, Vec3.Z);
  }

  /** A hole through the middle is taken away: four of six faces stay as they are. */
  @Test
  void aHealedBodyIsDescribedAndMeshedAsIfItWereNew() {
    Shape rod = Solids.extruded(kernel, Solids.disc(3), 30).shape();
    Shape tool = kernel.move(rod, Motion.shift(new Vec3(30, 20, -5)), BUDGET).orThrow().shape();
    Shape box = Solids.box(kernel, 60, 40, 20);
    Shape holed =
        kernel.combine(Combination.SUBTRACT, box, List.of(tool), true, BUDGET).orThrow().shape();
    int hole =
        IntStream.rangeClosed(1, holed.topology().faces().size())
            .filter(f -> holed.topology().face(f).kind() == Topology.SurfaceKind.CYLINDER)
            .findFirst()
            .orElseThrow();
    Shape healed = kernel.defeature(meshed(holed), List.of(hole), BUDGET).orThrow().shape();
    assertThat(healed.mass().volumeMm3()).isCloseTo(60 * 40 * 20, within(1e-6));
    Anew.assertSame(kernel, healed, CHORD);
  }
}
