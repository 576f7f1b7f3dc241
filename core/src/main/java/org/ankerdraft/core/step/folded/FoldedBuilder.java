package org.ankerdraft.core.step.folded;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.SheetNumbers;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.operation.Words;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sheet.StripProfile.Piece;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Folds a wall along an open profile. */
final class FoldedBuilder {
  private static final String WHAT = "folded wall";

  private final BuildContext context;
  private final Folded step;
  private final SheetNumbers numbers;

  FoldedBuilder(BuildContext context, Folded step) {
    this.context = context;
    this.step = step;
    this.numbers = new SheetNumbers(context, WHAT);
  }

  StepBuild build() throws StepFailed, ExpressionException, Ladder.Stopped {
    ResolvedSketch sketch = context.sketch(WHAT, step.sketch());
    if (sketch.chains().size() != 1) {
      throw new StepFailed(
          WHAT,
          sketch.chains().isEmpty()
              ? "the profile is closed; a folded wall needs an open chain of lines"
              : "the profile has " + sketch.chains().size() + " separate chains; it must be one");
    }
    double thickness = numbers.thickness(step.thickness());
    double radius = numbers.radius(step.radius());
    double width = context.positiveMm(WHAT, "the width", step.width());
    StripProfile profile = profile(sketch, step.side(), thickness, radius);
    Map<Integer, String> roles = new LinkedHashMap<>();
    ProfileCurve.Region region = Prisms.region(profile.outline(), sketch.frame(), roles);
    Prisms.checkProfile(context, WHAT, List.of(region), sketch.frame().plane(), roles);
    Vec3 n = sketch.frame().normal();
    Naming.Births births = Prisms.Births.of(step.id(), "wall", "start", "end", roles);
    NamedShape solid =
        Prisms.prism(
            context,
            WHAT,
            List.of(region),
            sketch.frame().plane(),
            step.symmetric() ? n.times(-width / 2) : Vec3.ZERO,
            n.times(width),
            births);
    return StepBuild.of(
        "folded prism", Prisms.newBody(context, WHAT, step.id(), step.body(), solid));
  }

  /** Corners of the profile in its plane. */
  private List<Xy> corners(ResolvedSketch sketch) throws StepFailed {
    Frame f = sketch.frame();
    List<Xy> out = new ArrayList<>();
    for (ProfileCurve c : sketch.chains().getFirst()) {
      if (!(c instanceof ProfileCurve.Line line)) {
        throw new StepFailed(
            WHAT,
            "curve "
                + sketch.nameByTag().get(c.tag())
                + " of the profile is no line; bends come from the corners and the inside radius");
      }
      if (out.isEmpty()) {
        out.add(flat(f, line.start()));
      }
      out.add(flat(f, line.end()));
    }
    return out;
  }

  private static Xy flat(Frame f, Vec3 p) {
    Vec3 d = p.minus(f.origin());
    return new Xy(d.dot(f.x()), d.dot(f.y()));
  }

  private StripProfile profile(
      ResolvedSketch sketch, Folded.Side side, double thickness, double radius) throws StepFailed {
    List<Xy> corners = corners(sketch);
    int walls = corners.size() - 1;
    // The profile's own distance from the sheet's left side.
    double depth =
        switch (side) {
          case LEFT -> thickness;
          case RIGHT -> 0;
          case CENTRED -> thickness / 2;
        };
    double[] turns = new double[walls + 1];
    double[] setbacks = new double[walls + 1];
    for (int i = 1; i < walls; i++) {
      Xy in = corners.get(i).minus(corners.get(i - 1));
      Xy out = corners.get(i + 1).minus(corners.get(i));
      turns[i] = Math.atan2(in.cross(out), in.dot(out));
      double inside = radius + (turns[i] > 0 ? depth : thickness - depth);
      setbacks[i] = Math.tan(Math.abs(turns[i]) / 2) * inside;
    }
    Xy first = corners.get(1).minus(corners.get(0));
    double heading = Math.atan2(first.y(), first.x());
    Xy start = corners.get(0).plus(Xy.polar(depth, heading + Math.PI / 2));
    StripProfile profile = new StripProfile(thickness, start, heading);
    for (int i = 0; i < walls; i++) {
      double whole = corners.get(i).distance(corners.get(i + 1));
      double flat = whole - setbacks[i] - setbacks[i + 1];
      if (!(flat > context.tolerance.lengthMm())) {
        int tag = sketch.chains().getFirst().get(i).tag();
        throw new StepFailed(
            new Failure(
                WHAT,
                "the side is "
                    + Words.mm(whole)
                    + " long, and its bends take "
                    + Words.mm(setbacks[i] + setbacks[i + 1])
                    + " of it",
                List.of("curve " + sketch.nameByTag().get(tag)),
                null,
                null));
      }
      profile.add(new Piece.Flat(flat));
      if (i + 1 < walls && Math.abs(turns[i + 1]) > context.tolerance.angleRad()) {
        profile.add(new Piece.Bent(Math.abs(turns[i + 1]), radius, turns[i + 1] > 0));
      }
    }
    return profile;
  }
}
