package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.vectors.Vec3;
import org.assertj.core.data.Percentage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Wall thickness at ends, corners and joints against closed forms of plane geometry. */
class WallAccuracyTest {
  private static final Percentage ONE = Percentage.withPercentage(1);

  private static WallField field(String steps) {
    PartState state = Parts.ok(steps);
    Surveyor surveyor = new Surveyor(Parts.KERNEL, 2);
    BodyAnalysis a =
        surveyor.survey(state, Budget.Cancel.NEVER).orElseThrow().values().iterator().next();
    return surveyor.withWall(a, state, Budget.Cancel.NEVER).orElseThrow().wall();
  }

  /** A profile in the XZ plane, drawn through its corners, 40 mm deep. */
  private static String profile(double... xz) {
    StringBuilder curves = new StringBuilder();
    int n = xz.length / 2;
    for (int i = 0; i < n; i++) {
      int j = (i + 1) % n;
      curves
          .append(i == 0 ? "" : ",")
          .append("{'curve':'line','name':'l" + i + "','from':['")
          .append(xz[2 * i] + " mm','" + xz[2 * i + 1] + " mm'],'to':['")
          .append(xz[2 * j] + " mm','" + xz[2 * j + 1] + " mm']}");
    }
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
        + curves
        + "]},{'kind':'extrude','id':'e','sketch':'s','depth':'40 mm'}";
  }

  private static double thinnest(WallField f) {
    return f.bySphere()[WallStatistics.of(f).thinnest()];
  }

  private static double thickest(WallField f) {
    return f.bySphere()[WallStatistics.of(f).thickest()];
  }

  /** The circle that touches the end and both sides of a wedge. */
  @ParameterizedTest
  @CsvSource({"1, 4, 60", "0.973, 3, 40", "1.2, 6, 50"})
  void theThinEndOfAWedge(double end, double other, double length) {
    double slope = (other - end) / length;
    double radius = end / (1 + Math.sqrt(1 + slope * slope) - slope);
    WallField f = field(profile(0, 0, length, 0, length, other, 0, end));
    assertThat(thinnest(f)).isCloseTo(2 * radius, ONE);
  }

  /** The circle that touches two outer sides and the inner corner: r (1 + sqrt 2) = t sqrt 2. */
  @ParameterizedTest
  @ValueSource(doubles = {1.5, 3, 4.2})
  void theInsideCornerOfAnAngle(double t) {
    WallField f = field(profile(0, 0, 50, 0, 50, t, t, t, t, 40, 0, 40));
    assertThat(thickest(f)).isCloseTo(2 * t * Math.sqrt(2) / (1 + Math.sqrt(2)), ONE);
    assertThat(thinnest(f)).isCloseTo(t, ONE);
  }

  /** The circle that touches the wall's back and both roots of the rib. */
  @ParameterizedTest
  @CsvSource({"3, 2", "2.5, 1.5", "3, 3"})
  void aRibOnAWall(double wall, double rib) {
    double h = rib / 2;
    WallField f =
        field(profile(-25, 0, 25, 0, 25, wall, h, wall, h, 20, -h, 20, -h, wall, -25, wall));
    assertThat(thickest(f)).isCloseTo((wall * wall + h * h) / wall, ONE);
    assertThat(thinnest(f)).isCloseTo(rib, ONE);
  }

  private static void everyPlaceIsMeasured(WallField f, double largest) {
    for (int n = 0; n < f.mesh().nodeCount(); n++) {
      assertThat(f.bySphere()[n])
          .as("at %s", f.mesh().node(n))
          .isPositive()
          .isLessThan((float) (1.01 * largest));
    }
    assertThat(thickest(f)).isCloseTo(largest, ONE);
  }

  /**
   * At a sharp rim a ball may be larger than the rim is thick. The largest ball of a frustum
   * touches its wide end and its side, r = R tan((90 deg - b) / 2), or both ends.
   */
  @ParameterizedTest
  @CsvSource({"18.43, 60", "25, 60", "-18.43, 60", "-25, 60", "35, 40", "-50, 12", "8, 100"})
  void frustaWithSharpRims(double taperDeg, double height) {
    WallField f =
        field(
            "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'60 mm'}]},"
                + "{'kind':'extrude','id':'e','sketch':'s','depth':'"
                + height
                + " mm','taper':'"
                + taperDeg
                + " deg'}");
    double lean = Math.toRadians(taperDeg);
    double wide = taperDeg > 0 ? 30 : 30 - height * Math.tan(lean);
    double ball = wide * Math.tan((Math.PI / 2 - Math.abs(lean)) / 2);
    everyPlaceIsMeasured(f, Math.min(height, 2 * ball));
  }

  /** The circle in a triangle: twice the area by its round. */
  @ParameterizedTest
  @CsvSource({"40, 20, 36", "40, 5, 20", "36, 0, 12"})
  void wedgesWithSharpEdges(double base, double tip, double height) {
    double round = base + Math.hypot(tip, height) + Math.hypot(base - tip, height);
    everyPlaceIsMeasured(field(profile(0, 0, base, 0, tip, height)), 2 * base * height / round);
  }

  /** A round boss on a plate: the ball touches the plate's back and the root all around. */
  @Test
  void aBossOnAPlate() {
    double wall = 3;
    double radius = 2;
    WallField f =
        field(
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'50 mm',"
                + "'height':'40 mm'}]},{'kind':'extrude','id':'e','sketch':'s','depth':'3 mm'},"
                + "{'kind':'sketch','id':'b','curves':[{'curve':'circle','name':'c','diameter':'4 mm'}]},"
                + "{'kind':'extrude','id':'f','sketch':'b','depth':'15 mm','use':'unite'}");
    assertThat(thickest(f)).isCloseTo((wall * wall + radius * radius) / wall, ONE);
  }

  /**
   * Along the outer edges of a shelled box: level up to the ball that fills the corner, then as the
   * ball that touches the inner edge. Everywhere, so that contours are as smooth as they are true.
   */
  @Test
  void theWholeFieldAlongTheEdgeOfABox() {
    double t = 2.2;
    WallField f =
        field(
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm',"
                + "'height':'44 mm'}]},{'kind':'extrude','id':'e','sketch':'s','depth':'26 mm'},"
                + "{'kind':'shell','id':'h','thickness':'2.2 mm','open':[{'choose':'face','name':'e/end'}]}");
    int checked = 0;
    for (int n = 0; n < f.mesh().nodeCount(); n++) {
      Vec3 p = f.mesh().node(n);
      boolean isUnder = p.z() < 1e-6 && f.mesh().normals()[3 * n + 2] < -0.99;
      if (isUnder && Math.abs(p.x()) < 24 && Math.abs(p.y()) > 16) {
        double d = 22 - Math.abs(p.y());
        double filling = t * Math.sqrt(2) / (1 + Math.sqrt(2));
        double radius =
            d < filling ? filling : d < t ? ((d - t) * (d - t) + t * t) / (2 * t) : t / 2;
        assertThat((double) f.bySphere()[n]).as("at " + p).isCloseTo(2 * radius, ONE);
        checked++;
      }
    }
    assertThat(checked).isGreaterThan(200);
  }
}
