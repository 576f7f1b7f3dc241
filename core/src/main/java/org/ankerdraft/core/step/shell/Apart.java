package org.ankerdraft.core.step.shell;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.Outcome;

/**
 * Hollows a body without what stands on it or is sunk into it, and sees to that apart.
 *
 * @param small the faces at which the inside does not follow
 * @param walls how the rest is hollowed
 */
record Apart(BuildContext context, NamedShape input, List<Integer> small, Walls walls) {
  /** Each takes some combinations of bodies. */
  static final int MOST_RECESSES = 16;

  /** How a body is hollowed. */
  interface Walls {
    /** What is left of the body, hollowed; empty where no strategy can. */
    Optional<NamedShape> hollow(NamedShape bare) throws Ladder.Stopped;

    double thicknessMm();

    double atMm(int face);

    /** An offset of a solid as the inside of walls. */
    NamedShape inside(NamedShape of, Derived offset);

    FaceName unknown();
  }

  /** What the inside does not enter is put on the hollowed rest again. */
  Outcome<NamedShape> withoutThin(List<Integer> thin) throws Ladder.Stopped {
    return hollowed(
        thin,
        (bare, hollow) ->
            combined(Combination.SUBTRACT, input, bare)
                .then(bosses -> combined(Combination.UNITE, hollow, bosses)));
  }

  /**
   * The body without its holes and pockets is hollowed, and each of these gets a wall around it:
   * what lies within the thickness of what it takes from the body. Those that are near each other
   * or near a wall are right so, too, where faces that are moved would cut each other off.
   */
  Outcome<NamedShape> withWallsAround(List<Set<Integer>> recesses, Join join)
      throws Ladder.Stopped {
    return hollowed(
        all(recesses),
        (bare, hollow) -> {
          Outcome<NamedShape> result = Outcome.done(hollow);
          for (Set<Integer> recess : recesses) {
            result =
                result.then(r ->
                    around(recesses, recess, bare, join)
                        .then(around -> combined(Combination.INTERSECT, bare, around))
                        .then(wall -> combined(Combination.UNITE, r, wall)));
          }
          return result.then(r ->
              combined(Combination.SUBTRACT, bare, input)
                  .then(taken -> combined(Combination.SUBTRACT, r, taken)));
        });
  }

  /** Finishes a body of which the rest is hollowed. */
  private interface Finishing {
    Outcome<NamedShape> of(NamedShape bare, NamedShape hollow);
  }

  private Outcome<NamedShape> hollowed(List<Integer> apart, Finishing finishing)
      throws Ladder.Stopped {
    Outcome<NamedShape> without = without(apart);
    if (!(without instanceof Outcome.Done<NamedShape>(NamedShape bare))) {
      return without;
    }
    Optional<NamedShape> hollow = walls.hollow(bare);
    return hollow.isEmpty()
        ? Outcome.failed(Outcome.Cause.REFUSED, "the rest cannot be hollowed")
        : finishing.of(bare, hollow.get());
  }

  private static List<Integer> all(List<Set<Integer>> recesses) {
    return recesses.stream().flatMap(Set::stream).sorted().toList();
  }

  /**
   * What lies within the thickness of what a recess takes from the body. What lies so near to a
   * small round or chamfer at its mouth is wall already.
   */
  private Outcome<NamedShape> around(
      List<Set<Integer>> recesses, Set<Integer> recess, NamedShape bare, Join join) {
    Set<Integer> others = new TreeSet<>(all(recesses));
    others.removeAll(recess);
    small.stream().filter(recess::contains).forEach(others::add);
    return without(List.copyOf(others))
        .then(alone -> combined(Combination.SUBTRACT, bare, alone))
        .then(taken -> grown(recess, taken, join));
  }

  private Outcome<NamedShape> grown(Set<Integer> recess, NamedShape taken, Join join) {
    Map<Integer, Double> own = new LinkedHashMap<>();
    for (int i = 1; i <= taken.topology().faces().size(); i++) {
      int original = input.face(taken.faceName(i));
      if (recess.contains(original) && walls.atMm(original) != walls.thicknessMm()) {
        own.put(i, walls.atMm(original));
      }
    }
    return context
        .kernel
        .offset(taken.shape(), walls.thicknessMm(), own, join, context.shortBudget())
        .map(d -> walls.inside(taken, d));
  }

  private Outcome<NamedShape> without(List<Integer> faces) {
    return faces.isEmpty()
        ? Outcome.done(input)
        : context
            .kernel
            .defeature(input.shape(), faces, context.shortBudget())
            .map(d -> Naming.name(d, List.of(input), walls::unknown));
  }

  private Outcome<NamedShape> combined(Combination how, NamedShape one, NamedShape other) {
    return context
        .kernel
        .combine(how, one.shape(), List.of(other.shape()), true, context.budget())
        .map(d -> Naming.name(d, List.of(one, other), walls::unknown));
  }
}
