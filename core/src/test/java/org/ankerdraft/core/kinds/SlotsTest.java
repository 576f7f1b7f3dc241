package org.ankerdraft.core.kinds;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.form.Place;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.part.DocumentationTest;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The rows of the card of every step in the documentation's examples. */
class SlotsTest {

  /** The one kind that no example builds without a file. */
  private static final String IMPORT =
      """
      {"ankerdraft":1,"name":"x","steps":[
        {"kind":"import","id":"i","file":"clip.step"}]}
      """;

  static Stream<Step> steps() throws Exception {
    return Stream.concat(DocumentationTest.examples(), Stream.of(IMPORT))
        .map(text ->
            switch (PartJson.read(text)) {
              case Read.Ok(PartDocument part) -> part;
              case Read.Bad(var error) -> throw new AssertionError(error.toString());
            })
        .flatMap(part -> part.steps().stream());
  }

  @SuppressWarnings("unchecked")
  private static List<Slot<Step>> slots(Step step) {
    return (List<Slot<Step>>) (List<?>) StepKinds.of(step).slots();
  }

  private static List<Slot.Value<Step, ?>> values(Step step) {
    List<Slot.Value<Step, ?>> out = new ArrayList<>();
    for (Slot<Step> slot : slots(step)) {
      if (slot instanceof Slot.Value<Step, ?> value) {
        out.add(value);
      }
    }
    return out;
  }

  private static Optional<Slot.Value<Step, ?>> value(Step step, String id) {
    return values(step).stream().filter(s -> s.id().equals(id)).findFirst();
  }

  /** Written and read again; empty if the reader refuses it. */
  private static Optional<Step> again(Step step) {
    try {
      return Optional.of(StepKinds.FORM.read(StepKinds.FORM.write(step), Place.ROOT));
    } catch (FormatException refused) {
      return Optional.empty();
    }
  }

  @Test
  void theExamplesHoldEveryKind() throws Exception {
    Set<String> seen = new HashSet<>();
    steps().forEach(s -> seen.add(StepKinds.of(s).word()));
    assertThat(seen)
        .containsExactlyInAnyOrderElementsOf(StepKinds.ALL.stream().map(k -> k.word()).toList());
  }

  @ParameterizedTest
  @MethodSource("steps")
  void everyRowHasAnIdOfItsOwnAndALabel(Step step) {
    List<String> ids = new ArrayList<>();
    for (Slot<Step> slot : slots(step)) {
      if (!(slot instanceof Slot.Adders<Step>)) {
        ids.add(slot.id());
        assertThat(slot.label()).as(slot.id()).isNotEmpty();
      }
    }
    assertThat(ids).doesNotHaveDuplicates();
  }

  @ParameterizedTest
  @MethodSource("steps")
  void puttingBackWhatIsThereChangesNothing(Step step) {
    values(step).forEach(slot -> assertSame(step, slot));
  }

  private static <T> void assertSame(Step step, Slot.Value<Step, T> slot) {
    assertThat(slot.with().apply(slot.value())).as(slot.id()).isEqualTo(step);
  }

  /** What is typed into a row is what the row shows then, and nothing else has changed. */
  @ParameterizedTest
  @MethodSource("steps")
  @SuppressWarnings("unchecked") // a slot whose form is of expressions holds one
  void aNumberThatIsTypedStandsThere(Step step) {
    Expr typed = new Expr("3.25 + 1");
    for (Slot.Value<Step, ?> slot : values(step)) {
      if (!(slot.form() instanceof ExprForm)) {
        continue;
      }
      Step changed = ((Slot.Value<Step, Expr>) slot).with().apply(typed);
      assertThat(value(changed, slot.id()).orElseThrow().value()).isEqualTo(typed);
      assertThat(again(changed)).contains(changed);
      Step restored =
          ((Slot.Value<Step, Expr>) value(changed, slot.id()).orElseThrow())
              .with()
              .apply((Expr) slot.value());
      assertThat(restored).as(slot.id()).isEqualTo(step);
    }
  }

  @ParameterizedTest
  @MethodSource("steps")
  @SuppressWarnings("unchecked") // a slot whose form is of flags holds one
  void aFlagTurnsAndTurnsBack(Step step) {
    for (Slot.Value<Step, ?> slot : values(step)) {
      if (slot.form() instanceof FlagForm) {
        Slot.Value<Step, Boolean> flag = (Slot.Value<Step, Boolean>) slot;
        Step turned = flag.with().apply(!flag.value());
        assertThat(turned).as(slot.id()).isNotEqualTo(step);
        assertThat(((Slot.Value<Step, Boolean>) value(turned, slot.id()).orElseThrow()).value())
            .isEqualTo(!flag.value());
      }
    }
  }

  /** Emptying a row leaves nothing or the usual value; emptying it once more changes nothing. */
  @ParameterizedTest
  @MethodSource("steps")
  void emptyingARowIsTakenOrRefused(Step step) {
    for (Slot.Value<Step, ?> slot : values(step)) {
      if (slot.mayBeEmpty()) {
        Step emptied = slot.with().apply(null);
        again(emptied).ifPresent(read -> assertThat(read).as(slot.id()).isEqualTo(emptied));
        value(emptied, slot.id())
            .ifPresent(s -> assertThat(s.with().apply(null)).as(slot.id()).isEqualTo(emptied));
      }
    }
  }

  @ParameterizedTest
  @MethodSource("steps")
  void anItemThatIsTakenAwayIsGone(Step step) {
    for (Slot<Step> slot : slots(step)) {
      if (slot instanceof Slot.Item<Step> item) {
        assertThat(rows(item.without())).as(item.id()).isLessThan(rows(step));
      }
    }
  }

  @ParameterizedTest
  @MethodSource("steps")
  void whatIsAddedCanBeWrittenAndRead(Step step) {
    for (Slot<Step> slot : slots(step)) {
      if (slot instanceof Slot.Adders<Step> adders) {
        for (Slot.Adder<Step> adder : adders.adders()) {
          assertThat(rows(adder.with())).as(adder.label()).isGreaterThan(rows(step));
          assertThat(again(adder.with())).as(adder.label()).contains(adder.with());
        }
      }
    }
  }

  private static int rows(Step step) {
    return slots(step).size();
  }

  /** A step knows all its numbers: those of its rows are among them. */
  @ParameterizedTest
  @MethodSource("steps")
  void everyNumberOfTheCardIsKnownToTheStep(Step step) {
    List<Expr> known = StepKinds.of(step).expressions();
    for (Slot.Value<Step, ?> slot : values(step)) {
      if (slot.value() instanceof Expr number) {
        assertThat(known).as(slot.id()).contains(number);
      }
    }
  }

  @ParameterizedTest
  @MethodSource("steps")
  void labelAndSkippingAreKeptApartFromTheRest(Step step) {
    KnownStep<?> known = StepKinds.of(step);
    Step named = known.withLabel("Lid");
    assertThat(StepKinds.of(named).title()).isEqualTo("Lid");
    assertThat(StepKinds.of(named).withLabel(step.label())).isEqualTo(step);
    assertThat(StepKinds.of(known.withSkipped(true)).withSkipped(step.skipped())).isEqualTo(step);
    assertThat(known.withSkipped(true).skipped()).isTrue();
    assertThat(known.summary()).isNotNull();
  }

  /** What is as usual is not told as set: a flag that is off, too. */
  @Test
  void aFlagThatIsOffIsAsUsual() {
    Step boss = step("{'kind':'boss','id':'b','sketch':'s','height':'2 mm'}");
    assertThat(value(boss, "reversed").orElseThrow().isSet()).isFalse();
    Step other = step("{'kind':'boss','id':'b','sketch':'s','height':'2 mm','reversed':true}");
    assertThat(value(other, "reversed").orElseThrow().isSet()).isTrue();
  }

  /** A place that may be left out is given by a press, and taken away by another. */
  @Test
  void aPlaceMayBeLeftOut() {
    Step toMiddle =
        step("{'kind':'extrude','id':'e','sketch':'s','extent':'to point','depth':'9 mm'}");
    Slot.Adders<Step> adders =
        slots(toMiddle).stream()
            .filter(s -> s instanceof Slot.Adders<?> a && a.id().equals("tip"))
            .map(s -> (Slot.Adders<Step>) s)
            .findFirst()
            .orElseThrow();
    Step aside = adders.adders().getFirst().with();
    assertThat(value(aside, "tip.x")).isPresent();
    Slot.Item<Step> item =
        slots(aside).stream()
            .filter(s -> s instanceof Slot.Item<?> a && a.id().equals("tip"))
            .map(s -> (Slot.Item<Step>) s)
            .findFirst()
            .orElseThrow();
    assertThat(item.without()).isEqualTo(toMiddle);
  }

  private static Step step(String json) {
    return Parts.part("{'kind':'sketch','id':'s','curves':[]}," + json).steps().getLast();
  }
}
