package org.ankerdraft.core.form;

import java.util.Optional;
import org.ankerdraft.vectors.Vec3;

/**
 * What a field may ask in order to say where its handle stands: the step's result as it is shown.
 */
public interface GripScene {
  /** On the n-th face (from 0) that the step bore in a role. */
  Optional<Grip> onBorn(String role, int nth, double factor);

  /** On a face of that radius that the step bore, else on the n-th born in the role. */
  Optional<Grip> onRadius(String role, double radiusMm, int nth, double factor);

  /** On the first face that a choice plainly means. */
  Optional<Grip> onChosen(Object faceChoice, double factor);

  /** At the outermost curve of a figure of the step's own sketch, along the sketch's x or y. */
  Optional<Grip> onFigure(String curve, boolean upwards, double factor);

  /** Origin of a sketch's plane. */
  Optional<Vec3> sketchOrigin(String sketch);

  /** Normal of a sketch's plane. */
  Optional<Vec3> sketchNormal(String sketch);

  /** The value of the number, in mm or rad. */
  double value();

  /** The place of the record among those of its list, from 0. */
  int index();
}
