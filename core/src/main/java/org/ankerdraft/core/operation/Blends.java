package org.ankerdraft.core.operation;

import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.select.TangentChain;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;

/** Rounds and equal chamfers along sets of edges. */
public final class Blends {
  private final BuildContext context;
  private final BlendType type;
  private final String id;
  private final List<EdgeSet> sets;

  /**
   * @param id of the step, for the names of new faces
   */
  public Blends(BuildContext context, BlendType type, String id, List<EdgeSet> sets) {
    this.context = context;
    this.type = type;
    this.id = id;
    this.sets = sets;
  }

  /** The rounding that was last done to a body, for doing the like to another. */
  public static Done again(BuildContext context, Rounded last)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    Blends blends =
        new Blends(context.withValues(last.values()), BlendType.ROUND, last.step(), last.sets());
    NamedShape before = last.before().named();
    return new Done(before, blends.sizes(before), blends);
  }

  /**
   * What a step did to a body, for doing the like to another body with the same edges.
   *
   * @param sizes radius or leg by edge of {@code before}, mm
   */
  public record Done(NamedShape before, Map<Integer, Double> sizes, Blends blends) {

    /**
     * Rounds a body that is this one offset inwards: the radius shrinks at outside edges and grows
     * at inside ones, so that the rounds lie as far inwards as everything else. Edges whose radius
     * is used up stay sharp.
     *
     * @param isLeftOut edges that are not to be rounded, by name
     */
    public Outcome<NamedShape> onOffset(
        NamedShape inner, double inwardsMm, double toleranceMm, Predicate<EdgeName> isLeftOut) {
      Map<Integer, Double> smaller = new TreeMap<>();
      for (Map.Entry<Integer, Double> e : sizes.entrySet()) {
        EdgeName name = before.edgeName(e.getKey());
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
      return smaller.isEmpty() ? Outcome.done(inner) : blends.at(inner, smaller);
    }
  }

  /** One line on sets of edges. */
  public static String summary(List<EdgeSet> sets) {
    if (sets.isEmpty()) {
      return "no edges";
    }
    EdgeSet first = sets.getFirst();
    return first.size().text()
        + ", "
        + (first.edges().isEmpty() ? "no edges" : ChoiceWords.edge(first.edges().getFirst()))
        + (first.edges().size() > 1 ? " and " + (first.edges().size() - 1) + " more" : "");
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
  public static Naming.Births births(String id) {
    return new Naming.Births() {
      @Override
      public FaceName fromEdge(EdgeName name) {
        return along(id, name);
      }

      @Override
      public FaceName fromVertex(List<FaceName> facesAround) {
        return FaceName.from(id, "corner", facesAround);
      }

      @Override
      public FaceName unknown() {
        return FaceName.of(id, "face");
      }
    };
  }

  /** The face that a step puts along an edge. */
  private static FaceName along(String id, EdgeName edge) {
    return new FaceName(id, "on", "", edge.faces(), edge.ordinal());
  }

  /** Rounds or chamfers a body. */
  public StepBuild build(Body body)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Map<Integer, Double> sizes = sizes(body.named());
    Ladder.Climbed done = climbed(word(), body.named(), sizes);
    return StepBuild.of(done.strategy(), new Body(body.name(), done.result()));
  }

  /**
   * Rounds edges of something that a step makes.
   *
   * @param what is rounded, for messages
   * @param id of the step, for the names of new faces
   * @param edges by number
   */
  public static NamedShape rounded(
      BuildContext context,
      String what,
      String id,
      NamedShape input,
      Collection<Integer> edges,
      double radiusMm)
      throws StepFailed, Ladder.Stopped {
    return new Blends(context, BlendType.ROUND, id, List.of())
        .climbed(what, input, all(edges, radiusMm))
        .result();
  }

  /** The same, or nothing where they do not fit; not asked up to where they would. */
  public static Optional<NamedShape> roundedIfTheyFit(
      BuildContext context, String id, NamedShape input, Collection<Integer> edges, double radiusMm)
      throws Ladder.Stopped {
    return new Blends(context, BlendType.ROUND, id, List.of())
        .ladder(input, all(edges, radiusMm))
        .climb()
        .map(Ladder.Climbed::result);
  }

  private static Map<Integer, Double> all(Collection<Integer> edges, double radiusMm) {
    Map<Integer, Double> sizes = new TreeMap<>();
    edges.forEach(e -> sizes.put(e, radiusMm));
    return sizes;
  }

  private Ladder.Climbed climbed(String ofWhat, NamedShape input, Map<Integer, Double> sizes)
      throws StepFailed, Ladder.Stopped {
    String what =
        ofWhat
            + " of "
            + sizes.values().stream().distinct().map(Words::mm).collect(Collectors.joining(", "));
    refuseTightCorner(what, input, sizes);
    Ladder ladder = ladder(input, sizes);
    Optional<Ladder.Climbed> climbed = ladder.climb();
    if (climbed.isPresent()) {
      return climbed.get();
    }
    Failure failure = BuildContext.failure(what, ladder.failure(), input);
    throw new StepFailed(failure.withLimit(() -> worksUpTo(input, sizes)));
  }

  private void refuseTightCorner(String what, NamedShape input, Map<Integer, Double> sizes)
      throws StepFailed {
    Optional<TightCorner> tight = TightCorner.worst(input.topology(), type, sizes);
    if (tight.isPresent()) {
      TightCorner corner = tight.get();
      Topology.Edge edge = input.topology().edge(corner.edge());
      throw new StepFailed(
          new Failure(
              what,
              "it is larger than the corner of "
                  + Words.mm(corner.cornerMm())
                  + " that the edge goes round, and would turn inside out there; widen the corner, or "
                  + word()
                  + " this edge before the corner",
              List.of(input.edgeName(corner.edge()).toString()),
              edge.mid(),
              "up to " + Words.mm(corner.saysMm())));
    }
  }

  private Map<Integer, Double> sizes(NamedShape input)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    if (sets.stream().allMatch(s -> s.edges().isEmpty())) {
      throw StepFailed.waits(word(), "no edges are chosen");
    }
    Choosing choosing = context.choosing(input);
    Map<Integer, Double> sizes = new TreeMap<>();
    for (EdgeSet set : sets) {
      double size = context.positiveMm(word(), sizeWord(), set.size());
      for (int edge : choosing.edges(set.edges())) {
        if (input.topology().edge(edge).isSharp()) {
          sizes.put(edge, size);
        }
      }
    }
    if (sizes.isEmpty()) {
      throw new StepFailed(
          word(),
          "the choice describes no sharp edge of the body: edges where the faces run into each other"
              + " smoothly have nothing to round");
    }
    return sizes;
  }

  private Ladder ladder(NamedShape input, Map<Integer, Double> sizes) {
    return new Ladder(result -> fault(input, sizes, result))
        .rung("all edges at once", () -> at(input, sizes))
        .rung("largest first", () -> oneAfterAnother(input, sizes))
        .rung(
            "with the rounds that it ends", () -> withCorners(input, sizes, (rounds, _) -> rounds))
        .rung(
            "with all rounds that hang together with it",
            () -> withCorners(input, sizes, RoundsBeside::withConnected));
  }

  /**
   * A ball that is hardly smaller than the round of a corner turns almost on the spot there, and
   * what it leaves is lost in rounding. Rounds that the edges end are put on again together with
   * the new ones: where three of one radius meet it is a part of a ball.
   */
  private Outcome<NamedShape> withCorners(
      NamedShape input,
      Map<Integer, Double> sizes,
      BiFunction<RoundsBeside, NamedShape, RoundsBeside> more) {
    if (type != BlendType.ROUND) {
      return Outcome.failed(Outcome.Cause.REFUSED, "chamfers turn in no ball");
    }
    Map<Integer, Double> all = new TreeMap<>();
    sizes.forEach((edge, size) ->
        TangentChain.of(input.topology(), Set.of(edge)).forEach(e -> all.put(e, size)));
    all.putAll(sizes);
    return more.apply(RoundsBeside.endedBy(input, all), input)
        .together(context, input, all, births(id));
  }

  private Outcome<NamedShape> at(NamedShape shape, Map<Integer, Double> sizes) {
    return context
        .kernel
        .blend(shape.shape(), type, sizes, context.budget())
        .map(d -> Naming.name(d, List.of(shape), births(id)));
  }

  /** Groups of equal size, the largest first; edges are found again by name after each group. */
  private Outcome<NamedShape> oneAfterAnother(NamedShape input, Map<Integer, Double> sizes) {
    List<Double> descending =
        sizes.values().stream().distinct().sorted(Comparator.reverseOrder()).toList();
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
    Optional<String> unsound =
        Proofs.soundness(Proofs.Of.BODY, result.shape(), context.kernel, context.budget());
    if (unsound.isPresent()) {
      return unsound;
    }
    if (result.shape().proof().solids() != input.shape().proof().solids()) {
      return Optional.of("the body falls apart");
    }
    if (result.faceNames().stream().noneMatch(n -> n.isOf(id, null))) {
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
    return new BlendProof(type, input, result, context).fault(sizes, edge -> along(id, edge));
  }

  private static boolean all(NamedShape input, Map<Integer, Double> sizes, Topology.Bend bend) {
    return sizes.keySet().stream().allMatch(e -> input.topology().edge(e).bend() == bend);
  }

  private String worksUpTo(NamedShape input, Map<Integer, Double> sizes) throws Ladder.Stopped {
    double max = sizes.values().stream().mapToDouble(Double::doubleValue).max().orElse(0);
    return Feasible.upToMm(
        max,
        s -> {
          Map<Integer, Double> smaller = new LinkedHashMap<>();
          sizes.forEach((e, size) -> smaller.put(e, size * s));
          return ladder(input, smaller).climb().isPresent();
        });
  }
}
