package org.ankerdraft.core.sketch;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.sketch.constraint.Constrained.Held;
import org.ankerdraft.kernel.Motion;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Xy;

/**
 * A sketch with all numbers known, in space.
 *
 * @param curves every curve, construction ones too
 * @param regions the closed areas: outer contours with the inner ones directly within them
 * @param nameByTag names of curves by the tag they carry
 * @param chains the chains that do not close, in the order of drawing
 * @param drawn all contours and chains in the sketch's own plane, head to tail, in the order of
 *     drawing
 * @param points single points, in the order of drawing
 * @param held what its constraints hold and what they leave free
 * @param branchAt where more than two curves meet or cross, in words; null if they nowhere do.
 *     There are no regions then: they have to be chosen
 * @param projected curves that follow a body, as they lie in the sketch
 * @param wholes what curves were cut from, by the names of the pieces
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
    List<Spot> points,
    Held held,
    String branchAt,
    List<SketchCurve> projected,
    Map<String, String> wholes) {
  public ResolvedSketch {
    curves = List.copyOf(curves);
    regions = List.copyOf(regions);
    nameByTag = Map.copyOf(nameByTag);
    chains = chains.stream().map(List::copyOf).toList();
    drawn = drawn.stream().map(List::copyOf).toList();
    points = List.copyOf(points);
    projected = List.copyOf(projected);
    wholes = Map.copyOf(wholes);
  }

  /** A point of it, in its own plane. */
  public record Spot(String name, Xy at) {}

  /** With other areas, whose curves have these names; nothing is open then. */
  public ResolvedSketch with(List<Region> areas, Map<Integer, String> names) {
    return new ResolvedSketch(
        frame, curves, areas, names, null, chains, drawn, points, held, branchAt, projected,
        wholes);
  }

  /**
   * The same in another place.
   *
   * @param by a movement that mirrors nothing
   */
  public ResolvedSketch moved(Motion by) {
    return new ResolvedSketch(
        frame.moved(by),
        moved(curves, by),
        regions.stream()
            .map(r ->
                new Region(
                    moved(r.outer(), by),
                    r.inner().stream().map(hole -> moved(hole, by)).toList(),
                    r.isOpen()))
            .toList(),
        nameByTag,
        openAt,
        chains.stream().map(chain -> moved(chain, by)).toList(),
        drawn,
        points,
        held,
        branchAt,
        projected,
        wholes);
  }

  private static List<ProfileCurve> moved(List<ProfileCurve> some, Motion by) {
    return some.stream().map(c -> c.moved(by)).toList();
  }

  /** With its chains that do not close instead of areas: they raise surfaces. */
  public ResolvedSketch withLines() {
    return with(chains.stream().map(Region::open).toList(), nameByTag);
  }

  /** Whether it holds lines that do not close, instead of areas. */
  public boolean holdsLines() {
    return regions.stream().anyMatch(Region::isOpen);
  }

  /** Only these chains of it, without areas, in another frame. */
  public ResolvedSketch of(Frame other, List<List<Curve2>> chains) {
    return new ResolvedSketch(
        other, List.of(), List.of(), nameByTag, null, List.of(), chains, points, held, null,
        projected, wholes);
  }

  /** With some of its curves known to follow a body. */
  public ResolvedSketch withProjected(List<SketchCurve> laid) {
    return new ResolvedSketch(
        frame, curves, regions, nameByTag, openAt, chains, drawn, points, held, branchAt, laid,
        wholes);
  }

  /** With some of its curves known to be pieces of others. */
  public ResolvedSketch withPieces(List<Piece> pieces) {
    return new ResolvedSketch(
        frame,
        curves,
        regions,
        nameByTag,
        openAt,
        chains,
        drawn,
        points,
        held,
        branchAt,
        projected,
        Piece.wholes(pieces));
  }

  /** The curve that one was cut from in the end; itself, if it was cut from none. */
  public String wholeOf(String curve) {
    String whole = curve;
    for (int i = 0; i < wholes.size() && wholes.containsKey(whole); i++) {
      whole = wholes.get(whole);
    }
    return whole;
  }

  /**
   * Names of the faces that curves raise, by the tag they carry: the name of the curve, and that of
   * a piece after the name of its whole, such as {@code l1.l5}.
   */
  public Map<Integer, String> faceParts() {
    Map<Integer, String> out = new LinkedHashMap<>();
    nameByTag.forEach((tag, name) -> out.put(tag, facePart(name, wholes.size())));
    return out;
  }

  /** The name of the face that a curve raises. */
  public String facePart(int tag) {
    return facePart(nameByTag.get(tag), wholes.size());
  }

  private String facePart(String name, int deepest) {
    int dot = name.indexOf('.');
    String curve = dot < 0 ? name : name.substring(0, dot);
    String whole = wholes.get(curve);
    return whole == null || deepest == 0
        ? name
        : facePart(whole + name.substring(curve.length()), deepest - 1) + "." + curve;
  }
}
