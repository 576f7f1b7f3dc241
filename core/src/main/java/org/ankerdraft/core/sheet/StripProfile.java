package org.ankerdraft.core.sheet;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.vectors.Xy;

/**
 * The cross-section of a folded strip: flat and bent pieces in turn, drawn along one side of the
 * sheet; the sheet lies to the right of the way.
 */
public final class StripProfile {

  /** A piece of the strip. */
  public sealed interface Piece {
    record Flat(double lengthMm) implements Piece {}

    /**
     * @param radiusMm inside
     * @param isLeft towards the side along which the profile is drawn
     */
    record Bent(double angleRad, double radiusMm, boolean isLeft) implements Piece {}
  }

  /** A curve of the outline and the role of the face that it raises. */
  public record Raised(String role, PlaneCurve curve) {}

  private final double thicknessMm;
  private final List<Raised> near = new ArrayList<>();
  private final List<Raised> far = new ArrayList<>();
  private final List<List<Raised>> bendOutlines = new ArrayList<>();
  private Xy at;
  private double headingRad;

  /**
   * @param start on the near side
   */
  public StripProfile(double thicknessMm, Xy start, double headingRad) {
    this.thicknessMm = thicknessMm;
    this.at = start;
    this.headingRad = headingRad;
  }

  public StripProfile add(Piece piece) {
    switch (piece) {
      case Piece.Flat(double length) -> flat(length);
      case Piece.Bent(double angle, double radius, boolean left) -> bent(angle, radius, left);
    }
    return this;
  }

  private Xy across() {
    return Xy.polar(thicknessMm, headingRad - Math.PI / 2);
  }

  private void flat(double length) {
    String role = "wall" + (1 + near.size() - bendOutlines.size());
    Xy end = at.plus(Xy.polar(length, headingRad));
    near.add(new Raised(role + "-near", new PlaneCurve.Line(at, end)));
    far.add(new Raised(role + "-far", new PlaneCurve.Line(at.plus(across()), end.plus(across()))));
    at = end;
  }

  private void bent(double angle, double radius, boolean left) {
    String role = "bend" + (1 + bendOutlines.size());
    double nearRadius = left ? radius : radius + thicknessMm;
    double farRadius = left ? radius + thicknessMm : radius;
    double toCentre = headingRad + (left ? Math.PI / 2 : -Math.PI / 2);
    Xy centre = at.plus(Xy.polar(nearRadius, toCentre));
    double sweep = left ? angle : -angle;
    double from = toCentre + Math.PI;
    Raised nearArc =
        new Raised(role + "-near", new PlaneCurve.Arc(centre, nearRadius, from, sweep));
    Raised farArc = new Raised(role + "-far", new PlaneCurve.Arc(centre, farRadius, from, sweep));
    near.add(nearArc);
    far.add(farArc);
    bendOutlines.add(closed(List.of(nearArc), List.of(farArc)));
    at = nearArc.curve.end();
    headingRad += sweep;
  }

  private static List<Raised> closed(List<Raised> near, List<Raised> far) {
    List<Raised> out = new ArrayList<>(near);
    out.add(
        new Raised(
            "end", new PlaneCurve.Line(near.getLast().curve.end(), far.getLast().curve.end())));
    for (Raised r : far.reversed()) {
      out.add(new Raised(r.role, r.curve.reversed()));
    }
    out.add(
        new Raised(
            "root",
            new PlaneCurve.Line(far.getFirst().curve.start(), near.getFirst().curve.start())));
    return out;
  }

  /** The whole outline, closed. */
  public List<Raised> outline() {
    return closed(near, far);
  }

  /** Outlines of the bends alone. */
  public List<List<Raised>> bendOutlines() {
    return List.copyOf(bendOutlines);
  }

  /** Outlines of all pieces, in turn. */
  public List<List<Raised>> pieceOutlines() {
    List<List<Raised>> out = new ArrayList<>();
    for (int i = 0; i < near.size(); i++) {
      out.add(closed(near.subList(i, i + 1), far.subList(i, i + 1)));
    }
    return out;
  }

  /** The near side of the last flat piece. */
  public PlaneCurve.Line lastFlat() {
    for (Raised r : near.reversed()) {
      if (r.curve instanceof PlaneCurve.Line line) {
        return line;
      }
    }
    throw new IllegalStateException("the strip has no flat piece");
  }

  /** How far the strip reaches along x at most. */
  public double reachX() {
    double x = -Double.MAX_VALUE;
    for (Raised r : outline()) {
      for (Xy p : r.curve.points(thicknessMm / 100)) {
        x = Math.max(x, p.x());
      }
    }
    return x + thicknessMm / 100;
  }
}
