package org.ankerdraft.core.operation;

import java.util.List;
import java.util.function.UnaryOperator;
import org.ankerdraft.vectors.Vec3;

/**
 * Why a step failed.
 *
 * @param what the operation and its number, "draft of 60 deg"
 * @param why in words
 * @param where names of faces or edges, may be empty
 * @param place a point in the part, or null
 * @param works up to where it works ("up to 41.6 deg"), or null if that is not known
 * @param blame who is to blame; what the machine is to blame for tells nothing of the geometry and
 *     is not remembered
 * @param limit finds up to where it works, or null if there is nothing to find any more
 */
public record Failure(
    String what,
    String why,
    List<String> where,
    Vec3 place,
    String works,
    Blame blame,
    Limit limit) {

  /** Finds up to where a step works. That takes many trials: the failure is told before. */
  @FunctionalInterface
  public interface Limit {
    /** "up to 41.6 deg", or null if nothing that was tried works. */
    String find() throws Ladder.Stopped;
  }

  /** Who is to blame for a failure. */
  public enum Blame {
    /** The step, on this geometry. */
    STEP,
    /** Nobody: the step has not been told yet what it is to work on. */
    CHOICE,
    /** A crash or a lack of memory: the step is tried again. */
    MACHINE,
    /** It was not done in the time that was given to it: it is tried again when somebody waits. */
    TIME
  }

  public Failure {
    where = List.copyOf(where);
  }

  public Failure(String what, String why, List<String> where, Vec3 place, String works) {
    this(what, why, where, place, works, Blame.STEP, null);
  }

  public static Failure of(String what, String why) {
    return new Failure(what, why, List.of(), null, null);
  }

  public static Failure ofMachine(String what, String why) {
    return of(what, why, Blame.MACHINE);
  }

  public static Failure ofTime(String what, String why) {
    return of(what, why, Blame.TIME);
  }

  /** A step that waits to be told what it is to work on. */
  public static Failure ofChoice(String what, String why) {
    return of(what, why, Blame.CHOICE);
  }

  private static Failure of(String what, String why, Blame blame) {
    return new Failure(what, why, List.of(), null, null, blame, null);
  }

  public boolean byMachine() {
    return blame == Blame.MACHINE || blame == Blame.TIME;
  }

  public Failure withWorks(String changed) {
    return new Failure(what, why, where, place, changed, blame, null);
  }

  /** Up to where it works is yet to be found. */
  public Failure withLimit(Limit found) {
    return new Failure(what, why, where, place, null, blame, found);
  }

  /** With another reading of up to where it works, whether that is known by now or not. */
  public Failure rephrased(UnaryOperator<String> reading) {
    return limit == null
        ? withWorks(reading.apply(works))
        : withLimit(() -> reading.apply(limit.find()));
  }

  /** The whole in one line. */
  public String message() {
    StringBuilder s = new StringBuilder(what).append(blame == Blame.CHOICE ? " waits" : " failed");
    if (!where.isEmpty()) {
      s.append(" at ").append(String.join(", ", where.subList(0, Math.min(3, where.size()))));
      if (where.size() > 3) {
        s.append(" and ").append(where.size() - 3).append(" more");
      }
    }
    s.append(": ").append(why).append('.');
    if (works != null) {
      s.append(" It works ").append(works).append('.');
    } else if (limit != null) {
      s.append(" Up to where it works is not known yet.");
    }
    s.append(
        switch (blame) {
          case STEP, CHOICE -> "";
          case MACHINE -> " This says nothing about the part; it is tried again at the next build.";
          case TIME ->
              " It took too long, which says nothing about the part: wait longer, or change"
                  + " the step.";
        });
    return s.toString();
  }
}
