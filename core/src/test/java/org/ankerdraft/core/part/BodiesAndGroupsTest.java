package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;

/**
 * Names and looks of bodies, groups and notes of steps: words, which change nothing that is built.
 */
class BodiesAndGroupsTest {
  private static final String TWO =
      Parts.box(20, 10, 5)
          + ",{'kind':'sketch','id':'t','plane':{'face':{'choose':'face','name':'box/end'},'body':'Body'},'curves':[{'curve':'circle','name':'k','diameter':'4 mm'}]}"
          + ",{'kind':'extrude','id':'pin','sketch':'t','depth':'3 mm','use':'unite','targets':['Body']}"
          + ",{'kind':'round','id':'soft','body':'Body','sets':[{'edges':[{'choose':'edge','name':'pin/end|pin/side:k'}],'size':'0.5 mm'}]}"
          + ",{'kind':'extrude','id':'other','sketch':'s','depth':'2 mm','startOffset':'30 mm'}";

  private static List<String> ids(List<Step> steps) {
    return steps.stream().map(Step::id).toList();
  }

  @Test
  void aBodyIsRenamedWhereverItIsNamed() {
    PartDocument part =
        Parts.part(TWO)
            .withShown(new BodyShown("Body", true, BodyShown.Tint.MOSS))
            .withNotes(List.of(new Note(List.of("body:Body"), null)));
    PartDocument named = part.withBodyNamed("Body", "Foot");
    assertThat(PartJson.write(named)).doesNotContain("\"Body\"").doesNotContain("body:Body");
    assertThat(named.shown("Foot")).isEqualTo(new BodyShown("Foot", true, BodyShown.Tint.MOSS));
    assertThat(Parts.ok(named).bodies().keySet()).containsExactly("Foot", "other");
  }

  /** A body that has its name from its step's id gets one of its own; the id, and faces, stay. */
  @Test
  void aBodyWithoutANameOfItsOwnGetsOne() {
    PartDocument named = Parts.part(TWO).withBodyNamed("other", "Lid");
    assertThat(Parts.ok(named).bodies().keySet()).containsExactly("Body", "Lid");
    assertThat(named.step("other")).isPresent();
  }

  @Test
  void aNameThatNoStepGivesIsLeft() {
    PartDocument part = Parts.part(TWO);
    assertThat(part.withBodyNamed("Nobody", "Lid")).isEqualTo(part);
  }

  @Test
  void whatIsShownAsUsualIsNotWritten() {
    PartDocument part = Parts.part(TWO).withShown(new BodyShown("Body", true, null));
    assertThat(part.withShown(BodyShown.usual("Body"))).isEqualTo(Parts.part(TWO));
    assertThat(((Read.Ok) PartJson.read(PartJson.write(part))).part()).isEqualTo(part);
  }

  @Test
  void wordsAndLooksBuildNothingAnew() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    PartDocument part = Parts.part(TWO);
    PartState first = built(builder, part);
    PartDocument other = part.withShown(new BodyShown("Body", true, BodyShown.Tint.RUST));
    for (Step s : part.steps()) {
      other = other.withStep(StepKinds.of(s).withGroup("All"));
      other = other.withStep(StepKinds.of(other.step(s.id()).orElseThrow()).withNote("why"));
    }
    PartState second = built(builder, other);
    assertThat(second.steps()).allMatch(StepResult::remembered);
    assertThat(second.bodies()).isEqualTo(first.bodies());
    assertThat(((Read.Ok) PartJson.read(PartJson.write(other))).part()).isEqualTo(other);
  }

  private static PartState built(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  @Test
  void stepsInARowWithOneGroupStandTogether() {
    PartDocument part = Parts.part(TWO);
    for (String id : List.of("s", "box", "pin", "soft")) {
      part = part.withStep(StepKinds.of(part.step(id).orElseThrow()).withGroup("Base"));
    }
    List<StepGroup> groups = StepGroup.of(part);
    assertThat(groups).extracting(StepGroup::name).containsExactly("Base", null, "Base", null);
    assertThat(groups).extracting(StepGroup::first).containsExactly(0, 2, 3, 5);
    assertThat(ids(groups.get(2).steps())).containsExactly("pin", "soft");
    assertThat(StepGroup.freeName(part)).isEqualTo("Group 1");
    assertThat(StepGroup.of(PartDocument.empty("none"))).isEmpty();
  }

  /** The pin stands on the box, the round on the pin. */
  @Test
  void whatNeedsAStepByWayOfOthers() {
    PartDocument part = Parts.part(TWO);
    assertThat(ids(Dependence.onAllOf(part, "t"))).containsExactly("pin", "soft");
    assertThat(ids(Dependence.onAllOf(part, "s")))
        .containsExactly("box", "t", "pin", "soft", "other");
    assertThat(Dependence.onAllOf(part, "soft")).isEmpty();
  }
}
