package org.ankerdraft.core.step.hole;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.form.Slot;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.step.Step;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The table of threads against rows of the named standards, and the holes that come of it. */
class ScrewSizeTest {
  private static ScrewSize size(String name) {
    return ScrewSize.ALL.stream().filter(s -> s.name().equals(name)).findFirst().orElseThrow();
  }

  /** ISO 262 pitches, ISO 2306 tap drills, ISO 273 clearances: hand-copied, from memory. */
  @ParameterizedTest
  @CsvSource({
    "M3, 0.5, 2.5, 3.2, 3.4, 3.6",
    "M5, 0.8, 4.2, 5.3, 5.5, 5.8",
    "M8, 1.25, 6.8, 8.4, 9, 10",
    "M10x1.25, 1.25, 8.8, 10.5, 11, 12",
    "M12, 1.75, 10.2, 13, 13.5, 14.5",
    "M20, 2.5, 17.5, 21, 22, 24"
  })
  void metricRows(
      String name, double pitch, double tap, double fine, double medium, double coarse) {
    ScrewSize s = size(name);
    assertThat(s.pitchMm()).isEqualTo(pitch);
    assertThat(s.holeMm(ScrewSize.Fit.TAPPED)).isEqualTo(tap);
    assertThat(s.holeMm(ScrewSize.Fit.FINE)).isEqualTo(fine);
    assertThat(s.holeMm(ScrewSize.Fit.MEDIUM)).isEqualTo(medium);
    assertThat(s.holeMm(ScrewSize.Fit.COARSE)).isEqualTo(coarse);
  }

  /** ASME B1.1 with the usual drills: No 7 for 1/4-20, No 36 for No 6-32; from memory. */
  @ParameterizedTest
  @CsvSource({"1/4-20 UNC, 6.35, 1.27, 5.1054", "No 6-32 UNC, 3.5052, 0.79375, 2.7051"})
  void inchRows(String name, double major, double pitch, double tap) {
    ScrewSize s = size(name);
    assertThat(s.majorMm()).isCloseTo(major, within(1e-9));
    assertThat(s.pitchMm()).isCloseTo(pitch, within(1e-9));
    assertThat(s.tapDrillMm()).isCloseTo(tap, within(1e-9));
  }

  /**
   * Recesses for cylinder heads: DIN 974-1, row 1, and the counterbores of a machinist's handbook
   * for ASME B18.3 in parts of an inch; hand-copied, from memory.
   */
  @ParameterizedTest
  @CsvSource({
    "M2, 4.4, 2.4",
    "M2.5, 5.5, 2.9",
    "M4, 8, 4.4",
    "M8, 15, 8.6",
    "No 4-40 UNC, 5.55625, 2.8448",
    "No 10-32 UNF, 9.525, 4.826",
    "1/4-20 UNC, 11.1125, 6.35",
    "1/2-13 UNC, 20.6375, 12.7"
  })
  void recessesForHeads(String name, double wide, double deep) {
    ScrewSize s = size(name);
    assertThat(s.headMm()).isCloseTo(wide, within(1e-9));
    assertThat(s.headDeepMm()).isCloseTo(deep, within(1e-9));
  }

  /** ISO 4762 knows no M3.5. */
  @Test
  void everyOtherSizeHasARecess() {
    assertThat(ScrewSize.ALL.stream().filter(s -> Double.isNaN(s.headMm())).map(ScrewSize::name))
        .containsExactly("M3.5");
  }

  /**
   * The basic profile (ISO 68-1): its inner diameter is the outer one less 1.0825 pitches. A tap
   * drill leaves between half of that depth and nearly all of it, and all sizes grow with the fit.
   */
  @Test
  void everyRowKeepsToTheProfile() {
    assertThat(ScrewSize.ALL).hasSizeGreaterThan(35).doesNotHaveDuplicates();
    for (ScrewSize s : ScrewSize.ALL) {
      double share = (s.majorMm() - s.tapDrillMm()) / (1.0825 * s.pitchMm());
      assertThat(share).as("%s", s).isBetween(0.6, 1.0);
      assertThat(s.tapDrillMm()).isLessThan(s.majorMm());
      assertThat(s.fineMm()).as("%s", s).isGreaterThan(s.majorMm());
      assertThat(s.mediumMm()).as("%s", s).isGreaterThan(s.fineMm());
      assertThat(s.coarseMm()).as("%s", s).isGreaterThan(s.mediumMm());
      if (!Double.isNaN(s.headMm())) {
        assertThat(s.headMm()).as("%s", s).isBetween(1.5 * s.majorMm(), 2.3 * s.majorMm());
        assertThat(s.headDeepMm()).as("%s", s).isBetween(s.majorMm(), s.majorMm() + 1);
      }
    }
  }

  private static String hole(String more) {
    return ",{'kind':'hole','id':'h','points':[['0 mm','0 mm']],'plane':{'face':{'choose':'face','name':'box/end'}},"
        + more
        + "}";
  }

  private static double taken(String more) {
    return 40 * 30 * 20 - Parts.volume(Parts.ok(Parts.box(40, 30, 20) + hole(more)));
  }

  @ParameterizedTest
  @CsvSource({"tapped, 4.2", "fine, 5.3", "medium, 5.5", "coarse, 5.8"})
  void aHoleHasTheSizeOfItsScrew(String fit, double diameter) {
    double wanted = Math.PI / 4 * diameter * diameter * 20;
    assertThat(taken("'screw':'M5','fit':'" + fit + "'")).isCloseTo(wanted, within(1e-3));
  }

  @Test
  void whatIsGivenGoesBeforeTheTable() {
    assertThat(taken("'screw':'M5','diameter':'4 mm'")).isCloseTo(Math.PI * 4 * 20, within(1e-3));
  }

  @Test
  void aRecessFitsTheHead() {
    double counterbore = Math.PI * (25 * 5.4 + 2.75 * 2.75 * (20 - 5.4));
    assertThat(taken("'screw':'M5','fit':'medium','mouth':'counterbore'"))
        .isCloseTo(counterbore, within(1e-2));
    // A frustum from 11.2 mm down to 5.5 mm under 45 deg, and the rest of the hole.
    double deep = (11.2 - 5.5) / 2;
    double frustum = Math.PI * deep / 3 * (5.6 * 5.6 + 5.6 * 2.75 + 2.75 * 2.75);
    assertThat(taken("'screw':'M5','fit':'medium','mouth':'countersink'"))
        .isCloseTo(frustum + Math.PI * 2.75 * 2.75 * (20 - deep), within(1e-2));
  }

  @SuppressWarnings("unchecked") // the slot of that id holds a screw
  private static Hole chosen(Hole hole, ScrewSize screw) {
    return StepKinds.of(hole).slots().stream()
        .filter(slot -> slot.id().equals("screw"))
        .map(slot -> (Slot.Value<Step, ScrewSize>) (Slot<?>) slot)
        .map(slot -> (Hole) slot.with().apply(screw))
        .findFirst()
        .orElseThrow();
  }

  /** On the card: a screw takes the place of a diameter, and leaves its own when it goes. */
  @Test
  void aScrewChosenByHandGivesTheDiameter() {
    Hole plain =
        (Hole) Parts.part(Parts.box(9, 9, 9) + hole("'diameter':'5 mm'")).steps().getLast();
    Hole tapped = chosen(plain, size("M4"));
    assertThat(tapped.diameter()).isNull();
    assertThat(StepKinds.of(tapped).summary()).startsWith("M4 tapped");
    Hole again = chosen(tapped, null);
    assertThat(again.screw()).isNull();
    assertThat(again.diameter().text()).isEqualTo("3.3 mm");
    assertThat(chosen(plain, null)).isEqualTo(plain);
  }

  @Test
  void whatTheTableLacksIsAskedFor() {
    var state =
        Parts.build(
            Parts.box(40, 30, 20) + hole("'screw':'M3.5','fit':'medium','mouth':'counterbore'"));
    assertThat(state.steps().getLast().message()).contains("no recess for M3.5");
  }

  @Test
  void neitherSizeNorScrewIsRefused() {
    String text =
        "{\"ankerdraft\":1,\"name\":\"t\",\"steps\":[{\"kind\":\"hole\",\"id\":\"h\",\"points\":[[\"0 mm\",\"0 mm\"]]%s}]}";
    assertThat(PartJson.read(text.formatted("")).toString()).contains("the screw it is for");
    assertThat(PartJson.read(text.formatted(",\"screw\":\"M99\"")).toString())
        .contains("M99")
        .contains("M10x1.25");
    Read good = PartJson.read(text.formatted(",\"screw\":\"1/4-20 UNC\",\"fit\":\"coarse\""));
    assertThat(PartJson.read(PartJson.write(((Read.Ok) good).part()))).isEqualTo(good);
  }
}
