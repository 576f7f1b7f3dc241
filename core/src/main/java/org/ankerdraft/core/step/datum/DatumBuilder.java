package org.ankerdraft.core.step.datum;

import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Point;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.SketchResolver;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.ankerdraft.vectors.Axis;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** Finds datums, and draws what is seen of them. */
final class DatumBuilder {
  private static final String PLANE = "datum plane";
  private static final String AXIS = "datum axis";
  private static final double USUAL_SIZE_MM = 60;

  private final BuildContext context;

  DatumBuilder(BuildContext context) {
    this.context = context;
  }

  StepBuild plane(DatumPlane step)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift {
    double half = sizeMm(PLANE, step.size()) / 2;
    List<SketchCurve> square = new ArrayList<>();
    double[][] corners = {{-half, -half}, {half, -half}, {half, half}, {-half, half}};
    for (int i = 0; i < corners.length; i++) {
      square.add(line("side" + (i + 1), corners[i], corners[(i + 1) % corners.length]));
    }
    return seen(square, frame(step));
  }

  StepBuild axis(DatumAxis step)
      throws StepFailed, ExpressionException, SketchProblem, Choosing.Adrift {
    Axis axis =
        switch (step.way()) {
          case OF_FACE -> context.axis(AXIS, step.of(), null);
          case TWO_PLANES ->
              meeting(
                  context.frame(AXIS, step.from()).plane(), context.frame(AXIS, step.to()).plane());
          case TWO_POINTS -> {
            List<Vec3> p = points(AXIS, step.points(), 2);
            yield new Axis(p.get(0), p.get(1).minus(p.get(0)).unit());
          }
        };
    Vec3 d = axis.direction();
    Vec3 beside = Math.abs(d.z()) > Math.abs(d.x()) ? Vec3.X : Vec3.Z;
    Vec3 y = d.cross(beside).unit();
    double half = sizeMm(AXIS, step.size()) / 2;
    return seen(
        List.of(line(DatumAxis.LINE, new double[] {-half, 0}, new double[] {half, 0})),
        new Frame(axis.point(), d, y));
  }

  private StepBuild seen(List<SketchCurve> lines, Frame frame)
      throws ExpressionException, SketchProblem {
    return new StepBuild(
        "",
        List.of(),
        SketchResolver.resolve(lines, List.of(), frame, context.values, context.tolerance));
  }

  private static SketchCurve line(String name, double[] from, double[] to) {
    return new SketchCurve.Line(name, point(from), point(to), true);
  }

  private static Point2 point(double[] at) {
    return new Point2(Expr.of(at[0]), Expr.of(at[1]));
  }

  private double sizeMm(String what, Expr size) throws StepFailed, ExpressionException {
    return size == null ? USUAL_SIZE_MM : context.positiveMm(what, "the size", size);
  }

  private Frame frame(DatumPlane step) throws StepFailed, ExpressionException, Choosing.Adrift {
    return switch (step.way()) {
      case OFFSET -> context.frame(PLANE, step.from());
      case AT_ANGLE -> on(turned(step));
      case THROUGH_POINT ->
          on(
              new Plane(
                  points(PLANE, step.points(), 1).getFirst(),
                  context.frame(PLANE, step.from()).normal()));
      case MIDWAY ->
          on(
              midway(
                  context.frame(PLANE, step.from()).plane(),
                  context.frame(PLANE, step.to()).plane()));
      case TANGENT -> on(touching(step));
      case THREE_POINTS -> {
        List<Vec3> p = points(PLANE, step.points(), 3);
        Vec3 normal = p.get(1).minus(p.get(0)).cross(p.get(2).minus(p.get(0)));
        if (normal.length() < context.tolerance.lengthMm() * p.get(1).minus(p.get(0)).length()) {
          throw new StepFailed(PLANE, "the three points lie on one line");
        }
        yield on(new Plane(p.get(0), normal.unit()));
      }
    };
  }

  private Frame on(Plane plane) {
    return Frame.on(plane, context.tolerance.angleRad());
  }

  private double angleRad(Expr angle) throws ExpressionException {
    return angle == null ? 0 : context.values.angleRad(angle);
  }

  private Plane turned(DatumPlane step) throws StepFailed, ExpressionException, Choosing.Adrift {
    Vec3 n = context.frame(PLANE, step.from()).normal();
    Axis axis = context.axis(PLANE, step.about(), null);
    double off = Math.asin(Math.min(1, Math.abs(axis.direction().dot(n))));
    if (off > context.tolerance.angleRad()) {
      throw new StepFailed(
          PLANE,
          "the axis is not parallel to the plane from which the angle is measured, but "
              + Words.deg(off)
              + " to it");
    }
    double angle = angleRad(step.angle());
    return new Plane(axis.point(), turn(n, axis.direction(), angle));
  }

  /** A direction square to an axis, turned about it counter-clockwise. */
  private static Vec3 turn(Vec3 v, Vec3 axis, double angle) {
    return v.times(Math.cos(angle)).plus(axis.cross(v).times(Math.sin(angle))).unit();
  }

  /** Equally far from both; where they look at each other, between their fronts. */
  private Plane midway(Plane one, Plane other) throws StepFailed {
    double c = one.origin().dot(one.normal());
    double d = other.origin().dot(other.normal());
    boolean facing = one.normal().dot(other.normal()) < 0;
    Vec3 sum = facing ? one.normal().minus(other.normal()) : one.normal().plus(other.normal());
    double at = facing ? c - d : c + d;
    double size = sum.length();
    return new Plane(sum.times(at / (size * size)), sum.unit());
  }

  private Plane touching(DatumPlane step) throws StepFailed, ExpressionException, Choosing.Adrift {
    if (step.face() == null) {
      throw StepFailed.waits(PLANE, "it needs the round face that it touches");
    }
    NamedShape named = context.anyBody(PLANE, step.body()).named();
    int number = context.oneFace(PLANE, named, step.face());
    Topology.Face face = named.topology().face(number);
    if (face.kind() != SurfaceKind.CYLINDER && face.kind() != SurfaceKind.CONE) {
      throw new StepFailed(
          PLANE,
          "face "
              + named.faceName(number)
              + " is neither a cylinder nor a cone ("
              + Words.kind(face.kind())
              + ")");
    }
    Vec3 axis = face.direction();
    Vec3 from = context.frame(PLANE, step.from()).normal();
    Vec3 out = from.minus(axis.times(from.dot(axis)));
    if (out.length() < context.tolerance.angleRad()) {
      throw new StepFailed(
          PLANE, "the plane it starts from stands square to the axis of the face: choose another");
    }
    Vec3 side = turn(out.unit(), axis, angleRad(step.angle()));
    double lean = face.kind() == SurfaceKind.CONE ? face.second() : 0;
    Vec3 normal = side.times(Math.cos(lean)).minus(axis.times(Math.sin(lean)));
    return new Plane(face.origin().plus(side.times(face.radius())), normal);
  }

  /** The line in which two planes meet. */
  private Axis meeting(Plane one, Plane other) throws StepFailed {
    Vec3 way = one.normal().cross(other.normal());
    if (way.length() < context.tolerance.angleRad()) {
      throw new StepFailed(AXIS, "the planes are parallel: they do not meet");
    }
    double c = one.origin().dot(one.normal());
    double d = other.origin().dot(other.normal());
    double square = way.dot(way);
    Vec3 point =
        other.normal().cross(way).times(c).plus(way.cross(one.normal()).times(d)).times(1 / square);
    return new Axis(point, way.unit());
  }

  private List<Vec3> points(String what, List<Point> given, int wanted)
      throws StepFailed, ExpressionException {
    if (given.size() != wanted) {
      throw given.isEmpty()
          ? StepFailed.waits(what, "it needs " + counted(wanted))
          : new StepFailed(what, "it needs " + counted(wanted) + ", not " + given.size());
    }
    List<Vec3> out = new ArrayList<>();
    for (Point p : given) {
      Vec3 at = p.at(context.values);
      if (out.stream().anyMatch(o -> o.distance(at) < context.tolerance.lengthMm())) {
        throw new StepFailed(what, "two of the points lie at one place");
      }
      out.add(at);
    }
    return out;
  }

  private static String counted(int points) {
    return points == 1 ? "a point" : points + " points";
  }
}
