package org.ankerdraft.kernel;

import com.google.protobuf.ByteString;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Function;
import org.ankerdraft.kernel.proto.Blend;
import org.ankerdraft.kernel.proto.BlendKind;
import org.ankerdraft.kernel.proto.BooleanKind;
import org.ankerdraft.kernel.proto.BooleanOp;
import org.ankerdraft.kernel.proto.Carry;
import org.ankerdraft.kernel.proto.Curvatures;
import org.ankerdraft.kernel.proto.CurvePoints;
import org.ankerdraft.kernel.proto.CutByPlanes;
import org.ankerdraft.kernel.proto.Defeature;
import org.ankerdraft.kernel.proto.Distance;
import org.ankerdraft.kernel.proto.Divide;
import org.ankerdraft.kernel.proto.DivideSide;
import org.ankerdraft.kernel.proto.Draft;
import org.ankerdraft.kernel.proto.EdgeBlend;
import org.ankerdraft.kernel.proto.Extrude;
import org.ankerdraft.kernel.proto.FaceAngle;
import org.ankerdraft.kernel.proto.FaceExtremes;
import org.ankerdraft.kernel.proto.Fault;
import org.ankerdraft.kernel.proto.Hello;
import org.ankerdraft.kernel.proto.JoinKind;
import org.ankerdraft.kernel.proto.Loft;
import org.ankerdraft.kernel.proto.MeshRequest;
import org.ankerdraft.kernel.proto.Move;
import org.ankerdraft.kernel.proto.Offset;
import org.ankerdraft.kernel.proto.ProfileCheck;
import org.ankerdraft.kernel.proto.Request;
import org.ankerdraft.kernel.proto.Response;
import org.ankerdraft.kernel.proto.Restore;
import org.ankerdraft.kernel.proto.Revolve;
import org.ankerdraft.kernel.proto.SelfIntersection;
import org.ankerdraft.kernel.proto.Silhouettes;
import org.ankerdraft.kernel.proto.Skin;
import org.ankerdraft.kernel.proto.StepRead;
import org.ankerdraft.kernel.proto.StepWrite;
import org.ankerdraft.kernel.proto.SubKind;
import org.ankerdraft.kernel.proto.SweepAlong;
import org.ankerdraft.kernel.proto.SweepFace;
import org.ankerdraft.kernel.proto.SweepRuled;
import org.ankerdraft.kernel.proto.Thicken;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Geometry on request. Safe for several threads: requests queue for one worker process, which is
 * started when first needed and replaced after it crashed, ran out of time or was cancelled. Shapes
 * are restored in the new one from their bytes as they are used.
 *
 * <p>Each method answers with an {@link Outcome}; none throws for bad geometry. Whether a result is
 * sound is for the caller to judge by {@link Shape#proof()}. Long because it is the one list of
 * what can be asked: a method for each request, and little in it.
 */
public final class GeometryKernel implements AutoCloseable {

  /** Boolean operation. */
  public enum Combination {
    UNITE,
    SUBTRACT,
    INTERSECT
  }

  /**
   * How offset faces are joined across outside corners: by arcs or by extending them until they
   * meet; or made anew from the outline of a prism or frustum over free curves, where anything else
   * is refused at once; or each face moved by itself, all edges and corners kept, where a body of
   * which that is not true is refused soon.
   */
  public enum Join {
    ARC,
    INTERSECTION,
    OUTLINE,
    FACEWISE
  }

  /** Round or equal chamfer. */
  public enum BlendType {
    ROUND,
    CHAMFER
  }

  /** Faults a test can ask for, where the environment allows it. */
  public enum TestFault {
    CRASH,
    HANG,
    EXHAUST_MEMORY,
    THROW
  }

  /** Smallest and largest angle of a face to the pull, rad; positive looks towards it. */
  public record DraftRange(double minRad, double maxRad, Vec3 atMin, Vec3 atMax, boolean exact) {}

  /** Principal curvatures at a place of a face, 1/mm; their sign tells the side of the centre. */
  public record Curvature(double leastPerMm, double mostPerMm) {
    /** By how much the nearer of the two radii of curvature misses one, as a share of it. */
    public double strays(double radiusMm) {
      return Math.min(
          Math.abs(Math.abs(leastPerMm) * radiusMm - 1),
          Math.abs(Math.abs(mostPerMm) * radiusMm - 1));
    }
  }

  /** Shortest distance and where it is taken. */
  public record Nearest(double distanceMm, Vec3 onA, Vec3 onB) {}

  /** A thing to measure from or to. */
  public sealed interface Sub {
    record FaceOf(Shape shape, int face) implements Sub {}

    record EdgeOf(Shape shape, int edge) implements Sub {}

    record Point(Vec3 at) implements Sub {}
  }

  /** Solids read from a STEP file, with their names (may be empty), and what was left out. */
  public record Imported(List<Shape> shapes, List<String> names, List<String> warnings) {}

  /**
   * A target combined with several tools.
   *
   * @param overlapsMm3 the volume that each tool had in common with the target
   */
  public record Together(Derived derived, List<Double> overlapsMm3) {}

  /** What a mesh tells of a shape: every edge of it is passed once each way; its volume. */
  public record MeshProof(boolean isWatertight, double volumeMm3) {}

  private final Supervisor supervisor;

  /**
   * @param program the worker, which is not started before it is needed
   */
  public GeometryKernel(Path program) {
    this(program, Relay.PLAIN);
  }

  /**
   * @param relay is told of each request, and may answer in the worker's place
   */
  public GeometryKernel(Path program, Relay relay) {
    supervisor = new Supervisor(program, relay);
  }

  /** Name and version of the geometry library. */
  public Outcome<String> hello(Budget budget) {
    return ask(r -> r.setHello(Hello.getDefaultInstance()), budget, a -> a.getHello().getLibrary());
  }

  /** How often the worker had to be replaced. */
  public int restarts() {
    return supervisor.restarts();
  }

  /** The process that works at present; empty if none has been needed yet. */
  public Optional<ProcessHandle> workerHandle() {
    return supervisor.workerHandle();
  }

  /** The last lines the worker wrote to its log. */
  public List<String> workerLog() {
    return supervisor.workerLog();
  }

  public Outcome<Shape> restore(byte[] brep, Budget budget) {
    return askShape(
            r -> r.setRestore(Restore.newBuilder().setBrep(ByteString.copyFrom(brep))), budget)
        .map(Derived::shape);
  }

  /** Are the regions made of closed, plane contours that do not cross? */
  public Outcome<Boolean> checkProfile(
      List<ProfileCurve.Region> regions, Plane plane, Budget budget) {
    ProfileCheck.Builder check = ProfileCheck.newBuilder().setPlane(Wire.placement(plane));
    regions.forEach(region -> check.addRegions(Wire.region(region)));
    return ask(r -> r.setProfileCheck(check), budget, a -> true);
  }

  public Outcome<Derived> extrude(
      List<ProfileCurve.Region> regions, Plane plane, Vec3 start, Vec3 vector, Budget budget) {
    Extrude.Builder extrude =
        Extrude.newBuilder()
            .setPlane(Wire.placement(plane))
            .setStart(Wire.vec(start))
            .setVector(Wire.vec(vector));
    regions.forEach(region -> extrude.addRegions(Wire.region(region)));
    return askShape(r -> r.setExtrude(extrude), budget);
  }

  /**
   * Turns plane regions about an axis in their plane, counter-clockwise.
   *
   * @param startRad where the turn begins
   * @param angleRad how far it goes; 2 pi is all the way round
   */
  public Outcome<Derived> revolve(
      List<ProfileCurve.Region> regions,
      Plane plane,
      Axis axis,
      double startRad,
      double angleRad,
      Budget budget) {
    Revolve.Builder revolve =
        Revolve.newBuilder()
            .setPlane(Wire.placement(plane))
            .setPoint(Wire.vec(axis.point()))
            .setDirection(Wire.vec(axis.direction()))
            .setStart(startRad)
            .setAngle(angleRad);
    regions.forEach(region -> revolve.addRegions(Wire.region(region)));
    return askShape(r -> r.setRevolve(revolve), budget);
  }

  /**
   * What the inside of a contour sweeps along a path; of one that does not close, the surface that
   * it leaves behind itself.
   *
   * @param plane of the contour
   * @param isClosed whether the path ends where it begins
   * @param isParallel whether the contour stays parallel to itself; else it turns with the path
   */
  public Outcome<Derived> sweepAlong(
      ProfileCurve.Region contour,
      Plane plane,
      List<ProfileCurve> path,
      boolean isClosed,
      boolean isParallel,
      Budget budget) {
    return askShape(
        r ->
            r.setSweepAlong(
                SweepAlong.newBuilder()
                    .setContour(Wire.wire(contour.outer()))
                    .setOpen(contour.isOpen())
                    .setPlane(Wire.placement(plane))
                    .setPath(Wire.wire(path))
                    .setClosed(isClosed)
                    .setParallel(isParallel)),
        budget);
  }

  /** What a loft goes through. */
  public sealed interface LoftSection {
    /**
     * @param isOpen whether it is a line that does not close; then all are, and a surface comes of
     *     them
     */
    record Contour(List<ProfileCurve> curves, Plane plane, boolean isOpen) implements LoftSection {
      public Contour(List<ProfileCurve> curves, Plane plane) {
        this(curves, plane, false);
      }
    }

    /** The first or the last only. */
    record Point(Vec3 at) implements LoftSection {}
  }

  /**
   * How a loft goes.
   *
   * @param isStraight from each section to the next; else smoothly through all
   * @param isSquareAtStart whether it leaves the plane of the first square to it; not if straight
   * @param isSquareAtEnd whether it comes so to the plane of the last
   */
  public record LoftGoing(boolean isStraight, boolean isSquareAtStart, boolean isSquareAtEnd) {
    public static final LoftGoing STRAIGHT = new LoftGoing(true, false, false);
  }

  /**
   * The solid whose skin goes through contours, in their order; of lines a surface.
   *
   * @param going from one to the next
   */
  public Outcome<Derived> loft(List<LoftSection> sections, LoftGoing going, Budget budget) {
    Loft.Builder loft =
        loftThrough(sections)
            .setRuled(going.isStraight)
            .setSquareStart(going.isSquareAtStart)
            .setSquareEnd(going.isSquareAtEnd);
    return askShape(r -> r.setLoft(loft), budget);
  }

  /**
   * A line that a loft follows.
   *
   * @param points close to each other
   * @param on where it passes each section
   */
  public record LoftGuide(List<Vec3> points, List<Vec3> on) {}

  /**
   * The solid whose skin goes smoothly through contours, and follows guides in between.
   *
   * @param sections contours, no points
   * @param guides brought onto one, sections are shifted; onto two, turned and scaled; onto more,
   *     stretched as nearly as can be
   * @param stations sections through which the skin is laid, more than five
   */
  public Outcome<Derived> guidedLoft(
      List<LoftSection> sections, List<LoftGuide> guides, int stations, Budget budget) {
    Loft.Builder loft = loftThrough(sections).setStations(stations);
    for (LoftGuide guide : guides) {
      kernelGuide(loft.addGuidesBuilder(), guide);
    }
    return askShape(r -> r.setLoft(loft), budget);
  }

  private static void kernelGuide(
      org.ankerdraft.kernel.proto.LoftGuide.Builder to, LoftGuide guide) {
    guide.points.forEach(p -> to.addPoints(p.x()).addPoints(p.y()).addPoints(p.z()));
    guide.on.forEach(p -> to.addOn(Wire.vec(p)));
  }

  private static Loft.Builder loftThrough(List<LoftSection> sections) {
    Loft.Builder loft = Loft.newBuilder();
    for (LoftSection s : sections) {
      switch (s) {
        case LoftSection.Contour(List<ProfileCurve> curves, Plane plane, boolean isOpen) ->
            loft.addSectionsBuilder()
                .setContour(Wire.wire(curves))
                .setPlane(Wire.placement(plane))
                .setOpen(isOpen);
        case LoftSection.Point(Vec3 at) -> loft.addSectionsBuilder().setPoint(Wire.vec(at));
      }
    }
    return loft;
  }

  /**
   * Where a contour has got to on its way.
   *
   * @param share of the way
   * @param origin where the origin goes
   * @param x what becomes of the vectors of length 1 along the axes
   */
  public record CarriedTo(double share, Vec3 origin, Vec3 x, Vec3 y, Vec3 z) {}

  /**
   * What the inside of a contour leaves behind while it is moved, turned and stretched; of an open
   * chain, what it leaves itself: a surface.
   *
   * @param copies more than five, the first of them the contour itself
   * @param isClosed whether the last copy lies on the first, so that there are no ends
   * @param pieces into how many faces, one after the other, each side is cut; two at least where it
   *     is closed
   */
  public Outcome<Derived> carry(
      ProfileCurve.Region contour,
      Plane plane,
      List<CarriedTo> copies,
      boolean isClosed,
      int pieces,
      Budget budget) {
    Carry.Builder carry =
        Carry.newBuilder()
            .setContour(Wire.wire(contour.outer()))
            .setPlane(Wire.placement(plane))
            .setClosed(isClosed)
            .setOpen(contour.isOpen())
            .setPieces(pieces);
    for (CarriedTo to : copies) {
      carry
          .addCopiesBuilder()
          .setShare(to.share)
          .setOrigin(Wire.vec(to.origin))
          .setX(Wire.vec(to.x))
          .setY(Wire.vec(to.y))
          .setZ(Wire.vec(to.z));
    }
    return askShape(r -> r.setCarry(carry), budget);
  }

  /**
   * Some faces of a shape by themselves: a surface, which has no volume.
   *
   * @param faces by their numbers
   */
  public Outcome<Derived> skin(Shape shape, Set<Integer> faces, Budget budget) {
    return askShape(
        r -> r.setSkin(Skin.newBuilder().setShape(handle(shape)).addAllFaces(faces)), budget);
  }

  /** A copy in another place. */
  public Outcome<Derived> move(Shape shape, Motion motion, Budget budget) {
    return move(shape, List.of(motion), budget).map(List::getFirst);
  }

  /**
   * Copies in other places, one for each motion in their order: sooner than one after the other.
   */
  public Outcome<List<Derived>> move(Shape shape, List<Motion> motions, Budget budget) {
    return ask(
        r ->
            r.setMove(
                Move.newBuilder()
                    .setShape(handle(shape))
                    .addAllMotions(motions.stream().map(Wire::motion).toList())),
        budget,
        a -> a.getShapes().getShapesList().stream().map(this::derived).toList());
  }

  /** The solid that a face leaves behind when it is moved along a vector. */
  public Outcome<Derived> sweepFace(Shape shape, int face, Vec3 vector, Budget budget) {
    return sweepLoop(shape, face, 0, vector, budget);
  }

  /**
   * The solid that all within one loop of a plane face leaves behind, what lies in openings
   * included.
   *
   * @param loop its number in the face's description, from 1
   */
  public Outcome<Derived> sweepLoop(Shape shape, int face, int loop, Vec3 vector, Budget budget) {
    return askShape(
        r ->
            r.setSweepFace(
                SweepFace.newBuilder()
                    .setShape(handle(shape))
                    .setFace(face)
                    .setLoop(loop)
                    .setVector(Wire.vec(vector))),
        budget);
  }

  /**
   * The solid that a surface leaves behind when it is moved along a vector: ruled between splines
   * through two rows of as many points, from each point to its partner. No face has an origin.
   */
  public Outcome<Derived> sweepRuled(List<Vec3> near, List<Vec3> far, Vec3 vector, Budget budget) {
    return askShape(
        r ->
            r.setSweepRuled(
                SweepRuled.newBuilder()
                    .addAllNear(Wire.coordinates(near))
                    .addAllFar(Wire.coordinates(far))
                    .setVector(Wire.vec(vector))),
        budget);
  }

  /**
   * Divides a solid and keeps some of its parts. Faces of the result that lie on what divides it
   * have the origin of a plane, with index 0.
   *
   * @param marks faces of the solid: kept are the parts that have one of them, or those that have
   *     none
   */
  public Outcome<Derived> divide(
      Shape shape, Divider divider, Set<Integer> marks, boolean isMarkedKept, Budget budget) {
    return askShape(
        r -> r.setDivide(divideBy(shape, divider).addAllMarks(marks).setUnmarked(!isMarkedKept)),
        budget);
  }

  /** The part of a solid on one side of a plane or a face that divides it. */
  public Outcome<Derived> side(Shape shape, Divider divider, boolean isFront, Budget budget) {
    return askShape(
        r ->
            r.setDivide(
                divideBy(shape, divider)
                    .setSide(isFront ? DivideSide.DIVIDE_FRONT : DivideSide.DIVIDE_BACK)),
        budget);
  }

  /** The parts of a solid outside or inside a body in which one of some points lies. */
  public Outcome<Derived> partsAt(
      Shape shape, Divider.Body divider, List<Vec3> points, Budget budget) {
    return askShape(
        r ->
            r.setDivide(
                divideBy(shape, divider)
                    .setSide(DivideSide.DIVIDE_AT)
                    .addAllAt(points.stream().map(Wire::vec).toList())),
        budget);
  }

  private Divide.Builder divideBy(Shape shape, Divider divider) {
    Divide.Builder divide = Divide.newBuilder().setShape(handle(shape));
    return switch (divider) {
      case Divider.Plane(var plane) -> divide.setPlane(Wire.placement(plane));
      case Divider.Face(Shape by, int face, boolean extended) ->
          divide.setBy(handle(by)).setByFace(face).setExtended(extended);
      case Divider.Surface(Shape by) -> divide.setBy(handle(by));
      case Divider.Body(Shape by, boolean inside) -> divide.setBy(handle(by)).setInside(inside);
    };
  }

  /**
   * Combines a target with tools in one pass.
   *
   * @param unify merge faces that lie on one surface
   */
  public Outcome<Derived> combine(
      Combination kind, Shape target, List<Shape> tools, boolean unify, Budget budget) {
    return askShape(r -> r.setBoolean(booleanOf(kind, target, tools, unify)), budget);
  }

  /**
   * Takes a tool from a target that it lies within, but for what comes out of one plane face; quick
   * if that is true.
   *
   * @param through number of that face
   */
  public Outcome<Derived> hollow(Shape target, Shape tool, int through, Budget budget) {
    return askShape(
        r ->
            r.setBoolean(
                booleanOf(Combination.SUBTRACT, target, List.of(tool), false).setThrough(through)),
        budget);
  }

  /**
   * Combines a target with tools that lie apart, in one pass, and tells what each tool did.
   *
   * @param tools whose boxes do not meet
   * @param unify merge faces that lie on one surface
   */
  public Outcome<Together> combineApart(
      Combination kind, Shape target, List<Shape> tools, boolean unify, Budget budget) {
    return ask(
        r -> r.setBoolean(booleanOf(kind, target, tools, unify).setOverlaps(true)),
        budget,
        a -> new Together(derived(a.getShape()), List.copyOf(a.getShape().getOverlapsList())));
  }

  private BooleanOp.Builder booleanOf(
      Combination kind, Shape target, List<Shape> tools, boolean unify) {
    BooleanOp.Builder op =
        BooleanOp.newBuilder()
            .setKind(BooleanKind.forNumber(kind.ordinal()))
            .setTarget(handle(target))
            .setUnify(unify);
    tools.forEach(tool -> op.addTools(handle(tool)));
    return op;
  }

  /**
   * Tilts faces (number to angle, rad; positive releases along the pull) about where they meet the
   * neutral plane.
   */
  public Outcome<Derived> draft(
      Shape shape, Map<Integer, Double> angleByFace, Vec3 pull, Plane neutral, Budget budget) {
    return askShape(
        r ->
            r.setDraft(
                Draft.newBuilder()
                    .setShape(handle(shape))
                    .addAllFaces(faceValues(angleByFace))
                    .setPull(Wire.vec(pull))
                    .setNeutral(Wire.placement(neutral))),
        budget);
  }

  /** Removes what lies on the side of each plane to which its normal points. */
  public Outcome<Derived> cutByPlanes(Shape shape, List<Plane> planes, Budget budget) {
    return askShape(
        r ->
            r.setCutByPlanes(
                CutByPlanes.newBuilder()
                    .setShape(handle(shape))
                    .addAllPlanes(planes.stream().map(Wire::placement).toList())),
        budget);
  }

  /**
   * Takes faces away and heals the gap. May loop without end inside the library: give it a tight
   * budget.
   */
  public Outcome<Derived> defeature(Shape shape, List<Integer> faces, Budget budget) {
    return askShape(
        r -> r.setDefeature(Defeature.newBuilder().setShape(handle(shape)).addAllFaces(faces)),
        budget);
  }

  /**
   * Hollow solid open at some faces.
   *
   * @param thicknessMm positive: the wall lies outside the given skin; negative: inside
   * @param own thickness of single faces, same sign
   */
  public Outcome<Derived> thicken(
      Shape shape,
      List<Integer> open,
      double thicknessMm,
      Map<Integer, Double> own,
      Join join,
      Budget budget) {
    return askShape(
        r ->
            r.setThicken(
                Thicken.newBuilder()
                    .setShape(handle(shape))
                    .addAllOpenFaces(open)
                    .setThickness(thicknessMm)
                    .addAllOwnThickness(faceValues(own))
                    .setJoin(JoinKind.forNumber(join.ordinal()))),
        budget);
  }

  /** The whole skin moved along its outward normals. */
  public Outcome<Derived> offset(
      Shape shape, double distanceMm, Map<Integer, Double> own, Join join, Budget budget) {
    return askShape(
        r ->
            r.setOffset(
                Offset.newBuilder()
                    .setShape(handle(shape))
                    .setDistance(distanceMm)
                    .addAllOwnDistance(faceValues(own))
                    .setJoin(JoinKind.forNumber(join.ordinal()))),
        budget);
  }

  /** Rounds or chamfers edges (number to radius or leg, mm). Tangent neighbours follow along. */
  public Outcome<Derived> blend(
      Shape shape, BlendType type, Map<Integer, Double> sizeByEdge, Budget budget) {
    return askShape(
        r -> {
          Blend.Builder blend =
              Blend.newBuilder()
                  .setShape(handle(shape))
                  .setKind(BlendKind.forNumber(type.ordinal()));
          sizeByEdge.forEach(
              (edge, size) -> blend.addEdges(EdgeBlend.newBuilder().setEdge(edge).setSize(size)));
          r.setBlend(blend);
        },
        budget);
  }

  /**
   * Triangles of a shape.
   *
   * @param deflectionMm largest distance between a triangle and the surface
   * @param angleRad largest turn of the surface within a triangle
   */
  public Outcome<TriangleMesh> mesh(
      Shape shape, double deflectionMm, double angleRad, Budget budget) {
    return ask(
        r -> r.setMesh(meshOf(shape, deflectionMm, angleRad)), budget, a -> Wire.mesh(a.getMesh()));
  }

  /**
   * Whether a mesh of a shape closes, and its volume; the triangles stay in the worker, where a
   * mesh of the same accuracy finds them.
   */
  public Outcome<MeshProof> meshProof(
      Shape shape, double deflectionMm, double angleRad, Budget budget) {
    return ask(
        r -> r.setMesh(meshOf(shape, deflectionMm, angleRad).setProofOnly(true)),
        budget,
        a -> new MeshProof(a.getMesh().getWatertight(), a.getMesh().getVolume()));
  }

  private MeshRequest.Builder meshOf(Shape shape, double deflectionMm, double angleRad) {
    return MeshRequest.newBuilder()
        .setShape(handle(shape))
        .setDeflection(deflectionMm)
        .setAngle(angleRad);
  }

  /** Angle of each face to the pull, in the order of the faces. */
  public Outcome<List<DraftRange>> draftRanges(
      Shape shape, Vec3 pull, double toleranceRad, Budget budget) {
    return ask(
        r ->
            r.setFaceExtremes(
                FaceExtremes.newBuilder()
                    .setShape(handle(shape))
                    .setPull(Wire.vec(pull))
                    .setTolerance(toleranceRad)),
        budget,
        a -> a.getFaceExtremes().getFacesList().stream().map(Wire::draftRange).toList());
  }

  /** How faces curve at places spread over their inside, one list for each face asked for. */
  public Outcome<List<List<Curvature>>> curvatures(
      Shape shape, List<Integer> faces, Budget budget) {
    return ask(
        r -> r.setCurvatures(Curvatures.newBuilder().setShape(handle(shape)).addAllFaces(faces)),
        budget,
        a -> a.getCurvatures().getFacesList().stream().map(Wire::curvatures).toList());
  }

  public Outcome<Nearest> distance(Sub a, Sub b, Budget budget) {
    return ask(
        r -> r.setDistance(Distance.newBuilder().setA(sub(a)).setB(sub(b))),
        budget,
        x ->
            new Nearest(
                x.getDistance().getDistance(),
                Wire.vec(x.getDistance().getOnA()),
                Wire.vec(x.getDistance().getOnB())));
  }

  /**
   * Points along edges, from start to end.
   *
   * @param deflectionMm largest distance of the straight pieces between them from the curve
   * @return one list for each edge asked for, in their order
   */
  public Outcome<List<List<Vec3>>> curvePoints(
      Shape shape, List<Integer> edges, double deflectionMm, Budget budget) {
    return ask(
        r ->
            r.setCurvePoints(
                CurvePoints.newBuilder()
                    .setShape(handle(shape))
                    .addAllEdges(edges)
                    .setDeflection(deflectionMm)),
        budget,
        a -> a.getCurvePoints().getEdgesList().stream().map(Wire::points).toList());
  }

  /**
   * Lines on a face where it turns away from the eye.
   *
   * @param way along which the eye looks, to either side
   * @param deflectionMm largest distance of the straight pieces between their points from them
   * @return the points of each line; none for a face that is seen whole, or on edge all over
   */
  public Outcome<List<List<Vec3>>> silhouettes(
      Shape shape, int face, Vec3 way, double deflectionMm, Budget budget) {
    return ask(
        r ->
            r.setSilhouettes(
                Silhouettes.newBuilder()
                    .setShape(handle(shape))
                    .setFace(face)
                    .setDirection(Wire.vec(way))
                    .setDeflection(deflectionMm)),
        budget,
        a -> a.getCurvePoints().getEdgesList().stream().map(Wire::points).toList());
  }

  /**
   * Does the boundary cross itself? Curves along which two faces cross and that end nowhere are
   * looked for by a mesh.
   *
   * @param deflectionMm of the mesh: a face that goes through another by less, and reaches it with
   *     none of its edges, may be missed
   */
  public Outcome<Boolean> crossesItself(
      Shape shape, double deflectionMm, double angleRad, Budget budget) {
    return ask(
        r ->
            r.setSelfIntersection(
                SelfIntersection.newBuilder()
                    .setShape(handle(shape))
                    .setDeflection(deflectionMm)
                    .setAngle(angleRad)),
        budget,
        a -> a.getSelfIntersection().getFound());
  }

  public Outcome<Imported> readStep(byte[] data, Budget budget) {
    return ask(
        r -> r.setStepRead(StepRead.newBuilder().setData(ByteString.copyFrom(data))),
        budget,
        a ->
            new Imported(
                a.getShapes().getShapesList().stream().map(s -> derived(s).shape()).toList(),
                List.copyOf(a.getShapes().getNamesList()),
                List.copyOf(a.getShapes().getWarningsList())));
  }

  /** The same without remarks. */
  public Outcome<byte[]> writeStep(String partName, Map<String, Shape> bodies, Budget budget) {
    return writeStep(partName, bodies, Map.of(), List.of(), budget);
  }

  /**
   * STEP AP214 of named bodies; the same shapes give the same bytes.
   *
   * @param colours 0xRRGGBB (sRGB) of some of the bodies
   * @param remarks lines for the description in the file's header, in plain ASCII
   */
  public Outcome<byte[]> writeStep(
      String partName,
      Map<String, Shape> bodies,
      Map<String, Integer> colours,
      List<String> remarks,
      Budget budget) {
    return ask(
        r -> {
          StepWrite.Builder write =
              StepWrite.newBuilder()
                  .setPartName(partName)
                  .putAllColours(colours)
                  .addAllRemarks(remarks);
          bodies.forEach((name, shape) -> write.addNames(name).addShapes(handle(shape)));
          r.setStepWrite(write);
        },
        budget,
        a -> a.getBytes().getData().toByteArray());
  }

  /** Makes the worker misbehave; refused unless the environment allows it. */
  public Outcome<Boolean> fault(TestFault fault, Budget budget) {
    return supervisor.ask(
        r -> r.setFault(Fault.newBuilder().setKind(Fault.Kind.forNumber(fault.ordinal()))),
        budget,
        a -> true,
        Supervisor.Retries.NONE);
  }

  /** Sends bytes that are no frame: for tests of supervision. */
  void sendNonsense(byte[] bytes) throws IOException {
    supervisor.sendNonsense(bytes);
  }

  /**
   * Lets the worker forget a shape that is kept but not worked on for now: it is restored from its
   * bytes when it is next used.
   */
  public void rest(Shape shape) {
    supervisor.rest(shape);
  }

  /** Ends the worker at once, also in the middle of a request; no further one is started. */
  @Override
  public void close() {
    supervisor.close();
  }

  private <T> Outcome<T> ask(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read) {
    return supervisor.ask(fill, budget, read, Supervisor.Retries.USUAL);
  }

  private long handle(Shape shape) {
    return supervisor.handle(shape);
  }

  private static List<FaceAngle> faceValues(Map<Integer, Double> byFace) {
    return byFace.entrySet().stream()
        .map(e -> FaceAngle.newBuilder().setFace(e.getKey()).setAngle(e.getValue()).build())
        .toList();
  }

  private org.ankerdraft.kernel.proto.Sub sub(Sub s) {
    return switch (s) {
      case Sub.FaceOf(Shape shape, int face) -> Wire.sub(SubKind.SUB_FACE, handle(shape), face);
      case Sub.EdgeOf(Shape shape, int edge) -> Wire.sub(SubKind.SUB_EDGE, handle(shape), edge);
      case Sub.Point(Vec3 at) -> Wire.point(at);
    };
  }

  private Outcome<Derived> askShape(Consumer<Request.Builder> fill, Budget budget) {
    return ask(fill, budget, a -> derived(a.getShape()));
  }

  private Derived derived(org.ankerdraft.kernel.proto.ShapeReply reply) {
    Shape shape = Wire.shape(reply);
    supervisor.moveIn(shape, reply.getShape());
    return new Derived(shape, reply.getOriginsList().stream().map(Wire::origin).toList());
  }
}
