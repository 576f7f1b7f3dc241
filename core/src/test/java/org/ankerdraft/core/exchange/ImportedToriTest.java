package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Rounds round a corner that is no wider than twice the round: their tori have no hole. The
 * geometry library writes these into STEP files as swept surfaces, since a toroidal surface has one
 * there (ISO 10303-42, from memory).
 */
class ImportedToriTest {
  private static String made(double corner, double rim) {
    return String.format(
        Locale.ROOT,
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'50 mm','height':'30 mm','rounding':'%1$.3f mm'}]},"
            + "{'kind':'extrude','id':'in','sketch':'s','depth':'20 mm'},"
            + "{'kind':'round','id':'t','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'in/end'}}],'size':'%2$.3f mm'}]}",
        corner,
        rim);
  }

  /** Rectangle and corners, less what the round takes off: straight along the sides, in rings. */
  private static double volume(double corner, double rim) {
    double area = 50 * 30 - (4 - Math.PI) * corner * corner;
    double off = rim * rim * (1 - Math.PI / 4);
    double straight = 2 * (50 + 30) - 8 * corner;
    // Of the square less its quarter, which lies this far within the rim (Pappus).
    double centroid =
        (rim * rim * rim / 2 - Math.PI / 4 * rim * rim * (rim - 4 * rim / (3 * Math.PI))) / off;
    return area * 20 - off * (straight + 2 * Math.PI * (corner - centroid));
  }

  private static long tori(PartState state) {
    return state.bodies().values().iterator().next().named().topology().faces().stream()
        .map(Topology.Face::kind)
        .filter(SurfaceKind.TORUS::equals)
        .count();
  }

  @ParameterizedTest
  @CsvSource({"4, 2", "4, 3", "5, 4", "3, 1.5"})
  void areToriAgain(double corner, double rim) {
    PartState read = Parts.readAgain(made(corner, rim), "");
    assertThat(tori(read)).isEqualTo(4);
    double wanted = volume(corner, rim);
    assertThat(Parts.volume(read)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "4 | 2 | {'kind':'shift','id':'d','faces':[{'choose':'facing','direction':[1,0,0]}],'distance':'0.7 mm'}",
        "4 | 3 | {'kind':'shift','id':'d','faces':[{'choose':'facing','direction':[1,0,0]}],'distance':'0.7 mm'}",
        "4 | 2 | {'kind':'shell','id':'d','thickness':'1.5 mm','open':[{'choose':'facing','direction':[0,0,-1]}]}",
        "4 | 3 | {'kind':'shell','id':'d','thickness':'1.5 mm','open':[{'choose':'facing','direction':[0,0,-1]}]}"
      })
  void canBeWorkedAsOurOwn(double corner, double rim, String then) {
    double own = Parts.volume(Parts.ok(made(corner, rim) + "," + then));
    PartState read = Parts.readAgain(made(corner, rim), "," + then);
    assertThat(read.steps()).allMatch(s -> s.message() == null || s.message().isEmpty());
    assertThat(Parts.volume(read)).isCloseTo(own, within(1e-5 * own));
  }

  /** The corners are rounds like any others, and keep their radius where our own become cones. */
  @Test
  void wallsBesideThemAreDrafted() {
    String draft =
        ",{'kind':'draft','id':'d','sets':[{'faces':[{'choose':'short of draft','angle':'1 deg'}],'angle':'1.5 deg'}],'neutral':{'base':'XY'}}";
    PartState read = Parts.readAgain(made(4, 2), draft);
    assertThat(read.steps()).allMatch(s -> s.message() == null || s.message().isEmpty());
    double lean = Math.tan(Math.toRadians(1.5));
    double sharp = 50 * 30 * 20 - 160 * lean * 200 + 4 * lean * lean * 8000 / 3;
    double upright = 50 * 30 * 20 - volume(4, 2);
    // The rim is a little shorter than that of the upright body.
    assertThat(sharp - Parts.volume(read)).isBetween(upright * 0.96, upright);
  }
}
