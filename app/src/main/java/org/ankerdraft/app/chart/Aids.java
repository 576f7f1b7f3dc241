package org.ankerdraft.app.chart;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.Threads;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Inputs.Input;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.step.Offer;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.render.draw.Aid;
import org.ankerdraft.render.export.PartImage;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** What is drawn to help: the datums, and which of several bodies the selected step works on. */
public final class Aids {
  /** How high the mark of a body stands above it, in heights of the part. */
  private static final double MARK = 0.12;

  /** Straight pieces of the mark of a thread. */
  private static final int THREAD_PIECES = 36;

  private final Session session;
  private final PartState state;
  private final List<Vec3> box;

  private Aids(Session session, PartState state) {
    this.session = session;
    this.state = state;
    this.box = PartImage.box(state.bodies().values());
  }

  public static List<Aid> of(Session session) {
    return session.state().map(state -> new Aids(session, state).all()).orElse(List.of());
  }

  private List<Aid> all() {
    List<Aid> out = new ArrayList<>();
    state.steps().stream()
        .filter(r -> r.sketch() != null)
        .forEach(r ->
            session
                .document()
                .step(r.id())
                .map(StepKinds::of)
                .filter(Aids::isDatum)
                .ifPresent(datum -> out.add(new Aid(datum.title(), lines(r.sketch())))));
    session.selectedStep().ifPresent(step -> out.addAll(worksOn(step)));
    out.addAll(threads());
    return out;
  }

  /** Three quarters of a circle at both ends of each thread, as ISO 6410-1 draws them. */
  private List<Aid> threads() {
    Map<String, List<Threads.Wall>> bySort = new LinkedHashMap<>();
    Threads.of(state)
        .forEach(w ->
            bySort.computeIfAbsent(w.step() + w.thread().name(), k -> new ArrayList<>()).add(w));
    return bySort.values().stream()
        .map(walls -> {
          String name = walls.getFirst().thread().name();
          return new Aid(
              walls.size() == 1 ? name : walls.size() + " × " + name,
              walls.stream().flatMap(Aids::threadLines).toList());
        })
        .toList();
  }

  private static Stream<List<Vec3>> threadLines(Threads.Wall wall) {
    Vec3 axis = wall.to().minus(wall.from()).unit();
    Frame across = Frame.on(new Plane(wall.from(), axis), Tolerance.MODEL.angleRad());
    double r = wall.thread().majorMm() / 2;
    return Stream.of(wall.to(), wall.from())
        .map(centre ->
            IntStream.rangeClosed(0, THREAD_PIECES)
                .mapToDouble(i -> 1.5 * Math.PI * i / THREAD_PIECES)
                .mapToObj(a ->
                    centre
                        .plus(across.x().times(r * Math.cos(a)))
                        .plus(across.y().times(r * Math.sin(a))))
                .toList());
  }

  /** The lines of a sketch; those of a datum where it is seen. */
  static List<List<Vec3>> lines(Session session, Step step, ResolvedSketch sketch) {
    return session
        .state()
        .filter(state -> isDatum(StepKinds.of(step)))
        .map(state -> new Aids(session, state).lines(sketch))
        .orElseGet(() -> sketch.curves().stream().map(ProfileCurve::points).toList());
  }

  private static boolean isDatum(KnownStep<?> step) {
    return !step.offers(Offer.AREAS) && (step.offers(Offer.PLANE) || step.offers(Offer.LINES));
  }

  /** A datum is seen beside the part, wherever its plane begins. */
  private List<List<Vec3>> lines(ResolvedSketch datum) {
    Vec3 moved = state.bodies().isEmpty() ? Vec3.ZERO : beside(datum.frame());
    return datum.curves().stream()
        .map(ProfileCurve::points)
        .map(line -> line.stream().map(p -> p.plus(moved)).toList())
        .toList();
  }

  /** From where a plane begins to the place on it that is nearest to the middle of the part. */
  private Vec3 beside(Frame frame) {
    Vec3 middle = box.get(0).plus(box.get(1)).times(0.5).minus(frame.origin());
    return frame.x().times(middle.dot(frame.x())).plus(frame.y().times(middle.dot(frame.y())));
  }

  /** A part of one body leaves nothing to ask. */
  private List<Aid> worksOn(Step step) {
    KnownStep<?> known = StepKinds.of(step);
    if (state.bodies().size() < 2 || known.offers(Offer.PLANE) || known.offers(Offer.LINES)) {
      return List.of();
    }
    return known.inputs().stream()
        .flatMap(this::bodies)
        .filter(b -> !b.isSurface())
        .distinct()
        .map(this::mark)
        .toList();
  }

  private Stream<Body> bodies(Input input) {
    return switch (input) {
      case Input.OfBody(String name) when name != null ->
          Optional.ofNullable(state.bodies().get(name)).stream();
      case Input.EveryBody _ -> state.bodies().values().stream();
      default -> Stream.empty();
    };
  }

  private Aid mark(Body body) {
    Shape.Mass mass = body.named().shape().mass();
    Vec3 low = mass.boxMin();
    Vec3 high = mass.boxMax();
    Vec3 top = new Vec3((low.x() + high.x()) / 2, (low.y() + high.y()) / 2, high.z());
    double height = MARK * box.get(1).minus(box.get(0)).length();
    return new Aid(
        "works on " + body.name(), List.of(List.of(top.plus(Vec3.Z.times(height)), top)));
  }
}
