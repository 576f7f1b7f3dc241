package org.ankerdraft.core.check;

import static org.ankerdraft.core.Parts.KERNEL;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sheet.SheetParts;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.draft.Draft;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A repair is offered only if it mends its finding and makes nothing worse. */
class RepairTrialsTest {
  private final PartBuilder builder = new PartBuilder(KERNEL, Tolerance.MODEL);

  private PartState built(PartDocument part) {
    return builder
        .build(part, Map.of(), PartBuilder.Progress.NONE, Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private static CheckReport check(PartState state) {
    return new CheckRunner(KERNEL, 2)
        .check(state, RuleBook.forPart(state.part()).orElseThrow(), Budget.Cancel.NEVER)
        .orElseThrow();
  }

  private CheckReport tried(PartState state, CheckReport report) {
    return new RepairTrials(builder, KERNEL, 2)
        .tried(state, Map.of(), report, Budget.Cancel.NEVER, soFar -> {})
        .orElseThrow();
  }

  private static List<Finding> of(CheckReport report, String code) {
    return report.findings().stream().filter(f -> f.code().equals(code)).toList();
  }

  /** The base is what is too short; making the flange longer would leave the finding. */
  @Test
  void aRepairThatLeavesItsFindingIsNotOffered() {
    PartState state =
        built(
            SheetParts.part(
                2,
                2.5,
                SheetParts.k(0.44),
                SheetParts.base(11, 60)
                    + SheetParts.onSide("flange", "right", "", "'length':'25 mm'")));
    CheckReport report = check(state);
    List<Finding> found = of(report, "bend.flange");
    assertThat(found).isNotEmpty();
    assertThat(of(tried(state, report), "bend.flange"))
        .hasSameSizeAs(found)
        .allSatisfy(f -> assertThat(f.repair()).isNull());
  }

  @Test
  void aRepairThatMendsIsOffered() {
    PartState state =
        built(
            SheetParts.part(
                2,
                2.5,
                SheetParts.k(0.44),
                SheetParts.base(90, 60)
                    + SheetParts.onSide("flange", "right", "", "'length':'9 mm'")));
    CheckReport after = tried(state, check(state));
    assertThat(after.repairsTried()).isTrue();
    Step repair = of(after, "bend.flange").getFirst().repair();
    assertThat(repair).isNotNull();
    assertThat(of(check(built(state.part().withStep(repair))), "bend.flange")).isEmpty();
  }

  @Test
  void facesShortOfDraftAreMendedByOneStep() {
    PartState state = built(Parts.part(Parts.box(60, 40, 25)));
    CheckReport after = tried(state, check(state));
    List<Finding> found = of(after, "draft.short");
    assertThat(found).hasSize(4);
    assertThat(found.stream().map(Finding::repair).distinct()).hasSize(1);
    Draft repair = (Draft) found.getFirst().repair();
    assertThat(repair.sets().getFirst().faces()).hasSize(4);
    assertThat(of(check(built(state.part().withNewStep(repair))), "draft.short")).isEmpty();
  }

  /** A rib on a plate with rounds at its root; whatever is offered there builds and mends. */
  @ParameterizedTest
  @ValueSource(strings = {"1 mm", "0.5 mm"})
  void whatIsOfferedForARibWithARootRoundWorks(String root) {
    PartState state =
        built(
            Parts.part(
                Parts.box(80, 50, 3)
                    + ",{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'3 mm'},'curves':[{'curve':'rectangle','name':'q','width':'40 mm','height':'2 mm'}]},"
                    + "{'kind':'extrude','id':'rib','sketch':'t','depth':'12 mm','use':'unite'},"
                    + "{'kind':'round','id':'root','sets':[{'edges':[{'choose':'inside corners'}],'size':'"
                    + root
                    + "'}]}"));
    assertThat(state.isOk()).isTrue();
    CheckReport report = check(state);
    assertThat(of(report, "draft.short")).isNotEmpty();
    for (Finding f : tried(state, report).findings()) {
      if (f.repair() != null) {
        PartDocument mended =
            state.part().step(f.repair().id()).isPresent()
                ? state.part().withStep(f.repair())
                : state.part().withNewStep(f.repair());
        PartState after = built(mended);
        assertThat(after.isOk()).isTrue();
        assertThat(of(check(after), f.code()))
            .noneMatch(g -> g.faces().equals(f.faces()) && g.severity() == f.severity());
      }
    }
  }

  @Test
  void aTrialThatIsCancelledOffersNothing() {
    PartState state = built(Parts.part(Parts.box(60, 40, 25)));
    assertThat(
            new RepairTrials(builder, KERNEL, 2)
                .tried(state, Map.of(), check(state), () -> true, soFar -> {}))
        .isEmpty();
  }

  /** However many do not mend, the one that does is found, and told at once. */
  @Test
  void everyRepairIsTried() {
    PartState state =
        built(
            Parts.part(
                "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'p','sides':16,'diameter':'60 mm'}]},"
                    + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','body':'Body'}"));
    CheckReport report = check(state);
    List<Finding> findings =
        new ArrayList<>(
            report.withoutRepairs().findings().stream()
                .filter(f -> !f.code().equals("draft.short"))
                .toList());
    int others = findings.size();
    for (Finding f : of(report, "draft.short")) {
      Draft good = (Draft) f.repair();
      var faces = good.sets().getFirst().faces();
      Draft.DraftSet tooLittle = new Draft.DraftSet(faces, Expr.of(0.01 * (1 + findings.size())));
      findings.add(
          findings.size() - others == 15
              ? f
              : f.withRepair(
                  new Draft(
                      good.head(), good.body(), good.pull(), good.neutral(), List.of(tooLittle))));
    }
    assertThat(findings).hasSize(others + 16);
    CheckReport proposed =
        new CheckReport(
            report.book(), findings, report.bodies(), report.flats(), report.unchecked());
    List<CheckReport> told = new ArrayList<>();
    CheckReport after =
        new RepairTrials(builder, KERNEL, 2)
            .tried(state, Map.of(), proposed, Budget.Cancel.NEVER, told::add)
            .orElseThrow();
    assertThat(after.findings().stream().map(Finding::repair).filter(r -> r != null))
        .containsExactly(findings.getLast().repair());
    assertThat(told).hasSize(1);
    assertThat(told.getFirst().repairsTried()).isFalse();
    assertThat(told.getFirst().findings().getLast().repair())
        .isEqualTo(findings.getLast().repair());
  }
}
