package org.ankerdraft.core.step.strip;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.geometry.PlaneCurve;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sheet.CannotUnfold;
import org.ankerdraft.core.sheet.Overhang.Piece;
import org.ankerdraft.core.sheet.StripProfile;
import org.ankerdraft.core.sheet.Unfolder;
import org.ankerdraft.core.sketch.Frame;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * Cuts a strip of an earlier step back where it would lie over the new one in the flat: at an
 * inside corner both end beside the line that halves it, whichever came first.
 */
final class EarlierTrim {
  /** Of the thickness, by which tools stand out on both sides of the sheet. */
  private static final double OUT = 0.25;

  /** Of the gap, which is free of sheet. */
  private static final double MARGIN = 0.25;

  private final BuildContext context;
  private final String what;
  private final String stepId;
  private final double thicknessMm;
  private final double gap;

  EarlierTrim(BuildContext context, String what, String stepId, double thicknessMm, double gap) {
    this.context = context;
    this.what = what;
    this.stepId = stepId;
    this.thicknessMm = thicknessMm;
    this.gap = gap;
  }

  /**
   * What is taken from the earlier strip.
   *
   * @param input as the earlier strip is found in it
   */
  List<NamedShape> tools(NamedShape input, Seats.Overhanging strip)
      throws StepFailed, Ladder.Stopped {
    List<NamedShape> out = new ArrayList<>();
    for (Piece piece : pieces(input, strip)) {
      out.add(
          switch (piece) {
            case Piece.OfWall wall -> tool(wall);
            case Piece.OfBend bend -> tool(bend);
          });
    }
    return out;
  }

  private List<Piece> pieces(NamedShape input, Seats.Overhanging strip) throws StepFailed {
    try {
      return Unfolder.overhang(
          input.topology(),
          strip.wall(),
          strip.bend(),
          strip.border(),
          gap * MARGIN,
          context.tolerance);
    } catch (CannotUnfold e) {
      throw new StepFailed(
          what,
          "the strip beside it at the inside corner cannot be laid flat, so that it could be"
              + " trimmed: "
              + e.getMessage());
    }
  }

  private NamedShape tool(Piece.OfWall wall) throws StepFailed, Ladder.Stopped {
    List<PlaneCurve> outline = new ArrayList<>();
    List<Xy> p = wall.polygon();
    for (int i = 0; i < p.size(); i++) {
      outline.add(new PlaneCurve.Line(p.get(i), p.get((i + 1) % p.size())));
    }
    double out = OUT * thicknessMm;
    return prism(
        outline,
        new Frame(wall.origin().plus(wall.normal().times(out)), wall.x(), wall.y()),
        wall.normal().times(-thicknessMm - 2 * out));
  }

  private NamedShape tool(Piece.OfBend bend) throws StepFailed, Ladder.Stopped {
    double inner = bend.insideRadiusMm() - Math.min(OUT * thicknessMm, bend.insideRadiusMm() / 2);
    double outer = bend.insideRadiusMm() + thicknessMm * (1 + OUT);
    PlaneCurve.Arc far = new PlaneCurve.Arc(Xy.ZERO, outer, 0, bend.sweepRad());
    PlaneCurve near = new PlaneCurve.Arc(Xy.ZERO, inner, 0, bend.sweepRad()).reversed();
    return prism(
        List.of(far, joined(far, near), near, joined(near, far)),
        new Frame(bend.centre(), bend.radial(), bend.across()),
        bend.along().times(bend.lengthMm()));
  }

  private static PlaneCurve joined(PlaneCurve before, PlaneCurve after) {
    Xy from = before.end();
    Xy to = after.start();
    return new PlaneCurve.Line(from, to);
  }

  private NamedShape prism(List<PlaneCurve> outline, Frame frame, Vec3 along)
      throws StepFailed, Ladder.Stopped {
    Map<Integer, String> roles = new LinkedHashMap<>();
    ProfileCurve.Region region =
        Prisms.region(
            outline.stream().map(c -> new StripProfile.Raised("mitre", c)).toList(), frame, roles);
    FaceName mitre = FaceName.of(stepId, "trim");
    Map<Integer, FaceName> sides = new LinkedHashMap<>();
    roles.keySet().forEach(tag -> sides.put(tag, mitre));
    return Prisms.prism(
        context,
        what,
        List.of(region),
        frame.plane(),
        Vec3.ZERO,
        along,
        new Prisms.Births(sides, mitre, mitre, mitre));
  }
}
