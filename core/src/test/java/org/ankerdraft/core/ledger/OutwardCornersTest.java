package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.ankerdraft.core.Parts;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Walls outside a body whose inside corners are rounded by less than the wall. */
class OutwardCornersTest {
  private static final double HEIGHT = 20;

  private static String shell(double wall, String open) {
    return ",{'kind':'shell','id':'h','thickness':'"
        + wall
        + " mm','outwards':true,'open':[{'choose':'face','name':'"
        + open
        + "'}]}";
  }

  /**
   * An angle of 40 x 15 and 15 x 25: outwards each of five corners adds a square of the wall, and
   * the inside corner takes one off, whatever its round or chamfer.
   */
  private static double skin(double wall, double inCornerMm2) {
    double outline = 975 + 160 * wall + 4 * wall * wall;
    return outline * (HEIGHT + wall) - (975 + inCornerMm2) * HEIGHT;
  }

  private static String angle(String corner) {
    return "{'kind':'sketch','id':'s','curves':["
        + "{'curve':'line','name':'a','from':['0 mm','0 mm'],'to':['40 mm','0 mm']},"
        + "{'curve':'line','name':'b','from':['40 mm','0 mm'],'to':['40 mm','15 mm']},"
        + corner
        + "{'curve':'line','name':'e','from':['15 mm','40 mm'],'to':['0 mm','40 mm']},"
        + "{'curve':'line','name':'f','from':['0 mm','40 mm'],'to':['0 mm','0 mm']}]},"
        + "{'kind':'extrude','id':'x','sketch':'s','depth':'20 mm','body':'Angle'}";
  }

  private static String between(double size, String corner) {
    double near = 15 + size;
    return "{'curve':'line','name':'c','from':['40 mm','15 mm'],'to':['"
        + near
        + " mm','15 mm']},"
        + corner
        + "{'curve':'line','name':'d','from':['15 mm','"
        + near
        + " mm'],'to':['15 mm','40 mm']},";
  }

  @ParameterizedTest
  @CsvSource({"0.5, 1", "0.2, 2", "1.5, 1.5", "0.9, 3"})
  void aRoundInsideCornerIsSharpOutside(double radius, double wall) {
    String round =
        String.format(
            "{'curve':'arc','name':'r','from':['%1$s mm','15 mm'],'to':['15 mm','%1$s mm'],'centre':['%1$s mm','%1$s mm'],'clockwise':true},",
            15 + radius);
    double exact = skin(wall, (1 - Math.PI / 4) * radius * radius);
    assertThat(Parts.volume(Parts.ok(angle(between(radius, round)) + shell(wall, "x/end"))))
        .isCloseTo(exact, within(1e-9 * exact));
  }

  @ParameterizedTest
  @CsvSource({"0.5, 1", "1, 2.5"})
  void aChamferThatIsUsedUpIsNotThereOutside(double leg, double wall) {
    String chamfer =
        String.format(
            "{'curve':'line','name':'r','from':['%1$s mm','15 mm'],'to':['15 mm','%1$s mm']},",
            15 + leg);
    double exact = skin(wall, leg * leg / 2);
    assertThat(Parts.volume(Parts.ok(angle(between(leg, chamfer)) + shell(wall, "x/end"))))
        .isCloseTo(exact, within(1e-9 * exact));
  }

  /** The moved chamfer would lie beyond the opening, but for what is below: by Pappus. */
  @ParameterizedTest
  @CsvSource({"0.5, 3", "0.3, 1", "1, 4"})
  void aChamferAtTheRimIsNotThereOutside(double leg, double wall) {
    String rim =
        ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'edge','name':'rod/end|rod/side:k'}],'size':'"
            + leg
            + " mm'}]}";
    double cutOff = 2 * Math.PI * (10 - leg / 3) * leg * leg / 2;
    double inside = Math.PI * 100 * HEIGHT - cutOff;
    double outside = Math.PI * (10 + wall) * (10 + wall) * (HEIGHT + wall);
    assertThat(Parts.volume(Parts.ok(Parts.rod(20, HEIGHT) + rim + shell(wall, "rod/end"))))
        .isCloseTo(outside - inside, within(1e-9 * outside));
  }

  /** A turned foot: its inner groove has a small round where it meets the bottom. */
  @ParameterizedTest
  @CsvSource({"0.2, 1", "0.8, 1.5", "1, 1"})
  void soOfATurnedBody(double radius, double wall) {
    String profile =
        String.format(
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
                + "{'curve':'line','name':'a','from':['0 mm','3 mm'],'to':['%1$s mm','3 mm']},"
                + "{'curve':'arc','name':'r','from':['%1$s mm','3 mm'],'centre':['%1$s mm','%2$s mm'],'to':['20 mm','%2$s mm'],'clockwise':true},"
                + "{'curve':'line','name':'b','from':['20 mm','%2$s mm'],'to':['20 mm','0 mm']},"
                + "{'curve':'line','name':'c','from':['20 mm','0 mm'],'to':['30 mm','0 mm']},"
                + "{'curve':'line','name':'d','from':['30 mm','0 mm'],'to':['30 mm','18 mm']},"
                + "{'curve':'line','name':'e','from':['30 mm','18 mm'],'to':['0 mm','18 mm']},"
                + "{'curve':'line','name':'f','from':['0 mm','18 mm'],'to':['0 mm','3 mm']}]},"
                + "{'kind':'revolve','id':'x','sketch':'s','axis':{'base':'Z'},'body':'Foot'}",
            20 - radius, 3 - radius);
    double grown = foot(wall);
    double exact = grown - foot(0) - 2 * Math.PI * corner(radius);
    assertThat(Parts.volume(Parts.ok(profile + shell(wall, "x/side:e"))))
        .isCloseTo(exact, within(1e-8 * grown));
  }

  /** Moment about the axis of what the round adds in the corner, 20 mm from the axis. */
  private static double corner(double r) {
    double fromCorner = (10 - 3 * Math.PI) / (3 * (4 - Math.PI)) * r;
    return (1 - Math.PI / 4) * r * r * (20 - fromCorner);
  }

  /** The foot with sharp corners grown by a wall, all but its top: two discs. */
  private static double foot(double wall) {
    double out = 30 + wall;
    double in = 20 - wall;
    return Math.PI * (out * out * (18 + wall) - in * in * 3);
  }
}
