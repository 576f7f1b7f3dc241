package org.ankerdraft.core.geometry;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.Edge;
import org.ankerdraft.kernel.Topology.Face;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** The bounds of a plane face, straightened, to tell what lies over it. */
public final class FacePolygon {
  private static final int ARC_PIECES = 16;
  private static final double SAME_MM = 1e-8;
  private final Vec3 x;
  private final Vec3 y;
  private final List<Xy[]> pieces = new ArrayList<>();

  /**
   * @param face number of a plane face
   */
  public FacePolygon(Topology topology, int face) {
    Face f = topology.face(face);
    Vec3 n = f.normal();
    Vec3 along = Math.abs(n.x()) < 0.9 ? Vec3.X : Vec3.Y;
    x = n.cross(along).unit();
    y = n.cross(x);
    for (List<Integer> loop : f.loops()) {
      for (int e : loop) {
        add(topology.edge(e));
      }
    }
  }

  private void add(Edge e) {
    List<Vec3> points = new ArrayList<>(List.of(e.start()));
    if (e.kind() == Topology.CurveKind.CIRCLE) {
      Vec3 from = e.start().minus(e.centre());
      double sweep = e.lengthMm() / e.radius();
      for (int i = 1; i < ARC_PIECES; i++) {
        points.add(e.centre().plus(from.rotated(e.direction(), sweep * i / ARC_PIECES)));
      }
    } else if (e.kind() == Topology.CurveKind.FREEFORM) {
      points.add(e.mid());
    }
    points.add(e.end());
    for (int i = 1; i < points.size(); i++) {
      pieces.add(new Xy[] {flat(points.get(i - 1)), flat(points.get(i))});
    }
  }

  /**
   * Rounded, so that edges that meet end at one and the same place: else a point level with it
   * would lie between them.
   */
  private Xy flat(Vec3 p) {
    return new Xy(rounded(p.dot(x)), rounded(p.dot(y)));
  }

  private static double rounded(double mm) {
    return Math.rint(mm / SAME_MM) * SAME_MM;
  }

  /** Whether a point, dropped square onto the face's plane, lies within the face. */
  public boolean contains(Vec3 point) {
    Xy p = flat(point);
    boolean inside = false;
    for (Xy[] piece : pieces) {
      inside ^= Polygons.crosses(piece[0], piece[1], p);
    }
    return inside;
  }
}
