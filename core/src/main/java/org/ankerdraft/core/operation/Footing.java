package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Lets what a step raises or sinks begin at the body's skin, wherever that is: it is made longer
 * than it need be behind its plane, and what lies between its end and the skin is kept. So it
 * follows a face that tilts, sinks or rises.
 *
 * @param what the step, for messages
 * @param plane where it begins as a rule; its normal shows to the end
 * @param isSunk it lies in the body instead of on it
 * @param end role of the faces in which it ends
 * @param base role of those behind the plane
 */
public record Footing(
    BuildContext context,
    String what,
    String stepId,
    Body body,
    Plane plane,
    boolean isSunk,
    String end,
    String base) {
  /** Of the body's diagonal: so far it goes behind the plane at first. */
  private static final double FIRST_SHARE = 0.02;

  /** By which it goes on where that is not enough. */
  private static final double LONGER = 4;

  /**
   * What lies between an end and the skin behind it.
   *
   * @param raised the solid that goes so far behind the plane
   * @return empty if the skin is not below all of it, or, for what is sunk, if its end is not in
   *     the body as a whole
   */
  public Optional<NamedShape> of(UpTo.Prism raised) throws StepFailed, Ladder.Stopped {
    Shape.Mass mass = body.named().shape().mass();
    Vec3 back = plane.normal().negated();
    double margin = FIRST_SHARE * mass.diagonalMm();
    double farthest = Math.max(0, mass.reach(plane.origin(), back)) + margin;
    for (double behind = margin; ; behind = Math.min(farthest, LONGER * behind)) {
      NamedShape whole = raised.of(behind);
      UpTo.Way way = new UpTo.Way(plane.origin(), back, length -> whole, end, base);
      Optional<NamedShape> ended = new UpTo(context, what, stepId, body, way).next(behind, isSunk);
      if (ended.isPresent() && (!isSunk || hasWholeEnd(ended.get(), whole))) {
        return ended;
      }
      if (behind >= farthest) {
        return Optional.empty();
      }
    }
  }

  private boolean hasWholeEnd(NamedShape ended, NamedShape whole) {
    return endMm2(ended) > endMm2(whole) * (1 - context.tolerance.relative());
  }

  private double endMm2(NamedShape shape) {
    return faces(shape, f -> f.isOf(stepId, end)).stream()
        .mapToDouble(f -> shape.topology().face(f).areaMm2())
        .sum();
  }

  /** Numbers of the faces whose names are wanted. */
  public static List<Integer> faces(NamedShape shape, Predicate<FaceName> wanted) {
    return IntStream.rangeClosed(1, shape.faceNames().size())
        .filter(f -> wanted.test(shape.faceName(f)))
        .boxed()
        .toList();
  }

  /** Why nothing of it stands on a body. */
  public StepFailed refusal(String part) {
    return new StepFailed(
        new Failure(
            what,
            "the body "
                + body.name()
                + " does not lie below all of it, or covers its end: it has nothing to stand on",
            part.isEmpty() ? List.of() : List.of(part),
            plane.origin(),
            null));
  }
}
