package org.ankerdraft.core.form;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * A row of the card of something: what it shows, and how a change gives another whole.
 *
 * @param <S> the whole, such as a step
 */
public sealed interface Slot<S> {
  /** The path of ids to it, such as sets[0].angle. */
  String id();

  String label();

  /**
   * A value that can be changed.
   *
   * @param value null for none
   * @param mayBeEmpty whether none does
   * @param usual what none comes to, in words; may be empty
   * @param with the whole with another value
   * @param grip where its handle stands
   * @param folded whether it is seldom needed, and folded away
   * @param isSet whether it is another value than the usual
   */
  record Value<S, T>(
      String id,
      String label,
      Form<T> form,
      T value,
      boolean mayBeEmpty,
      String usual,
      Function<T, S> with,
      Function<GripScene, Optional<Grip>> grip,
      int index,
      boolean folded,
      boolean isSet)
      implements Slot<S> {}

  /** The head of an item of a list, with a way to take it away. */
  record Item<S>(String id, String label, S without) implements Slot<S> {}

  /** Ways to add to a list. */
  record Adders<S>(String id, String label, List<Adder<S>> adders) implements Slot<S> {}

  /** One of them. */
  record Adder<S>(String label, S with) {}
}
