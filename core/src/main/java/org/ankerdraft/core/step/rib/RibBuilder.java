package org.ankerdraft.core.step.rib;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Combiner;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Derived.OriginKind;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Makes each rib as a slab that reaches through the walls, and keeps what lies between them along
 * its line.
 */
final class RibBuilder {
  private static final String WHAT = "rib";
  private static final int SAMPLES = 64;

  /** Of the thickness: so deep under its upper edge a rib is looked for. */
  private static final double LOOK_SHARE = 0.01;

  private final BuildContext context;
  private final Rib step;
  private ResolvedSketch sketch;
  private Body body;
  private Vec3 down;
  private double thickness;
  private double draft;
  private double reach;

  /** From the sketch plane to below the body. */
  private double depth;

  RibBuilder(BuildContext context, Rib step) {
    this.context = context;
    this.step = step;
  }

  /**
   * A straight piece of a rib's line.
   *
   * @param before direction of the piece from which it goes on; null at an end of the line
   * @param after direction of the piece that goes on from it
   * @param isStartFree whether nothing of the sketch stands at its start: the wall must be there
   */
  private record Piece(
      String name,
      Vec3 from,
      Vec3 to,
      Vec3 before,
      Vec3 after,
      boolean isStartFree,
      boolean isEndFree) {
    Vec3 along() {
      return to.minus(from).unit();
    }
  }

  StepBuild build() throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    sketch = context.sketch(WHAT, step.sketch());
    body = context.body(WHAT, step.body());
    thickness = context.positiveMm(WHAT, "the thickness", step.thickness());
    draft = step.draft() == null ? 0 : context.values.angleRad(step.draft());
    if (Math.abs(draft) >= Math.PI / 4) {
      throw new StepFailed(WHAT, "a draft of " + Words.deg(draft) + " is not under 45 deg");
    }
    Vec3 normal = sketch.frame().normal();
    down = step.alongNormal() ? normal : normal.negated();
    Shape.Mass mass = body.named().shape().mass();
    reach = mass.diagonalMm() + mass.centroid().distance(sketch.frame().origin());
    depth = depthMm(mass);
    List<NamedShape> ribs = new ArrayList<>();
    for (Piece piece : pieces()) {
      ribs.add(betweenWalls(piece));
    }
    NamedShape result =
        Combiner.combineAll(context, WHAT, Combination.UNITE, body.named(), ribs, step.id());
    return StepBuild.of(
        Words.count(ribs.size(), "rib") + ", wall to wall", new Body(body.name(), result));
  }

  private double depthMm(Shape.Mass mass) throws StepFailed {
    double deepest = mass.reach(sketch.frame().origin(), down);
    if (!(deepest > context.tolerance.lengthMm())) {
      throw new StepFailed(
          WHAT, "the body lies behind its sketch: turn its direction round, or move the sketch");
    }
    return deepest + thickness;
  }

  private List<Piece> pieces() throws StepFailed {
    List<List<ProfileCurve>> chains = sketch.chains();
    if (chains.isEmpty()) {
      throw new StepFailed(
          WHAT, "sketch " + step.sketch() + " has no open line; ribs follow open lines");
    }
    List<Piece> out = new ArrayList<>();
    for (List<ProfileCurve> chain : chains) {
      for (int i = 0; i < chain.size(); i++) {
        ProfileCurve.Line line = line(chain.get(i));
        Vec3 before = i == 0 ? null : way(chain.get(i - 1));
        Vec3 after = i == chain.size() - 1 ? null : way(chain.get(i + 1));
        out.add(
            new Piece(
                sketch.nameByTag().get(line.tag()),
                line.start(),
                line.end(),
                before,
                after,
                before == null && !isOnAnother(line.start(), chain),
                after == null && !isOnAnother(line.end(), chain)));
      }
    }
    return out;
  }

  private ProfileCurve.Line line(ProfileCurve curve) throws StepFailed {
    if (curve instanceof ProfileCurve.Line line) {
      return line;
    }
    throw new StepFailed(
        WHAT,
        "curve "
            + sketch.nameByTag().getOrDefault(curve.tag(), "?")
            + " is not straight; ribs follow straight lines");
  }

  private Vec3 way(ProfileCurve curve) throws StepFailed {
    ProfileCurve.Line line = line(curve);
    return line.end().minus(line.start()).unit();
  }

  /**
   * How far the slab goes beyond an end of its line: through the wall at a free end, past the outer
   * corner of a bend, where it is cut off, else half a thickness.
   */
  private double beyond(Piece piece, Vec3 neighbour, boolean isFree) {
    if (isFree) {
      return reach;
    }
    return neighbour == null
        ? thickness / 2
        : (thickness + depth * Math.max(0, Math.tan(draft)))
            * Math.tan(neighbour.angleTo(piece.along()) / 2);
  }

  private boolean isOnAnother(Vec3 point, List<ProfileCurve> own) throws StepFailed {
    for (List<ProfileCurve> chain : sketch.chains()) {
      for (ProfileCurve c : chain.equals(own) ? List.<ProfileCurve>of() : chain) {
        ProfileCurve.Line l = line(c);
        Vec3 way = l.end().minus(l.start());
        double share = Math.clamp(point.minus(l.start()).dot(way) / way.dot(way), 0, 1);
        if (l.start().plus(way.times(share)).distance(point) < context.tolerance.lengthMm()) {
          return true;
        }
      }
    }
    return false;
  }

  /** The slab of a piece: its cross-section, drawn along the line. */
  private NamedShape slab(Piece piece) throws StepFailed, Ladder.Stopped {
    Vec3 along = piece.along();
    double before = beyond(piece, piece.before, piece.isStartFree);
    double after = beyond(piece, piece.after, piece.isEndFree);
    Vec3 side = down.cross(along).unit();
    double top = thickness / 2;
    double foot = top + depth * Math.tan(draft);
    if (foot <= 0) {
      throw new StepFailed(
          WHAT,
          "with a draft of " + Words.deg(draft) + " it comes to a point before it meets the body");
    }
    Frame frame = new Frame(piece.from.minus(along.times(before)), side, down);
    List<Xy> corners =
        List.of(new Xy(top, 0), new Xy(foot, depth), new Xy(-foot, depth), new Xy(-top, 0));
    ProfileCurve.Region region = Prisms.polygon(frame, corners);
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    String[] roles = {"right", "foot", "left", "top"};
    for (int i = 0; i < roles.length; i++) {
      names.put(i + 1, FaceName.ofPart(step.id(), roles[i], piece.name));
    }
    double length = piece.from.distance(piece.to) + before + after;
    NamedShape slab =
        Prisms.prism(
            context,
            WHAT,
            List.of(region),
            frame.plane(),
            Vec3.ZERO,
            along.times(length),
            new Prisms.Births(
                names,
                FaceName.ofPart(step.id(), "tip-start", piece.name),
                FaceName.ofPart(step.id(), "tip-end", piece.name),
                FaceName.of(step.id(), "face")));
    return cutAtBends(slab, piece);
  }

  /** Where the line bends, both slabs end in the plane that halves the bend. */
  private NamedShape cutAtBends(NamedShape slab, Piece piece) throws StepFailed, Ladder.Stopped {
    List<Plane> planes = new ArrayList<>();
    if (piece.before != null) {
      planes.add(new Plane(piece.from, piece.along().plus(piece.before).unit().negated()));
    }
    if (piece.after != null) {
      planes.add(new Plane(piece.to, piece.along().plus(piece.after).unit()));
    }
    if (planes.isEmpty()) {
      return slab;
    }
    Outcome<Derived> cut = context.kernel.cutByPlanes(slab.shape(), planes, context.budget());
    if (cut instanceof Outcome.Failed<Derived>(var failure)) {
      throw new StepFailed(BuildContext.failure(WHAT, Ladder.stopIfNeeded(failure), slab));
    }
    return Naming.name(cut.orThrow(), List.of(slab), births("bend", piece));
  }

  private Naming.Births births(String cutRole, Piece piece) {
    return Naming.Births.ofCut(
        FaceName.ofPart(step.id(), cutRole, piece.name), FaceName.of(step.id(), "face"));
  }

  private NamedShape betweenWalls(Piece piece) throws StepFailed, Ladder.Stopped {
    NamedShape slab = slab(piece);
    List<Vec3> looked = new ArrayList<>();
    for (int i = 0; i < SAMPLES; i++) {
      Vec3 at = piece.from.plus(piece.to.minus(piece.from).times((i + 0.5) / SAMPLES));
      looked.add(at.plus(down.times(LOOK_SHARE * thickness)));
    }
    Outcome<Derived> parts =
        context.kernel.partsAt(
            slab.shape(), new Divider.Body(body.named().shape(), false), looked, context.budget());
    if (parts instanceof Outcome.Failed<Derived>(var failure)) {
      Ladder.stopIfNeeded(failure);
      throw failed(piece, "its line lies wholly within the body");
    }
    Derived derived = parts.orThrow();
    Set<String> open = openEnds(slab, derived, piece);
    if (!open.isEmpty()) {
      throw failed(piece, "it would stick out of the part: " + String.join(", and ", open));
    }
    return Naming.name(derived, List.of(slab), births("seat", piece));
  }

  /** Where a rib meets no wall, in words. */
  private Set<String> openEnds(NamedShape slab, Derived derived, Piece piece) {
    Set<String> out = new TreeSet<>();
    for (Derived.Origin o : derived.origins()) {
      if (o.kind() != OriginKind.FACE_KEPT && o.kind() != OriginKind.FACE_MODIFIED) {
        continue;
      }
      String role = slab.faceName(o.source()).role();
      if (role.equals("foot")) {
        out.add("there is nothing below it everywhere");
      } else if ((role.equals("tip-start") && piece.isStartFree)
          || (role.equals("tip-end") && piece.isEndFree)) {
        out.add("no wall closes it all the way up beyond an end of its line");
      }
    }
    return out;
  }

  private StepFailed failed(Piece piece, String why) {
    return new StepFailed(
        new Failure(
            WHAT, why, List.of("curve " + piece.name), piece.from.plus(piece.to).times(0.5), null));
  }
}
