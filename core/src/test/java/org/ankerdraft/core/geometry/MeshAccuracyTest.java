package org.ankerdraft.core.geometry;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.TriangleMesh;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Triangles stay by the surfaces that they stand for: cylinders and cones with cut-outs, measured
 * from their axes.
 */
class MeshAccuracyTest {
  /** Notches in the rim, ears at the foot, as many as wanted. */
  private static String ring(double lean, int notches) {
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
        + "{'curve':'line','name':'foot','from':['31 mm','0 mm'],'to':['36.4 mm','0 mm']},"
        + "{'curve':'line','name':'outside','from':['36.4 mm','0 mm'],'to':['36.4 mm - 11 mm*tan("
        + lean
        + " deg)','11 mm']},"
        + "{'curve':'line','name':'rim','from':['36.4 mm - 11 mm*tan("
        + lean
        + " deg)','11 mm'],'to':['31 mm','11 mm']},"
        + "{'curve':'line','name':'inside','from':['31 mm','11 mm'],'to':['31 mm','0 mm']}]},"
        + "{'kind':'revolve','id':'ring','sketch':'s','body':'Ring'},"
        + "{'kind':'sketch','id':'e','curves':[{'curve':'slot','name':'g','from':['35 mm','0 mm'],'to':['41 mm','0 mm'],'width':'7 mm'}]},"
        + "{'kind':'extrude','id':'ear','sketch':'e','depth':'2.2 mm','taper':'1 deg','use':'unite'},"
        + "{'kind':'pattern','id':'ears','steps':['ear'],'way':'round','axis':{'base':'Z'},'count':6},"
        + "{'kind':'sketch','id':'n','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'q','corner':['-5 mm','6 mm'],'width':'10 mm','height':'8 mm'}]},"
        + "{'kind':'extrude','id':'notch','sketch':'n','depth':'50 mm','use':'subtract'},"
        + "{'kind':'pattern','id':'notches','steps':['notch'],'way':'round','axis':{'base':'Z'},'count':"
        + notches
        + "}";
  }

  @ParameterizedTest
  @CsvSource({"0, 3, 0.05", "1.5, 3, 0.05", "1.5, 2, 0.02", "8, 5, 0.05", "1.5, 4, 0.3"})
  void trianglesOfRoundFacesStayByThem(double lean, int notches, double deflection) {
    PartState state = Parts.ok(ring(lean, notches));
    Shape shape = state.bodies().get("Ring").named().shape();
    TriangleMesh mesh = Parts.KERNEL.mesh(shape, deflection, 0.5, Budget.ofSeconds(30)).orThrow();
    assertThat(mesh.watertight()).isTrue();
    for (int f = 1; f <= shape.topology().faces().size(); f++) {
      Topology.Face face = shape.topology().face(f);
      if (face.kind() == Topology.SurfaceKind.CYLINDER
          || face.kind() == Topology.SurfaceKind.CONE) {
        assertThat(worst(mesh, f, face)).as("face %d", f).isLessThan(3.1 * deflection);
      }
    }
  }

  /** How far the middles of the triangles' sides lie off the surface. */
  private static double worst(TriangleMesh mesh, int f, Topology.Face face) {
    double worst = 0;
    for (int t = mesh.faceTriangleStart()[f - 1]; t < mesh.faceTriangleStart()[f]; t++) {
      for (int k = 0; k < 3; k++) {
        Vec3 a = node(mesh, mesh.triangles()[3 * t + k]);
        Vec3 b = node(mesh, mesh.triangles()[3 * t + (k + 1) % 3]);
        worst = Math.max(worst, off(face, a.plus(b).times(0.5)));
      }
    }
    return worst;
  }

  private static Vec3 node(TriangleMesh mesh, int n) {
    float[] p = mesh.positions();
    return new Vec3(p[3 * n], p[3 * n + 1], p[3 * n + 2]);
  }

  private static double off(Topology.Face face, Vec3 p) {
    double from = new Axis(face.origin(), face.direction()).from(p).length();
    if (face.kind() == Topology.SurfaceKind.CYLINDER) {
      return Math.abs(from - face.radius());
    }
    double along = p.minus(face.origin()).dot(face.direction());
    return Math.abs(from - face.radius() - along * Math.tan(face.second()));
  }
}
