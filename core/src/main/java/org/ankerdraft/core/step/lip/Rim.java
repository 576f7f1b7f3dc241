package org.ankerdraft.core.step.lip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.core.sketch.edit.WallAreas;
import org.ankerdraft.core.sketch.edit.WayFit;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Edges of a plane face as curves in its plane, head to tail.
 *
 * @param walls the face that meets the rim along a curve, by the curve's name
 * @param isInner whether the material lies outside the loops
 */
record Rim(ResolvedSketch loops, Map<String, FaceName> walls, boolean isInner) {
  /**
   * The loops of a face that are followed.
   *
   * @throws StepFailed if the face is not plane, or has no such loop
   */
  static Rim of(BuildContext context, String what, NamedShape named, int face, boolean isInner)
      throws StepFailed, Ladder.Stopped {
    Topology.Face rim = named.topology().face(face);
    if (rim.kind() != Topology.SurfaceKind.PLANE) {
      throw new StepFailed(
          what, "face " + named.faceName(face) + " is not plane (" + Words.kind(rim.kind()) + ")");
    }
    List<List<Integer>> wanted =
        isInner ? rim.loops().subList(1, rim.loops().size()) : rim.loops().subList(0, 1);
    if (wanted.isEmpty()) {
      throw new StepFailed(
          what,
          "face "
              + named.faceName(face)
              + " has no edge that closes round an opening; where a notch cuts through the rim, put"
              + " the lip before the notch");
    }
    Frame frame = Frame.on(new Plane(rim.origin(), rim.direction()), context.tolerance.angleRad());
    Reader reader = new Reader(context, what, named, face, frame);
    List<List<Curve2>> loops = new ArrayList<>();
    for (List<Integer> loop : wanted) {
      loops.add(reader.chain(loop));
    }
    ResolvedSketch sketch =
        new ResolvedSketch(
            frame,
            List.of(),
            List.of(),
            reader.names,
            null,
            List.of(),
            loops,
            List.of(),
            new Held(List.of(), 0, Set.of(), List.of()),
            null,
            List.of(),
            Map.of());
    return new Rim(sketch, reader.walls, isInner);
  }

  /** The strip of the rim between two distances from its edge. */
  ResolvedSketch strip(double from, double to) throws SketchProblem {
    return isInner ? WallAreas.between(loops, -to, -from) : WallAreas.between(loops, from, to);
  }

  private static final class Reader {
    private final BuildContext context;
    private final String what;
    private final NamedShape named;
    private final int face;
    private final Frame frame;
    private final Map<Integer, String> names = new LinkedHashMap<>();
    private final Map<String, FaceName> walls = new LinkedHashMap<>();

    Reader(BuildContext context, String what, NamedShape named, int face, Frame frame) {
      this.context = context;
      this.what = what;
      this.named = named;
      this.face = face;
      this.frame = frame;
    }

    List<Curve2> chain(List<Integer> loop) throws StepFailed, Ladder.Stopped {
      List<Curve2> left = new ArrayList<>();
      for (int edge : loop) {
        int tag = names.size() + 1;
        String name = "e" + tag;
        names.put(tag, name);
        walls.put(name, named.faceName(named.topology().edge(edge).across(face)));
        left.add(curve(edge).withTag(tag));
      }
      List<Curve2> out = new ArrayList<>(List.of(left.removeFirst()));
      while (!left.isEmpty()) {
        out.add(next(out.getLast().end(), left));
      }
      return out;
    }

    /** Takes the curve that goes on from a place. */
    private static Curve2 next(Xy from, List<Curve2> left) {
      int best = 0;
      boolean isReversed = false;
      double nearest = Double.POSITIVE_INFINITY;
      for (int i = 0; i < left.size(); i++) {
        double start = left.get(i).start().distance(from);
        double end = left.get(i).end().distance(from);
        if (Math.min(start, end) < nearest) {
          nearest = Math.min(start, end);
          best = i;
          isReversed = end < start;
        }
      }
      Curve2 curve = left.remove(best);
      return isReversed ? curve.reversed() : curve;
    }

    private Curve2 curve(int number) throws StepFailed, Ladder.Stopped {
      Topology.Edge edge = named.topology().edge(number);
      boolean isWhole = edge.startVertex() == edge.endVertex();
      return switch (edge.kind()) {
        case LINE -> new Curve2.Line(0, frame.flat(edge.start()), frame.flat(edge.end()));
        case CIRCLE ->
            isWhole
                ? new Curve2.Circle(0, frame.flat(edge.centre()), edge.radius())
                : new Curve2.Arc(
                    0, frame.flat(edge.start()), frame.flat(edge.mid()), frame.flat(edge.end()));
        case FREEFORM -> free(number, isWhole);
      };
    }

    private Curve2 free(int number, boolean isWhole) throws StepFailed, Ladder.Stopped {
      Outcome<List<List<Vec3>>> lines =
          context.kernel.curvePoints(
              named.shape(), List.of(number), WayFit.SAMPLING_MM, context.budget());
      if (lines instanceof Outcome.Failed<List<List<Vec3>>>(var failure)) {
        throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), named));
      }
      try {
        return WayFit.of(
            lines.orThrow().getFirst().stream().map(frame::flat).toList(),
            isWhole,
            context.tolerance.lengthMm());
      } catch (SketchProblem e) {
        throw new StepFailed(
            what, "edge " + named.edgeName(number) + " of the rim " + e.getMessage());
      }
    }
  }
}
