package org.ankerdraft.core.step.divide;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.Prisms;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/**
 * The solid in front of the curves of a sketch, right through a body: within closed ones, left of
 * the way of an open line, which goes on straight beyond its ends.
 */
record SketchCutter(BuildContext context, String what, String stepId, ResolvedSketch sketch) {
  /** The way round far outside is made of straight pieces that turn by no more than this. */
  private static final double LARGEST_TURN_RAD = Math.PI / 4;

  NamedShape through(Body body) throws StepFailed, Ladder.Stopped {
    if (sketch.branchAt() != null) {
      throw new StepFailed(what, sketch.branchAt());
    }
    Shape.Mass mass = body.named().shape().mass();
    double reach = mass.diagonalMm() + mass.centroid().distance(sketch.frame().origin());
    List<Region> regions =
        sketch.regions().isEmpty() ? List.of(leftOf(line(), reach)) : sketch.regions();
    Vec3 along = sketch.frame().normal().times(reach);
    Map<Integer, FaceName> names = new LinkedHashMap<>();
    sketch
        .faceParts()
        .forEach((tag, curve) -> names.put(tag, FaceName.ofPart(stepId, "cut", curve)));
    FaceName beyond = FaceName.of(stepId, "cut");
    return Prisms.prism(
        context,
        what,
        regions,
        sketch.frame().plane(),
        along.negated(),
        along.times(2),
        new Prisms.Births(names, beyond, beyond, beyond));
  }

  private List<Curve2> line() throws StepFailed {
    if (sketch.drawn().size() != 1) {
      throw new StepFailed(
          what,
          "a sketch that divides has one open line, or closed curves; it has "
              + sketch.drawn().size()
              + " lines");
    }
    return sketch.drawn().getFirst();
  }

  private Region leftOf(List<Curve2> line, double reach) {
    Curve2 first = line.getFirst();
    Curve2 last = line.getLast();
    Xy begin = first.start().minus(first.direction(0).times(2 * reach));
    Xy end = last.end().plus(last.direction(1).times(2 * reach));
    List<ProfileCurve> round = new ArrayList<>();
    Round way = new Round(round, begin);
    way.to(first.start(), first.tag());
    line.forEach(c -> round.add(c.in(sketch.frame())));
    way.at = last.end();
    way.to(end, last.tag());
    double farthest =
        Stream.concat(Stream.of(begin, end), line.stream().flatMap(c -> c.outline().stream()))
            .mapToDouble(p -> p.distance(Xy.ZERO))
            .max()
            .orElse(0);
    double farOut = Math.max(4 * reach, 2 * farthest);
    double from = angle(end);
    double turn = angle(begin) - from;
    turn -= 2 * Math.PI * Math.floor(turn / (2 * Math.PI));
    int pieces = Math.max(1, (int) Math.ceil(turn / LARGEST_TURN_RAD));
    for (int i = 0; i <= pieces; i++) {
      way.to(Xy.polar(farOut, from + turn * i / pieces), 0);
    }
    way.to(begin, 0);
    return new Region(round, List.of());
  }

  private static double angle(Xy p) {
    return Math.atan2(p.y(), p.x());
  }

  /** Draws straight pieces from place to place. */
  private final class Round {
    private final List<ProfileCurve> curves;
    private Xy at;

    Round(List<ProfileCurve> curves, Xy start) {
      this.curves = curves;
      this.at = start;
    }

    void to(Xy next, int tag) {
      if (next.distance(at) > context.tolerance.lengthMm()) {
        curves.add(new Curve2.Line(tag, at, next).in(sketch.frame()));
        at = next;
      }
    }
  }
}
