package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.operation.Work;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Makes each rib as a slab that reaches through the walls, and keeps what lies between them along
 * its line.
 */
final class RibBuilder {
  static final String WHAT = "rib";
  private static final int SAMPLES = 64;

  /** Of the thickness: so deep under its upper edge a rib is looked for. */
  private static final double LOOK_SHARE = 0.01;

  private static final String TIP_START = "tip-start";
  private static final String TIP_END = "tip-end";
  private static final String NO_WALL =
      "no wall closes it all the way up beyond an end of its line";

  private final BuildContext context;
  private final Rib step;
  private ResolvedSketch sketch;
  private Body body;
  private double thickness;
  private double draft;
  private int count;

  /** Whether a line goes on beyond the walls, where its rib ends. */
  private boolean cutOff;

  RibBuilder(BuildContext context, Rib step) {
    this.context = context;
    this.step = step;
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    Work.Done done = work().done(context, step.id());
    return StepBuild.of(
        Words.count(count, "rib")
            + ", wall to wall"
            + (done.inCorners() ? ", corners between them rounded" : "")
            + (cutOff ? ", cut off where a line goes on outside" : ""),
        new Body(body.name(), done.shape()));
  }

  Work work() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    sketch = context.sketch(WHAT, step.sketch());
    body = context.body(WHAT, step.body());
    thickness = context.positiveMm(WHAT, "the thickness", step.thickness());
    draft = step.draft() == null ? 0 : context.values.angleRad(step.draft());
    if (Math.abs(draft) >= Math.PI / 4) {
      throw new StepFailed(WHAT, "a draft of " + Words.deg(draft) + " is not under 45 deg");
    }
    double root =
        step.rootRound() == null
            ? 0
            : context.positiveMm(WHAT, "the round at its root", step.rootRound());
    List<RibPiece> pieces = RibPiece.of(sketch, context.tolerance);
    if (pieces.isEmpty()) {
      throw new StepFailed(WHAT, "sketch " + step.sketch() + " has no lines; ribs follow lines");
    }
    List<NamedShape> ribs = new ArrayList<>();
    for (Vec3 down : step.ways(sketch.frame().normal())) {
      ribs.addAll(between(pieces, down));
    }
    count = pieces.size();
    return Work.of(
        WHAT,
        body,
        new Work.Combining(Combination.UNITE, ribs),
        new Work.Rounding(this::isSide, root, true));
  }

  private boolean isSide(FaceName face) {
    return face.isOf(step.id(), "left") || face.isOf(step.id(), "right");
  }

  /** All ribs on one side of the sketch plane. */
  private List<NamedShape> between(List<RibPiece> pieces, Vec3 down)
      throws StepFailed, Ladder.Stopped {
    Shape.Mass mass = body.named().shape().mass();
    Vec3 origin = sketch.frame().origin();
    double deepest = mass.reach(origin, down);
    if (!(deepest > context.tolerance.lengthMm())) {
      throw new StepFailed(
          WHAT,
          step.bothWays()
              ? "the body lies on one side of its sketch only, and it goes both ways"
              : "the body lies behind its sketch: turn its direction round, or move the sketch");
    }
    RibSlabs slabs =
        new RibSlabs(
            context,
            step.id(),
            sketch,
            down,
            new RibSlabs.Size(
                thickness,
                draft,
                deepest + thickness,
                mass.diagonalMm() + mass.centroid().distance(origin)));
    List<NamedShape> out = new ArrayList<>();
    for (RibPiece piece : pieces) {
      out.add(betweenWalls(piece, slabs.of(piece), down));
    }
    return out;
  }

  private NamedShape betweenWalls(RibPiece piece, NamedShape slab, Vec3 down)
      throws StepFailed, Ladder.Stopped {
    List<Vec3> looked = new ArrayList<>();
    for (int i = 0; i < SAMPLES; i++) {
      looked.add(place(piece, (i + 0.5) / SAMPLES).plus(down.times(LOOK_SHARE * thickness)));
    }
    Derived whole =
        parts(slab, looked)
            .orElseThrow(() -> failed(piece, "its line lies wholly within the body"));
    Set<String> open = openEnds(slab, whole.origins(), piece);
    Derived derived = open.isEmpty() ? whole : withoutEnds(piece, slab, whole, open);
    return Naming.name(
        derived,
        List.of(slab),
        Naming.Births.ofCut(
            FaceName.ofPart(step.id(), "seat", piece.name()), FaceName.of(step.id(), "face")));
  }

  /** The parts of a slab outside the body in which some points lie; empty if none does. */
  private Optional<Derived> parts(NamedShape slab, List<Vec3> points) throws Ladder.Stopped {
    return switch (context.kernel.partsAt(
        slab.shape(), new Divider.Body(body.named().shape(), false), points, context.budget())) {
      case Outcome.Failed<Derived>(var failure) -> {
        Ladder.stopIfNeeded(failure);
        yield Optional.empty();
      }
      case Outcome.Done<Derived>(Derived derived) -> Optional.of(derived);
    };
  }

  /**
   * Where a line goes on through a wall to where nothing closes its rib any more, the rib ends at
   * that wall.
   *
   * @param whole the rib with what sticks out
   * @param open why all of it cannot be
   */
  private Derived withoutEnds(RibPiece piece, NamedShape slab, Derived whole, Set<String> open)
      throws StepFailed, Ladder.Stopped {
    Topology topology = whole.shape().topology();
    List<Vec3> closed = new ArrayList<>();
    for (Set<Integer> part : topology.pieces()) {
      Set<String> openThere = openEnds(slab, originsOf(whole, part), piece);
      if (openThere.isEmpty()) {
        closed.add(topology.face(part.iterator().next()).behind(LOOK_SHARE * thickness));
      } else if (!isOutside(slab, whole, part)) {
        throw sticksOut(piece, open);
      }
    }
    if (closed.isEmpty()) {
      throw sticksOut(piece, open);
    }
    cutOff = true;
    return parts(slab, closed).orElseThrow(() -> sticksOut(piece, open));
  }

  /** Whether all of it that lies along the line reaches up to where the slab ends. */
  private static boolean isOutside(NamedShape slab, Derived whole, Set<Integer> part) {
    Set<Integer> tops = ofRole(slab, whole, part, "top");
    Set<Integer> tips = ofRole(slab, whole, part, TIP_START);
    tips.addAll(ofRole(slab, whole, part, TIP_END));
    Topology topology = whole.shape().topology();
    return topology.pieces(tops).stream()
        .allMatch(
            patch -> patch.stream().anyMatch(f -> !Collections.disjoint(topology.beside(f), tips)));
  }

  private static Set<Integer> ofRole(
      NamedShape slab, Derived whole, Set<Integer> part, String role) {
    return originsOf(whole, part).stream()
        .filter(o -> isOfSlab(o) && slab.faceName(o.source()).role().equals(role))
        .map(Derived.Origin::face)
        .collect(Collectors.toCollection(TreeSet::new));
  }

  private static boolean isOfSlab(Derived.Origin o) {
    return o.kind() == OriginKind.FACE_KEPT || o.kind() == OriginKind.FACE_MODIFIED;
  }

  private static List<Derived.Origin> originsOf(Derived whole, Set<Integer> faces) {
    return whole.origins().stream().filter(o -> faces.contains(o.face())).toList();
  }

  private StepFailed sticksOut(RibPiece piece, Set<String> open) {
    return failed(piece, "it would stick out of the part: " + String.join(", and ", open));
  }

  private Vec3 place(RibPiece piece, double share) {
    var at = piece.curve().at(share);
    return sketch.frame().at(at.x(), at.y());
  }

  /** Where a rib meets no wall, in words. */
  private static Set<String> openEnds(
      NamedShape slab, List<Derived.Origin> origins, RibPiece piece) {
    Set<String> out = new TreeSet<>();
    for (Derived.Origin o : origins) {
      if (!isOfSlab(o)) {
        continue;
      }
      String role = slab.faceName(o.source()).role();
      if (role.equals("foot")) {
        out.add("there is nothing below it everywhere");
      } else if ((role.equals(TIP_START) && piece.start() instanceof RibEnd.AtWall)
          || (role.equals(TIP_END) && piece.end() instanceof RibEnd.AtWall)) {
        out.add(NO_WALL);
      }
    }
    return out;
  }

  private StepFailed failed(RibPiece piece, String why) {
    return new StepFailed(
        new Failure(WHAT, why, List.of("curve " + piece.name()), place(piece, 0.5), null));
  }
}
