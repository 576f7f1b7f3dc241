package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What needs what, what an edit of the order breaks, and how a lost thing is replaced. */
class DependenceTest {
  /** Two sketches, a body, a boss on a face of it, a round of the boss's edge. */
  private static final PartDocument PART =
      Parts.part(
          Parts.box(40, 30, 20)
              + """
              ,{'kind':'sketch','id':'q','plane':{'face':{'choose':'face','name':'box/end'}},
                'curves':[{'curve':'circle','name':'k','diameter':'10 mm'}]},
              {'kind':'extrude','id':'boss','sketch':'q','depth':'8 mm','use':'unite','targets':['Body']},
              {'kind':'round','id':'o','body':'Body','sets':[{'size':'1 mm','edges':[
                {'choose':'edge','name':'boss/end|boss/side:k'}]}]}\
              """);

  private static List<String> on(String id) {
    return Dependence.on(PART, id).stream().map(Step::id).toList();
  }

  @ParameterizedTest
  @CsvSource({
    "s, box", "q, boss", "boss, o", "o, ''",
  })
  void whatNamesAStepDependsOnIt(String id, String expected) {
    assertThat(String.join(" ", on(id))).isEqualTo(expected);
  }

  @Test
  void whatNamesABodyDependsOnTheStepThatStartedIt() {
    assertThat(on("box")).containsExactly("q", "boss", "o");
  }

  private static PartDocument moved(int from, int to) {
    List<Step> steps = new ArrayList<>(PART.steps());
    steps.add(to, steps.remove(from));
    return PART.withSteps(steps);
  }

  /** Any step moved anywhere with what must go along breaks nothing, and loses nothing. */
  @Test
  void whatGoesAlongBreaksNothing() {
    for (Step s : PART.steps()) {
      for (int to = 0; to < PART.steps().size(); to++) {
        PartDocument moved = Dependence.movedWithOthers(PART, s.id(), to);
        assertThat(moved.steps()).containsExactlyInAnyOrderElementsOf(PART.steps());
        assertThat(Dependence.newlyBroken(PART, moved)).as("%s to %d", s.id(), to).isEmpty();
      }
    }
  }

  @Test
  void anOrderThatWouldBreakAReferenceIsTold() {
    Dependence.Broken broken = Dependence.newlyBroken(PART, moved(4, 3)).orElseThrow();
    assertThat(broken.step().id()).isEqualTo("o");
    assertThat(broken.needs()).isEqualTo("boss");
    assertThat(Dependence.newlyBroken(PART, PART)).isEmpty();
    // Already broken before is not broken by this edit.
    PartDocument cut = PART.withSteps(PART.steps().subList(1, 5));
    assertThat(Dependence.newlyBroken(cut, cut.withName("x"))).isEmpty();
  }

  /** A sketch that a step takes is deleted: the part is read, and only that step is adrift. */
  @Test
  void whatIsDeletedLeavesItsStepAdriftAndCanBeReplaced() {
    List<Step> steps = new ArrayList<>(PART.steps());
    steps.removeIf(s -> s.id().equals("s"));
    PartDocument without = PART.withSteps(steps);
    assertThat(PartJson.read(PartJson.write(without))).isEqualTo(new Read.Ok(without));
    var state = Parts.build(without);
    assertThat(state.step("box").orElseThrow().status()).isEqualTo(StepStatus.ADRIFT);
    Lost lost = state.step("box").orElseThrow().lost().getFirst();
    assertThat(lost.kind()).isEqualTo(Lost.Kind.SKETCH);
    assertThat(lost.name()).isEqualTo("s");
    Step box = StepKinds.of(without.step("box").orElseThrow()).remoored(lost, found("q"));
    assertThat(StepKinds.of(box).namedSteps()).containsExactly("q");
  }

  private static Candidate found(String name) {
    return new Candidate(name, 1, "", null);
  }

  /** Each reference of a step can be replaced, and only that one is. */
  @Test
  void aLostNameIsReplacedWhereverItStands() {
    Step round = PART.step("o").orElseThrow();
    Step changed =
        StepKinds.of(round)
            .remoored(
                new Lost(Lost.Kind.EDGE, "boss/end|boss/side:k", List.of()),
                found("box/end|box/side:r.left"));
    assertThat(StepKinds.of(changed).namedSteps()).containsExactly("box");
    Step other =
        StepKinds.of(round)
            .remoored(
                new Lost(Lost.Kind.EDGE, "boss/end|boss/side:z", List.of()),
                found("box/end|box/start"));
    assertThat(other).isEqualTo(round);
    Step body =
        StepKinds.of(round).remoored(new Lost(Lost.Kind.BODY, "Body", List.of()), found("Lid"));
    assertThat(StepKinds.of(body).namedBodies()).containsExactly("Lid");
    assertThat(StepKinds.of(body).namedSteps()).containsExactly("boss");
  }
}
