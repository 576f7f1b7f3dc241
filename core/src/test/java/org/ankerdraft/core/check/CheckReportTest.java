package org.ankerdraft.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.check.Finding.Subject;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.LimitCode;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The verdict in its three states: clear, found, not checked. */
class CheckReportTest {
  private static final PartDocument CUP =
      Parts.part(
          Parts.box(40, 30, 20).replace("'body'", "'taper':'2 deg','body'")
              + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/start'}]}");

  /** A kernel that does not answer some requests. */
  private static GeometryKernel without(String operation, Outcome.Cause cause) {
    return new GeometryKernel(
        WorkerProgram.find().orElseThrow(),
        new Relay() {
          @Override
          public Optional<Outcome.KernelFailure> instead(String asked) {
            return asked.equals(operation)
                ? Optional.of(Outcome.KernelFailure.of(cause, "by script"))
                : Optional.empty();
          }
        });
  }

  private static CheckReport check(PartState state, GeometryKernel kernel) {
    return new CheckRunner(kernel, kernel, 1)
        .check(state, RuleBook.forPart(state.part()).orElseThrow(), () -> false)
        .orElseThrow();
  }

  @Test
  void nothingToCheckIsNotClear() {
    CheckReport report = check(Parts.build(PartDocument.empty("none")), Parts.KERNEL);
    assertThat(report.isComplete()).isFalse();
    assertThat(report.verdict(Subject.DRAFT)).isEqualTo("not checked");
    assertThat(report.verdict(Subject.WALL)).isEqualTo("not checked");
    assertThat(report.flatVerdict()).isEqualTo("no sheet body");
  }

  @Test
  void everythingCheckedIsComplete() {
    CheckReport report = check(Parts.ok(CUP), Parts.KERNEL);
    assertThat(report.isComplete()).isTrue();
    assertThat(report.verdict(Subject.DRAFT)).isEqualTo("clear");
  }

  /** A check that the machine could not run is neither clear nor found. */
  @ParameterizedTest
  @ValueSource(strings = {"MESH", "FACE_EXTREMES", "SELF_INTERSECTION"})
  void aCheckThatCouldNotRunIsNotChecked(String operation) {
    PartState state = Parts.ok(CUP);
    for (Outcome.Cause cause : List.of(Outcome.Cause.OUT_OF_TIME, Outcome.Cause.REFUSED)) {
      try (GeometryKernel kernel = without(operation, cause)) {
        CheckReport report = check(state, kernel);
        assertThat(report.isComplete()).as(operation + " " + cause).isFalse();
        assertThat(
                Arrays.stream(new Subject[] {Subject.DRAFT, Subject.WALL})
                    .map(report::verdict)
                    .toList())
            .as(operation)
            .anySatisfy(v -> assertThat(v).endsWith("not checked"));
        assertThat(report.unchecked())
            .allSatisfy(u -> assertThat(u.inWords()).contains("body Body"));
      }
    }
  }

  private static Finding finding(Subject subject, Severity severity) {
    return new Finding(
        "x.y", subject, severity, "t", 1, 2, "mm", Vec3.ZERO, "Body", List.of(), "", "", null);
  }

  static Stream<Subject> moulded() {
    return Stream.of(Subject.DRAFT, Subject.WALL);
  }

  @ParameterizedTest
  @MethodSource("moulded")
  void theVerdictCountsTheGravestFirst(Subject subject) {
    Map<String, BodyAnalysis> bodies = check(Parts.ok(CUP), Parts.KERNEL).bodies();
    RuleBook book = RuleBook.forPart(CUP).orElseThrow();
    List<Finding> findings =
        new ArrayList<>(
            List.of(
                finding(subject, Severity.STOP),
                finding(subject, Severity.CAUTION),
                finding(subject, Severity.CAUTION)));
    CheckReport some = new CheckReport(book, findings, bodies, Map.of(), List.of());
    assertThat(some.verdict(subject)).isEqualTo("1 stop, 2 caution");
    assertThat(some.stops()).isTrue();
    CheckReport partly =
        new CheckReport(
            book,
            findings,
            bodies,
            Map.of(),
            List.of(new CheckReport.Unchecked(subject, "Body", "w", "y")));
    assertThat(partly.verdict(subject)).isEqualTo("1 stop, 2 caution, not checked");
  }

  /** Findings on edges count to the wall, and so does what of them was not checked. */
  @Test
  void edgesCountToTheWall() {
    Map<String, BodyAnalysis> bodies = check(Parts.ok(CUP), Parts.KERNEL).bodies();
    CheckReport report =
        new CheckReport(
            RuleBook.forPart(CUP).orElseThrow(),
            List.of(finding(Subject.EDGES, Severity.NOTE)),
            bodies,
            Map.of(),
            List.of(new CheckReport.Unchecked(Subject.EDGES, "Body", "w", "y")));
    assertThat(report.verdict(Subject.WALL)).isEqualTo("1 note, not checked");
    assertThat(report.verdict(Subject.DRAFT)).isEqualTo("clear");
    assertThat(report.stops()).isFalse();
  }

  private static Finding finding(String code, Subject subject, Severity severity, String face) {
    return new Finding(
        code,
        subject,
        severity,
        code,
        1,
        2,
        "mm",
        Vec3.ZERO,
        "Body",
        face.isEmpty() ? List.of() : List.of(FaceName.read(face)),
        "",
        face,
        null);
  }

  /** One entry for one matter at faces of one step; what differs in anything is its own. */
  @Test
  void findingsAreGatheredByCause() {
    List<Finding> all =
        List.of(
            finding("draft.short", Subject.DRAFT, Severity.STOP, "a/side:x"),
            finding("draft.short", Subject.DRAFT, Severity.STOP, "b/side:x"),
            finding("draft.short", Subject.DRAFT, Severity.STOP, "a/side:y"),
            finding("draft.short", Subject.DRAFT, Severity.CAUTION, "a/side:z"),
            finding("corner.sharp", Subject.EDGES, Severity.CAUTION, "a/side:x"),
            finding("corner.sharp", Subject.EDGES, Severity.CAUTION, "a/side:y"),
            finding("body.crosses", Subject.WALL, Severity.STOP, ""));
    CheckReport report =
        new CheckReport(RuleBook.named("abs").orElseThrow(), all, Map.of(), Map.of(), List.of());
    assertThat(report.causes())
        .extracting(c -> c.members().size())
        .containsExactly(2, 1, 1, 1, 1, 1);
    assertThat(report.causes().getFirst().members()).containsExactly(all.get(0), all.get(2));
    assertThat(report.causes().stream().flatMap(c -> c.members().stream()))
        .containsExactlyInAnyOrderElementsOf(all);
  }

  @Test
  void everyLimitHasANameAndEveryRuleBookADensity() {
    assertThat(LimitCode.ALL).allMatch(code -> !LimitCode.title(code).equals(code));
    assertThat(LimitCode.ALL.stream().map(LimitCode::title)).doesNotHaveDuplicates();
    for (String name : RuleBook.NAMES) {
      RuleBook book = RuleBook.named(name).orElseThrow();
      assertThat(book.densityGPerCm3(false)).isBetween(0.8, 1.6);
      assertThat(book.densityGPerCm3(true)).isBetween(2.5, 8.1);
    }
  }
}
