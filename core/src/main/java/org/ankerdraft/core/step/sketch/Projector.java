package org.ankerdraft.core.step.sketch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Projection;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.edit.Drawn;
import org.ankerdraft.core.sketch.edit.WayFit;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Lays edges of bodies square onto the plane of a sketch. Lines, circles and arcs become lines,
 * arcs, circles, ellipses and points exactly; other edges become splines that stray by less than
 * {@link WayFit#TOLERANCE_MM}.
 */
final class Projector {
  private static final int RADIX = 36;

  private final BuildContext in;
  private final Frame frame;

  /** Ends and middles of what lies there already: edges above each other come to one curve. */
  private final List<List<Xy>> there = new ArrayList<>();

  Projector(BuildContext in, Frame frame) {
    this.in = in;
    this.frame = frame;
  }

  /**
   * @throws StepFailed if a projection comes to nothing
   */
  Laid laid(List<Projection> projections) throws StepFailed, ExpressionException, Choosing.Adrift {
    List<SketchCurve> out = new ArrayList<>();
    for (Projection p : projections) {
      out.addAll(laid(p));
    }
    return new Laid(out);
  }

  private List<SketchCurve> laid(Projection p)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    NamedShape named = in.anyBody("sketch", p.body()).named();
    List<Integer> edges = List.copyOf(in.choosing(named).withSmoothEdges().edges(p.edges()));
    List<SketchCurve> out = new ArrayList<>();
    for (int edge : edges) {
      String name = p.name() + (edges.size() == 1 ? "" : "-" + mark(named.edgeName(edge)));
      OneEdge one = new OneEdge(named, edge, name, p.construction());
      out.addAll(p.crossing() ? one.crossings() : one.laid());
    }
    out.addAll(silhouettes(p, named));
    if (out.isEmpty() && there.isEmpty()) {
      throw new StepFailed(
          "sketch",
          p.name()
              + (!p.silhouettes().isEmpty()
                  ? ": seen square to the plane the face turns away nowhere"
                  : edges.isEmpty()
                      ? " describes no edge of the body"
                      : ": no edge of it passes through the plane of the sketch"));
    }
    return out.stream().map(Laid::held).toList();
  }

  /** Lines of a face are numbered in their order. */
  private List<SketchCurve> silhouettes(Projection p, NamedShape named)
      throws StepFailed, ExpressionException, Choosing.Adrift {
    List<SketchCurve> out = new ArrayList<>();
    Silhouettes seen = new Silhouettes(in, frame);
    for (int face : in.choosing(named).faces(p.silhouettes())) {
      List<List<Vec3>> lines = seen.of(named, face, WayFit.SAMPLING_MM);
      String name = p.name() + "-" + mark(named.faceName(face));
      for (int i = 0; i < lines.size(); i++) {
        String own = name + (lines.size() == 1 ? "" : "-" + (i + 1));
        out.addAll(new Layer(own, p.construction()).silhouette(named, face, lines.get(i)));
      }
    }
    return out;
  }

  /** Short, and the same as long as the thing has its name. */
  private static String mark(Object name) {
    return Integer.toUnsignedString(name.toString().hashCode(), RADIX);
  }

  private Xy flat(Vec3 p) {
    return frame.flat(p);
  }

  private double above(Vec3 p) {
    return p.minus(frame.origin()).dot(frame.normal());
  }

  /** Lays a curve down under a name. */
  private class Layer {
    private final String name;
    final boolean construction;

    Layer(String name, boolean construction) {
      this.name = name;
      this.construction = construction;
    }

    String name() {
      return name;
    }

    /** A line on which a face turns away: straight and round ones exactly. */
    List<SketchCurve> silhouette(NamedShape named, int number, List<Vec3> line) throws StepFailed {
      Topology.Face face = named.topology().face(number);
      boolean closed = line.getFirst().distance(line.getLast()) < in.tolerance.lengthMm();
      return switch (face.kind()) {
        case CYLINDER, CONE -> straight(flat(line.getFirst()), flat(line.getLast()));
        case SPHERE ->
            written(
                closed
                    ? new Curve2.Circle(0, flat(face.origin()), face.radius())
                    : new Curve2.Arc(
                        0,
                        flat(line.getFirst()),
                        flat(line.get(line.size() / 2)),
                        flat(line.getLast())));
        case PLANE, TORUS, FREEFORM ->
            free(line, closed, "a silhouette of " + named.faceName(number));
      };
    }

    List<SketchCurve> written(Curve2 curve) {
      return unlessThere(
          List.of(curve.start(), curve.at(0.5), curve.end()), Drawn.own(curve, name, construction));
    }

    private List<SketchCurve> unlessThere(List<Xy> places, SketchCurve curve) {
      boolean isThere =
          there.stream().anyMatch(t -> isSame(t, places) || isSame(t.reversed(), places));
      there.add(places);
      return isThere ? List.of() : List.of(curve);
    }

    private boolean isSame(List<Xy> a, List<Xy> b) {
      return IntStream.range(0, a.size())
          .allMatch(i -> a.get(i).distance(b.get(i)) < in.tolerance.lengthMm());
    }

    List<SketchCurve> straight(Xy a, Xy b) {
      Xy middle = a.plus(b).times(0.5);
      return a.distance(b) < in.tolerance.lengthMm()
          ? unlessThere(
              List.of(middle, middle, middle), new SketchCurve.Point(name, Drawn.point(middle)))
          : written(new Curve2.Line(0, a, b));
    }

    List<SketchCurve> between(List<Vec3> points, Vec3 along) {
      Comparator<Vec3> far = Comparator.comparingDouble(p -> p.dot(along));
      return straight(
          flat(points.stream().min(far).orElseThrow()),
          flat(points.stream().max(far).orElseThrow()));
    }

    List<SketchCurve> free(List<Vec3> points, boolean closed, String what) throws StepFailed {
      List<Xy> way = points.stream().map(Projector.this::flat).toList();
      Xy first = way.getFirst();
      Xy far = way.stream().max(Comparator.comparingDouble(first::distance)).orElseThrow();
      Xy along = far.minus(first).times(1 / Math.max(first.distance(far), 1e-300));
      boolean isFlat =
          way.stream()
              .allMatch(p -> Math.abs(along.cross(p.minus(first))) < in.tolerance.lengthMm());
      return isFlat
          ? between(points, frame.x().times(along.x()).plus(frame.y().times(along.y())))
          : written(fitted(way, closed, what));
    }

    private Curve2 fitted(List<Xy> way, boolean closed, String what) throws StepFailed {
      try {
        return WayFit.of(way, closed, in.tolerance.lengthMm());
      } catch (SketchProblem e) {
        throw new StepFailed("sketch", "the projection of " + what + " " + e.getMessage());
      }
    }
  }

  private final class OneEdge extends Layer {
    private final NamedShape named;
    private final int number;
    private final Topology.Edge edge;

    OneEdge(NamedShape named, int number, String name, boolean construction) {
      super(name, construction);
      this.named = named;
      this.number = number;
      this.edge = named.topology().edge(number);
    }

    List<SketchCurve> laid() throws StepFailed {
      return switch (edge.kind()) {
        case LINE -> straight(flat(edge.start()), flat(edge.end()));
        case CIRCLE -> round();
        case FREEFORM -> free(sampled(), isWhole(), "edge " + named.edgeName(number));
      };
    }

    private boolean isWhole() {
      return edge.startVertex() == edge.endVertex();
    }

    private List<SketchCurve> round() {
      double lean = edge.direction().dot(frame.normal());
      if (1 - Math.abs(lean) < in.tolerance.angleRad() * in.tolerance.angleRad()) {
        return written(
            isWhole()
                ? new Curve2.Circle(0, flat(edge.centre()), edge.radius())
                : new Curve2.Arc(0, flat(edge.start()), flat(edge.mid()), flat(edge.end())));
      }
      Vec3 level = frame.normal().cross(edge.direction()).unit();
      if (Math.abs(lean) < in.tolerance.angleRad()) {
        return edgeOn(level);
      }
      Xy major = flat(frame.origin().plus(level.times(edge.radius())));
      return written(ellipse(flat(edge.centre()), major, edge.radius() * Math.abs(lean)));
    }

    private Curve2 ellipse(Xy centre, Xy major, double minor) {
      double full = 2 * Math.PI;
      if (isWhole()) {
        return new Curve2.Ellipse(0, centre, major, minor, 0, full);
      }
      DoubleUnaryOperator turn = a -> a - full * Math.floor(a / full);
      double from = angle(flat(edge.start()), centre, major, minor);
      double half = turn.applyAsDouble(angle(flat(edge.mid()), centre, major, minor) - from);
      double whole = turn.applyAsDouble(angle(flat(edge.end()), centre, major, minor) - from);
      return new Curve2.Ellipse(0, centre, major, minor, from, half < whole ? whole : whole - full);
    }

    /** Of the circle of which the ellipse is the flattened image. */
    private static double angle(Xy p, Xy centre, Xy major, double minor) {
      Xy d = p.minus(centre);
      Xy x = major.times(1 / major.length());
      return Math.atan2(x.cross(d) / minor, x.dot(d) / major.length());
    }

    /** A circle seen from its side is a line. */
    private List<SketchCurve> edgeOn(Vec3 along) {
      List<Vec3> candidates = new ArrayList<>(List.of(edge.start(), edge.mid(), edge.end()));
      for (double side : new double[] {-1, 1}) {
        Vec3 tip = edge.centre().plus(along.times(side * edge.radius()));
        if (isWhole() || isOnArc(tip)) {
          candidates.add(tip);
        }
      }
      return between(candidates, along);
    }

    /** Whether a point of the circle lies on this arc of it. */
    private boolean isOnArc(Vec3 p) {
      double half = edge.lengthMm() / edge.radius() / 2;
      Vec3 middle = edge.mid().minus(edge.centre());
      return middle.angleTo(p.minus(edge.centre())) <= Math.min(half, Math.PI);
    }

    private List<Vec3> sampled() throws StepFailed {
      return switch (in.kernel.curvePoints(
          named.shape(), List.of(number), WayFit.SAMPLING_MM, in.budget())) {
        case Outcome.Done<List<List<Vec3>>>(List<List<Vec3>> lines) -> lines.getFirst();
        case Outcome.Failed<List<List<Vec3>>>(var failure) ->
            throw new StepFailed(BuildContext.failure("sketch", failure, named));
      };
    }

    /** Where it passes through the plane. */
    List<SketchCurve> crossings() throws StepFailed {
      List<Vec3> way =
          edge.kind() == Topology.CurveKind.LINE ? List.of(edge.start(), edge.end()) : sampled();
      List<SketchCurve> out = new ArrayList<>();
      for (int i = 1; i < way.size(); i++) {
        double a = above(way.get(i - 1));
        double b = above(way.get(i));
        boolean begins = i == 1 && a == 0;
        if ((a < 0) != (b < 0) || begins) {
          Vec3 p = way.get(i - 1).plus(way.get(i).minus(way.get(i - 1)).times(a / (a - b)));
          String own = name() + (out.isEmpty() ? "" : "-" + (out.size() + 1));
          out.add(new SketchCurve.Point(own, Drawn.point(flat(p))));
        }
      }
      return out;
    }
  }
}
