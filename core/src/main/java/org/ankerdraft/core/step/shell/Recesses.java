package org.ankerdraft.core.step.shell;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology;

/**
 * Holes and pockets of a body that begin within its faces, wherever they lead: when it is hollowed
 * each gets a wall of its own around it.
 */
final class Recesses {
  private final Topology topology;

  /** Of each face: the edges of its inner loops. */
  private final List<Set<Integer>> inner;

  private Recesses(Topology topology) {
    this.topology = topology;
    this.inner =
        topology.faces().stream()
            .map(f ->
                f.loops().stream()
                    .skip(1)
                    .flatMap(List::stream)
                    .collect(Collectors.toUnmodifiableSet()))
            .toList();
  }

  /**
   * The numbers of the faces of each, ascending.
   *
   * @param isOpen whether a face stays open: what has such a face is none of them
   */
  static List<Set<Integer>> of(NamedShape input, IntPredicate isOpen) {
    Recesses recesses = new Recesses(input.topology());
    List<Set<Integer>> found = new ArrayList<>();
    for (int ground = 1; ground <= input.topology().faces().size(); ground++) {
      List<List<Integer>> loops = input.topology().face(ground).loops();
      for (List<Integer> loop : loops.subList(Math.min(1, loops.size()), loops.size())) {
        Set<Integer> recess = recesses.beyond(ground, loop);
        if (recesses.isSunk(ground, loop)
            && !recess.contains(ground)
            && recess.stream().noneMatch(isOpen::test)) {
          add(found, recess);
        }
      }
    }
    return List.copyOf(found);
  }

  /** With those that have faces in common: a hole is found from both its ends. */
  private static void add(List<Set<Integer>> found, Set<Integer> recess) {
    Set<Integer> whole = new TreeSet<>(recess);
    for (Set<Integer> other : List.copyOf(found)) {
      if (other.stream().anyMatch(recess::contains)) {
        whole.addAll(other);
        found.remove(other);
      }
    }
    found.add(whole);
  }

  /** The faces beyond an inner loop, up to other inner loops. */
  private Set<Integer> beyond(int ground, List<Integer> loop) {
    Set<Integer> found = new TreeSet<>();
    Set<Integer> seen = new HashSet<>(loop);
    Deque<Integer> edges = new ArrayDeque<>(loop);
    while (!edges.isEmpty()) {
      int edge = edges.pop();
      for (int face : topology.edge(edge).faces()) {
        boolean isMouth = inner.get(face - 1).contains(edge);
        if (!isMouth && found.add(face)) {
          topology.face(face).loops().stream()
              .flatMap(List::stream)
              .filter(seen::add)
              .forEach(edges::add);
        }
      }
    }
    return found.isEmpty() ? Set.of(ground) : found;
  }

  private boolean isSunk(int ground, List<Integer> loop) {
    return loop.stream()
        .map(topology::edge)
        .allMatch(e ->
            e.bend() == Topology.Bend.CONVEX
                || (e.bend() == Topology.Bend.SMOOTH
                    && !topology.face(e.across(ground)).concave()));
  }
}
