package org.ankerdraft.core.select;

import java.util.Locale;

/**
 * Something that may stand for what is gone.
 *
 * @param name by which a step would refer to it
 * @param confidence from 0 to 1: how alike it is, and how much more so than the other candidates
 * @param why in what it is alike, in words; empty if nothing can be said
 * @param hint to keep with the pick, or null
 */
public record Candidate(String name, double confidence, String why, Hint hint) {
  /** From here on a candidate is proposed to be taken, not only shown. */
  public static final double LIKELY = 0.5;

  public boolean isLikely() {
    return confidence >= LIKELY;
  }

  /** The confidence, and what it rests on. */
  public String inWords() {
    return percent() + (why.isEmpty() ? "" : ": " + why);
  }

  public String percent() {
    return String.format(Locale.ROOT, "%.0f %%", 100 * confidence);
  }
}
