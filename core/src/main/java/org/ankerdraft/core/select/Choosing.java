package org.ankerdraft.core.select;

import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/** Evaluates choices on a named shape. */
public final class Choosing {

  /** Named things are gone. Carries candidates for each: nothing is guessed silently. */
  public static final class Adrift extends Exception {
    private static final long serialVersionUID = 1L;
    private final transient List<Lost> lost;
    private final transient NamedShape shape;

    public Adrift(Lost lost) {
      this(List.of(lost), null);
    }

    private Adrift(List<Lost> lost, NamedShape shape) {
      super(Lost.inWords(lost));
      this.lost = lost;
      this.shape = shape;
    }

    public List<Lost> lost() {
      return lost;
    }

    /** The same with whatever else among some picks is gone from the shape that was looked at. */
    public Adrift with(Picks picks) {
      return shape == null ? this : new Adrift(picks.lost(shape, lost), shape);
    }
  }

  private final NamedShape named;
  private final Topology topology;
  private final Evaluator values;
  private final Tolerance tolerance;
  private final Vec3 partPull;
  private final boolean takesSmooth;

  /**
   * Rules of edges describe sharp ones only, which can be rounded.
   *
   * @param partPull the pull of the part's process, for choices that name none
   */
  public Choosing(NamedShape named, Evaluator values, Vec3 partPull, Tolerance tolerance) {
    this(named, values, partPull, tolerance, false);
  }

  private Choosing(
      NamedShape named, Evaluator values, Vec3 partPull, Tolerance tolerance, boolean takesSmooth) {
    this.takesSmooth = takesSmooth;
    this.named = named;
    this.topology = named.topology();
    this.values = values;
    this.partPull = partPull;
    this.tolerance = tolerance;
  }

  /** The same, whose rules describe edges between tangent faces, too. */
  public Choosing withSmoothEdges() {
    return new Choosing(named, values, partPull, tolerance, true);
  }

  private boolean isTaken(Topology.Edge e) {
    return e.isSharp() || (takesSmooth && e.bend() == Topology.Bend.SMOOTH);
  }

  /** Numbers of the chosen faces, ascending. */
  public Set<Integer> faces(Collection<FaceChoice> choices) throws Adrift, ExpressionException {
    Set<Integer> out = new TreeSet<>();
    for (FaceChoice c : choices) {
      out.addAll(faces(c));
    }
    return out;
  }

  public Set<Integer> faces(FaceChoice choice) throws Adrift, ExpressionException {
    return switch (choice) {
      case FaceChoice.Named n -> namedFaces(n);
      case FaceChoice.OfStep s -> facesWhere(i -> isOfStep(i, s.step(), s.role()));
      case FaceChoice.Facing f -> facing(f);
      case FaceChoice.Upright u -> upright(u);
      case FaceChoice.Nearest n -> {
        Vec3 at = n.at().at(values);
        yield Set.of(nearestFace(f -> f.point().distance(at) + offSurface(f, at)));
      }
      case FaceChoice.ShortOfDraft s -> shortOfDraft(s);
      case FaceChoice.Rounds r -> rounds(r);
      case FaceChoice.All _ -> facesWhere(i -> true);
    };
  }

  private Set<Integer> facesWhere(java.util.function.IntPredicate test) {
    Set<Integer> out = new TreeSet<>();
    IntStream.rangeClosed(1, topology.faces().size()).filter(test).forEach(out::add);
    return out;
  }

  private boolean isOfStep(int face, String step, String role) {
    return named.faceName(face).isOf(step, role);
  }

  private Set<Integer> namedFaces(FaceChoice.Named n) throws Adrift {
    Set<Integer> faces = new TreeSet<>(named.facesOf(n.name()));
    if (faces.isEmpty()) {
      throw new Adrift(List.of(Picks.lost(named, n)), named);
    }
    return faces;
  }

  private int nearestFace(ToDoubleFunction<Topology.Face> distance) {
    int best = 0;
    double least = Double.POSITIVE_INFINITY;
    for (int i = 1; i <= topology.faces().size(); i++) {
      double d = distance.applyAsDouble(topology.face(i));
      if (d < least) {
        least = d;
        best = i;
      }
    }
    return best;
  }

  /**
   * Penalises faces on whose surface the point does not lie, so that a point on a big face finds
   * that face.
   */
  private static double offSurface(Topology.Face f, Vec3 at) {
    double off = Surfaces.distance(f, at);
    return Double.isNaN(off) ? 0 : 1000 * off;
  }

  private Set<Integer> facing(FaceChoice.Facing f) {
    Vec3 direction = f.direction().unit();
    Set<Integer> all =
        facesWhere(i ->
            topology.face(i).kind() == Topology.SurfaceKind.PLANE
                && topology.face(i).normal().angleTo(direction) < tolerance.angleRad());
    if (f.every() || all.isEmpty()) {
      return all;
    }
    double farthest =
        all.stream().mapToDouble(i -> topology.face(i).point().dot(direction)).max().orElseThrow();
    Set<Integer> out = new TreeSet<>();
    for (int i : all) {
      if (topology.face(i).point().dot(direction) > farthest - tolerance.lengthMm()) {
        out.add(i);
      }
    }
    return out;
  }

  private Vec3 pullOr(Direction given) {
    return given == null ? partPull : given.unit();
  }

  private Set<Integer> upright(FaceChoice.Upright u) {
    Vec3 pull = pullOr(u.pull());
    return facesWhere(i -> {
      Topology.Face f = topology.face(i);
      boolean parallel =
          switch (f.kind()) {
            case PLANE -> Math.abs(f.normal().dot(pull)) < tolerance.angleRad();
            case CYLINDER, FREEFORM -> isDrawnAlong(f, pull);
            default -> false;
          };
      return parallel && (u.step() == null || isOfStep(i, u.step(), null));
    });
  }

  /** Whether a face that is not plane is upright all over. */
  private boolean isDrawnAlong(Topology.Face f, Vec3 pull) {
    boolean isAxis = f.kind() == Topology.SurfaceKind.CYLINDER;
    return f.direction().cross(pull).length() < tolerance.angleRad()
        && (isAxis || Math.abs(f.normal().dot(pull)) < tolerance.angleRad());
  }

  private Set<Integer> shortOfDraft(FaceChoice.ShortOfDraft s) throws ExpressionException {
    double required = values.angleRad(s.angle());
    Vec3 pull = pullOr(s.pull());
    return facesWhere(i -> {
      Topology.Face f = topology.face(i);
      return switch (f.kind()) {
        case PLANE ->
            Math.abs(Math.asin(clamp(f.normal().dot(pull)))) < required - tolerance.angleRad();
        case CYLINDER, FREEFORM -> isDrawnAlong(f, pull);
        case CONE ->
            f.direction().cross(pull).length() < tolerance.angleRad()
                && Math.abs(f.second()) < required - tolerance.angleRad();
        default -> false;
      };
    });
  }

  private Set<Integer> rounds(FaceChoice.Rounds r) throws ExpressionException {
    double most = r.upTo() == null ? Double.MAX_VALUE : values.lengthMm(r.upTo());
    double limit = most + tolerance.lengthMm();
    Set<Integer> out =
        facesWhere(i -> {
          Topology.Face f = topology.face(i);
          List<Topology.Edge> sides =
              edgesOf(f)
                  .filter(e -> e.bend() == Topology.Bend.SMOOTH && RoundShape.runsAlong(e, f))
                  .toList();
          return sides.size() >= 2 && radius(f) <= limit && !RoundShape.isHalfTurn(f, sides);
        });
    Set<Integer> rounds = Set.copyOf(out);
    out.addAll(facesWhere(i -> isCornerOf(i, rounds) && radius(topology.face(i)) <= limit));
    return out;
  }

  /** Of a round's section, mm; 0 where the face has none. */
  private static double radius(Topology.Face f) {
    return switch (f.kind()) {
      case CYLINDER, SPHERE -> f.radius();
      case TORUS -> f.second();
      case PLANE, CONE, FREEFORM -> 0;
    };
  }

  /** A curved face that runs smoothly into all its neighbours, two rounds or more among them. */
  private boolean isCornerOf(int face, Set<Integer> rounds) {
    Topology.Face f = topology.face(face);
    return switch (f.kind()) {
      case SPHERE, TORUS, FREEFORM ->
          edgesOf(f)
                  .filter(e -> e.faces().size() == 2)
                  .allMatch(e -> e.bend() == Topology.Bend.SMOOTH)
              && edgesOf(f)
                      .flatMap(e -> e.faces().stream())
                      .filter(rounds::contains)
                      .distinct()
                      .count()
                  >= 2;
      case PLANE, CYLINDER, CONE -> false;
    };
  }

  private Stream<Topology.Edge> edgesOf(Topology.Face f) {
    return f.loops().stream().flatMap(List::stream).map(topology::edge);
  }

  private static double clamp(double v) {
    return Math.max(-1, Math.min(1, v));
  }

  /** Numbers of the chosen edges, ascending; seams and degenerate edges never among them. */
  public Set<Integer> edges(Collection<EdgeChoice> choices) throws Adrift, ExpressionException {
    Set<Integer> out = new TreeSet<>();
    for (EdgeChoice c : choices) {
      out.addAll(edges(c));
    }
    return out;
  }

  public Set<Integer> edges(EdgeChoice choice) throws Adrift, ExpressionException {
    return switch (choice) {
      case EdgeChoice.Named n -> namedEdges(n);
      case EdgeChoice.Chain c -> TangentChain.of(topology, edges(c.from()));
      case EdgeChoice.Loop l -> loop(l);
      case EdgeChoice.OfFaces f -> ofFaces(faces(f.face()));
      case EdgeChoice.OfStep s -> ofStep(s);
      case EdgeChoice.Inside _ -> edgesWhere(e -> e.bend() == Topology.Bend.CONCAVE);
      case EdgeChoice.Outside _ -> edgesWhere(e -> e.bend() == Topology.Bend.CONVEX);
      case EdgeChoice.Sharp _ -> edgesWhere(Topology.Edge::isSharp);
      case EdgeChoice.Parallel p ->
          edgesWhere(e ->
              isTaken(e)
                  && e.kind() == Topology.CurveKind.LINE
                  && e.direction().cross(p.direction().unit()).length() < tolerance.angleRad()
                  && (p.step() == null
                      || e.faces().stream().anyMatch(f -> isOfStep(f, p.step(), null))));
      case EdgeChoice.Nearest n -> {
        Vec3 at = n.at().at(values);
        int edge = nearestEdge(e -> e.mid().distance(at));
        yield edge == 0 ? Set.of() : Set.of(edge);
      }
    };
  }

  private Set<Integer> edgesWhere(java.util.function.Predicate<Topology.Edge> test) {
    Set<Integer> out = new TreeSet<>();
    for (int i = 1; i <= topology.edges().size(); i++) {
      if (test.test(topology.edge(i))) {
        out.add(i);
      }
    }
    return out;
  }

  private Set<Integer> namedEdges(EdgeChoice.Named n) throws Adrift {
    Set<Integer> edges = new TreeSet<>(named.edgesOf(n.name()));
    if (edges.isEmpty()) {
      throw new Adrift(List.of(Picks.lost(named, n)), named);
    }
    return edges;
  }

  private int nearestEdge(ToDoubleFunction<Topology.Edge> distance) {
    int best = 0;
    double least = Double.POSITIVE_INFINITY;
    for (int i = 1; i <= topology.edges().size(); i++) {
      Topology.Edge e = topology.edge(i);
      double d = distance.applyAsDouble(e);
      if (e.bend() != Topology.Bend.DEGENERATE && e.bend() != Topology.Bend.SEAM && d < least) {
        least = d;
        best = i;
      }
    }
    return best;
  }

  private Set<Integer> ofFaces(Set<Integer> faces) {
    return edgesWhere(e -> isTaken(e) && e.faces().stream().anyMatch(faces::contains));
  }

  private Set<Integer> ofStep(EdgeChoice.OfStep s) {
    return edgesWhere(e ->
        isTaken(e)
            && e.faces().stream().anyMatch(f -> isOfStep(f, s.step(), null))
            && (s.corner() == null
                || ((s.corner() == EdgeChoice.Corner.INSIDE)
                    == (e.bend() == Topology.Bend.CONCAVE))));
  }

  private Set<Integer> loop(EdgeChoice.Loop l) throws Adrift, ExpressionException {
    Set<Integer> out = new TreeSet<>();
    for (int f : faces(l.face())) {
      List<List<Integer>> loops = topology.face(f).loops();
      List<Integer> chosen = loops.getFirst();
      if (l.near() != null) {
        Vec3 at = l.near().at(values);
        chosen =
            loops.stream()
                .min(
                    Comparator.comparingDouble(loop ->
                        loop.stream()
                            .mapToDouble(e -> topology.edge(e).mid().distance(at))
                            .min()
                            .orElse(1e300)))
                .orElseThrow();
      }
      chosen.stream().filter(e -> isTaken(topology.edge(e))).forEach(out::add);
    }
    return out;
  }
}
