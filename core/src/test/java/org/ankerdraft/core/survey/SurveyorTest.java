package org.ankerdraft.core.survey;

import static org.ankerdraft.core.Parts.KERNEL;
import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.ok;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.kernel.Budget;
import org.junit.jupiter.api.Test;

/**
 * What is kept of bodies that are gone: undo brings them back at once, and memory stays bounded.
 */
class SurveyorTest {
  private static final int MORE_THAN_ARE_KEPT = 12;

  private final Surveyor surveyor = new Surveyor(KERNEL, 1);

  private BodyAnalysis surveyed(PartState state) {
    return surveyor.survey(state, Budget.Cancel.NEVER).orElseThrow().get("Body");
  }

  @Test
  void aBodyThatComesBackIsNotMeshedAnew() {
    PartState low = ok(box(40, 30, 5));
    BodyAnalysis first = surveyed(low);
    surveyed(ok(box(40, 30, 6)));
    BodyAnalysis again = surveyed(low);
    assertThat(again.mesh()).isSameAs(first.mesh());
    assertThat(again.draft()).isEqualTo(first.draft());
  }

  @Test
  void itsWallIsMeasuredAnewToTheSameValues() {
    PartState low = ok(box(40, 30, 5));
    BodyAnalysis first = surveyor.withWall(surveyed(low), low, Budget.Cancel.NEVER).orElseThrow();
    surveyed(ok(box(40, 30, 6)));
    BodyAnalysis back = surveyed(low);
    assertThat(back.wall()).isNull();
    BodyAnalysis again = surveyor.withWall(back, low, Budget.Cancel.NEVER).orElseThrow();
    assertThat(again.wall().bySphere()).isEqualTo(first.wall().bySphere());
  }

  @Test
  void onlyTheLatestFewAreKept() {
    List<BodyAnalysis> all = new ArrayList<>();
    List<PartState> states = new ArrayList<>();
    for (int i = 0; i <= MORE_THAN_ARE_KEPT; i++) {
      states.add(ok(box(40, 30, 5 + i)));
      all.add(surveyed(states.getLast()));
    }
    assertThat(surveyed(states.getFirst()).mesh()).isNotSameAs(all.getFirst().mesh());
    int late = MORE_THAN_ARE_KEPT - 2;
    assertThat(surveyed(states.get(late)).mesh()).isSameAs(all.get(late).mesh());
  }
}
