package org.ankerdraft.core.operation;

import java.util.List;
import org.ankerdraft.vectors.Vec3;

/**
 * Why a step failed.
 *
 * @param what the operation and its number, "draft of 60 deg"
 * @param why in words
 * @param where names of faces or edges, may be empty
 * @param place a point in the part, or null
 * @param works up to where it works ("up to 41.6 deg"), or null if that is not known
 * @param byMachine a crash, or a lack of time or memory: nothing is known of the geometry, so the
 *     failure is not remembered and the step is tried again
 */
public record Failure(
    String what, String why, List<String> where, Vec3 place, String works, boolean byMachine) {
  public Failure {
    where = List.copyOf(where);
  }

  public Failure(String what, String why, List<String> where, Vec3 place, String works) {
    this(what, why, where, place, works, false);
  }

  public static Failure of(String what, String why) {
    return new Failure(what, why, List.of(), null, null);
  }

  public static Failure ofMachine(String what, String why) {
    return new Failure(what, why, List.of(), null, null, true);
  }

  public Failure withWorks(String changed) {
    return new Failure(what, why, where, place, changed, byMachine);
  }

  /** The whole in one line. */
  public String message() {
    StringBuilder s = new StringBuilder(what).append(" failed");
    if (!where.isEmpty()) {
      s.append(" at ").append(String.join(", ", where.subList(0, Math.min(3, where.size()))));
      if (where.size() > 3) {
        s.append(" and ").append(where.size() - 3).append(" more");
      }
    }
    s.append(": ").append(why).append('.');
    if (works != null) {
      s.append(" It works ").append(works).append('.');
    }
    if (byMachine) {
      s.append(" This says nothing about the part; it is tried again at the next build.");
    }
    return s.toString();
  }
}
