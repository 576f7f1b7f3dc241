package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.draft.Draft;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;

/**
 * Tries repairs before they are offered: the part is built and checked with each. One that fails to
 * build, leaves its finding or makes a new stop is not offered. Faces that one draft can mend are
 * mended together.
 *
 * <p>Whether the boundary of the mended body crosses itself is not looked for in a trial; the check
 * after the repair does.
 */
public final class RepairTrials {
  private final PartBuilder builder;
  private final GeometryKernel kernel;
  private final int threads;

  public RepairTrials(PartBuilder builder, GeometryKernel kernel, int threads) {
    this.builder = builder;
    this.kernel = kernel;
    this.threads = threads;
  }

  /** A wall that is worse by less than this share is as it was: it is sampled. */
  private static final double AS_IT_WAS = 0.02;

  /**
   * A finding of the same matter at the same faces; its numbers may differ. Places where a wall is
   * too thin or too thick gather around samples, now on one face, now on another: they are one
   * matter of the body.
   */
  private record Matter(String code, String body, List<String> faces) {
    static Matter of(Finding f) {
      return new Matter(
          f.code(),
          f.body(),
          isOfWall(f) ? List.of() : f.faces().stream().map(Object::toString).limit(1).toList());
    }

    static boolean isOfWall(Finding f) {
      return f.code().startsWith("wall.");
    }
  }

  /** The part as it is: what is checked, and with what. */
  private record Bench(
      PartState state, Map<String, byte[]> files, CheckReport report, Budget.Cancel cancel) {}

  /**
   * A report whose findings have only repairs that were tried and mend them.
   *
   * @param state that the report is of
   * @param soFar is told the report after each repair that mends: the others are not in it yet
   * @return empty if cancelled
   */
  public Optional<CheckReport> tried(
      PartState state,
      Map<String, byte[]> files,
      CheckReport report,
      Budget.Cancel cancel,
      Consumer<CheckReport> soFar) {
    Bench bench = new Bench(state, files, report, cancel);
    Map<Finding, Step> proved = new HashMap<>();
    for (Map.Entry<Step, List<Finding>> offered : offers(report, state.part()).entrySet()) {
      List<Finding> open = offered.getValue().stream().filter(f -> !proved.containsKey(f)).toList();
      if (open.isEmpty()) {
        continue;
      }
      Optional<Boolean> mends = mends(bench, offered.getKey(), open);
      if (mends.isEmpty()) {
        return Optional.empty();
      }
      if (mends.get()) {
        open.forEach(f -> proved.put(f, offered.getKey()));
        soFar.accept(report.withRepairs(proved, false));
      }
    }
    return Optional.of(report.withRepairs(proved, true));
  }

  /** Repairs and what they are to mend: those that mend several first. */
  private static Map<Step, List<Finding>> offers(CheckReport report, PartDocument part) {
    Map<Step, List<Finding>> single = new LinkedHashMap<>();
    Map<Draft, List<Finding>> drafts = new LinkedHashMap<>();
    for (Finding f : report.findings()) {
      if (f.repair() != null) {
        single.computeIfAbsent(f.repair(), r -> new ArrayList<>()).add(f);
      }
      if (f.repair() instanceof Draft d && part.step(d.id()).isEmpty()) {
        drafts.computeIfAbsent(withoutFaces(d), k -> new ArrayList<>()).add(f);
      }
    }
    Map<Step, List<Finding>> out = new LinkedHashMap<>();
    drafts.forEach((like, findings) -> {
      if (findings.size() > 1) {
        out.put(together(like, findings), findings);
      }
    });
    single.forEach(out::putIfAbsent);
    return out;
  }

  /** What drafts must share to be one step. */
  private static Draft withoutFaces(Draft d) {
    List<Draft.DraftSet> bare =
        d.sets().stream().map(s -> new Draft.DraftSet(List.of(), s.angle())).toList();
    return new Draft(d.head(), d.body(), d.pull(), d.neutral(), bare);
  }

  private static Draft together(Draft like, List<Finding> findings) {
    var faces =
        findings.stream()
            .flatMap(f -> ((Draft) f.repair()).sets().stream())
            .flatMap(s -> s.faces().stream())
            .toList();
    return new Draft(
        like.head(),
        like.body(),
        like.pull(),
        like.neutral(),
        List.of(new Draft.DraftSet(faces, like.sets().getFirst().angle())));
  }

  /** Empty if cancelled. */
  private Optional<Boolean> mends(Bench bench, Step repair, List<Finding> findings) {
    PartDocument part = bench.state.part();
    PartDocument mended =
        part.step(repair.id()).isPresent() ? part.withStep(repair) : part.withNewStep(repair);
    Optional<PartState> state =
        builder.buildWithoutLimits(mended, bench.files, PartBuilder.Progress.NONE, bench.cancel);
    if (state.isEmpty()) {
      return Optional.empty();
    }
    if (failures(state.get()) > failures(bench.state)) {
      return Optional.of(false);
    }
    return CheckRunner.withoutCrossings(kernel, threads)
        .check(state.get(), bench.report.book(), bench.cancel)
        .map(after -> isBetter(bench, after, findings));
  }

  private static long failures(PartState state) {
    return state.steps().stream().map(StepResult::failure).filter(f -> f != null).count();
  }

  private static boolean isBetter(Bench bench, CheckReport after, List<Finding> findings) {
    Map<Matter, Long> before = counted(bench.report);
    Map<Matter, Long> left = counted(after);
    boolean isCleared =
        findings.stream()
            .map(Matter::of)
            .distinct()
            .allMatch(m -> left.getOrDefault(m, 0L) < before.get(m));
    boolean hasNewStop =
        after.findings().stream()
            .filter(f -> f.severity() == Severity.STOP && !Matter.isOfWall(f))
            .map(Matter::of)
            .anyMatch(m -> left.get(m) > before.getOrDefault(m, 0L));
    return isCleared
        && !hasNewStop
        && stops(after) <= stops(bench.report)
        && isNoWorse(wallsBeyond(bench.report), wallsBeyond(after));
  }

  /** How far walls lie beyond their limit at the worst, as a share of it, by matter. */
  private static Map<Matter, Double> wallsBeyond(CheckReport report) {
    return report.findings().stream()
        .filter(Matter::isOfWall)
        .collect(
            Collectors.toMap(
                Matter::of, f -> Math.abs(f.measured() - f.required()) / f.required(), Math::max));
  }

  private static boolean isNoWorse(Map<Matter, Double> before, Map<Matter, Double> after) {
    return after.entrySet().stream()
        .allMatch(e ->
            before.containsKey(e.getKey()) && e.getValue() <= before.get(e.getKey()) + AS_IT_WAS);
  }

  private static long stops(CheckReport report) {
    return report.findings().stream()
        .filter(f -> f.severity() == Severity.STOP && !Matter.isOfWall(f))
        .count();
  }

  private static Map<Matter, Long> counted(CheckReport report) {
    return report.findings().stream()
        .collect(Collectors.groupingBy(Matter::of, Collectors.counting()));
  }
}
