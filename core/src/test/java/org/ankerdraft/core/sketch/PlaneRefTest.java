package org.ankerdraft.core.sketch;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.step.sketch.Sketch;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** References to planes: how they read, how the card changes them, what the file may not say. */
class PlaneRefTest {
  private static Sketch sketch(String plane) {
    return (Sketch)
        Parts.part("{'kind':'sketch','id':'s','plane':" + plane + ",'curves':[]}")
            .steps()
            .getFirst();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'base':'XZ'} | XZ",
        "{'base':'XY','offset':'5 mm'} | XY + 5 mm",
        "{'of':'lid','offset':'2*t'} | plane of lid + 2*t",
        "{'face':{'choose':'facing','direction':[0,0,1]}} | plane face looking up",
        "{} | XY"
      })
  void aPlaneInWords(String plane, String words) {
    assertThat(sketch(plane).plane().inWords()).isEqualTo(words);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'base':'XZ','of':'lid'} | not several",
        "{'face':{'choose':'all faces'},'of':'lid'} | not several",
        "{'base':'XZ','face':{'choose':'all faces'}} | not both",
        "{'of':5} | of"
      })
  void oneThingAtATime(String plane, String words) {
    Read read =
        PartJson.read(
            ("{'ankerdraft':1,'name':'t','steps':[{'kind':'sketch','id':'s','plane':"
                    + plane
                    + ",'curves':[]}]}")
                .replace("'", "\""));
    assertThat(read).isInstanceOf(Read.Bad.class);
    assertThat(read.toString()).contains(words);
  }

  /** The sketch with another word chosen in a box of its card. */
  private static Sketch chosen(Sketch sketch, String slot, String word) {
    return StepKinds.of(sketch).slots().stream()
        .filter(s -> s.id().equals(slot))
        .map(s -> (Slot.Value<?, ?>) s)
        .map(s -> (Sketch) applied(s, word))
        .findFirst()
        .orElseThrow();
  }

  @SuppressWarnings("unchecked") // a slot takes the values that its form reads
  private static <T> Step applied(Slot.Value<?, T> slot, String word) {
    T value = ((WordForm<T>) slot.form()).ofShown(word);
    return (Step) slot.with().apply(value);
  }

  @Test
  void theCardGoesFromOneToTheOtherAndKeepsTheOffset() {
    Sketch level = sketch("{'base':'XY','offset':'5 mm'}");
    Sketch front = chosen(level, "plane.which", "XZ, front");
    assertThat(front.plane().inWords()).isEqualTo("XZ + 5 mm");
    Sketch onStep = chosen(front, "plane.which", "of a datum or sketch");
    assertThat(onStep.plane().of()).isNotNull();
    assertThat(onStep.plane().base()).isNull();
    assertThat(onStep.plane().offset().text()).isEqualTo("5 mm");
    Sketch onFace = chosen(onStep, "plane.which", "a face");
    assertThat(onFace.plane().of()).isNull();
    assertThat(onFace.plane().face()).isNotNull();
    assertThat(chosen(onFace, "plane.which", "XY, level")).isEqualTo(level);
  }

  @Test
  void aStepThatStandsOnADatumNamesIt() {
    Sketch onStep = sketch("{'of':'lid'}");
    assertThat(StepKinds.of(onStep).namedSteps()).containsExactly("lid");
  }
}
