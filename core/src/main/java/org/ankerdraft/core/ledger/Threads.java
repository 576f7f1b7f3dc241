package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.CutThread;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.part.StepTitles;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** The threads of a part: which is cut into which wall, how deep and in what hole. */
public final class Threads {
  private Threads() {}

  /**
   * A threaded wall.
   *
   * @param step id of the step that bored it
   * @param drillMm diameter of the hole as it is
   * @param from one end of its axis within the wall
   * @param to the other
   */
  public record Wall(
      String step,
      CutThread thread,
      String body,
      FaceName face,
      double drillMm,
      Vec3 from,
      Vec3 to) {
    public double depthMm() {
      return from.distance(to);
    }
  }

  /** All threaded walls of the bodies, those of copies too, in the order of bodies and faces. */
  public static List<Wall> of(PartState state) {
    Map<String, CutThread> byStep = new LinkedHashMap<>();
    for (Step step : state.part().steps()) {
      StepKinds.of(step).thread().ifPresent(t -> byStep.put(step.id(), t));
    }
    List<Wall> out = new ArrayList<>();
    for (Body body : byStep.isEmpty() ? List.<Body>of() : state.bodies().values()) {
      for (int f = 1; f <= body.named().faceNames().size(); f++) {
        wall(body, f, byStep).ifPresent(out::add);
      }
    }
    return out;
  }

  private static Optional<Wall> wall(Body body, int number, Map<String, CutThread> byStep) {
    NamedShape named = body.named();
    FaceName name = named.faceName(number);
    CutThread thread = byStep.get(name.original().step());
    Topology.Face face = named.topology().face(number);
    if (thread == null
        || !name.original().role().equals(thread.role())
        || face.kind() != Topology.SurfaceKind.CYLINDER) {
      return Optional.empty();
    }
    double low = Double.POSITIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (List<Integer> loop : face.loops()) {
      for (int e : loop) {
        Topology.Edge edge = named.topology().edge(e);
        for (Vec3 end : List.of(edge.start(), edge.mid(), edge.end())) {
          double along = end.minus(face.origin()).dot(face.direction());
          low = Math.min(low, along);
          high = Math.max(high, along);
        }
      }
    }
    return Optional.of(
        new Wall(
            name.original().step(),
            thread,
            body.name(),
            name,
            2 * face.radius(),
            face.origin().plus(face.direction().times(low)),
            face.origin().plus(face.direction().times(high))));
  }

  /** One line for each step that cuts threads: how many, which, how deep, the hole before. */
  public static List<String> inWords(PartState state) {
    StepTitles titles = StepTitles.of(state.part());
    Map<String, List<Wall>> byLine = new LinkedHashMap<>();
    for (Wall w : of(state)) {
      String line =
          String.format(
              Locale.ROOT,
              "%s tapped %s deep, pitch %s, hole Ø %s (%s)",
              w.thread().name(),
              Words.mm(w.depthMm()),
              Words.mm(w.thread().pitchMm()),
              Words.mm(w.drillMm()),
              titles.title(w.step()).orElse(w.step()));
      byLine.computeIfAbsent(line, l -> new ArrayList<>()).add(w);
    }
    return byLine.entrySet().stream().map(e -> e.getValue().size() + " × " + e.getKey()).toList();
  }
}
