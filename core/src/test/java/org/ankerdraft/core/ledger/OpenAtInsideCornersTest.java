package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Shells open at a side that meets a wall at an inside corner: the wall ends in its plane. */
class OpenAtInsideCornersTest {
  private static final double HEIGHT = 20;

  private static String shell(String open, double wall) {
    return "{'kind':'sketch','id':'s','curves':["
        + String.join(
            ",",
            Parts.line("a", 0, 0, 100, 0),
            Parts.line("b", 100, 0, 100, 40),
            Parts.line("c", 100, 40, 50, 40),
            Parts.line("d", 50, 40, 50, 80),
            Parts.line("e", 50, 80, 0, 80),
            Parts.line("f", 0, 80, 0, 0))
        + "]},{'kind':'extrude','id':'x','sketch':'s','depth':'20 mm'},"
        + "{'kind':'shell','id':'h','thickness':'"
        + wall
        + " mm','open':["
        + open
        + "{'choose':'face','name':'x/side:c'}]}";
  }

  /** By its two rectangles: the inside ends at the plane of the open side. */
  private static double hollow(double wall, double high) {
    double below = (100 - 2 * wall) * (40 - wall);
    double beside = (50 - 2 * wall) * (40 - wall);
    return (below + beside) * high;
  }

  @ParameterizedTest
  @ValueSource(doubles = {1, 1.5, 3})
  void openBelowAsWell(double wall) {
    double volume = Parts.volume(Parts.ok(shell("{'choose':'face','name':'x/start'},", wall)));
    assertThat(volume).isCloseTo(6000 * HEIGHT - hollow(wall, HEIGHT - wall), within(1e-6));
  }

  @ParameterizedTest
  @ValueSource(doubles = {1, 2})
  void openAtThatSideAlone(double wall) {
    double volume = Parts.volume(Parts.ok(shell("", wall)));
    assertThat(volume).isCloseTo(6000 * HEIGHT - hollow(wall, HEIGHT - 2 * wall), within(1e-6));
  }
}
