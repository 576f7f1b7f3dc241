package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Every rung of every ladder, on real geometry: the requests that would make the plainer strategies
 * succeed are refused by script, so that each strategy wins once.
 */
class RungsTest {
  private static final Set<String> MAKING =
      Set.of("BLEND", "DRAFT", "THICKEN", "OFFSET", "CUT_BY_PLANES", "DEFEATURE");
  private static final int MOST_RUNGS = 12;

  /** Refuses the first requests of the making kinds, once it is told to. */
  private static final class Script implements Relay {
    private int left;
    private Outcome.Cause cause = Outcome.Cause.REFUSED;

    @Override
    public Optional<Outcome.KernelFailure> instead(String operation) {
      if (!MAKING.contains(operation) || left == 0) {
        return Optional.empty();
      }
      left--;
      return Optional.of(Outcome.KernelFailure.of(cause, "by script"));
    }
  }

  /** A part whose last step climbs a ladder, its volume, and the strategies in their order. */
  record Case(String name, String steps, double volumeMm3, List<String> strategies) {
    @Override
    public String toString() {
      return name;
    }
  }

  private static final String BEFORE_ROUNDS =
      "body before its rounds, offset inwards, rounded again";

  private static final String EACH_BY_ITSELF = "each face moved by itself";

  private static final String OUTWARDS =
      ",{'kind':'shell','id':'x','thickness':'2 mm','outwards':true";

  private static final String DRAFT =
      """
      ,{'kind':'draft','id':'x','sets':[{'angle':'2 deg','faces':[
        {'choose':'face','name':'box/side:r.bottom'}]}]}\
      """;

  private static final String TOP_ROUND =
      """
      ,{'kind':'round','id':'o','sets':[{'size':'1 mm','edges':[
        {'choose':'loop','face':{'choose':'face','name':'box/end'}}]}]}\
      """;

  private static final String CORNERS_ROUND =
      """
      ,{'kind':'round','id':'o','sets':[{'size':'1 mm','edges':[
        {'choose':'edge','name':'box/side:r.bottom|box/side:r.left'},
        {'choose':'edge','name':'box/side:r.bottom|box/side:r.right'},
        {'choose':'edge','name':'box/side:r.top|box/side:r.left'},
        {'choose':'edge','name':'box/side:r.top|box/side:r.right'}]}]}\
      """;

  private static final String ALL_ROUND =
      """
      ,{'kind':'round','id':'o','sets':[{'size':'2 mm','edges':[
        {'choose':'edge','name':'box/side:r.bottom|box/side:r.left'},
        {'choose':'edge','name':'box/side:r.bottom|box/side:r.right'},
        {'choose':'edge','name':'box/side:r.top|box/side:r.left'},
        {'choose':'edge','name':'box/side:r.top|box/side:r.right'},
        {'choose':'loop','face':{'choose':'face','name':'box/end'}}]}]}\
      """;

  /** The volumes of rounded drafts are those of the draft made first and rounded then. */
  static Stream<Case> cases() {
    double frustum = frustum(20 - 2 * 15 * Math.tan(Math.toRadians(2)), 20, 15);
    return Stream.of(
        new Case(
            "round of two sizes",
            Parts.box(20, 20, 15)
                + """
                ,{'kind':'round','id':'x','sets':[
                  {'edges':[{'choose':'edge','name':'box/side:r.bottom|box/side:r.left'}],'size':'3 mm'},
                  {'edges':[{'choose':'edge','name':'box/side:r.top|box/side:r.right'}],'size':'2 mm'}]}\
                """,
            6000 - 15 * (1 - Math.PI / 4) * (9 + 4),
            List.of("all edges at once", "largest first")),
        new Case(
            "draft of four sides",
            Parts.box(20, 20, 15)
                + """
                ,{'kind':'draft','id':'x','sets':[{'angle':'2 deg','faces':[
                  {'choose':'face','name':'box/side:r.bottom'},{'choose':'face','name':'box/side:r.left'},
                  {'choose':'face','name':'box/side:r.top'},{'choose':'face','name':'box/side:r.right'}]}]}\
                """,
            frustum,
            List.of("draft tool", "tilted plane cuts")),
        new Case(
            "taper",
            Parts.box(20, 20, 15).replace("'body'", "'taper':'2 deg','body'"),
            frustum,
            List.of("prism, draft tool", "prism, tilted plane cuts")),
        new Case(
            "open shell",
            Parts.box(20, 20, 15)
                + ",{'kind':'shell','id':'x','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}",
            6000 - 16 * 16 * 13,
            List.of(
                "thick solid",
                EACH_BY_ITSELF,
                "thick solid, faces extended",
                "offset inwards with faces extended, and cut")),
        new Case(
            "closed shell",
            Parts.box(20, 20, 15) + ",{'kind':'shell','id':'x','thickness':'2 mm'}",
            6000 - 16 * 16 * 11,
            List.of(
                "offset inwards and cut",
                EACH_BY_ITSELF,
                "offset inwards with faces extended, and cut")),
        new Case(
            "draft of a rounded body",
            Parts.box(20, 20, 15) + TOP_ROUND + DRAFT,
            Parts.volume(Parts.ok(Parts.box(20, 20, 15) + DRAFT + TOP_ROUND)),
            List.of("rounds off, draft, rounds on again")),
        new Case(
            "draft of a body with rounded corners",
            Parts.box(20, 20, 15) + ALL_ROUND + DRAFT,
            Parts.volume(Parts.ok(Parts.box(20, 20, 15) + DRAFT + ALL_ROUND)),
            List.of("rounds off, draft, rounds on again")),
        new Case(
            "round as large as that of the corners that it goes round",
            Parts.box(20, 20, 15) + CORNERS_ROUND + TOP_ROUND.replace("'o'", "'x'"),
            6000 - (1 - Math.PI / 4) * 4 * (14 + 18) - 4 * (1 - Math.PI / 6),
            List.of(
                "all edges at once",
                "with the rounds that it ends",
                "with all rounds that hang together with it")),
        new Case(
            "shell of a rounded body",
            Parts.box(20, 20, 15)
                + """
                ,{'kind':'round','id':'o','sets':[{'size':'1 mm','edges':[
                  {'choose':'edge','name':'box/side:r.bottom|box/side:r.left'}]}]},
                {'kind':'shell','id':'x','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]}\
                """,
            6000 - 15 * (1 - Math.PI / 4) - 16 * 16 * 13,
            List.of(BEFORE_ROUNDS, "small rounds off, offset inwards, cut")));
  }

  /** Between two squares. */
  private static double frustum(double a, double b, double height) {
    return height / 3 * (a * a + a * b + b * b);
  }

  /** What each strategy made, the plainest first, and what came when none was left. */
  private record Climb(Map<String, StepResult> won, StepResult last) {}

  private static Climb climb(String steps, Outcome.Cause cause) {
    PartDocument whole = Parts.part(steps);
    PartDocument before = whole.withSteps(whole.steps().subList(0, whole.steps().size() - 1));
    Map<String, StepResult> won = new LinkedHashMap<>();
    Script script = new Script();
    script.cause = cause;
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), script)) {
      for (int refused = 0; ; refused++) {
        PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
        build(builder, before);
        script.left = refused > MOST_RUNGS ? Integer.MAX_VALUE : refused;
        StepResult result = build(builder, whole).steps().getLast();
        boolean allUsed = script.left == 0;
        script.left = 0;
        if (result.status() != StepStatus.BUILT || !allUsed) {
          return new Climb(won, result);
        }
        won.putIfAbsent(result.strategy(), result);
      }
    }
  }

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static Set<String> names(StepResult result) {
    Set<String> out = new TreeSet<>();
    var named = result.bodies().getFirst().named();
    for (int i = 1; i <= named.topology().faces().size(); i++) {
      out.add(named.faceName(i).toString());
    }
    return out;
  }

  @ParameterizedTest
  @MethodSource("cases")
  void everyStrategyMakesTheSamePartWithTheSameNames(Case c) {
    Map<String, StepResult> won = climb(c.steps, Outcome.Cause.REFUSED).won;
    assertThat(new ArrayList<>(won.keySet())).startsWith(c.strategies.toArray(String[]::new));
    Map<String, Set<String>> names = new TreeMap<>();
    won.forEach((strategy, result) -> {
      assertThat(volume(result)).as(strategy).isCloseTo(c.volumeMm3, within(1e-6 * c.volumeMm3));
      names.put(strategy, names(result));
    });
    assertThat(Set.copyOf(names.values())).as(names.toString()).hasSize(1);
  }

  /**
   * Outwards, edges come out round where the offset can make arcs there, as all points within the
   * thickness of the body; else the faces meet. Volumes by Steiner's formula (Jakob Steiner, 1840):
   * V(r) = V + S r + r2/2 sum(length x angle) + 4/3 pi r3 for a whole convex body; from memory.
   */
  @Test
  void outwardsEachStrategyHasItsOwnVolume() {
    double pi = Math.PI;
    Map<String, StepResult> closed =
        climb(Parts.box(20, 20, 15) + OUTWARDS + "}", Outcome.Cause.REFUSED).won;
    assertThat(volume(closed, "offset outwards and cut"))
        .isCloseTo(2 * 2000 + pi * 220 + 4 / 3.0 * pi * 8, within(1e-6));
    for (String way : List.of(EACH_BY_ITSELF, "offset outwards with faces extended, and cut")) {
      assertThat(volume(closed, way)).isCloseTo(24 * 24 * 19 - 6000, within(1e-6));
    }
    Map<String, StepResult> open =
        climb(
                Parts.box(20, 20, 15) + OUTWARDS + ",'open':[{'choose':'face','name':'box/end'}]}",
                Outcome.Cause.REFUSED)
            .won;
    assertThat(volume(open, "thick solid"))
        .isCloseTo(2 * 1600 + pi * (4 * 15 + 80) + 2 / 3.0 * pi * 8, within(1e-6));
    for (String way : List.of(EACH_BY_ITSELF, "thick solid, faces extended")) {
      assertThat(volume(open, way)).isCloseTo(24 * 24 * 17 - 6000, within(1e-6));
    }
    assertThat(names(open.get("thick solid")))
        .containsAll(names(open.get("thick solid, faces extended")))
        .contains("x/outer(box/side:r.bottom|box/side:r.left)");
  }

  private static double volume(Map<String, StepResult> won, String strategy) {
    return volume(won.get(strategy));
  }

  private static double volume(StepResult result) {
    return result.bodies().getFirst().named().shape().mass().volumeMm3();
  }

  /**
   * When every strategy is refused, the step says so, and never gives a body that is not proved.
   */
  @ParameterizedTest
  @MethodSource("cases")
  void theLastRefusalIsTold(Case c) {
    StepResult last = climb(c.steps, Outcome.Cause.REFUSED).last;
    assertThat(last.status()).isEqualTo(StepStatus.FAILED);
    assertThat(last.message()).isNotBlank();
    assertThat(last.bodies()).isEmpty();
    assertThat(last.isByMachine()).isFalse();
  }

  /**
   * The machine's failures are told as such; that a strategy of them is left out decides nothing.
   */
  @ParameterizedTest
  @EnumSource(
      value = Outcome.Cause.class,
      names = {"CRASHED", "OUT_OF_TIME", "OUT_OF_MEMORY"})
  void whatTheMachineFailedAtIsNotTheStepsFault(Outcome.Cause cause) {
    Climb climb = climb(cases().findFirst().orElseThrow().steps, cause);
    assertThat(climb.last.isByMachine()).isTrue();
    assertThat(climb.last.failure().works()).isNull();
  }

  @Test
  void cancellingGivesNoResultAtAll() {
    Script script = new Script();
    script.cause = Outcome.Cause.CANCELLED;
    script.left = 1;
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), script)) {
      assertThat(
              new PartBuilder(kernel, Tolerance.MODEL)
                  .build(
                      Parts.part(cases().findFirst().orElseThrow().steps),
                      Map.of(),
                      PartBuilder.Progress.NONE,
                      () -> false))
          .isEmpty();
    }
  }
}
