package org.ankerdraft.kernel;

import com.google.protobuf.ByteString;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Consumer;
import java.util.function.Function;
import org.ankerdraft.kernel.proto.Blend;
import org.ankerdraft.kernel.proto.BlendKind;
import org.ankerdraft.kernel.proto.BooleanKind;
import org.ankerdraft.kernel.proto.BooleanOp;
import org.ankerdraft.kernel.proto.CurvePoints;
import org.ankerdraft.kernel.proto.CutByPlanes;
import org.ankerdraft.kernel.proto.Defeature;
import org.ankerdraft.kernel.proto.Distance;
import org.ankerdraft.kernel.proto.Draft;
import org.ankerdraft.kernel.proto.EdgeBlend;
import org.ankerdraft.kernel.proto.Extrude;
import org.ankerdraft.kernel.proto.FaceAngle;
import org.ankerdraft.kernel.proto.FaceExtremes;
import org.ankerdraft.kernel.proto.Fault;
import org.ankerdraft.kernel.proto.Hello;
import org.ankerdraft.kernel.proto.JoinKind;
import org.ankerdraft.kernel.proto.MeshRequest;
import org.ankerdraft.kernel.proto.Offset;
import org.ankerdraft.kernel.proto.ProfileCheck;
import org.ankerdraft.kernel.proto.Request;
import org.ankerdraft.kernel.proto.Response;
import org.ankerdraft.kernel.proto.Restore;
import org.ankerdraft.kernel.proto.SelfIntersection;
import org.ankerdraft.kernel.proto.StepRead;
import org.ankerdraft.kernel.proto.StepWrite;
import org.ankerdraft.kernel.proto.SubKind;
import org.ankerdraft.kernel.proto.Thicken;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Geometry on request. Safe for several threads: requests queue for one worker process, which is
 * started when first needed and replaced after it crashed, ran out of time or was cancelled. Shapes
 * are restored in the new one from their bytes as they are used.
 *
 * <p>Each method answers with an {@link Outcome}; none throws for bad geometry. Whether a result is
 * sound is for the caller to judge by {@link Shape#proof()}.
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
   * meet.
   */
  public enum Join {
    ARC,
    INTERSECTION
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

  private static final long MAX_RELEASES_PER_REQUEST = 64;
  private static final long WAIT_POLL_MS = 20;

  /** Numbers the runs of all workers of all kernels, so that a shape can live in several. */
  private static final AtomicLong RUNS = new AtomicLong();

  private final Path program;
  private final ReentrantLock lock = new ReentrantLock();
  private final List<Long> toRelease = new ArrayList<>();
  private Observer observer;
  private volatile WorkerProcess worker;
  private volatile boolean closed;
  private long run;
  private long nextId = 1;
  private int restarts = -1;
  private Asking asking;

  public GeometryKernel(Path program) {
    this.program = program;
  }

  /** Name and version of the geometry library. */
  public Outcome<String> hello(Budget budget) {
    return ask(r -> r.setHello(Hello.getDefaultInstance()), budget, a -> a.getHello().getLibrary());
  }

  /** How often the worker had to be replaced. */
  public int restarts() {
    return Math.max(0, restarts);
  }

  /** The process that works at present; empty if none has been needed yet. */
  public Optional<ProcessHandle> workerHandle() {
    return Optional.ofNullable(worker).map(WorkerProcess::handle);
  }

  /** The last lines the worker wrote to its log. */
  public List<String> workerLog() {
    WorkerProcess w = worker;
    return w == null ? List.of() : w.logLines();
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
   * Combines a target with tools in one pass.
   *
   * @param unify merge faces that lie on one surface
   */
  public Outcome<Derived> combine(
      Combination kind, Shape target, List<Shape> tools, boolean unify, Budget budget) {
    return askShape(
        r -> {
          BooleanOp.Builder op =
              BooleanOp.newBuilder()
                  .setKind(BooleanKind.forNumber(kind.ordinal()))
                  .setTarget(handle(target))
                  .setUnify(unify);
          tools.forEach(tool -> op.addTools(handle(tool)));
          r.setBoolean(op);
        },
        budget);
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
        r ->
            r.setMesh(
                MeshRequest.newBuilder()
                    .setShape(handle(shape))
                    .setDeflection(deflectionMm)
                    .setAngle(angleRad)),
        budget,
        a -> Wire.mesh(a.getMesh()));
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

  /** Does the boundary cross itself? */
  public Outcome<Boolean> crossesItself(Shape shape, Budget budget) {
    return ask(
        r -> r.setSelfIntersection(SelfIntersection.newBuilder().setShape(handle(shape))),
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

  /** STEP AP214 of named bodies; the same shapes give the same bytes. */
  public Outcome<byte[]> writeStep(String partName, Map<String, Shape> bodies, Budget budget) {
    return ask(
        r -> {
          StepWrite.Builder write = StepWrite.newBuilder().setPartName(partName);
          bodies.forEach((name, shape) -> write.addNames(name).addShapes(handle(shape)));
          r.setStepWrite(write);
        },
        budget,
        a -> a.getBytes().getData().toByteArray());
  }

  /** Makes the worker misbehave; refused unless the environment allows it. */
  public Outcome<Boolean> fault(TestFault fault, Budget budget) {
    return ask(
        r -> r.setFault(Fault.newBuilder().setKind(Fault.Kind.forNumber(fault.ordinal()))),
        budget,
        a -> true,
        Retries.NONE);
  }

  /** Sends bytes that are no frame: for tests of supervision. */
  void sendNonsense(byte[] bytes) throws IOException {
    lock.lock();
    try {
      start();
      worker.sendRaw(bytes);
    } finally {
      lock.unlock();
    }
  }

  /** Ends the worker at once, also in the middle of a request; no further one is started. */
  @Override
  public void close() {
    closed = true;
    WorkerProcess last = worker;
    if (last != null) {
      last.close();
    }
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
    shape.resideAt(run, reply.getShape());
    long home = run;
    Releaser.whenUnreachable(shape, () -> forget(home, reply.getShape()));
    return new Derived(shape, reply.getOriginsList().stream().map(Wire::origin).toList());
  }

  private void forget(long home, long handle) {
    synchronized (toRelease) {
      if (home == run) {
        toRelease.add(handle);
      }
    }
  }

  /** Tells of each request and how long its answer took; for measuring. */
  public interface Observer {
    /**
     * @param operation name of the request's kind
     */
    void answered(String operation, byte[] request, long nanos);
  }

  /** Sets who is told of requests; null for nobody. */
  public void observe(Observer o) {
    observer = o;
  }

  private <T> Outcome<T> ask(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read) {
    return ask(fill, budget, read, Retries.USUAL);
  }

  /**
   * How often a request is sent again to a fresh worker when the last one ended in the middle of
   * it: a worker that somebody ended must not change what becomes of a part, while one that the
   * request itself brings down is believed soon.
   */
  private record Retries(int endedFromOutside, int other) {
    static final Retries USUAL = new Retries(20, 2);
    static final Retries NONE = new Retries(0, 0);

    boolean allow(boolean fromOutside, Outcome.Cause cause, int done) {
      return switch (cause) {
        case CRASHED -> done < (fromOutside ? endedFromOutside : other);
        case OUT_OF_MEMORY -> done < Math.min(1, other);
        default -> false;
      };
    }
  }

  private <T> Outcome<T> ask(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read, Retries retries) {
    long deadline = budget.deadlineNanos();
    try {
      if (!isMyTurn(budget, deadline)) {
        return budget.cancel().isCancelled()
            ? Outcome.failed(Outcome.Cause.CANCELLED, "cancelled")
            : Outcome.failed(Outcome.Cause.OUT_OF_TIME, budget.exceeded());
      }
    } catch (InterruptedException e) {
      return interrupted();
    }
    try {
      for (int done = 0; ; done++) {
        try {
          return askOnce(fill, budget, read, deadline);
        } catch (WorkerProcess.Ended e) {
          if (!retries.allow(e.fromOutside, e.how, done)) {
            return Outcome.failed(e.how, e.getMessage());
          }
        }
      }
    } catch (Unrestored e) {
      return new Outcome.Failed<>(e.failure);
    } catch (IOException e) {
      return Outcome.failed(
          Outcome.Cause.UNAVAILABLE, "the geometry worker cannot be started: " + e.getMessage());
    } catch (InterruptedException e) {
      return interrupted();
    } finally {
      lock.unlock();
    }
  }

  private static <T> Outcome<T> interrupted() {
    Thread.currentThread().interrupt();
    return Outcome.failed(Outcome.Cause.CANCELLED, "interrupted");
  }

  /** Waits for other requests; false if the caller lost interest or its time ran out meanwhile. */
  private boolean isMyTurn(Budget budget, long deadline) throws InterruptedException {
    while (!lock.tryLock(WAIT_POLL_MS, TimeUnit.MILLISECONDS)) {
      if (budget.cancel().isCancelled() || System.nanoTime() > deadline) {
        return false;
      }
    }
    return true;
  }

  private <T> Outcome<T> askOnce(
      Consumer<Request.Builder> fill, Budget budget, Function<Response, T> read, long deadline)
      throws WorkerProcess.Ended, InterruptedException, IOException {
    start();
    releaseForgotten();
    asking = new Asking(budget, deadline);
    Request.Builder request = Request.newBuilder().setId(nextId++);
    try {
      fill.accept(request);
    } catch (RestoreEnded e) {
      throw e.ended;
    }
    Request built = request.build();
    long start = System.nanoTime();
    Response answer = worker.ask(built, budget, deadline);
    if (observer != null) {
      observer.answered(built.getOpCase().name(), built.toByteArray(), System.nanoTime() - start);
    }
    return answer.hasRefusal()
        ? new Outcome.Failed<>(Wire.failure(answer.getRefusal()))
        : Outcome.done(read.apply(answer));
  }

  private void start() throws IOException {
    if (worker != null && worker.isAlive()) {
      return;
    }
    if (closed) {
      throw new IOException("it has been closed");
    }
    worker = new WorkerProcess(program);
    if (closed) {
      worker.close();
    }
    synchronized (toRelease) {
      toRelease.clear();
      run = RUNS.incrementAndGet();
    }
    restarts++;
  }

  private void releaseForgotten() throws WorkerProcess.Ended, InterruptedException {
    List<Long> handles;
    synchronized (toRelease) {
      if (toRelease.size() < MAX_RELEASES_PER_REQUEST) {
        return;
      }
      handles = List.copyOf(toRelease);
      toRelease.clear();
    }
    var release = org.ankerdraft.kernel.proto.Release.newBuilder().addAllShapes(handles);
    Budget budget = Budget.ofSeconds(10);
    worker.ask(
        Request.newBuilder().setId(nextId++).setRelease(release).build(),
        budget,
        budget.deadlineNanos());
  }

  /** What the request that is being filled may take. */
  private record Asking(Budget budget, long deadline) {}

  /** A shape that was sound cannot be brought back; leaves the lambda that fills a request. */
  private static final class Unrestored extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Outcome.KernelFailure failure;

    Unrestored(Outcome.KernelFailure failure) {
      super(failure.message());
      this.failure = failure;
    }
  }

  /** The worker ended while it restored a shape; leaves the lambda that fills a request. */
  private static final class RestoreEnded extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient WorkerProcess.Ended ended;

    RestoreEnded(WorkerProcess.Ended ended) {
      super(ended);
      this.ended = ended;
    }
  }

  /** The handle of a shape in the present worker; restores it there if need be. */
  private long handle(Shape shape) {
    Long there = shape.handleIn(run);
    if (there != null) {
      return there;
    }
    Request request =
        Request.newBuilder()
            .setId(nextId++)
            .setRestore(Restore.newBuilder().setBrep(ByteString.copyFrom(shape.brep())))
            .build();
    try {
      Response answer = worker.ask(request, asking.budget, asking.deadline);
      if (answer.hasRefusal()) {
        throw new Unrestored(Wire.failure(answer.getRefusal()));
      }
      long handle = answer.getShape().getShape();
      shape.resideAt(run, handle);
      long home = run;
      Releaser.whenUnreachable(shape, () -> forget(home, handle));
      return handle;
    } catch (WorkerProcess.Ended e) {
      throw new RestoreEnded(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new Unrestored(Outcome.KernelFailure.of(Outcome.Cause.CANCELLED, "interrupted"));
    }
  }

  /**
   * Lets the worker forget a shape that is kept but not worked on for now: it is restored from its
   * bytes when it is next used.
   */
  public void rest(Shape shape) {
    long home = run;
    Long handle = shape.leave(home);
    if (handle != null) {
      forget(home, handle);
    }
  }
}
