package org.ankerdraft.core.build;

import java.util.List;
import org.ankerdraft.kernel.Vec3;

/**
 * Why a step failed.
 *
 * @param what the operation and its number, "draft of 60 deg"
 * @param why in words
 * @param where names of faces or edges, may be empty
 * @param place a point in the part, or null
 * @param works up to where it works ("up to 41.6 deg"), or null if that is not known
 */
public record Failure(String what, String why, List<String> where, Vec3 place, String works) {
  public Failure {
    where = List.copyOf(where);
  }

  public static Failure of(String what, String why) {
    return new Failure(what, why, List.of(), null, null);
  }

  public Failure withWorks(String works) {
    return new Failure(what, why, where, place, works);
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
    return s.toString();
  }
}
