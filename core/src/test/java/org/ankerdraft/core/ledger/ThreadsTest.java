package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;

/** Threads are told of every wall into which they are cut, of copies and counterbored ones too. */
class ThreadsTest {
  private static final String PLATE = Parts.box(100, 60, 10);

  private static String hole(String more) {
    return ",{'kind':'hole','id':'h','label':'Lid screws','plane':{'base':'XY','offset':'10 mm'},'points':["
        + "{'id':'a','at':['-40 mm','0 mm']}]"
        + more
        + "}";
  }

  /** M4 by ISO 261: pitch 0.7; tap drill 3.3 by ISO 2306 (from memory). */
  @Test
  void aTappedHoleHasItsThread() {
    PartState state = Parts.ok(PLATE + hole(",'screw':'M4','depth':'8 mm','tip':'118 deg'"));
    List<Threads.Wall> walls = Threads.of(state);
    assertThat(walls).hasSize(1);
    Threads.Wall wall = walls.getFirst();
    assertThat(wall.thread().name()).isEqualTo("M4");
    assertThat(wall.thread().majorMm()).isEqualTo(4);
    assertThat(wall.thread().pitchMm()).isEqualTo(0.7);
    assertThat(wall.drillMm()).isCloseTo(3.3, within(1e-9));
    assertThat(wall.depthMm()).isCloseTo(8, within(1e-9));
    assertThat(wall.face().toString()).isEqualTo("h/wall:a");
    assertThat(Threads.inWords(state))
        .containsExactly("1 × M4 tapped 8 mm deep, pitch 0.7 mm, hole Ø 3.3 mm (Lid screws)");
  }

  @Test
  void copiesHaveItToo() {
    PartState state =
        Parts.ok(
            PLATE
                + hole(",'screw':'M3'")
                + ",{'kind':'pattern','id':'p','steps':['h'],'way':'row','axis':{'base':'X'},'count':4,'spacing':'20 mm'}");
    assertThat(Threads.of(state)).hasSize(4);
    assertThat(Threads.inWords(state).getFirst()).startsWith("4 × M3 tapped 10 mm deep");
  }

  @Test
  void aHoleThroughWhichAScrewPassesHasNone() {
    assertThat(Threads.of(Parts.ok(PLATE + hole(",'screw':'M4','fit':'medium'")))).isEmpty();
    assertThat(Threads.of(Parts.ok(PLATE + hole(",'diameter':'4 mm'")))).isEmpty();
  }

  /** Left of the mouth only the wall below a counterbore is threaded. */
  @Test
  void aCounterboreTakesNoneOfIt() {
    PartState state = Parts.ok(PLATE + hole(",'screw':'M4','mouth':'counterbore'"));
    assertThat(Threads.of(state)).hasSize(1);
    assertThat(Threads.of(state).getFirst().depthMm()).isCloseTo(10 - 4.4, within(1e-9));
  }
}
