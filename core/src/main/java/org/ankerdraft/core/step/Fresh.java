package org.ankerdraft.core.step;

import java.util.function.Function;

/**
 * A new step, or what is missing for one.
 *
 * @param missing in words; null if there is a step
 */
public record Fresh<S extends Step>(S step, String missing) {
  public static <S extends Step> Fresh<S> of(S step) {
    return new Fresh<>(step, null);
  }

  /**
   * A step that takes a sketch.
   *
   * @param toWhat what for, in words
   */
  public static <S extends Step> Fresh<S> onSketch(
      Picks picks, String toWhat, Function<String, S> make) {
    return picks
        .sketch()
        .map(id -> of(make.apply(id)))
        .orElseGet(() -> new Fresh<>(null, "there is no sketch " + toWhat + "; start with one"));
  }
}
