package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Bodies with holes and pockets that are hollowed, so near to each other or to a wall that the
 * walls around them run into each other. What is taken from the inside is an area of circles and
 * their segments times a height.
 */
class RecessedShellsTest {
  private static final double WALL = 2.5;
  private static final double TUBE = 3 + WALL;
  private static final double HEIGHT = 26 - WALL;
  private static final String BOX = Parts.box(60, 40, 26);

  private static String holes(double... xy) {
    StringBuilder points = new StringBuilder();
    for (int i = 0; i < xy.length; i += 2) {
      points.append(
          String.format(
              Locale.ROOT,
              "%s{'id':'%s','at':['%.6f mm','%.6f mm']}",
              i == 0 ? "" : ",",
              "h" + i / 2,
              xy[i],
              xy[i + 1]));
    }
    return ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'6 mm','points':["
        + points
        + "]}";
  }

  private static final String SHELL =
      ",{'kind':'shell','id':'w','thickness':'2.5 mm','open':[{'choose':'face','name':'box/start'}]}";

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(steps));
  }

  /** Of a circle, beyond a chord at a distance from its centre. */
  private static double segment(double radius, double distance) {
    return radius * radius * Math.acos(distance / radius)
        - distance * Math.sqrt(radius * radius - distance * distance);
  }

  private static double hollow(int holes, double tubes) {
    return 60 * 40 * 26 - holes * Math.PI * 9 * 26 - (55 * 35 - tubes) * HEIGHT;
  }

  @ParameterizedTest
  @ValueSource(doubles = {7, 8, 10, 10.9})
  void tubesThatRunIntoEachOther(double apart) {
    double tubes = 2 * Math.PI * TUBE * TUBE - 2 * segment(TUBE, apart / 2);
    double wanted = hollow(2, tubes);
    PartState state = Parts.ok(BOX + holes(-apart / 2, 3, apart / 2, 3) + SHELL);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(
            state.bodies().get("Body").named().faceNames().stream()
                .filter(n -> n.isOf("w", "inner"))
                .flatMap(n -> n.from().stream())
                .filter(n -> n.isOf("h", "wall")))
        .contains(FaceName.ofPart("h", "wall", "h0"), FaceName.ofPart("h", "wall", "h1"));
  }

  @ParameterizedTest
  @ValueSource(doubles = {3.5, 5, 6})
  void aTubeThatRunsIntoAWall(double fromOutside) {
    double tubes = Math.PI * TUBE * TUBE - segment(TUBE, fromOutside - WALL);
    double wanted = hollow(1, tubes);
    assertThat(volume(BOX + holes(30 - fromOutside, 3) + SHELL))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A small chamfer or round takes nothing from the inside: what is near it is wall already. */
  @ParameterizedTest
  @CsvSource({"round, 8", "chamfer, 8", "chamfer, 20"})
  void mouthsThatAreRounded(String kind, double apart) {
    String solid = BOX + holes(-apart / 2, 3, apart / 2, 3);
    String mouths =
        ",{'kind':'"
            + kind
            + "','id':'m','sets':[{'edges':[{'choose':'edge','name':'box/end|h/wall:h0'},{'choose':'edge','name':'box/end|h/wall:h1'}],'size':'0.5 mm'}]}";
    double taken = volume(solid) - volume(solid + mouths);
    double wanted = volume(solid + SHELL) - taken;
    assertThat(volume(solid + mouths + SHELL)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** Its floor and walls have the thickness around them; the hole beside it as well. */
  @Test
  void aPocketBesideAHole() {
    String pocket =
        ",{'kind':'sketch','id':'p','plane':{'face':{'choose':'face','name':'box/end'}},'curves':[{'curve':'circle','name':'c','centre':['4 mm','3 mm'],'diameter':'6 mm'}]},"
            + "{'kind':'boss','id':'b','sunk':true,'sketch':'p','height':'10 mm'}";
    // The wall around a round pocket ends in a quarter of a torus and its floor.
    double ring = TUBE - WALL;
    double end =
        Math.PI * ring * ring * WALL
            + Math.PI * Math.PI * ring * WALL * WALL / 2
            + 2 * Math.PI * Math.pow(WALL, 3) / 3;
    double around = Math.PI * TUBE * TUBE * (10 - WALL) + end;
    double apart = 60 * 40 * 26 - 55 * 35 * HEIGHT - Math.PI * 90 + around;
    double alone = volume(BOX + pocket + SHELL);
    assertThat(alone).isCloseTo(apart, within(1e-5 * apart));
    double both = volume(BOX + pocket + holes(-4, 3) + SHELL);
    double tube = Math.PI * (TUBE * TUBE * HEIGHT - 9 * 26);
    assertThat(both).isBetween(alone + tube - segment(TUBE, 4) * 2 * HEIGHT, alone + tube);
  }

  /** The inside is sharp under rounds that are smaller than the wall, also at inside corners. */
  @Test
  void aBossWithARoundedRoot() {
    String boss =
        ",{'kind':'sketch','id':'f','plane':{'face':{'choose':'face','name':'box/end'}},'curves':[{'curve':'rectangle','name':'c','width':'14 mm','height':'10 mm'}]},"
            + "{'kind':'boss','id':'b','sketch':'f','height':'9 mm','rootRound':'0.5 mm','endRound':'0.5 mm'}";
    double wanted = volume(BOX + boss) - 55 * 35 * HEIGHT - 9 * 5 * 9;
    assertThat(volume(BOX + boss + SHELL)).isCloseTo(wanted, within(1e-6 * wanted));
  }
}
