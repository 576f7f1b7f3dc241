package org.ankerdraft.core.expression;

import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.IntStream;

/** Finds the name that was probably meant. */
public final class NearNames {
  private static final int LONGEST_COMPARED = 300;

  private NearNames() {}

  /** The most similar of some names; the first of equally similar ones; empty if there are none. */
  public static Optional<String> nearest(String name, Collection<String> candidates) {
    return candidates.stream().min(Comparator.comparingInt((String c) -> editDistance(c, name)));
  }

  /** The most similar of some names, if it is so similar that it may be a slip of the pen. */
  public static Optional<String> slip(String name, Collection<String> candidates) {
    int most = Math.max(1, name.length() / 3);
    return nearest(name, candidates).filter(c -> editDistance(c, name) <= most);
  }

  /** How similar two names are: 1 if they are one, 0 if they have nothing in common. */
  public static double likeness(String a, String b) {
    int longest = Math.max(a.length(), b.length());
    return longest == 0 ? 1 : 1 - Math.min(1, (double) editDistance(a, b) / longest);
  }

  /** How many letters must be put in, taken out or changed (Levenshtein, 1965). */
  static int editDistance(String a, String b) {
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
