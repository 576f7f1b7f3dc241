package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;
import org.ankerdraft.vectors.Xy;

/** What keeps drawn curves from bounding an area: ends that miss each other, doubled curves. */
public final class Flaws {
  private static final List<Double> SHARES = List.of(0.0, 0.25, 0.5, 0.75, 1.0);

  private Flaws() {}

  /** Something to mend. */
  public sealed interface Flaw {
    Xy place();

    String inWords();

    Drawn mended(Drawn drawn);
  }

  /** Two ends that lie near each other, but not at one place. */
  public record Miss(String first, String second, Xy place, double gapMm) implements Flaw {
    @Override
    public String inWords() {
      return first + " and " + second + " miss each other by " + Numbers.mm(gapMm);
    }

    @Override
    public Drawn mended(Drawn drawn) {
      return drawn.with(List.of(), List.of(Constraint.of(Relation.COINCIDENT, first, second)));
    }
  }

  /** A curve that lies on another. */
  public record Doubled(String kept, String twice, Xy place) implements Flaw {
    @Override
    public String inWords() {
      return twice + " lies on " + kept;
    }

    @Override
    public Drawn mended(Drawn drawn) {
      return new Drawn(
          drawn.curves().stream().filter(c -> !c.name().equals(twice)).toList(),
          drawn.constraints().stream()
              .filter(
                  c -> c.of().stream().noneMatch(o -> o.equals(twice) || o.startsWith(twice + ".")))
              .toList());
    }
  }

  /**
   * The flaws of a sketch.
   *
   * @param reachMm how near to each other two ends are meant to be one
   */
  public static List<Flaw> of(Drawn drawn, Evaluator values, double reachMm)
      throws ExpressionException, SketchProblem {
    Map<String, Curve2> open = new LinkedHashMap<>();
    for (SketchCurve c : drawn.curves()) {
      if (!c.construction()) {
        Drawn.piecesOf(c, values)
            .forEach((name, piece) -> {
              if (!piece.isClosed() && name.equals(c.name())) {
                open.put(name, piece);
              }
            });
      }
    }
    List<Flaw> out = new ArrayList<>();
    List<String> names = List.copyOf(open.keySet());
    for (int i = 0; i < names.size(); i++) {
      for (int j = i + 1; j < names.size(); j++) {
        Curve2 a = open.get(names.get(i));
        Curve2 b = open.get(names.get(j));
        if (liesOn(a, b)) {
          out.add(new Doubled(names.get(i), names.get(j), a.at(0.5)));
        }
      }
    }
    misses(names, open, reachMm, out);
    return out;
  }

  private static boolean liesOn(Curve2 a, Curve2 b) {
    return same(a, b) || same(a, b.reversed());
  }

  private static boolean same(Curve2 a, Curve2 b) {
    return SHARES.stream().allMatch(s -> a.at(s).distance(b.at(s)) < Tolerance.MODEL.lengthMm());
  }

  private record End(String name, Xy at) {}

  /** Only ends that meet nothing miss something. */
  private static void misses(
      List<String> names, Map<String, Curve2> open, double reachMm, List<Flaw> out) {
    List<End> ends = new ArrayList<>();
    for (String name : names) {
      ends.add(new End(name + ".from", open.get(name).start()));
      ends.add(new End(name + ".to", open.get(name).end()));
    }
    List<End> loose =
        ends.stream()
            .filter(e ->
                ends.stream().filter(o -> o.at.distance(e.at) < Tolerance.MODEL.lengthMm()).count()
                    == 1)
            .toList();
    for (int i = 0; i < loose.size(); i++) {
      for (int j = i + 1; j < loose.size(); j++) {
        double gap = loose.get(i).at.distance(loose.get(j).at);
        if (gap <= reachMm) {
          out.add(new Miss(loose.get(i).name, loose.get(j).name, loose.get(i).at, gap));
        }
      }
    }
  }
}
