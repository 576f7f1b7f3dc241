package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.MeshAccuracy;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A curved wall is as thick as it was made, however coarse the mesh is on which it is measured: of
 * a large body the chords of the mesh lie a twentieth of a wall and more off its faces.
 */
class CurvedWallsTest {
  /** As a share of the wall: a quarter of what the check passes over. */
  private static final double TRUE_TO = 0.0025;

  /** Where a ball is held in a corner as well. */
  private static final double TRUE_TO_AT_RIMS = 0.008;

  private static BodyAnalysis measured(PartState state) {
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    BodyAnalysis a =
        surveyor.survey(state, Budget.Cancel.NEVER).orElseThrow().values().iterator().next();
    return surveyor.withWall(a, state, Budget.Cancel.NEVER).orElseThrow();
  }

  /** Uniform, and with square rims if it has any, at z = 0 and at a height. */
  private static void assertUniform(PartState state, double wallMm, double heightMm) {
    BodyAnalysis a = measured(state);
    double chord =
        MeshAccuracy.forSize(a.body().named().shape().mass().diagonalMm()).deflectionMm();
    // Else it could not go wrong.
    assertThat(chord).isGreaterThan(4 * TRUE_TO * wallMm);
    WallField f = a.wall();
    for (int n = 0; n < f.mesh().nodeCount(); n++) {
      assertThat((double) f.byRay()[n])
          .as("ray at %s", f.mesh().node(n))
          .isGreaterThan((1 - TRUE_TO) * wallMm);
      double z = f.mesh().node(n).z();
      boolean isAtRim = Math.min(Math.abs(z), Math.abs(z - heightMm)) < wallMm;
      assertThat((double) f.bySphere()[n])
          .as("at %s", f.mesh().node(n))
          .isCloseTo(wallMm, within((isAtRim ? TRUE_TO_AT_RIMS : TRUE_TO) * wallMm));
    }
  }

  private static String tube(double radius, double wall, double height, double taperDeg) {
    return String.format(
        Locale.ROOT,
        "%s,{'kind':'shell','id':'w','thickness':'%.6f mm','open':[{'choose':'face','name':'rod/end'},{'choose':'face','name':'rod/start'}]}",
        Parts.rod(2 * radius, height).replace("'body'", "'taper':'" + taperDeg + " deg','body'"),
        wall);
  }

  @ParameterizedTest
  @CsvSource({"20, 1.2, 100", "30, 1.1, 60", "60, 2, 150", "12, 1, 90"})
  void aTube(double radius, double wall, double height) {
    assertUniform(Parts.ok(tube(radius, wall, height, 0)), wall, height);
  }

  /** A cone: the wall is measured square to it. At the rims, which are sharp, less fits in. */
  @ParameterizedTest
  @CsvSource({"30, 1.2, 60, 2", "40, 1.5, 90, -1"})
  void aLeaningTubeIsNowhereThickerAndThinOnlyAtItsRims(
      double radius, double wall, double height, double taperDeg) {
    WallField f = measured(Parts.ok(tube(radius, wall, height, taperDeg))).wall();
    for (int n = 0; n < f.mesh().nodeCount(); n++) {
      double t = f.bySphere()[n];
      double z = f.mesh().node(n).z();
      assertThat(t).as("at %s", f.mesh().node(n)).isLessThan((1 + TRUE_TO_AT_RIMS) * wall);
      if (z > wall && z < height - wall) {
        assertThat(t).as("at %s", f.mesh().node(n)).isGreaterThan((1 - TRUE_TO) * wall);
      }
    }
  }

  /** A ball, hollow throughout: its radius less the wall's is that of the hollow. */
  @ParameterizedTest
  @CsvSource({"30, 1.2", "50, 2"})
  void aHollowBall(double radius, double wall) {
    String ball =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'p','plane':{'base':'XZ'},'curves':["
                + "{'curve':'arc','name':'a','from':['0 mm','-%1$.6f mm'],'through':['%1$.6f mm','0 mm'],'to':['0 mm','%1$.6f mm']},"
                + "{'curve':'line','name':'l','from':['0 mm','%1$.6f mm'],'to':['0 mm','-%1$.6f mm']}]},"
                + "{'kind':'revolve','id':'t','sketch':'p','axis':{'base':'Z'}},"
                + "{'kind':'shell','id':'w','thickness':'%2$.6f mm'}",
            radius,
            wall);
    assertUniform(Parts.ok(ball), wall, Double.POSITIVE_INFINITY);
  }

  /** Nothing is said of a wall that is exactly as thick as the material allows. */
  @ParameterizedTest
  @ValueSource(doubles = {0, -1, 2})
  void aTubAtTheLimitHasNoFinding(double taperDeg) {
    double thin = RuleBook.named("abs").orElseThrow().limit("wall.min").value();
    String tub =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'120 mm','height':'80 mm','rounding':'20 mm'}]},"
                + "{'kind':'extrude','id':'tub','sketch':'s','depth':'30 mm','taper':'%.3f deg','body':'Body'},"
                + "{'kind':'shell','id':'w','thickness':'%.6f mm','open':[{'choose':'face','name':'tub/end'}]}",
            taperDeg,
            thin);
    assertThat(codes(Parts.ok(tub))).doesNotContain("wall.thin");
    String thinner = tub.replace(String.format(Locale.ROOT, "%.6f mm", thin), 0.98 * thin + " mm");
    assertThat(codes(Parts.ok(thinner))).contains("wall.thin");
  }

  private static List<String> codes(PartState state) {
    return new CheckRunner(Parts.KERNEL, 2)
            .check(state, RuleBook.named("abs").orElseThrow(), () -> false)
            .orElseThrow()
            .findings()
            .stream()
            .map(Finding::code)
            .toList();
  }
}
