package org.ankerdraft.core.select;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.stream.IntStream;

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

  private static final int LONGEST_COMPARED = 300;

  /** The candidate is the one with the most similar name. */
  public static Lost of(Kind kind, String name, Collection<String> candidates) {
    return new Lost(
        kind,
        name,
        candidates.stream()
            .min(Comparator.comparingInt((String c) -> editDistance(c, name)))
            .orElse(null));
  }

  public String inWords() {
    return kind.word()
        + " "
        + name
        + " is gone"
        + (nearest == null ? "" : "; nearest to it is " + nearest);
  }

  private static int editDistance(String a, String b) {
    if (a.length() > LONGEST_COMPARED || b.length() > LONGEST_COMPARED) {
      return a.equals(b) ? 0 : Integer.MAX_VALUE;
    }
    int[] row = IntStream.rangeClosed(0, b.length()).toArray();
    for (int i = 1; i <= a.length(); i++) {
      int diagonal = row[0];
      row[0] = i;
      for (int j = 1; j <= b.length(); j++) {
        int up = row[j];
        int change = a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1;
        row[j] = Math.min(Math.min(row[j] + 1, row[j - 1] + 1), diagonal + change);
        diagonal = up;
      }
    }
    return row[b.length()];
  }
}
