package org.ankerdraft.core.build;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;

/** Rounds and equal chamfers. */
final class BlendBuilder {
  private final BuildContext context;
  private final BlendType type;
  private final String id;
  private final String bodyName;
  private final List<Step.EdgeSet> sets;

  BlendBuilder(BuildContext context, Step.Round step) {
    this(context, BlendType.ROUND, step.id(), step.body(), step.sets());
  }

  BlendBuilder(BuildContext context, Step.Chamfer step) {
    this(context, BlendType.CHAMFER, step.id(), step.body(), step.sets());
  }

  private BlendBuilder(
      BuildContext context, BlendType type, String id, String bodyName, List<Step.EdgeSet> sets) {
    this.context = context;
    this.type = type;
    this.id = id;
    this.bodyName = bodyName;
    this.sets = sets;
  }

  /**
   * What a step did to a body, for doing the like to another body with the same edges.
   *
   * @param sizes radius or leg by edge of {@code before}, mm
   */
  record Done(NamedShape before, Map<Integer, Double> sizes, BlendBuilder builder) {

    /**
     * Rounds a body that is this one offset inwards: the radius shrinks at outside edges and grows
     * at inside ones, so that the rounds lie as far inwards as everything else. Edges whose radius
     * is used up stay sharp.
     *
     * @param isLeftOut edges that are not to be rounded, by name
     */
    Outcome<NamedShape> onOffset(
        NamedShape inner, double inwardsMm, double toleranceMm, Predicate<String> isLeftOut) {
      Map<Integer, Double> smaller = new TreeMap<>();
      for (Map.Entry<Integer, Double> e : sizes.entrySet()) {
        String name = before.edgeName(e.getKey());
        boolean outside = before.topology().edge(e.getKey()).bend() == Topology.Bend.CONVEX;
        double radius = e.getValue() + (outside ? -inwardsMm : inwardsMm);
        if (radius <= toleranceMm || isLeftOut.test(name)) {
          continue;
        }
        int edge = inner.edge(name);
        if (edge == 0) {
          return Outcome.failed(Outcome.Cause.REFUSED, "edge " + name + " is not there inside");
        }
        smaller.put(edge, radius);
      }
      return smaller.isEmpty() ? Outcome.done(inner) : builder.at(inner, smaller);
    }
  }

  /** What this step does to a body. */
  Done on(NamedShape before) throws StepFailed, ExpressionException, Choosing.Adrift {
    return new Done(before, sizes(before), this);
  }

  private String word() {
    return type.name().toLowerCase(Locale.ROOT);
  }

  private String sizeWord() {
    return type == BlendType.ROUND ? "the radius" : "the leg";
  }

  /**
   * The names that rounding or chamfering gives: on(a|b) along an edge, corner(a|b|c) where several
   * meet.
   */
  static Naming.Births births(String id, NamedShape input) {
    return new Naming.Births() {
      @Override
      public String fromEdge(String name) {
        return id + "/on(" + name + ")";
      }

      @Override
      public String fromVertex(String facesAround) {
        return id + "/corner(" + facesAround + ")";
      }

      @Override
      public String unknown() {
        return id + "/face";
      }
    };
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Body body = context.body(word(), bodyName);
    NamedShape input = body.named();
    Map<Integer, Double> sizes = sizes(input);
    String what =
        word()
            + " of "
            + sizes.values().stream().distinct().map(Words::mm).collect(Collectors.joining(", "));
    Ladder ladder = ladder(input, sizes);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return StepBuild.of(
          climbed.get().strategy(), new Body(body.name(), climbed.get().result(), ""));
    }
    Failure failure = BuildContext.failure(what, ladder.failure(), input);
    throw new StepFailed(failure.withWorks(worksUpTo(input, sizes)));
  }

  private Map<Integer, Double> sizes(NamedShape input)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    if (sets.isEmpty()) {
      throw new StepFailed(word(), "no edges are chosen");
    }
    Choosing choosing = context.choosing(input);
    Map<Integer, Double> sizes = new TreeMap<>();
    for (Step.EdgeSet set : sets) {
      double size = context.positiveMm(word(), sizeWord(), set.size());
      for (int edge : choosing.edges(set.edges())) {
        if (input.topology().edge(edge).isSharp()) {
          sizes.put(edge, size);
        }
      }
    }
    if (sizes.isEmpty()) {
      throw new StepFailed(word(), "the choice describes no sharp edge of the body");
    }
    return sizes;
  }

  private Ladder ladder(NamedShape input, Map<Integer, Double> sizes) {
    return new Ladder(result -> fault(input, sizes, result))
        .rung("all edges at once", () -> at(input, sizes))
        .rung("largest first", () -> oneAfterAnother(input, sizes));
  }

  private Outcome<NamedShape> at(NamedShape shape, Map<Integer, Double> sizes) {
    return context
        .kernel
        .blend(shape.shape(), type, sizes, context.budget())
        .map(d -> Naming.name(d, List.of(shape), births(id, shape)));
  }

  /** Groups of equal size, the largest first; edges are found again by name after each group. */
  private Outcome<NamedShape> oneAfterAnother(NamedShape input, Map<Integer, Double> sizes) {
    List<Double> descending =
        sizes.values().stream().distinct().sorted(java.util.Comparator.reverseOrder()).toList();
    if (descending.size() < 2) {
      return Outcome.failed(Outcome.Cause.REFUSED, "there is only one size");
    }
    NamedShape now = input;
    for (double size : descending) {
      Map<Integer, Double> group = new LinkedHashMap<>();
      for (Map.Entry<Integer, Double> e : sizes.entrySet()) {
        if (e.getValue() == size) {
          int edge = now.edge(input.edgeName(e.getKey()));
          if (edge > 0) {
            group.put(edge, size);
          }
        }
      }
      Outcome<NamedShape> next = at(now, group);
      if (!(next instanceof Outcome.Done<NamedShape>(NamedShape done))) {
        return next;
      }
      now = done;
    }
    return Outcome.done(now);
  }

  /**
   * Sound, in one piece as before, with new faces; outside corners lose material, inside corners
   * gain it.
   */
  private Optional<String> fault(NamedShape input, Map<Integer, Double> sizes, NamedShape result)
      throws Ladder.Stopped {
    Optional<String> unsound = Proofs.soundness(result.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    if (result.shape().proof().solids() != input.shape().proof().solids()) {
      return Optional.of("the body falls apart");
    }
    if (result.faceNames().stream().noneMatch(n -> NamedShape.birthStep(n).equals(id))) {
      return Optional.of("no face came of it");
    }
    boolean onlyOutside = all(input, sizes, Topology.Bend.CONVEX);
    boolean onlyInside = all(input, sizes, Topology.Bend.CONCAVE);
    double change = result.shape().mass().volumeMm3() - input.shape().mass().volumeMm3();
    if (onlyOutside && change >= 0) {
      return Optional.of("material is added at outside corners");
    }
    if (onlyInside && change <= 0) {
      return Optional.of("material is lost at inside corners");
    }
    return Optional.empty();
  }

  private static boolean all(NamedShape input, Map<Integer, Double> sizes, Topology.Bend bend) {
    return sizes.keySet().stream().allMatch(e -> input.topology().edge(e).bend() == bend);
  }

  private String worksUpTo(NamedShape input, Map<Integer, Double> sizes) throws Ladder.Stopped {
    var share =
        Feasible.largestShare(s -> {
          Map<Integer, Double> smaller = new LinkedHashMap<>();
          sizes.forEach((e, size) -> smaller.put(e, size * s));
          return ladder(input, smaller).climb().isPresent();
        });
    double max = sizes.values().stream().mapToDouble(Double::doubleValue).max().orElse(0);
    return share.isEmpty()
        ? null
        : "up to " + Words.mm(Math.floor(max * share.getAsDouble() * 1000) / 1000);
  }
}
