package org.ankerdraft.core.step.shift;

import static java.util.Comparator.comparingDouble;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Divider;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.Join;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Moves a plane face of a body by the piece of it around that face: the library's offset looks at
 * every face of what it is given, so that it is given few.
 *
 * @param face number of a plane face
 * @param distance outwards
 */
record LocalShift(
    BuildContext context, NamedShape named, int face, double distance, Naming.Births births) {
  /** Of the body's diagonal: so far the piece goes beyond the face on all sides. */
  private static final double MARGIN_SHARE = 0.01;

  /** So much wider a face may become for each millimetre by which it moves. */
  private static final double SPREAD = 3;

  /** Alone, by the piece of the body around it. */
  Outcome<NamedShape> moved() {
    return box().then(this::pieceWithin).then(this::changedBy);
  }

  /**
   * The faces in its plane that look the same way, itself among them, if a cut moves just these:
   * inwards, and nothing of the body lies beyond.
   *
   * @return empty if a cut is not to be made
   */
  Set<Integer> cutWith() {
    if (distance >= 0 || !isOutermost()) {
      return Set.of();
    }
    Topology.Face own = named.topology().face(face);
    Plane plane = new Plane(own.point(), own.normal());
    Set<Integer> level = new TreeSet<>();
    for (int f = 1; f <= named.faceNames().size(); f++) {
      Topology.Face other = named.topology().face(f);
      boolean isLevel =
          other.kind() == Topology.SurfaceKind.PLANE
              && other.normal().angleTo(own.normal()) < context.tolerance.angleRad()
              && Math.abs(plane.signedDistance(other.point())) < context.tolerance.lengthMm();
      if (isLevel) {
        level.add(f);
      }
    }
    return level;
  }

  /** Whether no edge of the body lies beyond the face's plane. */
  private boolean isOutermost() {
    Topology.Face f = named.topology().face(face);
    Plane plane = new Plane(f.point(), f.normal());
    return named.topology().edges().stream()
        .flatMap(e -> Stream.of(e.start(), e.mid(), e.end()))
        .allMatch(at -> plane.signedDistance(at) < context.tolerance.lengthMm());
  }

  /**
   * Into the body past nothing but its own neighbours: the plane cuts these off.
   *
   * @param level the faces of {@link #cutWith}, whose names the new ones get
   */
  Outcome<NamedShape> cutOff(Set<Integer> level) {
    Topology.Face f = named.topology().face(face);
    Plane moved = new Plane(f.point().plus(f.normal().times(distance)), f.normal());
    FaceName unnamed = births.unknown();
    return context
        .kernel
        .cutByPlanes(named.shape(), List.of(moved), context.budget())
        .map(d -> Naming.name(d, List.of(named), Naming.Births.ofCut(unnamed, unnamed)))
        .map(cut -> asBefore(cut, unnamed, level));
  }

  /** Each new face takes the name of that one of the faces before to which it lies nearest. */
  private NamedShape asBefore(NamedShape cut, FaceName unnamed, Set<Integer> level) {
    Comparator<Integer> byName = Comparator.comparing(named::faceName);
    List<FaceName> names = new ArrayList<>(cut.faceNames());
    for (int i = 0; i < names.size(); i++) {
      if (names.get(i).bare().equals(unnamed.bare())) {
        Vec3 at = cut.topology().face(i + 1).point();
        ToDoubleFunction<Integer> off = old -> named.topology().face(old).point().distance(at);
        int nearest = level.stream().min(comparingDouble(off).thenComparing(byName)).orElseThrow();
        names.set(i, named.faceName(nearest));
      }
    }
    return new NamedShape(cut.shape(), names);
  }

  private double margin() {
    return MARGIN_SHARE * named.shape().mass().diagonalMm();
  }

  /** Round the face, as deep and as high as it moves. */
  private Outcome<Shape> box() {
    Topology.Face f = named.topology().face(face);
    Frame frame = Frame.on(new Plane(f.point(), f.normal()), context.tolerance.angleRad());
    double left = Double.POSITIVE_INFINITY;
    double low = Double.POSITIVE_INFINITY;
    double right = Double.NEGATIVE_INFINITY;
    double high = Double.NEGATIVE_INFINITY;
    for (int number : f.loops().getFirst()) {
      Topology.Edge edge = named.topology().edge(number);
      boolean isLine = edge.kind() == Topology.CurveKind.LINE;
      double beyond = margin() + SPREAD * Math.abs(distance) + (isLine ? 0 : edge.lengthMm() / 2);
      for (Vec3 end : List.of(edge.start(), edge.mid(), edge.end())) {
        Xy at = frame.flat(end);
        left = Math.min(left, at.x() - beyond);
        right = Math.max(right, at.x() + beyond);
        low = Math.min(low, at.y() - beyond);
        high = Math.max(high, at.y() + beyond);
      }
    }
    List<Xy> corners =
        List.of(new Xy(left, low), new Xy(right, low), new Xy(right, high), new Xy(left, high));
    double down = margin() + Math.max(0, -distance);
    double up = margin() + Math.max(0, distance);
    return context
        .kernel
        .extrude(
            List.of(Prisms.polygon(frame, corners)),
            frame.plane(),
            f.normal().times(-down),
            f.normal().times(down + up),
            context.budget())
        .map(Derived::shape);
  }

  private Outcome<NamedShape> pieceWithin(Shape box) {
    return context
        .kernel
        .divide(named.shape(), new Divider.Body(box, true), Set.of(face), true, context.budget())
        .map(d -> Naming.name(d, List.of(named), births));
  }

  private Outcome<NamedShape> changedBy(NamedShape piece) {
    int own = piece.face(named.faceName(face));
    if (own == 0) {
      return Outcome.failed(Outcome.Cause.REFUSED, "the face is not whole there");
    }
    Outcome<NamedShape> shifted =
        context
            .kernel
            .offset(piece.shape(), 0, Map.of(own, distance), Join.INTERSECTION, context.budget())
            .map(d -> Naming.name(d, List.of(piece), births));
    return distance > 0
        ? shifted.then(grown -> combined(Combination.UNITE, named, grown))
        : shifted.then(shrunk -> inPlaceOf(piece, shrunk));
  }

  private Outcome<NamedShape> inPlaceOf(NamedShape piece, NamedShape shrunk) {
    double whole = named.shape().mass().volumeMm3();
    boolean isAll = piece.shape().mass().volumeMm3() > whole * (1 - context.tolerance.relative());
    return isAll
        ? Outcome.done(shrunk)
        : combined(Combination.SUBTRACT, named, piece)
            .then(rest -> combined(Combination.UNITE, rest, shrunk));
  }

  private Outcome<NamedShape> combined(Combination how, NamedShape target, NamedShape tool) {
    List<NamedShape> sources = new ArrayList<>(List.of(target, tool));
    return context
        .kernel
        .combine(how, target.shape(), List.of(tool.shape()), true, context.budget())
        .map(d -> Naming.name(d, sources, births));
  }
}
