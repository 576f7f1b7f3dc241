package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Xy;

/** Round solids: a half section of straight lines, turned about its axis. */
public final class Turned {
  private Turned() {}

  /** A corner of a half section, and the role of the face that the way to it leaves behind. */
  public record Corner(String role, Xy at) {}

  /**
   * A whole turn of a section.
   *
   * @param upright its origin on the axis, its y along it
   * @param section from the axis round to the axis again
   * @param part of the names of its faces
   */
  public static NamedShape solid(
      BuildContext context,
      String what,
      String stepId,
      Frame upright,
      List<Corner> section,
      String part)
      throws StepFailed, Ladder.Stopped {
    List<ProfileCurve> curves = new ArrayList<>();
    int n = section.size();
    for (int i = 1; i <= n; i++) {
      curves.add(
          new ProfileCurve.Line(
              i,
              Prisms.at(upright, section.get(i - 1).at),
              Prisms.at(upright, section.get(i % n).at)));
    }
    Outcome<Derived> made =
        context.kernel.revolve(
            List.of(new ProfileCurve.Region(curves, List.of())),
            upright.plane(),
            new Axis(upright.origin(), upright.y()),
            0,
            2 * Math.PI,
            context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), null));
    }
    return Naming.name(made.orThrow(), List.of(), births(stepId, section, part));
  }

  private static Naming.Births births(String stepId, List<Corner> section, String part) {
    return new Naming.Births() {
      @Override
      public FaceName fromCurve(int tag) {
        return tag < section.size()
            ? FaceName.ofPart(stepId, section.get(tag).role, part)
            : unknown();
      }

      @Override
      public FaceName unknown() {
        return FaceName.of(stepId, "face");
      }
    };
  }
}
