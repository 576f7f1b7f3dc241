package org.ankerdraft.core.operation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Naming;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.GeometryKernel.BlendType;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Topology;

/**
 * Rounds tangent to some faces, and those that meet them: which faces they are, what they join, and
 * with which radius.
 *
 * @param corners the faces where rounds meet
 */
public record RoundsBeside(Set<Integer> faces, List<Joint> joints, List<Corner> corners) {

  private static final String CORNER = "corner";

  /** From this share of a round's radius on, what a ball leaves at its end is lost in rounding. */
  private static final double HARDLY_SMALLER = 0.75;

  /** Radii that differ by less than this share are one. */
  private static final double SAME_RADIUS = 1e-6;

  /**
   * Two faces (by name) joined by a round of a radius.
   *
   * @param layer rounds of a layer go on together, after those of the layers before
   */
  public record Joint(FaceName a, FaceName b, double radius, FaceName roundName, int layer) {
    boolean isOn(EdgeName edge) {
      return edge.plain().equals(EdgeName.between(a.bare(), b.bare()));
    }

    /** Where it ends at the third of three faces. */
    private Optional<RoundEnd> endAt(List<FaceName> faces) {
      return faces.size() == 3 && faces.contains(a) && faces.contains(b)
          ? faces.stream()
              .filter(f -> !f.equals(a) && !f.equals(b))
              .findFirst()
              .map(end -> new RoundEnd(EdgeName.between(end, roundName), radius))
          : Optional.empty();
    }
  }

  /**
   * A face where rounds meet.
   *
   * @param around the faces that these rounds join
   */
  public record Corner(FaceName name, Set<FaceName> around) {}

  /**
   * Takes the rounds beside faces away, changes what is left, and puts the rounds back with their
   * radii.
   *
   * @param change of the body without the rounds; it is told which faces of the input they were
   */
  public Outcome<NamedShape> off(
      BuildContext context,
      NamedShape input,
      Naming.Births births,
      BiFunction<NamedShape, Set<Integer>, Outcome<NamedShape>> change) {
    if (faces.isEmpty()) {
      return Outcome.failed(Outcome.Cause.REFUSED, "no rounds stand beside the faces");
    }
    return context
        .kernel
        .defeature(input.shape(), List.copyOf(faces), context.shortBudget())
        .map(d -> Naming.name(d, List.of(input), births))
        .then(bare -> change.apply(bare, faces))
        .then(changed -> putBack(context.kernel, changed, context.shortBudget()));
  }

  /**
   * Takes the rounds away, and puts them back together with others.
   *
   * @param sizes of the others: radius by edge of the input; edges of the rounds are no more
   * @param births names of the faces that come of the others
   */
  Outcome<NamedShape> together(
      BuildContext context, NamedShape input, Map<Integer, Double> sizes, Naming.Births births) {
    if (joints.isEmpty()) {
      return Outcome.failed(Outcome.Cause.REFUSED, "the edges end no other rounds");
    }
    return context
        .kernel
        .defeature(input.shape(), List.copyOf(faces), context.budget())
        .map(d -> Naming.name(d, List.of(input), births))
        .then(bare -> {
          Map<Integer, Double> radii = new LinkedHashMap<>();
          for (Joint j : joints) {
            edgesOf(bare, j).forEach(e -> radii.put(e, j.radius));
          }
          sizes.forEach((edge, radius) -> {
            if (input.topology().edge(edge).faces().stream().noneMatch(faces::contains)) {
              radii.put(bare.edge(input.edgeName(edge)), radius);
            }
          });
          return radii.containsKey(0) || radii.isEmpty()
              ? Outcome.failed(Outcome.Cause.REFUSED, "an edge is gone without the rounds")
              : context
                  .kernel
                  .blend(bare.shape(), BlendType.ROUND, radii, context.budget())
                  .map(d -> renamed(d, bare, turning(input, sizes, births)));
        });
  }

  /**
   * A ball that turns on the spot at the end of a round leaves a face along the edge that it ended
   * in.
   */
  private Naming.Births turning(
      NamedShape input, Map<Integer, Double> balls, Naming.Births births) {
    return new Naming.Births() {
      @Override
      public FaceName fromEdge(EdgeName name) {
        return births.fromEdge(name);
      }

      @Override
      public FaceName fromVertex(List<FaceName> facesAround) {
        return joints.stream()
            .flatMap(j -> j.endAt(facesAround).stream())
            .filter(end -> isAsLarge(balls.get(input.edge(end.edge)), end.radius))
            .findFirst()
            .map(end -> births.fromEdge(end.edge))
            .orElseGet(() -> births.fromVertex(facesAround));
      }

      @Override
      public FaceName unknown() {
        return births.unknown();
      }
    };
  }

  private static boolean isAsLarge(Double ball, double radius) {
    return ball != null && Math.abs(ball - radius) <= SAME_RADIUS * radius;
  }

  /** The edge in which a round of some radius ends. */
  private record RoundEnd(EdgeName edge, double radius) {}

  /**
   * The rounds that end in edges along which a ball is to roll within them, hardly smaller than
   * they are: those that a step put on.
   *
   * @param balls radius by edge
   */
  static RoundsBeside endedBy(NamedShape input, Map<Integer, Double> balls) {
    Set<Integer> ended = new LinkedHashSet<>();
    balls.forEach((number, ball) -> {
      Topology.Edge edge = input.topology().edge(number);
      for (int f : edge.faces()) {
        Topology.Face face = input.topology().face(f);
        if (face.kind() == Topology.SurfaceKind.CYLINDER
            && isRound(input, f)
            && face.concave() == (edge.bend() == Topology.Bend.CONCAVE)
            && ball > HARDLY_SMALLER * face.radius()) {
          ended.add(f);
        }
      }
    });
    return ofRounds(input, ended);
  }

  /** With all further rounds that hang together with these. */
  RoundsBeside withConnected(NamedShape input) {
    Set<Integer> all = new LinkedHashSet<>(faces);
    all.addAll(connected(input, faces));
    return ofRounds(input, all);
  }

  /** Those beside some faces that a step has put on. */
  public static RoundsBeside of(NamedShape input, Set<Integer> tilted) {
    return ofRounds(input, connected(input, tilted));
  }

  private static RoundsBeside ofRounds(NamedShape input, Set<Integer> rounds) {
    Topology t = input.topology();
    List<Joint> joints = new ArrayList<>();
    List<Corner> corners = new ArrayList<>();
    for (int round : rounds) {
      FaceName name = input.faceName(round);
      if (name.role().equals(CORNER)) {
        corners.add(new Corner(name, Set.copyOf(name.from())));
        continue;
      }
      List<Integer> sides = new ArrayList<>();
      for (Topology.Edge e : t.edges()) {
        int other =
            e.bend() == Topology.Bend.SMOOTH && e.faces().contains(round) ? e.across(round) : 0;
        if (other > 0 && !rounds.contains(other) && !sides.contains(other)) {
          sides.add(other);
        }
      }
      if (sides.size() < 2) {
        corners.add(new Corner(name, around(input, round, rounds)));
      } else if (sides.size() == 2) {
        joints.add(
            new Joint(
                input.faceName(sides.get(0)),
                input.faceName(sides.get(1)),
                radius(t.face(round)),
                name,
                0));
      }
    }
    return new RoundsBeside(rounds, joints, corners);
  }

  /**
   * The faces that are joined by a round and by those that meet it: three, where it fills a corner.
   */
  private static Set<FaceName> around(NamedShape input, int corner, Set<Integer> rounds) {
    Topology t = input.topology();
    Set<Integer> meeting = new LinkedHashSet<>(Set.of(corner));
    for (Topology.Edge e : t.edges()) {
      int other = e.faces().contains(corner) ? e.across(corner) : 0;
      if (rounds.contains(other)) {
        meeting.add(other);
      }
    }
    Set<FaceName> out = new HashSet<>();
    for (Topology.Edge e : t.edges()) {
      for (int face : e.faces()) {
        int other = e.bend() == Topology.Bend.SMOOTH ? e.across(face) : 0;
        if (meeting.contains(face) && other > 0 && !rounds.contains(other)) {
          out.add(input.faceName(other));
        }
      }
    }
    return out;
  }

  /** Those beside some faces, whoever made them: by their shape. */
  public static RoundsBeside byShape(NamedShape input, Set<Integer> faces, Tolerance tolerance) {
    return new ShapedRounds(input, tolerance).beside(faces);
  }

  /**
   * From the faces over smooth edges to rounds, and from these over any edge to further ones: a
   * round put back beside one that was left would run on along its edge.
   */
  private static Set<Integer> connected(NamedShape input, Set<Integer> tilted) {
    Set<Integer> rounds = new LinkedHashSet<>();
    List<Integer> frontier = new ArrayList<>(tilted);
    while (!frontier.isEmpty()) {
      int face = frontier.removeLast();
      for (Topology.Edge e : input.topology().edges()) {
        boolean leadsOn =
            e.faces().contains(face) && (e.bend() == Topology.Bend.SMOOTH || rounds.contains(face));
        int other = leadsOn ? e.across(face) : 0;
        if (other > 0 && !tilted.contains(other) && isRound(input, other) && rounds.add(other)) {
          frontier.add(other);
        }
      }
    }
    return rounds;
  }

  /** A round that was tangent to one of the faces and no longer is, in words. */
  static Optional<String> loosened(NamedShape before, NamedShape after, Set<Integer> tilted) {
    for (Topology.Edge e : before.topology().edges()) {
      if (e.bend() != Topology.Bend.SMOOTH || e.faces().size() != 2) {
        continue;
      }
      for (int face : e.faces()) {
        int round = e.across(face);
        if (!tilted.contains(face) || tilted.contains(round) || !isRound(before, round)) {
          continue;
        }
        if (isSharpBetween(after, before.faceName(face).bare(), before.faceName(round).bare())) {
          return Optional.of(
              "round "
                  + before.faceName(round)
                  + " would no longer be tangent to "
                  + before.faceName(face)
                  + "; round after the draft");
        }
      }
    }
    return Optional.empty();
  }

  /** Those of the rounds that count. */
  RoundsBeside where(Predicate<Joint> counts) {
    return new RoundsBeside(faces, joints.stream().filter(counts).toList(), corners);
  }

  /** A round that no longer runs smoothly into one of the faces that it joins, in words. */
  public Optional<String> loosened(NamedShape after) {
    for (Joint j : joints) {
      for (FaceName side : List.of(j.a, j.b)) {
        if (isSharpBetween(after, side.bare(), j.roundName.bare())) {
          return Optional.of("round " + j.roundName + " would no longer be tangent to " + side);
        }
      }
    }
    return Optional.empty();
  }

  private static boolean isSharpBetween(NamedShape shape, FaceName a, FaceName b) {
    return shape.topology().edges().stream()
        .filter(e -> e.isSharp() && e.faces().size() == 2)
        .map(e -> e.faces().stream().map(f -> shape.faceName(f).bare()).toList())
        .anyMatch(names -> names.contains(a) && names.contains(b));
  }

  private static boolean isRound(NamedShape input, int face) {
    return switch (input.topology().face(face).kind()) {
      case CYLINDER, TORUS, SPHERE, FREEFORM ->
          Set.of("on", CORNER).contains(input.faceName(face).role());
      case PLANE, CONE -> false;
    };
  }

  private static double radius(Topology.Face f) {
    return f.kind() == Topology.SurfaceKind.TORUS ? f.second() : f.radius();
  }

  private Outcome<NamedShape> putBack(GeometryKernel kernel, NamedShape bare, Budget budget) {
    Outcome<NamedShape> now = Outcome.done(bare);
    int layers = joints.stream().mapToInt(Joint::layer).max().orElse(0);
    for (int layer = 0; layer <= layers; layer++) {
      List<Joint> together = inLayer(layer);
      now = now.then(shape -> withRounds(kernel, shape, together, budget));
    }
    return now;
  }

  private List<Joint> inLayer(int layer) {
    return joints.stream().filter(j -> j.layer == layer).toList();
  }

  private Outcome<NamedShape> withRounds(
      GeometryKernel kernel, NamedShape bare, List<Joint> together, Budget budget) {
    Map<Integer, Double> radii = new LinkedHashMap<>();
    for (Joint j : together) {
      List<Integer> edges = edgesOf(bare, j);
      if (edges.isEmpty()) {
        return Outcome.failed(
            Outcome.Cause.REFUSED, "the edge of round " + j.roundName + " would be gone");
      }
      edges.forEach(e -> radii.put(e, j.radius));
    }
    return kernel
        .blend(bare.shape(), BlendType.ROUND, radii, budget)
        .map(d -> RoundNames.byWhatTheyJoin(renamed(d, bare, Blends.births("round")), together));
  }

  /**
   * The edges that a joint rounds. Without the rounds the parts of a face that was cut in two may
   * be counted in another order, or be one.
   */
  private static List<Integer> edgesOf(NamedShape bare, Joint joint) {
    List<Integer> own = edgesOf(bare, Set.of(joint.a, joint.b), UnaryOperator.identity());
    Set<FaceName> whole = Set.of(joint.a.bare(), joint.b.bare());
    return own.isEmpty() ? edgesOf(bare, whole, FaceName::bare) : own;
  }

  private static List<Integer> edgesOf(
      NamedShape bare, Set<FaceName> sides, UnaryOperator<FaceName> called) {
    List<Integer> out = new ArrayList<>();
    for (int i = 1; i <= bare.topology().edges().size(); i++) {
      Topology.Edge e = bare.topology().edge(i);
      Set<FaceName> names = new HashSet<>();
      e.faces().forEach(f -> names.add(called.apply(bare.faceName(f))));
      if (e.isSharp() && e.faces().size() == 2 && names.containsAll(sides)) {
        out.add(i);
      }
    }
    return out;
  }

  /** The rounds get the names back that they had. */
  private NamedShape renamed(Derived d, NamedShape bare, Naming.Births plain) {
    return Naming.name(
        d,
        List.of(bare),
        new Naming.Births() {
          @Override
          public FaceName fromEdge(EdgeName name) {
            return joints.stream()
                .filter(j -> j.isOn(name))
                .findFirst()
                .map(Joint::roundName)
                .orElseGet(() -> plain.fromEdge(name));
          }

          @Override
          public FaceName fromVertex(List<FaceName> facesAround) {
            Set<FaceName> around = Set.copyOf(facesAround);
            return corners.stream()
                .filter(c -> c.around.equals(around))
                .findFirst()
                .map(Corner::name)
                .orElseGet(() -> plain.fromVertex(facesAround));
          }

          @Override
          public FaceName unknown() {
            return plain.unknown();
          }
        });
  }
}
