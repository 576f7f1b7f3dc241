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
 * @param drawn all contours and chains in the sketch's own plane, head to tail, in the order of
 *     drawing
 * @param held what its constraints hold and what they leave free
 * @param branchAt where more than two curves meet or cross, in words; null if they nowhere do.
 *     There are no regions then: they have to be chosen
 * @param projected curves that follow a body, as they lie in the sketch
 * @param openAt a loose end in words, if some chain does not close; null if all do
 */
public record ResolvedSketch(
    Frame frame,
    List<ProfileCurve> curves,
    List<Region> regions,
    Map<Integer, String> nameByTag,
    String openAt,
    List<List<ProfileCurve>> chains,
    List<List<Curve2>> drawn,
    Held held,
    String branchAt,
    List<SketchCurve> projected) {
  public ResolvedSketch {
    curves = List.copyOf(curves);
    regions = List.copyOf(regions);
    nameByTag = Map.copyOf(nameByTag);
    chains = chains.stream().map(List::copyOf).toList();
    drawn = drawn.stream().map(List::copyOf).toList();
    projected = List.copyOf(projected);
  }

  /** With other areas, whose curves have these names; nothing is open then. */
  public ResolvedSketch with(List<Region> areas, Map<Integer, String> names) {
    return new ResolvedSketch(
        frame, curves, areas, names, null, chains, drawn, held, branchAt, projected);
  }

  /** With some of its curves known to follow a body. */
  public ResolvedSketch withProjected(List<SketchCurve> laid) {
    return new ResolvedSketch(
        frame, curves, regions, nameByTag, openAt, chains, drawn, held, branchAt, laid);
  }
}
