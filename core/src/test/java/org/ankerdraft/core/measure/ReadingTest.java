package org.ankerdraft.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.Note;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadingTest {
  private static final PartState STATE =
      Parts.ok(
          Parts.box(40, 30, 20)
              + ",{'kind':'hole','id':'h','diameter':'8 mm','points':[{'id':'1','at':['5 mm','0 mm']}]}");

  private static double value(Reading r, String name) {
    return r.properties().stream()
        .filter(p -> p.name().equals(name))
        .findFirst()
        .orElseThrow()
        .value();
  }

  private static Reading read(String... things) {
    return Reading.ofTexts(Parts.KERNEL, STATE, List.of(things));
  }

  /** Closed forms; ABS weighs 1.05 g/cm3 (data sheets, from memory). */
  @Test
  void aBodyItsFacesAndItsEdges() {
    String body = STATE.bodies().keySet().iterator().next();
    double volume = 40 * 30 * 20 - Math.PI * 16 * 20;
    Reading whole = read(Things.body(body));
    assertThat(value(whole, "volume")).isCloseTo(volume, within(1e-6));
    assertThat(value(whole, "mass")).isCloseTo(volume * 1.05e-3, within(1e-9));
    assertThat(value(read("h/wall:1"), "radius")).isCloseTo(4, within(1e-12));
    assertThat(value(read("h/wall:1"), "area")).isCloseTo(Math.PI * 8 * 20, within(1e-6));
    String rim =
        STATE.bodies().get(body).named().edgeNames().stream()
            .map(Object::toString)
            .filter(e -> e.contains("/end") && e.contains("h/wall"))
            .findFirst()
            .orElseThrow();
    assertThat(value(read(rim), "length")).isCloseTo(Math.PI * 8, within(1e-9));
    assertThat(value(read(rim), "diameter")).isCloseTo(8, within(1e-12));
    assertThat(read(rim).inWords()).contains("diameter 8 mm");
  }

  @Test
  void betweenTwoThingsThereIsADistanceWithItsEnds() {
    Reading r = read("0,0,50", "10,0,50");
    assertThat(value(r, "distance")).isCloseTo(10, within(1e-9));
    assertThat(r.from().distance(r.to())).isCloseTo(10, within(1e-9));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "nobody/side; no face or edge is named nobody/side",
        "body:Gone; there is no body Gone",
        "1,2,x; 'x' is not a number",
        "1,2,1e12; lies too far away"
      })
  void whatIsNotThereIsSaid(String thing, String why) {
    assertThat(read(thing).failed()).contains(why);
    assertThat(read("0,0,0", thing).failed()).contains(why);
  }

  @Test
  void notesStandInTheFile() {
    PartDocument part =
        STATE.part().withNotes(List.of(new Note(List.of("h/wall:1", "0,0,0"), "to the middle")));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
    assertThat(PartJson.write(STATE.part())).doesNotContain("notes");
    assertThat(PartJson.read("{\"ankerdraft\": 1, \"notes\": [{\"of\": [\"a\",\"b\",\"c\"]}]}"))
        .isInstanceOfSatisfying(
            Read.Bad.class, bad -> assertThat(bad.error().place()).isEqualTo("notes[0].of"));
  }
}
