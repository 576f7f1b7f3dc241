package org.ankerdraft.kernel;

import com.google.protobuf.ByteString;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.ankerdraft.kernel.proto.Arc;
import org.ankerdraft.kernel.proto.Circle;
import org.ankerdraft.kernel.proto.Curve;
import org.ankerdraft.kernel.proto.Ellipse;
import org.ankerdraft.kernel.proto.FaceCurvatures;
import org.ankerdraft.kernel.proto.FaceExtreme;
import org.ankerdraft.kernel.proto.Line;
import org.ankerdraft.kernel.proto.Mesh;
import org.ankerdraft.kernel.proto.Placement;
import org.ankerdraft.kernel.proto.Polyline;
import org.ankerdraft.kernel.proto.Refusal;
import org.ankerdraft.kernel.proto.Region;
import org.ankerdraft.kernel.proto.ShapeReply;
import org.ankerdraft.kernel.proto.Spline;
import org.ankerdraft.kernel.proto.SubKind;
import org.ankerdraft.kernel.proto.Vec;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Between our types and the wire's. */
final class Wire {
  private Wire() {}

  static Vec vec(Vec3 v) {
    return Vec.newBuilder().setX(v.x()).setY(v.y()).setZ(v.z()).build();
  }

  static Vec3 vec(Vec v) {
    return new Vec3(v.getX(), v.getY(), v.getZ());
  }

  static List<Vec3> points(Polyline line) {
    List<Vec3> out = new ArrayList<>();
    for (int i = 0; i + 2 < line.getCoordinatesCount(); i += 3) {
      out.add(
          new Vec3(line.getCoordinates(i), line.getCoordinates(i + 1), line.getCoordinates(i + 2)));
    }
    return out;
  }

  static List<Double> coordinates(List<Vec3> points) {
    return points.stream().flatMap(p -> Stream.of(p.x(), p.y(), p.z())).toList();
  }

  static List<GeometryKernel.Curvature> curvatures(FaceCurvatures face) {
    return IntStream.range(0, face.getLeastCount())
        .mapToObj(i -> new GeometryKernel.Curvature(face.getLeast(i), face.getMost(i)))
        .toList();
  }

  static Placement placement(Plane p) {
    return Placement.newBuilder().setOrigin(vec(p.origin())).setDirection(vec(p.normal())).build();
  }

  static org.ankerdraft.kernel.proto.Motion motion(Motion m) {
    org.ankerdraft.kernel.proto.Motion.Builder out =
        org.ankerdraft.kernel.proto.Motion.newBuilder()
            .setPoint(vec(m.axis().point()))
            .setDirection(vec(m.axis().direction()))
            .setAngle(m.angleRad())
            .setShift(vec(m.shift()));
    if (m.mirrors()) {
      out.setMirror(placement(m.mirror()));
    }
    return out.build();
  }

  static Region region(ProfileCurve.Region region) {
    Region.Builder out =
        Region.newBuilder().setOuter(wire(region.outer())).setOpen(region.isOpen());
    region.inner().forEach(w -> out.addInner(wire(w)));
    return out.build();
  }

  static org.ankerdraft.kernel.proto.Wire wire(List<ProfileCurve> curves) {
    return org.ankerdraft.kernel.proto.Wire.newBuilder()
        .addAllCurves(curves.stream().map(Wire::curve).toList())
        .build();
  }

  private static Curve curve(ProfileCurve c) {
    Curve.Builder out = Curve.newBuilder().setTag(c.tag());
    return switch (c) {
      case ProfileCurve.Line l ->
          out.setLine(Line.newBuilder().setStart(vec(l.start())).setEnd(vec(l.end()))).build();
      case ProfileCurve.Arc a ->
          out.setArc(
                  Arc.newBuilder()
                      .setStart(vec(a.start()))
                      .setMid(vec(a.mid()))
                      .setEnd(vec(a.end())))
              .build();
      case ProfileCurve.Circle k ->
          out.setCircle(
                  Circle.newBuilder()
                      .setCentre(vec(k.centre()))
                      .setNormal(vec(k.normal()))
                      .setRadius(k.radius())
                      .setSeam(vec(k.seam())))
              .build();
      case ProfileCurve.Ellipse e ->
          out.setEllipse(
                  Ellipse.newBuilder()
                      .setCentre(vec(e.centre()))
                      .setNormal(vec(e.normal()))
                      .setMajor(vec(e.major()))
                      .setMinor(e.minor())
                      .setFrom(e.from())
                      .setSweep(e.sweep()))
              .build();
      case ProfileCurve.Spline s ->
          out.setSpline(
                  Spline.newBuilder()
                      .addAllPoles(s.poles().stream().map(Wire::vec).toList())
                      .setDegree(s.degree())
                      .setClosed(s.closed()))
              .build();
    };
  }

  static org.ankerdraft.kernel.proto.Sub sub(SubKind kind, long handle, int index) {
    return org.ankerdraft.kernel.proto.Sub.newBuilder()
        .setKind(kind)
        .setShape(handle)
        .setIndex(index)
        .build();
  }

  static org.ankerdraft.kernel.proto.Sub point(Vec3 at) {
    return org.ankerdraft.kernel.proto.Sub.newBuilder()
        .setKind(SubKind.SUB_POINT)
        .setPoint(vec(at))
        .build();
  }

  static Shape shape(ShapeReply reply) {
    var mass = reply.getMass();
    var proof = reply.getProof();
    return new Shape(
        topology(reply.getTopology()),
        new Shape.Mass(
            mass.getVolume(),
            mass.getArea(),
            vec(mass.getCentroid()),
            vec(mass.getBoxMin()),
            vec(mass.getBoxMax())),
        new Shape.Proof(
            proof.getValid(),
            proof.getClosed(),
            proof.getSolids(),
            proof.getMaxTolerance(),
            List.copyOf(proof.getFaultsList())),
        reply.getBrep().toByteArray());
  }

  private static Topology topology(org.ankerdraft.kernel.proto.Topology t) {
    return new Topology(
        t.getFacesList().stream().map(Wire::face).toList(),
        t.getEdgesList().stream().map(Wire::edge).toList(),
        t.getVerticesList().stream().map(v -> vec(v.getPoint())).toList());
  }

  private static Topology.Face face(org.ankerdraft.kernel.proto.Face f) {
    return new Topology.Face(
        Topology.SurfaceKind.values()[f.getKindValue()],
        vec(f.getOrigin()),
        vec(f.getDirection()),
        f.getRadius(),
        f.getSecond(),
        f.getArea(),
        vec(f.getPoint()),
        vec(f.getNormal()),
        f.getLoopsList().stream().map(l -> List.copyOf(l.getEdgesList())).toList(),
        f.getConcave());
  }

  private static Topology.Edge edge(org.ankerdraft.kernel.proto.Edge e) {
    return new Topology.Edge(
        Topology.CurveKind.values()[e.getKindValue()],
        vec(e.getStart()),
        vec(e.getMid()),
        vec(e.getEnd()),
        e.getLength(),
        List.copyOf(e.getFacesList()),
        Topology.Bend.values()[e.getBendValue()],
        e.getAngle(),
        vec(e.getDirection()),
        vec(e.getCentre()),
        e.getRadius(),
        e.getStartVertex(),
        e.getEndVertex(),
        vec(e.getTangentStart()),
        vec(e.getTangentEnd()));
  }

  static Derived.Origin origin(org.ankerdraft.kernel.proto.Origin o) {
    return new Derived.Origin(
        o.getFace(), Derived.OriginKind.values()[o.getKindValue()], o.getInput(), o.getSource());
  }

  static GeometryKernel.DraftRange draftRange(FaceExtreme e) {
    return new GeometryKernel.DraftRange(
        e.getMin(), e.getMax(), vec(e.getAtMin()), vec(e.getAtMax()), e.getExact());
  }

  static Outcome.KernelFailure failure(Refusal r) {
    Outcome.Cause cause =
        switch (r.getCode()) {
          case "invalid-input", "unknown-shape" -> Outcome.Cause.INVALID_INPUT;
          case "library-exception" -> Outcome.Cause.LIBRARY_EXCEPTION;
          default -> Outcome.Cause.REFUSED;
        };
    return new Outcome.KernelFailure(
        cause,
        r.getMessage(),
        List.copyOf(r.getFacesList()),
        List.copyOf(r.getEdgesList()),
        r.hasPlace() ? Optional.of(vec(r.getPlace())) : Optional.empty());
  }

  static TriangleMesh mesh(Mesh m) {
    return new TriangleMesh(
        floats(m.getPositions()),
        floats(m.getNormals()),
        ints(m.getTriangles()),
        starts(m.getFaceTriangleCountList()),
        floats(m.getEdgePoints()),
        starts(m.getEdgePointCountList()),
        m.getWatertight());
  }

  private static float[] floats(ByteString bytes) {
    float[] out = new float[bytes.size() / Float.BYTES];
    bytes.asReadOnlyByteBuffer().order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer().get(out);
    return out;
  }

  private static int[] ints(ByteString bytes) {
    int[] out = new int[bytes.size() / Integer.BYTES];
    bytes.asReadOnlyByteBuffer().order(ByteOrder.LITTLE_ENDIAN).asIntBuffer().get(out);
    return out;
  }

  private static int[] starts(List<Integer> counts) {
    int[] out = new int[counts.size() + 1];
    for (int i = 0; i < counts.size(); i++) {
      out[i + 1] = out[i] + counts.get(i);
    }
    return out;
  }
}
