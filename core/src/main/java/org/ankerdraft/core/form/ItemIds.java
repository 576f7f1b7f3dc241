package org.ankerdraft.core.form;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;

/** Ids of the items of a list, which keep them when others come and go. */
public final class ItemIds {
  private ItemIds() {}

  /**
   * Gives items without an id their number in the list, or the next number that no item has.
   *
   * @param first the number of the first item
   * @param id of an item; null if it has none yet
   */
  public static <T> List<T> given(
      List<T> items, int first, Function<T, String> id, BiFunction<T, String, T> withId) {
    Set<String> taken = new HashSet<>();
    items.stream().map(id).filter(Objects::nonNull).forEach(taken::add);
    List<T> out = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      T item = items.get(i);
      if (id.apply(item) == null) {
        int n = i + first;
        while (!taken.add(String.valueOf(n))) {
          n++;
        }
        item = withId.apply(item, String.valueOf(n));
      }
      out.add(item);
    }
    return List.copyOf(out);
  }

  /** An id that two items have. */
  public static <T> Optional<String> twice(List<T> items, Function<T, String> id) {
    Set<String> seen = new HashSet<>();
    return items.stream().map(id).filter(i -> !seen.add(i)).findFirst();
  }
}
