package org.ankerdraft.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

/** Each action on the rail has two strokes of its own, the first being its stage's letter. */
class KeysTest extends InWindow {
  @Override
  String part() {
    return "{\"ankerdraft\": 1, \"name\": \"nothing\", \"steps\": []}";
  }

  @Test
  void noTwoActionsHaveTheSameKeys() {
    List<Action> actions = onFx(() -> window.actions());
    assertThat(actions).hasSizeGreaterThan(40);
    assertThat(actions.stream().map(Action::keys).filter(k -> !k.isEmpty()).toList())
        .doesNotHaveDuplicates();
    assertThat(actions)
        .filteredOn(a -> !a.keys().isEmpty())
        .allMatch(a -> a.keys().charAt(0) == a.stage().letter && a.keys().length() == 3);
  }
}
