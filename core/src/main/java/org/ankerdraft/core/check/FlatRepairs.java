package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.build.Words;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.Point2;
import org.ankerdraft.core.step.Changed;
import org.ankerdraft.core.step.SheetStep;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.kernel.Plane;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/** Changed steps that mend what the flat checks find. */
final class FlatRepairs {
  private static final double NEAR_MM = 0.1;

  private final PartDocument part;
  private final NamedShape named;

  FlatRepairs(PartDocument part, NamedShape named) {
    this.part = part;
    this.named = named;
  }

  /** The step that made a bend. */
  private Optional<Step> origin(FlatBend b) {
    return part.step(NamedShape.birthStep(named.faceName(b.faces().getFirst())));
  }

  /** A length rounded up to a hundredth. */
  private static Expr mm(double v) {
    return new Expr(Words.number(Math.ceil(v * 100 - 1e-6) / 100) + " mm");
  }

  /** An expression and a length more. */
  private static Expr plus(Expr old, double more) {
    double rounded = Math.ceil(Math.abs(more) * 100 - 1e-6) / 100 * Math.signum(more);
    String sign = rounded < 0 ? " - " : " + ";
    boolean bare = old.text().matches("\\s*-?[0-9.]+\\s*(mm)?\\s*");
    if (bare) {
      double v = Double.parseDouble(old.text().replace("mm", "").strip());
      return new Expr(Words.number(v + rounded) + " mm");
    }
    return new Expr("(" + old.text() + ")" + sign + Words.number(Math.abs(rounded)) + " mm");
  }

  Optional<Step> largerRadius(FlatBend b, double radius) {
    return origin(b)
        .map(step ->
            step instanceof SheetStep.Flange
                    || step instanceof SheetStep.Joggle
                    || step instanceof SheetStep.Folded
                ? Changed.with(step, "radius", mm(radius))
                : null);
  }

  Optional<Step> longerFlange(FlatBend b, double more) {
    return origin(b)
        .map(step ->
            step instanceof SheetStep.Flange f
                ? Changed.with(step, "length", plus(f.length(), more))
                : null);
  }

  /** Reliefs by the rule. */
  Optional<Step> relief(FlatBend b) {
    return origin(b)
        .map(step -> {
          if (!(step instanceof SheetStep.Strip s)) {
            return null;
          }
          SheetStep.Relief old = s.seat().relief();
          boolean isByRule =
              old.shape() != SheetStep.ReliefShape.NONE
                  && old.width() == null
                  && old.depth() == null;
          // Reliefs by the rule tear nothing beside a bend: then it is the corner that has none.
          SheetStep.Relief byRule =
              new SheetStep.Relief(
                  old.shape() == SheetStep.ReliefShape.NONE ? null : old.shape(),
                  isByRule ? SheetStep.ReliefShape.RECTANGULAR : old.corner(),
                  null,
                  null);
          return byRule.equals(old) ? null : s.withSeat(Changed.with(s.seat(), "relief", byRule));
        });
  }

  /** The hole whose wall passes a point, moved. */
  Optional<Step> movedHole(Vec3 on, Vec3 by) {
    for (int f = 1; f <= named.topology().faces().size(); f++) {
      Topology.Face face = named.topology().face(f);
      String name = named.faceName(f);
      if (face.kind() == Topology.SurfaceKind.CYLINDER
          && part.step(NamedShape.birthStep(name)).orElse(null) instanceof Step.Hole hole
          && distanceToAxis(face, on) < face.radius() + NEAR_MM
          && distanceToAxis(face, on) > face.radius() - NEAR_MM) {
        String tag = name.substring(name.indexOf(':') + 1).replaceFirst("#.*", "");
        return moved(hole, Integer.parseInt(tag) - 1, by);
      }
    }
    return Optional.empty();
  }

  private static double distanceToAxis(Topology.Face f, Vec3 p) {
    Vec3 d = p.minus(f.origin());
    return d.minus(f.direction().times(d.dot(f.direction()))).length();
  }

  private Optional<Step> moved(Step.Hole hole, int point, Vec3 by) {
    Optional<Frame> frame = frame(hole);
    if (frame.isEmpty() || point >= hole.points().size()) {
      return Optional.empty();
    }
    Point2 old = hole.points().get(point);
    List<Point2> points = new ArrayList<>(hole.points());
    points.set(
        point,
        new Point2(
            shifted(old.x(), by.dot(frame.get().x())), shifted(old.y(), by.dot(frame.get().y()))));
    return Optional.of(Changed.with((Step) hole, "points", List.copyOf(points)));
  }

  private static Expr shifted(Expr old, double by) {
    return Math.abs(by) < Tolerance.MODEL.lengthMm() ? old : plus(old, by);
  }

  /** The frame of the hole's plane, where it can be told without building. */
  private Optional<Frame> frame(Step.Hole hole) {
    if (hole.plane() == null) {
      return Optional.empty();
    }
    if (hole.plane().face() == null) {
      return Optional.ofNullable(
          Frame.base(hole.plane().base() == null ? "XY" : hole.plane().base()));
    }
    if (hole.plane().face() instanceof org.ankerdraft.core.select.FaceChoice.Named n
        && named.face(n.name()) > 0) {
      Topology.Face f = named.topology().face(named.face(n.name()));
      return Optional.of(Frame.on(new Plane(f.origin(), f.normal()), Tolerance.MODEL.angleRad()));
    }
    return Optional.empty();
  }
}
