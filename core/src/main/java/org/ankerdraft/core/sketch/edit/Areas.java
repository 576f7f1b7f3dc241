package org.ankerdraft.core.sketch.edit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sketch.AreaChoice;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.sketch.SketchProblem;
import org.ankerdraft.core.sketch.edit.Tracing.Edge;
import org.ankerdraft.core.sketch.edit.Tracing.Half;
import org.ankerdraft.core.sketch.edit.Tracing.Loop;
import org.ankerdraft.kernel.ProfileCurve;
import org.ankerdraft.kernel.ProfileCurve.Region;
import org.ankerdraft.vectors.Xy;

/**
 * The areas into which the curves of a sketch part its plane, nested and overlapping ones too. The
 * curves are split where they cross or touch; of what is left, what bounds no area on either side,
 * or the same area on both, is dropped; the areas are then traced with their bounds on the left.
 */
public final class Areas {
  /** Ends this near to each other are as good as the same. */
  private static final double EXACT_MM = 1e-9;

  /** So much of a closed curve is the whole of it. */
  private static final double NEARLY_ALL = 0.9975;

  /** An area: its outer bound counter-clockwise, those of its holes clockwise. */
  private record Area(Loop outer, List<Loop> holes) {
    List<Half> halves() {
      List<Half> all = new ArrayList<>(outer.halves());
      holes.forEach(h -> all.addAll(h.halves()));
      return all;
    }

    boolean contains(Xy p) {
      return Polygons.contains(outer.outline(), p)
          && holes.stream().noneMatch(h -> Polygons.contains(h.outline(), p));
    }
  }

  private final ResolvedSketch sketch;
  private final double withinMm;
  private final List<Xy> nodes = new ArrayList<>();
  private final List<Area> areas = new ArrayList<>();

  /**
   * @param withinMm ends nearer to each other are one
   * @throws SketchProblem if curves lie on each other, or cannot be split
   */
  public Areas(ResolvedSketch sketch, double withinMm) throws SketchProblem {
    this.sketch = sketch;
    this.withinMm = withinMm;
    Set<Edge> edges = new HashSet<>(withoutLooseEnds(split()));
    List<Loop> loops = traced(edges);
    while (edges.removeIf(e -> isBridge(e, loops))) {
      loops.clear();
      loops.addAll(traced(edges));
    }
    gather(loops);
  }

  private List<Edge> split() throws SketchProblem {
    List<Curve2> curves = sketch.drawn().stream().flatMap(List::stream).toList();
    List<Edge> out = new ArrayList<>();
    for (Curve2 c : curves) {
      List<Double> cuts = Split.cuts(c, curves, withinMm);
      if (c.isClosed() && cuts.size() < 2) {
        // In two, so that each piece has a way.
        double first = cuts.isEmpty() ? 0 : cuts.getFirst();
        cuts = List.of(first, first + 0.5);
      }
      int pieces = c.isClosed() ? cuts.size() : cuts.size() - 1;
      for (int i = 0; i < pieces; i++) {
        double from = cuts.get(i);
        double to = i + 1 < cuts.size() ? cuts.get(i + 1) : cuts.getFirst() + 1;
        Curve2 piece = Split.piece(c, from, to);
        out.add(new Edge(c, from, to, node(piece.start()), node(piece.end()), piece));
      }
    }
    return out;
  }

  private int node(Xy p) {
    for (int i = 0; i < nodes.size(); i++) {
      if (nodes.get(i).distance(p) < withinMm) {
        return i;
      }
    }
    nodes.add(p);
    return nodes.size() - 1;
  }

  private static List<Edge> withoutLooseEnds(List<Edge> edges) {
    List<Edge> left = new ArrayList<>(edges);
    Map<Integer, Integer> uses = new HashMap<>();
    do {
      uses.clear();
      for (Edge e : left) {
        uses.merge(e.start(), 1, Integer::sum);
        uses.merge(e.end(), 1, Integer::sum);
      }
    } while (left.removeIf(e -> uses.get(e.start()) == 1 || uses.get(e.end()) == 1));
    return left;
  }

  private List<Loop> traced(Set<Edge> edges) throws SketchProblem {
    List<Half> halves = new ArrayList<>();
    for (Edge e : edges) {
      halves.add(new Half(e, true));
      halves.add(new Half(e, false));
    }
    return new Tracing(sketch.nameByTag()).loops(halves);
  }

  private static boolean isBridge(Edge e, List<Loop> loops) {
    Half along = new Half(e, true);
    return loops.stream()
        .anyMatch(l -> l.halves().contains(along) && l.halves().contains(along.twin()));
  }

  /** Loops that run clockwise are the outsides of what lies together: holes of what holds them. */
  private void gather(List<Loop> loops) {
    List<Loop> outer =
        loops.stream()
            .filter(l -> l.area() > 0)
            .sorted(Comparator.comparingDouble(Loop::area))
            .toList();
    outer.forEach(l -> areas.add(new Area(l, new ArrayList<>())));
    for (Loop inner : loops) {
      if (inner.area() < 0) {
        areas.stream()
            .filter(a -> a.outer.area() > -inner.area() + withinMm * withinMm)
            .filter(a -> Polygons.contains(a.outer.outline(), inner.onWay()))
            .filter(a -> a.outer.halves().stream().noneMatch(h -> touches(h, inner)))
            .findFirst()
            .ifPresent(a -> a.holes.add(inner));
      }
    }
  }

  private static boolean touches(Half h, Loop loop) {
    return loop.halves().stream().anyMatch(o -> o.edge().equals(h.edge()));
  }

  /** How many there are. */
  public int count() {
    return areas.size();
  }

  /** The area around a point; empty outside of all. */
  public Optional<AreaChoice> at(Xy p) {
    return areas.stream().filter(a -> a.contains(p)).findFirst().map(a -> choice(a, p));
  }

  private AreaChoice choice(Area area, Xy p) {
    AreaChoice plain = bounds(area);
    boolean isAlone =
        areas.stream().filter(a -> bounds(a).isBoundedLike(plain)).limit(2).count() == 1;
    return isAlone ? plain : new AreaChoice(plain.left(), plain.right(), Drawn.point(p));
  }

  private AreaChoice bounds(Area area) {
    Set<String> left = new TreeSet<>();
    Set<String> right = new TreeSet<>();
    for (Half h : area.halves()) {
      (h.along() ? left : right).add(boundary(h.edge().whole().tag()));
    }
    return new AreaChoice(List.copyOf(left), List.copyOf(right), null);
  }

  /** A curve that was cut in pieces bounds as it did when it was whole. */
  private String boundary(int tag) {
    String name = sketch.nameByTag().get(tag);
    int dot = name.indexOf('.');
    return dot < 0 ? sketch.wholeOf(name) : name;
  }

  /**
   * The polygons of a chosen area, the outer one first.
   *
   * @throws SketchProblem if there is no such area any more
   */
  public List<List<Xy>> outlines(AreaChoice choice, Evaluator values)
      throws SketchProblem, ExpressionException {
    Area area = found(choice, values);
    List<List<Xy>> out = new ArrayList<>(List.of(area.outer.outline()));
    area.holes.forEach(h -> out.add(h.outline()));
    return out;
  }

  private Area found(AreaChoice choice, Evaluator values)
      throws SketchProblem, ExpressionException {
    List<Area> alike = areas.stream().filter(a -> bounds(a).isBoundedLike(choice)).toList();
    if (alike.size() == 1) {
      return alike.getFirst();
    }
    if (alike.size() > 1 && choice.at() != null) {
      Xy p = choice.at().at(values);
      Optional<Area> around = alike.stream().filter(a -> a.contains(p)).findFirst();
      if (around.isPresent()) {
        return around.get();
      }
    }
    throw new SketchProblem(
        "",
        alike.isEmpty()
            ? "there is no area " + choice.inWords() + " any more; choose it anew"
            : "there are " + alike.size() + " areas " + choice.inWords() + "; choose one anew");
  }

  /**
   * The sketch with nothing but chosen areas; those beside each other become one.
   *
   * @throws SketchProblem if one of them is not there any more
   */
  public ResolvedSketch only(List<AreaChoice> choices, Evaluator values)
      throws SketchProblem, ExpressionException {
    Set<Half> bounds = new HashSet<>();
    for (AreaChoice c : choices) {
      bounds.addAll(found(c, values).halves());
    }
    List<Half> outside = bounds.stream().filter(h -> !bounds.contains(h.twin())).toList();
    Map<Integer, String> names = new LinkedHashMap<>();
    List<Contour> contours = new ArrayList<>();
    List<Loop> loops = new Tracing(sketch.nameByTag()).loops(outside);
    Namer namer = new Namer(loops);
    for (Loop loop : loops) {
      contours.add(new Contour(loop, namer.curves(loop, names)));
    }
    return sketch.with(regions(contours), names);
  }

  /** A loop with its curves joined where they go on into each other. */
  private record Contour(Loop loop, List<Curve2> curves) {
    boolean isHole() {
      return loop.area() < 0;
    }
  }

  private List<Region> regions(List<Contour> contours) {
    List<Region> out = new ArrayList<>();
    for (Contour outer : contours) {
      if (!outer.isHole()) {
        List<List<ProfileCurve>> holes =
            contours.stream()
                .filter(h -> h.isHole() && holder(h, contours).equals(Optional.of(outer)))
                .map(h -> inSpace(h.curves))
                .toList();
        out.add(new Region(inSpace(outer.curves), holes));
      }
    }
    return out;
  }

  /** The smallest outer contour around a hole. */
  private static Optional<Contour> holder(Contour hole, List<Contour> contours) {
    Xy p = hole.loop.onWay();
    return contours.stream()
        .filter(c -> !c.isHole() && Polygons.contains(c.loop.outline(), p))
        .min(Comparator.comparingDouble(c -> c.loop.area()));
  }

  private List<ProfileCurve> inSpace(List<Curve2> contour) {
    return contour.stream().map(c -> c.in(sketch.frame())).toList();
  }

  /**
   * Gives each curve of the bounds its name: that of the whole, with a number where it is in
   * pieces.
   */
  private final class Namer {
    private final Map<Integer, List<Double>> begins = new HashMap<>();

    Namer(List<Loop> loops) {
      for (Loop loop : loops) {
        for (List<Half> run : runs(loop.halves())) {
          Edge low = lowest(run);
          begins.computeIfAbsent(low.whole().tag(), t -> new ArrayList<>()).add(low.from());
        }
      }
      begins.values().forEach(b -> b.sort(null));
    }

    List<Curve2> curves(Loop loop, Map<Integer, String> names) throws SketchProblem {
      List<Curve2> out = new ArrayList<>();
      for (List<Half> run : runs(loop.halves())) {
        Half first = run.getFirst();
        Edge low = lowest(run);
        Edge high = first.along() ? run.getLast().edge() : first.edge();
        double to = high.to() <= low.from() ? high.to() + 1 : high.to();
        boolean isWhole = low.whole().isClosed() && to - low.from() > NEARLY_ALL;
        Curve2 curve = isWhole ? low.whole() : Split.piece(low.whole(), low.from(), to);
        if (!isWhole) {
          curve = between(nodes.get(low.start()), curve, nodes.get(high.end()));
        }
        int tag = names.size() + 1;
        names.put(tag, name(low));
        out.add((first.along() ? curve : curve.reversed()).withTag(tag));
      }
      return out;
    }

    /** A line or an arc that ends where its neighbours do, and not only about there. */
    private static Curve2 between(Xy start, Curve2 c, Xy end) {
      if (c.start().distance(start) < EXACT_MM && c.end().distance(end) < EXACT_MM) {
        return c;
      }
      return switch (c) {
        case Curve2.Line l -> new Curve2.Line(l.tag(), start, end);
        case Curve2.Arc a -> new Curve2.Arc(a.tag(), start, a.mid(), end);
        case Curve2.Circle k -> k;
        case Curve2.Ellipse e -> e;
        case Curve2.Spline spline -> spline;
      };
    }

    /** The one with which the curve begins. */
    private static Edge lowest(List<Half> run) {
      return run.getFirst().along() ? run.getFirst().edge() : run.getLast().edge();
    }

    private String name(Edge piece) {
      String whole = sketch.nameByTag().get(piece.whole().tag());
      List<Double> of = begins.get(piece.whole().tag());
      return of.size() == 1 ? whole : whole + "." + (of.indexOf(piece.from()) + 1);
    }

    /** Halves of one curve that go on into each other are one. */
    private static List<List<Half>> runs(List<Half> halves) {
      List<List<Half>> out = new ArrayList<>();
      for (Half h : halves) {
        if (!out.isEmpty() && goesOn(out.getLast().getLast(), h)) {
          out.getLast().add(h);
        } else {
          out.add(new ArrayList<>(List.of(h)));
        }
      }
      if (out.size() > 1 && goesOn(out.getLast().getLast(), out.getFirst().getFirst())) {
        out.getLast().addAll(out.removeFirst());
      }
      return out;
    }

    private static boolean goesOn(Half a, Half b) {
      return a.edge().whole().equals(b.edge().whole())
          && a.along() == b.along()
          && a.end() == b.start()
          && !a.equals(b);
    }
  }
}
