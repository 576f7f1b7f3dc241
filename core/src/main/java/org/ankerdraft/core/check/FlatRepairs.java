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
            switch (step) {
              case SheetStep.Flange f ->
                  new SheetStep.Flange(
                      f.id(), f.label(), f.skipped(), f.body(), f.seat(), f.length(), f.measured(),
                      f.angle(), mm(radius), f.bending());
              case SheetStep.Joggle j ->
                  new SheetStep.Joggle(
                      j.id(), j.label(), j.skipped(), j.body(), j.seat(), j.height(), j.length(),
                      j.angle(), mm(radius), j.bending());
              case SheetStep.Folded w ->
                  new SheetStep.Folded(
                      w.id(), w.label(), w.skipped(), w.sketch(), w.width(), w.symmetric(),
                      w.side(), w.thickness(), mm(radius), w.bending(), w.body());
              default -> null;
            });
  }

  Optional<Step> longerFlange(FlatBend b, double more) {
    return origin(b)
        .map(step ->
            step instanceof SheetStep.Flange f
                ? new SheetStep.Flange(
                    f.id(), f.label(), f.skipped(), f.body(), f.seat(), plus(f.length(), more),
                    f.measured(), f.angle(), f.radius(), f.bending())
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
          SheetStep.Seat seat = s.seat();
          return byRule.equals(old)
              ? null
              : s.withSeat(
                  new SheetStep.Seat(
                      seat.edges(), seat.position(), seat.startOffset(), seat.endOffset(),
                      seat.gap(), byRule));
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
    points.set(point, new Point2(shifted(old.x(), by.dot(frame.get().x())), shifted(old.y(), by.dot(frame.get().y()))));
    return Optional.of(
        new Step.Hole(
            hole.id(), hole.label(), hole.skipped(), hole.body(), hole.plane(), points,
            hole.diameter(), hole.depth()));
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
      return Optional.of(
          Frame.on(new Plane(f.origin(), f.normal()), Tolerance.MODEL.angleRad()));
    }
    return Optional.empty();
  }
}
