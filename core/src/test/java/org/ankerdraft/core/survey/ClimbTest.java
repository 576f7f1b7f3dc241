package org.ankerdraft.core.survey;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Bvh;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.TriangleMesh;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Balls that climb in a barrel, turned from an arc whose middle is its widest place: the largest
 * ball has the radius there, 14 mm.
 */
class ClimbTest {
  private static final double WIDE = 14;
  private static final double ENDS = 6;
  private static final double HALF = 20;
  private static final double ACCURACY = 0.02;
  private static TriangleMesh mesh;
  private static Bvh bvh;

  @BeforeAll
  static void turn() {
    String steps =
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
                + "{'curve':'line','name':'axis','from':['0 mm','%2$s mm'],'to':['0 mm','%3$s mm']},"
                + "{'curve':'line','name':'t','from':['0 mm','%3$s mm'],'to':['%1$s mm','%3$s mm']},"
                + "{'curve':'arc','name':'a','from':['%1$s mm','%3$s mm'],'through':['%4$s mm','0 mm'],'to':['%1$s mm','%2$s mm']},"
                + "{'curve':'line','name':'b','from':['%1$s mm','%2$s mm'],'to':['0 mm','%2$s mm']}]},"
                + "{'kind':'revolve','id':'r','sketch':'s','axis':{'base':'Z'},'body':'B'}",
            ENDS,
            -HALF,
            HALF,
            WIDE);
    mesh =
        Parts.KERNEL
            .mesh(
                Parts.ok(steps).bodies().get("B").named().shape(),
                ACCURACY,
                Math.toRadians(15),
                Budget.ofSeconds(30))
            .orThrow();
    bvh = new Bvh(mesh);
  }

  private static Climb climb() {
    return new Climb(bvh.query(), ACCURACY, 4 * HALF);
  }

  private record Start(double x, double y, double z) {}

  /** Places within, where a ball has some room. */
  private static List<Start> starts(long seed, int count) {
    Random random = new Random(seed);
    List<Start> out = new ArrayList<>();
    while (out.size() < count) {
      Start s =
          new Start(
              random.nextDouble(-WIDE, WIDE),
              random.nextDouble(-WIDE, WIDE),
              random.nextDouble(-HALF, HALF));
      // The arc lies outside of the parabola through its ends and its middle.
      double wall = WIDE - (WIDE - ENDS) * s.z * s.z / (HALF * HALF);
      if (Math.hypot(s.x, s.y) < 0.95 * wall) {
        out.add(s);
      }
    }
    return out;
  }

  /**
   * A ball that jumps past the ends of the faces it touches would end up outside, held by nothing.
   */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void noBallLeavesTheBody(long seed) {
    Climb climb = climb();
    for (Start s : starts(seed, 60)) {
      double clear = climb.clearance(s.x, s.y, s.z, WIDE);
      Climb.End end = climb.from(s.x, s.y, s.z, 2 * clear, Double.MAX_VALUE);
      assertThat(end).as("%s", s).isEqualTo(Climb.End.HELD);
      assertThat(climb.radius()).isBetween(clear * 0.99, WIDE * 1.01);
      assertThat(Math.hypot(climb.centre()[0], climb.centre()[1])).isLessThan(WIDE);
      assertThat(Math.abs(climb.centre()[2])).isLessThan(HALF);
    }
  }

  /** What a place comes to must not depend on which ball came first, nor on how it is shared. */
  @Test
  void theOrderOfClimbsDecidesNothing() {
    List<Start> starts = new ArrayList<>(starts(7, 80));
    List<Climbs.Result> first = results(starts);
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < starts.size(); i++) {
      order.add(i);
    }
    Collections.shuffle(order, new Random(8));
    List<Climbs.Result> second = results(order.stream().map(starts::get).toList());
    for (int i = 0; i < order.size(); i++) {
      assertThat(second.get(i)).isEqualTo(first.get(order.get(i)));
    }
  }

  private static List<Climbs.Result> results(List<Start> starts) {
    Climbs climbs = new Climbs(ACCURACY);
    Climb climb = climb();
    return starts.stream().map(s -> climbs.from(climb, s.x, s.y, s.z, 2 * WIDE)).toList();
  }

  /** Balls that begin close to the axis near the middle have the whole barrel to themselves. */
  @Test
  void theLargestBallIsFound() {
    Climbs climbs = new Climbs(ACCURACY);
    Climb climb = climb();
    for (Start s : starts(9, 40)) {
      Climbs.Result top = climbs.from(climb, s.x / 4, s.y / 4, s.z / 8, 2 * WIDE);
      assertThat(top.isHeld()).isTrue();
      assertThat(top.radius()).isBetween(0.97 * WIDE, 1.005 * WIDE);
      assertThat(top.reach()).isGreaterThan(top.radius());
    }
  }
}
