package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * What stands on plane faces beside some others: taken off while those are worked, then put back,
 * grown straight down to what is left of the body beneath.
 *
 * @param grounds the plane faces, by number
 * @param faces all faces of what stands on them
 */
record Bosses(Set<Integer> grounds, Set<Integer> faces) {

  /** What stands on the neighbours of the faces that are to be worked, apart from these. */
  static Bosses beside(NamedShape input, Set<Integer> worked) {
    Set<Integer> grounds = new LinkedHashSet<>();
    Set<Integer> standing = new LinkedHashSet<>();
    for (int ground : neighbours(input.topology(), worked)) {
      Set<Integer> rest = reached(input.topology(), worked, ground);
      if (input.topology().face(ground).kind() != Topology.SurfaceKind.PLANE) {
        continue;
      }
      for (int face = 1; face <= input.topology().faces().size(); face++) {
        if (face != ground && !rest.contains(face)) {
          standing.add(face);
          grounds.add(ground);
        }
      }
    }
    return new Bosses(grounds, standing);
  }

  private static Set<Integer> neighbours(Topology t, Set<Integer> worked) {
    Set<Integer> out = new LinkedHashSet<>();
    for (Topology.Edge e : t.edges()) {
      if (e.faces().size() == 2 && e.faces().stream().anyMatch(worked::contains)) {
        e.faces().stream().filter(f -> !worked.contains(f)).forEach(out::add);
      }
    }
    return out;
  }

  /** Faces that are reached over edges without crossing one of them. */
  private static Set<Integer> reached(Topology t, Set<Integer> from, int without) {
    Set<Integer> out = new LinkedHashSet<>(from);
    List<Integer> frontier = new ArrayList<>(from);
    while (!frontier.isEmpty()) {
      int face = frontier.removeLast();
      for (Topology.Edge e : t.edges()) {
        int other = e.faces().contains(face) && e.faces().size() == 2 ? e.across(face) : 0;
        if (other > 0 && other != without && out.add(other)) {
          frontier.add(other);
        }
      }
    }
    return out;
  }

  /** The body without them. */
  Outcome<NamedShape> takenOff(BuildContext context, NamedShape input, Naming.Births births) {
    return context
        .kernel
        .defeature(input.shape(), List.copyOf(faces), context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births));
  }

  /**
   * The input less what was worked off the bare body, except beneath the bosses.
   *
   * @param bare the input without bosses
   * @param worked the bare body after the work, which only took material away
   */
  Outcome<NamedShape> putBack(
      BuildContext context,
      NamedShape input,
      NamedShape bare,
      NamedShape worked,
      Naming.Births births) {
    Work work = new Work(context, births);
    return work.less(bare, List.of(worked))
        .then(waste ->
            work.less(input, List.of(bare))
                .then(bosses -> columns(work, input, bosses))
                .then(columns -> work.less(waste, columns)))
        .then(waste -> work.less(input, List.of(waste)))
        .map(result -> withNamesOf(input, result));
  }

  /** A tilted face is the face it was: what was cut away beside it must not number it anew. */
  private static NamedShape withNamesOf(NamedShape input, NamedShape result) {
    return new NamedShape(
        result.shape(),
        result.faceNames().stream().map(n -> input.face(n) != 0 ? n : n.bare()).toList());
  }

  /** Each footprint of a boss, swept into the body. */
  private Outcome<List<NamedShape>> columns(Work work, NamedShape input, NamedShape bosses) {
    double reach = input.shape().mass().boxMin().distance(input.shape().mass().boxMax());
    List<NamedShape> out = new ArrayList<>();
    for (int ground : grounds) {
      Vec3 down = input.topology().face(ground).direction().times(-reach);
      for (int foot : bosses.partsOf(input.faceName(ground).bare())) {
        Outcome<NamedShape> column = work.swept(bosses, foot, down);
        if (column instanceof Outcome.Failed<NamedShape>(var failure)) {
          return new Outcome.Failed<>(failure);
        }
        out.add(column.orThrow());
      }
    }
    return out.isEmpty()
        ? Outcome.failed(Outcome.Cause.REFUSED, "nothing stands on the faces beside")
        : new Outcome.Done<>(out);
  }

  private record Work(BuildContext context, Naming.Births births) {
    Outcome<NamedShape> less(NamedShape target, List<NamedShape> tools) {
      List<NamedShape> inputs = new ArrayList<>(List.of(target));
      inputs.addAll(tools);
      GeometryKernel kernel = context.kernel;
      return kernel
          .combine(
              Combination.SUBTRACT,
              target.shape(),
              tools.stream().map(NamedShape::shape).toList(),
              true,
              context.budget())
          .map(d -> Naming.name(d, inputs, births));
    }

    /** Its sides are named as the faces that stand on the footprint. */
    Outcome<NamedShape> swept(NamedShape shape, int foot, Vec3 vector) {
      return context
          .kernel
          .sweepFace(shape.shape(), foot, vector, context.budget())
          .map(d -> Naming.name(d, List.of(shape), sides(shape, foot)));
    }

    private Naming.Births sides(NamedShape shape, int foot) {
      FaceName ground = shape.faceName(foot);
      return new Naming.Births() {
        @Override
        public FaceName fromEdge(EdgeName edge) {
          int number = shape.edge(edge);
          return number == 0
              ? unknown()
              : shape.faceName(shape.topology().edges().get(number - 1).across(foot));
        }

        @Override
        public FaceName unknown() {
          return ground;
        }
      };
    }
  }
}
