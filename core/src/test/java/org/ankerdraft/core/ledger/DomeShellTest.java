package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lathe-turned bodies that come to a point on their axis, hollowed. */
class DomeShellTest {
  private static String turned(String meridian) {
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
        + meridian
        + "]},{'kind':'revolve','id':'v','sketch':'s','axis':{'base':'Z'},'body':'Dome'}";
  }

  private static String arc(String name, double... xz) {
    return String.format(
        Locale.ROOT,
        "{'curve':'arc','name':'%s','from':['%.9f mm','%.9f mm'],'through':['%.9f mm','%.9f mm'],"
            + "'to':['%.9f mm','%.9f mm']}",
        name,
        xz[0],
        xz[1],
        xz[2],
        xz[3],
        xz[4],
        xz[5]);
  }

  private static String shell(double mm, String open) {
    return ",{'kind':'shell','id':'w','thickness':'"
        + mm
        + " mm'"
        + (open.isEmpty() ? "" : ",'open':[{'choose':'face','name':'" + open + "'}]")
        + "}";
  }

  /** An arc of radius r about (-c, 0), turned about the z axis, above the ground. */
  private static double ogive(double r, double c) {
    double h = Math.sqrt(r * r - c * c);
    double sector = (h * c + r * r * Math.asin(h / r)) / 2;
    return Math.PI * (r * r * h - h * h * h / 3 - 2 * c * sector + c * c * h);
  }

  private static String ogiveMeridian(double r, double c) {
    double half = Math.acos(c / r) / 2;
    double high = Math.sqrt(r * r - c * c);
    return Parts.line("base", 0, 0, r - c, 0)
        + ","
        + arc("roof", r - c, 0, r * Math.cos(half) - c, r * Math.sin(half), 0, high)
        + ","
        + Parts.line("axis", 0, high, 0, 0);
  }

  @ParameterizedTest
  @CsvSource({"50, 20, 2", "50, 20, 5", "40, 5, 1.5", "60, 40, 3"})
  void aPointedDomeOpenBelow(double r, double c, double wall) {
    PartState state = Parts.ok(turned(ogiveMeridian(r, c)) + shell(wall, "v/side:base"));
    double wanted = ogive(r, c) - ogive(r - wall, c);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(state.bodies().get("Dome").named().faceNames())
        .extracting(FaceName::toString)
        .contains("v/side:roof", "w/inner(v/side:roof)");
  }

  @Test
  void aLensHollowAllRound() {
    double r = 45;
    double c = 25;
    double high = Math.sqrt(r * r - c * c);
    double half = Math.acos(c / r) / 2;
    double x = r * Math.cos(half) - c;
    double z = r * Math.sin(half);
    String lens =
        turned(
            arc("below", 0, -high, x, -z, r - c, 0)
                + ","
                + arc("above", r - c, 0, x, z, 0, high)
                + ","
                + Parts.line("axis", 0, high, 0, -high));
    double wanted = 2 * (ogive(r, c) - ogive(r - 3, c));
    assertThat(Parts.volume(Parts.ok(lens + shell(3, ""))))
        .isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** A bell whose flanks sag towards its tip, and one drawn free: the wall is as thick all over. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "{'curve':'arc','name':'roof','from':['30 mm','0 mm'],'through':['12 mm','12 mm'],"
            + "'to':['0 mm','40 mm']}",
        "{'curve':'spline','name':'roof','points':[['30 mm','0 mm'],['26 mm','20 mm'],"
            + "['12 mm','32 mm'],['0 mm','40 mm']]}"
      })
  void theWallIsAsThickAllOver(String roof) {
    PartState state =
        Parts.ok(
            turned(
                    Parts.line("base", 0, 0, 30, 0)
                        + ","
                        + roof
                        + ","
                        + Parts.line("axis", 0, 40, 0, 0))
                + shell(2, "v/side:base"));
    var body = state.bodies().get("Dome").named();
    int outside = body.face(FaceName.read("v/side:roof"));
    int inside = body.face(FaceName.read("w/inner(v/side:roof)"));
    var mesh = Parts.KERNEL.mesh(body.shape(), 0.05, 0.3, Budget.ofSeconds(20)).orThrow();
    int measured = 0;
    int stride = 1 + mesh.triangleCount() / 300;
    for (int t = 0; t < mesh.triangleCount(); t += stride) {
      Vec3 node = mesh.node(mesh.triangles()[3 * t]);
      if (mesh.faceOfTriangle(t) == inside && node.z() > 2) {
        double away =
            Parts.KERNEL
                .distance(
                    new Sub.Point(node),
                    new Sub.FaceOf(body.shape(), outside),
                    Budget.ofSeconds(10))
                .orThrow()
                .distanceMm();
        assertThat(away).as("at %s", node).isCloseTo(2, within(0.001));
        measured++;
      }
    }
    assertThat(measured).isGreaterThan(20);
  }

  @Test
  void aWallThatLeavesNoInsideIsToldWithItsLimit() {
    PartState state = Parts.build(turned(ogiveMeridian(50, 20)) + shell(29, "v/side:base"));
    assertThat(state.steps().getLast().message())
        .contains("shell of 29 mm failed")
        .contains("It works up to");
  }
}
