package org.ankerdraft.kernel;

import java.util.List;
import org.ankerdraft.vectors.Vec3;

/**
 * A curve of a closed contour, in space. {@code tag} comes back as the origin of the face it
 * raises.
 */
public sealed interface ProfileCurve {
  int tag();

  record Line(int tag, Vec3 start, Vec3 end) implements ProfileCurve {}

  /** The circular arc from {@code start} through {@code mid} to {@code end}. */
  record Arc(int tag, Vec3 start, Vec3 mid, Vec3 end) implements ProfileCurve {}

  /** A full circle; its seam lies from the centre towards {@code seam}. */
  record Circle(int tag, Vec3 centre, Vec3 normal, double radius, Vec3 seam)
      implements ProfileCurve {}

  /**
   * One outer contour and the inner ones; each is a closed chain, head to tail, or a single circle.
   */
  record Region(List<ProfileCurve> outer, List<List<ProfileCurve>> inner) {
    public Region {
      outer = List.copyOf(outer);
      inner = inner.stream().map(List::copyOf).toList();
    }
  }
}
