package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.FacePolygon;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.Overhang;
import org.ankerdraft.core.sheet.Skins;
import org.ankerdraft.core.step.strip.StripSeat.End;
import org.ankerdraft.core.step.strip.StripSeat.Mitre;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Finds where the strips of a step sit: its edges, and what stands at their ends. */
final class Seats {
  private final BuildContext context;
  private final Seat seat;
  private final String what;
  private final SheetNumbers numbers;
  private final Skins skins;
  private final double gap;
  private final double reachMm;
  private final NamedShape input;
  private final List<Overhanging> overhanging = new ArrayList<>();

  /**
   * @param reachMm how far the strips reach from their edges in the flat
   */
  Seats(
      BuildContext context,
      Seat seat,
      String what,
      Skins skins,
      double gap,
      double reachMm,
      NamedShape input) {
    this.context = context;
    this.seat = seat;
    this.what = what;
    this.numbers = new SheetNumbers(context, what);
    this.skins = skins;
    this.gap = gap;
    this.reachMm = reachMm;
    this.input = input;
  }

  List<StripSeat> find() throws StepFailed, ExpressionException, Choosing.Adrift {
    Set<Integer> chosen = context.choosing(input).edges(seat.edges());
    if (chosen.isEmpty()) {
      throw StepFailed.waits(what, "no edge is chosen; it needs a straight edge of a wall");
    }
    double start = numbers.length("the offset at the start", seat.startOffset(), 0);
    double end = numbers.length("the offset at the end", seat.endOffset(), 0);
    List<StripSeat> bare = new ArrayList<>();
    for (int e : chosen) {
      bare.add(bareSeat(e));
    }
    List<StripSeat> out = new ArrayList<>();
    for (StripSeat s : bare) {
      Topology.Edge edge = input.topology().edge(s.edge());
      boolean forward = edge.start().distance(s.origin()) < context.tolerance.lengthMm();
      int first = forward ? edge.startVertex() : edge.endVertex();
      int last = forward ? edge.endVertex() : edge.startVertex();
      StripSeat strip =
          new StripSeat(
              s.edge(),
              s.origin(),
              s.along(),
              s.out(),
              s.up(),
              s.lengthMm(),
              end(s, first, false, start, bare),
              end(s, last, true, end, bare));
      if (!(strip.toMm() - strip.fromMm() > context.tolerance.lengthMm())) {
        throw failedAt(
            s.edge(),
            "the offsets leave nothing of the edge, which is " + Words.mm(s.lengthMm()) + " long");
      }
      out.add(strip);
    }
    return out;
  }

  private StepFailed failedAt(int e, String why) {
    return new StepFailed(
        new Failure(
            what,
            why,
            List.of(input.edgeName(e).toString()),
            input.topology().edge(e).mid(),
            null));
  }

  /** The seat as if nothing stood at its ends. */
  private StripSeat bareSeat(int e) throws StepFailed {
    Topology.Edge edge = input.topology().edge(e);
    if (edge.kind() != Topology.CurveKind.LINE) {
      throw failedAt(e, "the edge is curved; a bend needs a straight edge");
    }
    int skin = edge.faces().stream().filter(f -> !skins.rims().contains(f)).findFirst().orElse(0);
    int rim = edge.faces().stream().filter(skins.rims()::contains).findFirst().orElse(0);
    if (skin == 0
        || rim == 0
        || input.topology().face(skin).kind() != Topology.SurfaceKind.PLANE
        || input.topology().face(rim).kind() != Topology.SurfaceKind.PLANE) {
      throw failedAt(e, "the edge is not one along which a plane wall ends; choose such an edge");
    }
    Vec3 up = input.topology().face(skin).normal();
    Vec3 out = input.topology().face(rim).normal();
    if (Math.abs(up.dot(out)) > context.tolerance.relative()) {
      throw failedAt(e, "the wall is not cut square there");
    }
    Vec3 along = out.cross(up);
    boolean forward = edge.end().minus(edge.start()).dot(along) > 0;
    return new StripSeat(
        e,
        forward ? edge.start() : edge.end(),
        along,
        out,
        up,
        edge.lengthMm(),
        new End(0, null, false),
        new End(0, null, false));
  }

  /**
   * One end of a strip. Where the wall goes on beside the edge, the strip keeps off it by the gap,
   * and the relief beside its bend reaches past the corner into the wall.
   */
  private End end(StripSeat strip, int vertex, boolean atEnd, double offset, List<StripSeat> bare) {
    boolean reentrant = goesOn(strip, vertex);
    double kept = reentrant ? Math.max(offset, gap) : offset;
    for (StripSeat other : bare) {
      if (other.edge() != strip.edge()
          && isAt(other.edge(), vertex)
          && other.up().dot(strip.up()) > 1 - context.tolerance.relative()) {
        Mitre mitre = mitre(input.topology().vertex(vertex), strip, other, atEnd);
        return new End(reentrant ? kept : 0, mitre, reentrant);
      }
    }
    Optional<Earlier> earlier = earlier(strip, vertex, atEnd);
    if (earlier.isEmpty()) {
      return new End(kept, null, reentrant);
    }
    Mitre mitre = mitre(input.topology().vertex(vertex), strip, earlier.get().seat(), atEnd);
    Vec3 beyond = mitre.awayFromStrip().negated();
    Vec3 at = mitre.corner().minus(beyond.times(gap / 2));
    overhanging.add(
        new Overhanging(
            earlier.get().wall(), earlier.get().bend(), new Overhang.Border(at, beyond)));
    return new End(Math.max(offset, gap), mitre, true);
  }

  /**
   * A strip of an earlier step that stands beside a seat.
   *
   * @param wall the face that both are folded from
   * @param bend the face at which the earlier one begins
   * @param seat as if it were of this step, without ends
   */
  record Earlier(int wall, int bend, StripSeat seat) {}

  /** The earlier strip at the inside corner in which an edge ends. */
  private Optional<Earlier> earlier(StripSeat strip, int vertex, boolean atEnd) {
    Topology t = input.topology();
    Vec3 corner = t.vertex(vertex);
    Vec3 own = atEnd ? strip.along().negated() : strip.along();
    int wall =
        t.edge(strip.edge()).faces().stream()
            .filter(f -> !skins.rims().contains(f))
            .findFirst()
            .orElseThrow();
    for (List<Integer> loop : t.face(wall).loops()) {
      for (int e : loop) {
        Topology.Edge line = t.edge(e);
        int bend = line.across(wall);
        if (bend == 0
            || line.bend() != Topology.Bend.SMOOTH
            || line.kind() != Topology.CurveKind.LINE
            || t.face(bend).kind() != Topology.SurfaceKind.CYLINDER) {
          continue;
        }
        boolean startsHere = line.start().distance(corner) < line.end().distance(corner);
        Vec3 near = startsHere ? line.start() : line.end();
        Vec3 along = (startsHere ? line.end() : line.start()).minus(near).unit();
        Vec3 side = along.cross(strip.up());
        boolean isInside = new FacePolygon(t, wall).contains(line.mid().plus(side.times(gap / 8)));
        Vec3 out = isInside ? side.negated() : side;
        boolean isReentrant =
            along.dot(strip.out()) > context.tolerance.relative()
                && out.dot(own) > context.tolerance.relative();
        if (isReentrant
            && isBeside(corner.minus(near), out, t.face(bend).radius() + skins.thicknessMm())
            && near.minus(corner).dot(along) * along.dot(strip.out()) < reachMm) {
          End none = new End(0, null, false);
          return Optional.of(
              new Earlier(
                  wall,
                  bend,
                  new StripSeat(e, near, along, out, strip.up(), line.lengthMm(), none, none)));
        }
      }
    }
    return Optional.empty();
  }

  /** A bend begins at the edge from which it is folded, or short of it by no more than it takes. */
  private boolean isBeside(Vec3 toCorner, Vec3 out, double mostMm) {
    double shortMm = toCorner.dot(out);
    return shortMm > -context.tolerance.lengthMm()
        && shortMm < mostMm + context.tolerance.lengthMm();
  }

  /** The earlier strips that stand at inside corners of the seats that were found. */
  List<Overhanging> overhanging() {
    return List.copyOf(overhanging);
  }

  /** An earlier strip, and the line in the flat beyond which it is in the way. */
  record Overhanging(int wall, int bend, Overhang.Border border) {}

  private boolean isAt(int edge, int vertex) {
    Topology.Edge e = input.topology().edge(edge);
    return e.startVertex() == vertex || e.endVertex() == vertex;
  }

  /** Whether the wall's outline goes on outwards from an end of the edge. */
  private boolean goesOn(StripSeat strip, int vertex) {
    for (int i = 1; i <= input.topology().edges().size(); i++) {
      Topology.Edge e = input.topology().edge(i);
      if (i != strip.edge() && isAt(i, vertex)) {
        Vec3 leaving = e.startVertex() == vertex ? e.tangentStart() : e.tangentEnd().negated();
        if (leaving.dot(strip.out()) > context.tolerance.relative()
            && Math.abs(leaving.dot(strip.up())) < context.tolerance.relative()) {
          return true;
        }
      }
    }
    return false;
  }

  private static Mitre mitre(Vec3 corner, StripSeat strip, StripSeat other, boolean atEnd) {
    Vec3 bisector = strip.out().plus(other.out()).unit();
    Vec3 towards = atEnd ? strip.along() : strip.along().negated();
    Vec3 normal = bisector.cross(strip.up()).unit();
    Vec3 away = normal.dot(towards) > 0 ? normal : normal.negated();
    Vec3 otherAlong = atEnd ? other.along() : other.along().negated();
    return new Mitre(corner, away, bisector.dot(towards) / bisector.dot(strip.out()), otherAlong);
  }
}
