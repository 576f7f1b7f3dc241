package org.ankerdraft.core.sheet;

import java.util.List;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.vectors.Xy;

/**
 * A bend in the flat.
 *
 * @param number from 1
 * @param angleRad how far the wall turned
 * @param radiusMm inside
 * @param isUp towards the viewer of the flat
 * @param start on the tangent line where the bend begins, on the side of {@code fromWall}
 * @param along direction of the bend line, length 1
 * @param across from {@code fromWall} to {@code toWall}, length 1, square to {@code along}
 * @param fromWall number of the wall nearer to the kept one
 * @param toWall number of the wall that the bend carries, or -1 if it ends in a cut edge
 * @param lines pieces of the bend's middle line that lie in the sheet
 * @param faces numbers of the upper side's faces that form it
 */
public record FlatBend(
    int number,
    double angleRad,
    double radiusMm,
    boolean isUp,
    BendValue value,
    Xy start,
    Xy along,
    Xy across,
    int fromWall,
    int toWall,
    List<Segment> lines,
    List<Integer> faces) {

  /** A straight piece. */
  public record Segment(Xy from, Xy to) {
    public double lengthMm() {
      return from.distance(to);
    }
  }

  public FlatBend {
    lines = List.copyOf(lines);
    faces = List.copyOf(faces);
  }

  /** Length of the bend line within the sheet. */
  public double lengthMm() {
    return lines.stream().mapToDouble(Segment::lengthMm).sum();
  }

  /** From where to where its lines reach along it, counted from {@code start}: low x, high y. */
  public Xy span() {
    if (lines.isEmpty()) {
      return Xy.ZERO;
    }
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (Segment s : lines) {
      for (Xy p : List.of(s.from, s.to)) {
        double z = p.minus(start).dot(along);
        low = Math.min(low, z);
        high = Math.max(high, z);
      }
    }
    return new Xy(low, high);
  }

  /** How far a point lies from the beginning tangent line, towards the carried wall. */
  public double depthOf(Xy p) {
    return p.minus(start).dot(across);
  }

  /** Such as "2 up 90° R1.5". */
  public String inWords() {
    return number
        + (isUp ? "  up " : "  down ")
        + Numbers.tidy(Math.toDegrees(angleRad), 2)
        + "° R"
        + Numbers.tidy(radiusMm, 3);
  }
}
