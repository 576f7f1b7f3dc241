package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.DoubleSummaryStatistics;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.DoubleStream;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel.Combination;
import org.ankerdraft.kernel.GeometryKernel.LoftGoing;
import org.ankerdraft.kernel.GeometryKernel.LoftSection;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * Rounded corners of an upright body that close up when its walls are tilted: each becomes a cone
 * up to its tip and a sharp edge from there. The corners are made sharp, the walls tilted, and the
 * pieces between corner and cone are taken off, or put in where the corners are those of an
 * opening.
 */
final class ClosingCorners {
  private static final int ROUND = 1;
  private static final int SHARP = 2;

  private final BuildContext context;
  private final NamedShape input;
  private final Plane neutral;
  private final Map<Integer, Double> angles;
  private final Map<Integer, Corner> corners = new LinkedHashMap<>();

  /**
   * A corner where the round wall begins.
   *
   * @param from where its round begins
   * @param mid of the round
   * @param to where it ends
   * @param sharp where the straight walls meet without it
   * @param tip of the cone
   * @param isOfOpening whether the material lies outside the round
   */
  private record Corner(
      Plane plane, Vec3 from, Vec3 mid, Vec3 to, Vec3 sharp, Vec3 tip, boolean isOfOpening) {}

  /**
   * @param angles to the neutral plane's normal by face
   */
  ClosingCorners(
      BuildContext context, NamedShape input, Plane neutral, Map<Integer, Double> angles) {
    this.context = context;
    this.input = input;
    this.neutral = neutral;
    this.angles = angles;
    angles.forEach((face, angle) -> corner(face, angle).ifPresent(c -> corners.put(face, c)));
  }

  /**
   * @param tilt of the body with sharp corners; it is told which faces of the input are gone
   */
  Outcome<NamedShape> tilted(
      Naming.Births births, BiFunction<NamedShape, Set<Integer>, Outcome<NamedShape>> tilt) {
    if (corners.isEmpty()) {
      return Outcome.failed(Outcome.Cause.REFUSED, "no rounded corner closes up");
    }
    return context
        .kernel
        .defeature(input.shape(), List.copyOf(corners.keySet()), context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births))
        .then(bare -> tilt.apply(bare, corners.keySet()))
        .then(tilted -> combined(tilted, Combination.SUBTRACT, false, births))
        .then(tilted -> combined(tilted, Combination.UNITE, true, births));
  }

  /** The corner at a round wall, if the wall is upright, touches straight ones and closes up. */
  private Optional<Corner> corner(int face, double angleRad) {
    Topology.Face wall = input.topology().face(face);
    Vec3 axis = neutral.normal();
    DoubleSummaryStatistics heights = heightsMm(wall);
    double narrowing = Math.tan(wall.concave() ? -angleRad : angleRad);
    double radius = wall.radius() - heights.getMin() * narrowing;
    List<Topology.Edge> sides = sides(face, wall, angleRad);
    boolean closes =
        wall.kind() == Topology.SurfaceKind.CYLINDER
            && narrowing > 0
            && wall.radius() - heights.getMax() * narrowing <= context.tolerance.lengthMm()
            && radius > context.tolerance.lengthMm()
            && wall.direction().cross(axis).length() <= context.tolerance.angleRad()
            && sides.size() == 2;
    if (!closes) {
      return Optional.empty();
    }
    Plane plane = new Plane(neutral.origin().plus(axis.times(heights.getMin())), axis);
    Vec3 centre = foot(wall.origin(), plane);
    Vec3 out = foot(sides.get(0).mid(), plane).minus(centre).unit();
    Vec3 other = foot(sides.get(1).mid(), plane).minus(centre).unit();
    Vec3 middle = out.plus(other);
    if (middle.dot(wall.point().minus(centre)) <= context.tolerance.lengthMm()) {
      return Optional.empty();
    }
    Vec3 across = middle.unit();
    return Optional.of(
        new Corner(
            plane,
            centre.plus(out.times(radius)),
            centre.plus(across.times(radius)),
            centre.plus(other.times(radius)),
            centre.plus(across.times(radius / across.dot(out))),
            centre.plus(axis.times(radius / narrowing)),
            wall.concave()));
  }

  /** The edges at which a round wall runs into straight ones of its angle. */
  private List<Topology.Edge> sides(int face, Topology.Face wall, double angleRad) {
    return wall.loops().stream()
        .flatMap(List::stream)
        .map(input.topology()::edge)
        .filter(edge -> {
          int beside = edge.across(face);
          return edge.bend() == Topology.Bend.SMOOTH
              && beside != 0
              && Double.valueOf(angleRad).equals(angles.get(beside))
              && input.topology().face(beside).kind() == Topology.SurfaceKind.PLANE;
        })
        .toList();
  }

  /** From where to where a wall goes over the neutral plane. */
  private DoubleSummaryStatistics heightsMm(Topology.Face wall) {
    return wall.loops().stream()
        .flatMap(List::stream)
        .map(input.topology()::edge)
        .flatMapToDouble(e ->
            DoubleStream.of(neutral.signedDistance(e.start()), neutral.signedDistance(e.end())))
        .summaryStatistics();
  }

  private static Vec3 foot(Vec3 p, Plane plane) {
    return p.minus(plane.normal().times(plane.signedDistance(p)));
  }

  private Outcome<NamedShape> combined(
      NamedShape tilted, Combination how, boolean isOfOpening, Naming.Births births) {
    List<NamedShape> parts = new ArrayList<>(List.of(tilted));
    for (Map.Entry<Integer, Corner> corner : corners.entrySet()) {
      if (corner.getValue().isOfOpening == isOfOpening) {
        switch (piece(corner.getValue())) {
          case Outcome.Failed<Derived>(var failure) -> {
            return new Outcome.Failed<>(failure);
          }
          case Outcome.Done<Derived>(Derived d) ->
              parts.add(
                  Naming.name(d, List.of(), births(corner.getKey(), corner.getValue(), births)));
        }
      }
    }
    List<NamedShape> pieces = parts.subList(1, parts.size());
    return pieces.isEmpty()
        ? new Outcome.Done<>(tilted)
        : context
            .kernel
            .combine(
                how,
                tilted.shape(),
                pieces.stream().map(NamedShape::shape).toList(),
                how == Combination.UNITE,
                context.shortBudget())
            .map(d -> Naming.name(d, parts, births));
  }

  /** What lies between a corner and its cone. */
  private Outcome<Derived> piece(Corner corner) {
    List<ProfileCurve> foot =
        List.of(
            new ProfileCurve.Line(SHARP, corner.from, corner.sharp),
            new ProfileCurve.Line(SHARP, corner.sharp, corner.to),
            new ProfileCurve.Arc(ROUND, corner.to, corner.mid, corner.from));
    return context.kernel.loft(
        List.of(new LoftSection.Contour(foot, corner.plane), new LoftSection.Point(corner.tip)),
        LoftGoing.STRAIGHT,
        context.shortBudget());
  }

  /** The cone has the name of the round wall, its foot that of the face on which it stands. */
  private Naming.Births births(int wall, Corner corner, Naming.Births births) {
    FaceName other = births.unknown();
    return new Prisms.Births(
        Map.of(ROUND, input.faceName(wall)),
        standing(wall, corner.plane).orElse(other),
        other,
        other);
  }

  private Optional<FaceName> standing(int wall, Plane plane) {
    Set<Integer> beside = new LinkedHashSet<>();
    for (List<Integer> loop : input.topology().face(wall).loops()) {
      for (int number : loop) {
        Topology.Edge edge = input.topology().edge(number);
        if (Math.abs(plane.signedDistance(edge.mid())) <= context.tolerance.lengthMm()) {
          beside.add(edge.across(wall));
        }
      }
    }
    return beside.stream().filter(f -> f != 0).findFirst().map(input::faceName);
  }
}
