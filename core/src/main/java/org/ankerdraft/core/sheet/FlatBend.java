package org.ankerdraft.core.sheet;

import java.util.List;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.vectors.Xy;

/**
 * A bend in the flat.
 *
 * @param number from 1
 * @param angleRad how far the wall turned, measured square to the bend
 * @param radiusMm inside; of a conical bend the smallest
 * @param isUp towards the viewer of the flat
 * @param start on the tangent line where the bend begins, on the side of {@code fromWall}
 * @param along direction of the bend line, length 1
 * @param across from {@code fromWall} to {@code toWall}, length 1, square to {@code along}
 * @param fromWall number of the wall nearer to the kept one
 * @param toWall number of the wall that the bend carries, or -1 if it ends in a cut edge
 * @param fan how a conical bend spreads; null for a bend of one radius
 * @param isRolled conical, or bent from cut edge to cut edge: not to be made by one stroke
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
    Fan fan,
    boolean isRolled,
    List<Segment> lines,
    List<Integer> faces) {

  /** A straight piece. */
  public record Segment(Xy from, Xy to) {
    public double lengthMm() {
      return from.distance(to);
    }
  }

  /**
   * The flat of a conical bend is a piece of a sector.
   *
   * @param centre where the tip of the neutral layer's cone falls
   * @param sweepRad from the beginning line to the end, counter-clockwise positive
   * @param halfAngleRad of the cone
   */
  public record Fan(Xy centre, double sweepRad, double halfAngleRad) {
    Fan moved(Xy by) {
      return new Fan(centre.plus(by), sweepRad, halfAngleRad);
    }

    /** How far a point lies round the centre from a line through it, towards the end; rad. */
    double turn(Xy from, Xy p) {
      Xy a = from.minus(centre);
      Xy b = p.minus(centre);
      double turn = Math.signum(sweepRad) * Math.atan2(a.cross(b), a.dot(b));
      // What is nearer to the end than to the beginning lies past it.
      return turn < (Math.abs(sweepRad) - 2 * Math.PI) / 2 ? turn + 2 * Math.PI : turn;
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

  FlatBend withLines(List<Segment> pieces) {
    return new FlatBend(
        number, angleRad, radiusMm, isUp, value, start, along, across, fromWall, toWall, fan,
        isRolled, pieces, faces);
  }

  /**
   * A point of the bend.
   *
   * @param alongMm from {@code start}
   * @param depthMm towards the carried wall, 0 to the allowance
   */
  public Xy at(double alongMm, double depthMm) {
    Xy onStart = start.plus(along.times(alongMm));
    return fan == null
        ? onStart.plus(across.times(depthMm))
        : fan.centre.plus(onStart.minus(fan.centre).rotated(turnTo(depthMm)));
  }

  private double turnTo(double depthMm) {
    return fan == null ? 0 : fan.sweepRad * depthMm / value.allowanceMm();
  }

  /** A point of its middle line. */
  public Xy middle(double alongMm) {
    return at(alongMm, value.allowanceMm() / 2);
  }

  /** Direction of its middle line. */
  public Xy middleAlong() {
    return along.rotated(turnTo(value.allowanceMm() / 2));
  }

  /** Square to its middle line, towards the carried wall. */
  public Xy middleAcross() {
    return across.rotated(turnTo(value.allowanceMm() / 2));
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
        double z = p.minus(middle(0)).dot(middleAlong());
        low = Math.min(low, z);
        high = Math.max(high, z);
      }
    }
    return new Xy(low, high);
  }

  /** How far a point lies from the beginning tangent line, towards the carried wall. */
  public double depthOf(Xy p) {
    return fan == null
        ? p.minus(start).dot(across)
        : fan.turn(start, p) / Math.abs(fan.sweepRad) * value.allowanceMm();
  }

  /** Such as "2 up 90° R1.5". */
  public String inWords(LengthUnit unit) {
    return number
        + (isUp ? "  up " : "  down ")
        + Numbers.tidy(Math.toDegrees(angleRad), 2)
        + "° R"
        + unit.tidy(radiusMm, 3)
        + (fan == null ? "" : " conical");
  }
}
