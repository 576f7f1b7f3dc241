package org.ankerdraft.core.operation;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Vec3;

/** Ends a prism where it meets a body: at a face, at the body's first boundary, or its last. */
public final class UpTo {
  /** How often a prism that is too short for a slanting face is made twice as long. */
  private static final int DOUBLINGS = 3;

  /** As a share of the body's diagonal. */
  private static final double BEYOND = 0.02;

  private final BuildContext context;
  private final String what;
  private final String stepId;
  private final Body ahead;
  private final Way way;
  private String strategy = "";

  public UpTo(BuildContext context, String what, String stepId, Body ahead, Way way) {
    this.context = context;
    this.what = what;
    this.stepId = stepId;
    this.ahead = ahead;
    this.way = way;
  }

  /**
   * Where a prism goes.
   *
   * @param start a point of the plane in which it begins
   * @param along its direction, length 1
   * @param begins role of the faces in which it begins
   * @param ends role of those in which it ends
   */
  public record Way(Vec3 start, Vec3 along, Prism prism, String begins, String ends) {}

  /** The prism of some length. */
  @FunctionalInterface
  public interface Prism {
    NamedShape of(double depthMm) throws StepFailed, Ladder.Stopped;
  }

  /** How the end was found; empty if none had to be. */
  public String strategy() {
    return strategy;
  }

  /** Far enough to leave the body, mm. */
  public double reachMm() throws StepFailed {
    Shape.Mass m = ahead.named().shape().mass();
    double reach = m.reach(way.start, way.along);
    if (!(reach > context.tolerance.lengthMm())) {
      throw new StepFailed(
          what,
          "the body "
              + ahead.name()
              + " lies behind it: it goes the other way if its direction is turned round");
    }
    return reach + beyondMm(m);
  }

  /** By how much what leaves a body reaches further than it must, mm. */
  public static double beyondMm(Shape.Mass body) {
    return BEYOND * body.diagonalMm();
  }

  /** Whether all of a face's edges lie on the side of a plane from which its normal looks away. */
  public static boolean liesBehind(NamedShape named, int face, Vec3 point, Vec3 normal) {
    return named.topology().face(face).loops().stream()
        .flatMap(List::stream)
        .map(named.topology()::edge)
        .flatMap(e -> Stream.of(e.start(), e.mid(), e.end()))
        .allMatch(p -> p.minus(point).dot(normal) < 0);
  }

  /** Up to a face, as far as that goes, else up to its surface. */
  public NamedShape face(int face) throws StepFailed, Ladder.Stopped {
    NamedShape named = ahead.named();
    double depth = reachMm();
    for (int i = 0; i <= DOUBLINGS; i++, depth *= 2) {
      NamedShape whole = way.prism.of(depth);
      for (boolean isExtended : new boolean[] {false, true}) {
        Divider by = new Divider.Face(named.shape(), face, isExtended);
        Optional<NamedShape> ended = ended(whole, by, true);
        if (ended.isPresent()) {
          strategy = isExtended ? "up to a surface" : "up to a face";
          return ended.get();
        }
      }
    }
    throw new StepFailed(
        new Failure(
            what,
            "it does not meet the face everywhere, also where that is extended as its surface goes"
                + " on",
            List.of(named.faceName(face).toString()),
            named.topology().face(face).point(),
            null));
  }

  /**
   * Up to where the body begins.
   *
   * @param isWithin up to where it ends for the first time instead: for what is taken from it
   */
  public NamedShape next(boolean isWithin) throws StepFailed, Ladder.Stopped {
    return next(reachMm(), isWithin)
        .orElseThrow(() ->
            new StepFailed(
                what,
                isWithin
                    ? "it does not begin in the body " + ahead.name() + " or at its boundary"
                    : "the body "
                        + ahead.name()
                        + " does not close its way everywhere: part of the profile passes it by"));
  }

  /**
   * The same for a prism of some length.
   *
   * @return empty if it meets no boundary within it that closes its way
   */
  public Optional<NamedShape> next(double lengthMm, boolean isWithin)
      throws StepFailed, Ladder.Stopped {
    strategy = "up to the next boundary";
    NamedShape whole = way.prism.of(lengthMm);
    return ended(whole, new Divider.Body(ahead.named().shape(), isWithin), true);
  }

  /** Up to where the body ends for the last time. */
  public NamedShape last() throws StepFailed, Ladder.Stopped {
    strategy = "up to the last boundary";
    NamedShape whole = way.prism.of(reachMm());
    return ended(whole, new Divider.Body(ahead.named().shape(), false), false)
        .orElseThrow(() ->
            new StepFailed(
                what,
                "part of the profile passes the body "
                    + ahead.name()
                    + " by, or nothing is"
                    + " between them"));
  }

  /**
   * The part of a prism that has its beginning, or all parts without its end.
   *
   * @return empty if there is none, or if it still has the prism's end
   */
  private Optional<NamedShape> ended(NamedShape whole, Divider by, boolean fromStart)
      throws StepFailed, Ladder.Stopped {
    Set<Integer> marks = fromStart ? caps(whole, way.begins) : caps(whole, way.ends);
    Outcome<Derived> divided =
        context.kernel.divide(whole.shape(), by, marks, fromStart, context.budget());
    if (divided instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      return Optional.empty();
    }
    Derived derived = divided.orThrow();
    Set<Integer> ends = caps(whole, way.ends);
    boolean hasEnd =
        derived.origins().stream()
            .anyMatch(o ->
                ends.contains(o.source())
                    && (o.kind() == OriginKind.FACE_KEPT || o.kind() == OriginKind.FACE_MODIFIED));
    if (hasEnd || isAsLarge(derived.shape(), whole.shape())) {
      return Optional.empty();
    }
    NamedShape named = Naming.name(derived, List.of(whole), births());
    Optional<String> fault =
        Proofs.soundness(Proofs.Of.TOOL, named.shape(), context.kernel, context.budget());
    if (fault.isPresent()) {
      throw new StepFailed(what, fault.get());
    }
    return Optional.of(named);
  }

  private boolean isAsLarge(Shape part, Shape whole) {
    double volume = whole.mass().volumeMm3();
    return part.mass().volumeMm3() > volume * (1 - context.tolerance.relative() * 1e-3);
  }

  private Set<Integer> caps(NamedShape prism, String role) {
    Set<Integer> out = new TreeSet<>();
    for (int f = 1; f <= prism.topology().faces().size(); f++) {
      if (prism.faceName(f).isOf(stepId, role)) {
        out.add(f);
      }
    }
    return out;
  }

  private Naming.Births births() {
    return Naming.Births.ofCut(FaceName.of(stepId, way.ends), FaceName.of(stepId, "face"));
  }
}
