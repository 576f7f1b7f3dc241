package org.ankerdraft.core.survey;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Climbs of balls on one body. In thick material thousands of balls climb to the same place, and
 * there everything is about as near as everything else, so that each question takes long. A climb
 * begins in the middle of the small cell in which the ball's centre lies, no wider than a thirtieth
 * of its radius, and begins again so whenever the ball has grown by a tenth. What comes of a cell
 * depends on nothing but the body, so it is found once for all climbs that come there, whichever is
 * first.
 */
final class Climbs {
  /** Width of a cell, as a share of the power of two below the radius. */
  private static final double CELL = 1.0 / 32;

  /** By so many times a ball grows until its climb begins again in the middle of a cell. */
  private static final double GROWTH = 1.1;

  /** Balls smaller than this share of the accuracy begin where they are: they are not many. */
  private static final double LEAST = 1.0 / 8;

  private final double accuracyMm;
  private final Map<Cell, Result> known = new ConcurrentHashMap<>();

  /**
   * @param accuracyMm chord error of the mesh
   */
  Climbs(double accuracyMm) {
    this.accuracyMm = accuracyMm;
  }

  private record Cell(int level, long x, long y, long z) {
    static Cell of(double x, double y, double z, double radius) {
      int level = Math.getExponent(radius);
      double width = width(level);
      return new Cell(level, Math.round(x / width), Math.round(y / width), Math.round(z / width));
    }

    static double width(int level) {
      return Math.scalb(CELL, level);
    }

    double atX() {
      return x * width(level);
    }

    double atY() {
      return y * width(level);
    }

    double atZ() {
      return z * width(level);
    }

    /** How far the nearest surface can be from the middle of the cell. */
    double most(double accuracyMm) {
      return Math.scalb(4.0, level) + accuracyMm;
    }

    double distance(double px, double py, double pz) {
      return Math.hypot(Math.hypot(px - atX(), py - atY()), pz - atZ());
    }
  }

  /**
   * @param isHeld whether the ball came to be held from across
   * @param radius that it has there
   * @param reach how far from where the ball's centre was anything was asked about
   */
  record Result(boolean isHeld, double radius, double reach) {
    private Result seenFrom(double distance) {
      return new Result(isHeld, radius, reach + distance);
    }

    private Result reaching(double at) {
      return new Result(isHeld, radius, Math.max(reach, at));
    }
  }

  /**
   * Lets a ball climb.
   *
   * @param most how far its nearest surface may be from its centre
   */
  Result from(Climb climb, double x, double y, double z, double most) {
    double clear = climb.clearance(x, y, z, most);
    if (clear >= LEAST * accuracyMm) {
      Cell cell = Cell.of(x, y, z, clear);
      return of(cell, climb).seenFrom(cell.distance(x, y, z)).reaching(clear);
    }
    Climb.End end = climb.from(x, y, z, most, LEAST * accuracyMm / clear);
    double reach = climb.reach();
    if (end != Climb.End.GROWN) {
      return ended(end, climb, reach);
    }
    double[] c = climb.centre();
    Cell cell = Cell.of(c[0], c[1], c[2], climb.radius());
    return of(cell, climb).seenFrom(cell.distance(x, y, z)).reaching(reach);
  }

  private static Result ended(Climb.End end, Climb climb, double reach) {
    return end == Climb.End.HELD
        ? new Result(true, climb.heldRadius(), reach)
        : new Result(false, climb.radius(), reach);
  }

  /** What comes of a cell, and with it of all cells on the way. */
  private Result of(Cell first, Climb climb) {
    List<Cell> way = new ArrayList<>();
    List<Double> reaches = new ArrayList<>();
    Cell cell = first;
    Result result = known.get(cell);
    while (result == null) {
      way.add(cell);
      Climb.End end = climb.from(cell.atX(), cell.atY(), cell.atZ(), cell.most(accuracyMm), GROWTH);
      reaches.add(climb.reach());
      if (end == Climb.End.GROWN) {
        double[] c = climb.centre();
        cell = Cell.of(c[0], c[1], c[2], climb.radius());
        result = known.get(cell);
      } else {
        result = ended(end, climb, 0);
      }
    }
    for (int i = way.size() - 1; i >= 0; i--) {
      Cell from = way.get(i);
      result =
          result
              .seenFrom(from.distance(cell.atX(), cell.atY(), cell.atZ()))
              .reaching(reaches.get(i));
      known.put(from, result);
      cell = from;
    }
    return result;
  }
}
