package org.ankerdraft.core.measure;

import java.util.Optional;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.Nearest;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Distance and angle between two things. */
public final class Measuring {

  /** A thing to measure: a face or edge of a body by number, or a point. */
  public sealed interface Thing {
    record FaceOf(Body body, int face) implements Thing {}

    record EdgeOf(Body body, int edge) implements Thing {}

    record PointAt(Vec3 at) implements Thing {}

    /** Of a body there are properties, but no distance. */
    record Whole(Body body) implements Thing {}
  }

  /**
   * What was measured.
   *
   * @param distanceMm shortest distance
   * @param normalsRad angle between the directions (outward normals of faces, lines of edges);
   *     empty if one has none
   * @param insideRad for two faces, the angle between them through the material: pi less the angle
   *     of their normals
   */
  public record Measured(
      double distanceMm,
      Vec3 from,
      Vec3 to,
      Optional<Double> normalsRad,
      Optional<Double> insideRad) {}

  private Measuring() {}

  public static Outcome<Measured> measure(GeometryKernel kernel, Thing a, Thing b, Budget budget) {
    Outcome<Nearest> nearest = kernel.distance(sub(a), sub(b), budget);
    return nearest.map(n -> {
      Optional<Vec3> da = direction(a);
      Optional<Vec3> db = direction(b);
      Optional<Double> angle = da.flatMap(x -> db.map(x::angleTo));
      boolean faces = a instanceof Thing.FaceOf && b instanceof Thing.FaceOf;
      return new Measured(
          n.distanceMm(),
          n.onA(),
          n.onB(),
          angle,
          faces ? angle.map(x -> Math.PI - x) : Optional.empty());
    });
  }

  private static Sub sub(Thing t) {
    return switch (t) {
      case Thing.FaceOf(Body body, int face) -> new Sub.FaceOf(body.named().shape(), face);
      case Thing.EdgeOf(Body body, int edge) -> new Sub.EdgeOf(body.named().shape(), edge);
      case Thing.PointAt(Vec3 at) -> new Sub.Point(at);
      case Thing.Whole(Body body) -> new Sub.Point(body.named().shape().mass().centroid());
    };
  }

  private static Optional<Vec3> direction(Thing t) {
    return switch (t) {
      case Thing.FaceOf(Body body, int face) -> {
        Topology.Face f = body.named().topology().face(face);
        yield f.kind() == Topology.SurfaceKind.SPHERE || f.kind() == Topology.SurfaceKind.FREEFORM
            ? Optional.empty()
            : Optional.of(f.direction());
      }
      case Thing.EdgeOf(Body body, int edge) -> {
        Topology.Edge e = body.named().topology().edge(edge);
        yield e.kind() == Topology.CurveKind.FREEFORM
            ? Optional.empty()
            : Optional.of(e.direction());
      }
      case Thing.PointAt _, Thing.Whole _ -> Optional.empty();
    };
  }
}
