package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;

/**
 * A sketch with all numbers known, in space.
 *
 * @param curves every curve, construction ones too
 * @param regions the closed areas: outer contours with the inner ones directly within them
 * @param nameByTag names of curves by the tag they carry
 * @param chains the chains that do not close, in the order of drawing
 * @param held what its constraints hold and what they leave free
 * @param openAt a loose end in words, if some chain does not close; null if all do
 */
public record ResolvedSketch(
    Frame frame,
    List<ProfileCurve> curves,
    List<Region> regions,
    Map<Integer, String> nameByTag,
    String openAt,
    List<List<ProfileCurve>> chains,
    Held held) {
  public ResolvedSketch {
    curves = List.copyOf(curves);
    regions = List.copyOf(regions);
    nameByTag = Map.copyOf(nameByTag);
    chains = chains.stream().map(List::copyOf).toList();
  }
}
