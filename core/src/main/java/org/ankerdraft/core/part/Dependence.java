package org.ankerdraft.core.part;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.kinds.KnownStep;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.step.Step;

/** What depends on what in a part, told from the references of its steps. */
public final class Dependence {
  private Dependence() {}

  /** The steps that name a step, what it bore, or the body that it started. */
  public static List<Step> on(PartDocument part, String id) {
    Optional<Step> step = part.step(id);
    String body = step.map(s -> StepKinds.of(s).startedBody()).orElse(null);
    return part.steps().stream()
        .filter(s -> !s.id().equals(id))
        .filter(s -> {
          KnownStep<?> known = StepKinds.of(s);
          return known.namedSteps().contains(id)
              || (body != null && known.namedBodies().contains(body));
        })
        .toList();
  }

  /** All steps that depend on one, directly or by way of others, in the order of the part. */
  public static List<Step> onAllOf(PartDocument part, String id) {
    Set<String> found = new HashSet<>(Set.of(id));
    Deque<String> open = new ArrayDeque<>(found);
    while (!open.isEmpty()) {
      for (Step s : on(part, open.pop())) {
        if (found.add(s.id())) {
          open.push(s.id());
        }
      }
    }
    return part.steps().stream().filter(s -> found.contains(s.id()) && !s.id().equals(id)).toList();
  }

  /** A step and an earlier one that it names but that does not stand before it. */
  public record Broken(Step step, String needs) {}

  /** The first reference that an edit of the order would break and that held before. */
  public static Optional<Broken> newlyBroken(PartDocument before, PartDocument after) {
    Set<String> wereBroken = new HashSet<>();
    broken(before).forEach(b -> wereBroken.add(b.step.id() + " " + b.needs));
    return broken(after).stream()
        .filter(b -> !wereBroken.contains(b.step.id() + " " + b.needs))
        .findFirst();
  }

  /**
   * A step moved to another place with whatever must go along: downwards what depends on it,
   * upwards what it depends on, as far as they stand in the way.
   */
  public static PartDocument movedWithOthers(PartDocument part, String id, int to) {
    int from = part.indexOf(id);
    boolean isDown = to > from;
    List<Step> between = part.steps().subList(Math.min(from, to), Math.max(from, to) + 1);
    List<Step> going =
        between.stream()
            .filter(s ->
                s.id().equals(id)
                    || (isDown ? onAllOf(part, id).contains(s) : needs(part, id, s.id())))
            .toList();
    PartDocument moved = part;
    for (Step s : isDown ? going : going.reversed()) {
      moved = moved.moved(s.id(), to);
    }
    return moved;
  }

  private static boolean needs(PartDocument part, String id, String other) {
    return onAllOf(part, other).stream().anyMatch(s -> s.id().equals(id));
  }

  private static List<Broken> broken(PartDocument part) {
    Set<String> seen = new HashSet<>();
    Set<String> bodies = new HashSet<>();
    List<Broken> out = new java.util.ArrayList<>();
    for (Step s : part.steps()) {
      KnownStep<?> known = StepKinds.of(s);
      Set<String> missing = new TreeSet<>(known.namedSteps());
      missing.removeAll(seen);
      missing.forEach(needs -> out.add(new Broken(s, needs)));
      known.namedBodies().stream()
          .filter(b -> !bodies.contains(b))
          .forEach(b -> out.add(new Broken(s, b)));
      seen.add(s.id());
      if (known.startedBody() != null) {
        bodies.add(known.startedBody());
      }
    }
    return out;
  }
}
