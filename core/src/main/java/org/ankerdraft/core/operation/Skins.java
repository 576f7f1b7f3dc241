package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Nearest;
import org.ankerdraft.kernel.GeometryKernel.Sub;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.vectors.Vec3;

/** Surfaces: faces by themselves, which enclose nothing. They keep the names of their faces. */
public final class Skins {
  /** What faces are called in which a solid begins or ends. */
  private static final Set<String> CAPS = Set.of("start", "end", "back-start", "back-end");

  private Skins() {}

  /**
   * What a step makes, as a surface.
   *
   * @param made its solid, or what an open line has left behind, which is a surface already
   * @param isCapped with the faces in which the solid begins and ends
   */
  static NamedShape ofMade(
      BuildContext context, String what, String stepId, NamedShape made, boolean isCapped)
      throws StepFailed, Ladder.Stopped {
    if (made.shape().isSurface()) {
      if (isCapped) {
        throw new StepFailed(what, "an open line encloses nothing that could be capped");
      }
      return made;
    }
    Set<Integer> faces = new TreeSet<>();
    for (int f = 1; f <= made.faceNames().size(); f++) {
      FaceName name = made.faceName(f);
      if (isCapped || CAPS.stream().noneMatch(role -> name.isOf(stepId, role))) {
        faces.add(f);
      }
    }
    return ofFaces(context, what, made, faces);
  }

  /** Some faces of a body. */
  public static NamedShape ofFaces(
      BuildContext context, String what, NamedShape of, Set<Integer> faces)
      throws StepFailed, Ladder.Stopped {
    Outcome<Derived> made = context.kernel.skin(of.shape(), faces, context.budget());
    if (made instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), of));
    }
    return proved(
        context,
        what,
        Naming.name(
            made.orThrow(),
            List.of(of),
            () -> {
              throw new IllegalStateException("a face of a surface comes from no face");
            }));
  }

  /** How far a point lies from the nearest face of a body, mm. */
  public static double distance(BuildContext context, String what, NamedShape of, Vec3 point)
      throws StepFailed, Ladder.Stopped {
    double least = Double.POSITIVE_INFINITY;
    for (int f = 1; f <= of.faceNames().size(); f++) {
      Outcome<Nearest> near =
          context.kernel.distance(
              new Sub.FaceOf(of.shape(), f), new Sub.Point(point), context.budget());
      if (near instanceof Outcome.Failed<Nearest>(var failure)) {
        throw new StepFailed(BuildContext.failure(what, Ladder.stopIfNeeded(failure), of));
      }
      least = Math.min(least, near.orThrow().distanceMm());
    }
    return least;
  }

  /** A surface that is sound. */
  public static NamedShape proved(BuildContext context, String what, NamedShape surface)
      throws StepFailed, Ladder.Stopped {
    Optional<String> fault =
        Proofs.surfaceSoundness(surface.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    return surface;
  }
}
