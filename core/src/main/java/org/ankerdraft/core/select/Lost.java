package org.ankerdraft.core.select;

import java.util.Collection;
import java.util.Locale;
import org.ankerdraft.core.expression.NearNames;

/**
 * Something that a step refers to and that is gone, with the best candidate for it.
 *
 * @param name by which the step refers to it
 * @param nearest name of the candidate, or null if there is none
 */
public record Lost(Kind kind, String name, String nearest) {
  /** What can be lost. */
  public enum Kind {
    FACE,
    EDGE,
    SKETCH,
    BODY;

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  /** The candidate is the one with the most similar name. */
  public static Lost of(Kind kind, String name, Collection<String> candidates) {
    return new Lost(kind, name, NearNames.nearest(name, candidates).orElse(null));
  }

  public String inWords() {
    return kind.word()
        + " "
        + name
        + " is gone"
        + (nearest == null ? "" : "; nearest to it is " + nearest);
  }
}
