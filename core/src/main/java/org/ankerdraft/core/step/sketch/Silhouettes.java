package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Lines of curved faces where they, seen square to a plane, turn away from the eye. */
final class Silhouettes {
  private final BuildContext in;
  private final Frame frame;

  Silhouettes(BuildContext in, Frame frame) {
    this.in = in;
    this.frame = frame;
  }

  /**
   * The lines of one face by their points, from left to right in the plane, those above each other
   * upwards; none of a face that is seen whole.
   */
  List<List<Vec3>> of(NamedShape named, int face, double samplingMm) throws StepFailed {
    List<List<Vec3>> lines = new ArrayList<>();
    traced(named, face, samplingMm).forEach(line -> lines.addAll(withoutCusps(line)));
    lines.sort(
        Comparator.comparingDouble((List<Vec3> l) -> middle(l).x())
            .thenComparingDouble(l -> middle(l).y()));
    return lines;
  }

  private List<List<Vec3>> traced(NamedShape named, int face, double samplingMm) throws StepFailed {
    return switch (in.kernel.silhouettes(
        named.shape(), face, frame.normal(), samplingMm, in.budget())) {
      case Outcome.Done<List<List<Vec3>>>(List<List<Vec3>> lines) -> lines;
      case Outcome.Failed<List<List<Vec3>>>(var failure) ->
          throw new StepFailed(BuildContext.failure("sketch", failure, named));
    };
  }

  /** Seen along its own direction a line turns back: there it is two. */
  private List<List<Vec3>> withoutCusps(List<Vec3> line) {
    List<List<Vec3>> out = new ArrayList<>();
    int begin = 0;
    for (int i = 1; i + 1 < line.size(); i++) {
      Xy before = frame.flat(line.get(i)).minus(frame.flat(line.get(i - 1)));
      Xy after = frame.flat(line.get(i + 1)).minus(frame.flat(line.get(i)));
      if (before.dot(after) < 0) {
        out.add(new ArrayList<>(line.subList(begin, i + 1)));
        begin = i;
      }
    }
    List<Vec3> last = new ArrayList<>(line.subList(begin, line.size()));
    boolean closed = line.getFirst().distance(line.getLast()) < in.tolerance.lengthMm();
    if (!out.isEmpty() && closed) {
      last.addAll(out.getFirst().subList(1, out.getFirst().size()));
      out.set(0, last);
    } else {
      out.add(last);
    }
    return out;
  }

  private Xy middle(List<Vec3> line) {
    return frame.flat(line.getFirst().plus(line.getLast()).times(0.5));
  }
}
