package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.Wall;
import org.ankerdraft.core.sketch.edit.ChainOffset.Piece;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Xy;

/**
 * The areas that walls along the curves of a sketch take. Their curves are named after those that
 * they run along: {@code name.left} and {@code name.right} of its way, {@code name.begin} and
 * {@code name.finish} across the ends of a chain, {@code name.round} round a corner.
 */
public final class WallAreas {
  private final ResolvedSketch sketch;
  private final Wall wall;
  private final Map<Integer, String> names;
  private int nextTag;

  private WallAreas(ResolvedSketch sketch, Wall wall) {
    this.sketch = sketch;
    this.wall = wall;
    this.names = new LinkedHashMap<>(sketch.nameByTag());
    this.nextTag = 1 + names.keySet().stream().mapToInt(Integer::intValue).max().orElse(0);
  }

  /**
   * The sketch with its walls as areas.
   *
   * @throws SketchProblem if a wall would run into itself; it says up to which thickness it does
   *     not
   */
  public static ResolvedSketch of(ResolvedSketch sketch, Wall wall, double thicknessMm)
      throws SketchProblem {
    try {
      return new WallAreas(sketch, wall).walled(thicknessMm);
    } catch (SketchProblem e) {
      double limit = ChainOffset.limit(thicknessMm, t -> new WallAreas(sketch, wall).walled(t));
      throw new SketchProblem(
          e.curve(),
          e.getMessage() + (limit > 0 ? ". A wall of up to " + Numbers.mm(limit) + " works" : ""));
    }
  }

  /**
   * The areas between two distances from the chains of a sketch; positive ones lie inside.
   *
   * @throws SketchProblem if one of the two offsets would run into itself
   */
  public static ResolvedSketch between(ResolvedSketch sketch, double fromMm, double toMm)
      throws SketchProblem {
    WallAreas areas = new WallAreas(sketch, Wall.NONE);
    List<Region> out = new ArrayList<>();
    for (List<Curve2> chain : sketch.drawn()) {
      out.add(areas.area(chain, fromMm, toMm));
    }
    return sketch.with(out, areas.names);
  }

  private ResolvedSketch walled(double thickness) throws SketchProblem {
    double from =
        switch (wall.side()) {
          case INSIDE -> 0;
          case OUTSIDE -> -thickness;
          case CENTRED -> -thickness / 2;
        };
    List<Region> areas = new ArrayList<>();
    for (List<Curve2> chain : sketch.drawn()) {
      areas.add(area(chain, from, from + thickness));
    }
    return sketch.with(areas, names);
  }

  private Region area(List<Curve2> chain, double from, double to) throws SketchProblem {
    List<Piece> pieces =
        chain.stream().map(c -> new Piece(sketch.nameByTag().get(c.tag()), c)).toList();
    double inwards = turnsLeft(chain) ? 1 : -1;
    double a = inwards * from;
    double b = inwards * to;
    List<Piece> left = named(beside(pieces, Math.max(a, b)), ".left");
    List<Piece> right = named(beside(pieces, Math.min(a, b)), ".right");
    return Curve2.isRound(chain, Tolerance.MODEL.lengthMm())
        ? ring(left, right)
        : strip(left, right);
  }

  private List<Piece> beside(List<Piece> pieces, double distance) throws SketchProblem {
    return distance == 0
        ? pieces
        : ChainOffset.beside(pieces, distance, wall.corners() == Wall.Corners.ROUNDED);
  }

  private static List<Piece> named(List<Piece> pieces, String side) {
    return pieces.stream()
        .map(p -> p.name().endsWith(".round") ? p : new Piece(p.name() + side, p.curve()))
        .toList();
  }

  /** Whether a chain runs counter-clockwise about what it encloses, closed by a straight line. */
  private static boolean turnsLeft(List<Curve2> chain) {
    List<Xy> outline = new ArrayList<>();
    chain.forEach(c -> outline.addAll(c.outline()));
    outline.add(chain.getLast().end());
    return Polygons.signedAreaMm2(outline) >= 0;
  }

  private Region strip(List<Piece> left, List<Piece> right) {
    List<Piece> round = new ArrayList<>(left);
    round.add(cap(left.getLast(), right.getLast().curve().end(), ".finish"));
    right.reversed().forEach(p -> round.add(new Piece(p.name(), p.curve().reversed())));
    Xy start = left.getFirst().curve().start();
    String first = source(left.getFirst());
    round.add(
        new Piece(first + ".begin", new Curve2.Line(0, right.getFirst().curve().start(), start)));
    return new Region(inSpace(round), List.of());
  }

  private static Piece cap(Piece from, Xy to, String role) {
    return new Piece(source(from) + role, new Curve2.Line(0, from.curve().end(), to));
  }

  /** The curve that a side was named after. */
  private static String source(Piece side) {
    return side.name().substring(0, side.name().lastIndexOf('.'));
  }

  private Region ring(List<Piece> left, List<Piece> right) {
    boolean isLeftOuter = Math.abs(area(left)) > Math.abs(area(right));
    return new Region(
        inSpace(isLeftOuter ? left : right), List.of(inSpace(isLeftOuter ? right : left)));
  }

  private static double area(List<Piece> contour) {
    List<Xy> outline = new ArrayList<>();
    contour.forEach(p -> outline.addAll(p.curve().outline()));
    return Polygons.signedAreaMm2(outline);
  }

  private List<ProfileCurve> inSpace(List<Piece> contour) {
    List<ProfileCurve> out = new ArrayList<>();
    for (Piece p : contour) {
      names.put(nextTag, p.name());
      out.add(p.curve().withTag(nextTag++).in(sketch.frame()));
    }
    return out;
  }
}
