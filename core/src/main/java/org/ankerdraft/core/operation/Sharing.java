package org.ankerdraft.core.operation;

import java.util.Set;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.kernel.GeometryKernel.Combination;

/**
 * How a step can stand in a run of steps that share one boolean operation. Such a step asks nothing
 * of its body but planes of faces with a name, and how far it must reach to leave it: both are the
 * same at the start of the run, as long as those faces are there at its end.
 *
 * @param combination what it does with its tool; null for a step that makes none
 * @param body that it changes, or reads a face of; null for the only one
 * @param footing faces that must outlast the run
 */
public record Sharing(Combination combination, String body, Set<FaceName> footing) {
  public Sharing {
    footing = Set.copyOf(footing);
  }

  /** Whether the plane is the same wherever in a run it is asked for. */
  public static boolean isSteady(PlaneRef plane) {
    return plane.face() == null || plane.face() instanceof FaceChoice.Named;
  }

  /** The faces that a steady plane asks for. */
  public static Set<FaceName> footingOf(PlaneRef plane) {
    return plane.face() instanceof FaceChoice.Named named ? Set.of(named.name()) : Set.of();
  }
}
