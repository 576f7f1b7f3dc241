package org.ankerdraft.core.select;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Something that a step refers to and that is gone, with what may stand for it.
 *
 * @param name by which the step refers to it
 * @param candidates the most likely first; none if there is nothing of its kind
 */
public record Lost(Kind kind, String name, List<Candidate> candidates) {
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

  public Lost {
    candidates = List.copyOf(candidates);
  }

  /** Of something that has nothing but its name. */
  public static Lost of(Kind kind, String name, Collection<String> others) {
    return new Lost(kind, name, Candidates.byName(name, others));
  }

  /** The best candidate. */
  public Optional<Candidate> nearest() {
    return candidates.stream().findFirst();
  }

  public String inWords() {
    return kind.word()
        + " "
        + name
        + " is gone"
        + nearest()
            .map(c -> "; nearest to it is " + c.name() + " (" + c.percent() + ")")
            .orElse("");
  }

  /** All that is gone, in one sentence for each. */
  public static String inWords(List<Lost> all) {
    return all.stream().map(Lost::inWords).collect(Collectors.joining(". "));
  }
}
