package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * A shape whose faces have names.
 *
 * <p>A face's name tells its birth and outlives later steps. When an operation splits a face its
 * parts are told apart by #2, #3 ... in the order of their place (x, then y, then z), passing over
 * numbers that are taken already; parts of a#2 that is split again are a#2, a#2.2 ... An edge is
 * named by its faces; several between the same two faces are told apart in the same way.
 */
public final class NamedShape {
  private static final double SAME_PLACE_GRID = 1e3;

  private final Shape shape;
  private final List<FaceName> faceNames;
  private final Map<FaceName, Integer> faceByName = new HashMap<>();
  private List<EdgeName> edgeNames;
  private Map<EdgeName, Integer> edgeByName;

  /** By the step that bore the face, or one of the edge's faces; numbers ascending. */
  private Map<String, List<Integer>> facesByStep;

  private Map<String, List<Integer>> edgesByStep;

  /** Names for faces 1, 2 ...; equal names are given ordinals. */
  public NamedShape(Shape shape, List<FaceName> names) {
    if (names.size() != shape.topology().faces().size()) {
      throw new IllegalArgumentException(
          names.size() + " names for " + shape.topology().faces().size() + " faces");
    }
    this.shape = shape;
    this.faceNames =
        distinct(
            names,
            shape.topology().faces().stream().map(Topology.Face::point).toList(),
            FaceName::split);
    for (int i = 0; i < faceNames.size(); i++) {
      faceByName.put(faceNames.get(i), i + 1);
    }
  }

  public Shape shape() {
    return shape;
  }

  public Topology topology() {
    return shape.topology();
  }

  public List<FaceName> faceNames() {
    return faceNames;
  }

  public FaceName faceName(int face) {
    return faceNames.get(face - 1);
  }

  /** Number of the face of that name, or 0. */
  public int face(FaceName name) {
    return faceByName.getOrDefault(name.inShape(), 0);
  }

  /** Numbers of the faces that a pick of that name stands for, ascending. */
  public List<Integer> facesOf(FaceName pick) {
    return facesOfStep(pick.step()).stream().filter(f -> faceName(f).isPartOf(pick)).toList();
  }

  /** Numbers of the edges that a pick of that name stands for, ascending. */
  public List<Integer> edgesOf(EdgeName pick) {
    return edgesOfStep(pick.faces().getFirst().step()).stream()
        .filter(e -> edgeName(e).isPartOf(pick))
        .toList();
  }

  private synchronized List<Integer> facesOfStep(String step) {
    if (facesByStep == null) {
      facesByStep =
          IntStream.rangeClosed(1, faceNames.size())
              .boxed()
              .collect(Collectors.groupingBy(f -> faceName(f).step()));
    }
    return facesByStep.getOrDefault(step, List.of());
  }

  private synchronized List<Integer> edgesOfStep(String step) {
    if (edgesByStep == null) {
      edgesByStep = new HashMap<>();
      for (int e = 1; e <= edgeNames().size(); e++) {
        for (String born : edgeName(e).faces().stream().map(FaceName::step).distinct().toList()) {
          edgesByStep.computeIfAbsent(born, s -> new ArrayList<>()).add(e);
        }
      }
    }
    return edgesByStep.getOrDefault(step, List.of());
  }

  /** The name by which a pick of this face stands for it, and for nothing else that is there. */
  public FaceName pickOf(int face) {
    FaceName name = faceName(face);
    return facesOf(name).size() == 1 ? name : name.alone();
  }

  /** The name by which a pick of this edge stands for it, and for nothing else that is there. */
  public EdgeName pickOfEdge(int edge) {
    EdgeName name = edgeName(edge);
    if (edgesOf(name).size() == 1) {
      return name;
    }
    List<FaceName> around = topology().edge(edge).faces().stream().map(this::pickOf).toList();
    boolean isOneOfSeveral =
        edgeNames().stream().filter(e -> e.bare().equals(name.bare())).count() > 1;
    return name.alone(around, isOneOfSeveral);
  }

  /** Numbers of the faces that are, or are parts of, a face of that name, ascending. */
  public List<Integer> partsOf(FaceName name) {
    FaceName bare = name.bare();
    return IntStream.rangeClosed(1, faceNames.size())
        .filter(f -> faceName(f).bare().equals(bare))
        .boxed()
        .toList();
  }

  public synchronized List<EdgeName> edgeNames() {
    if (edgeNames == null) {
      List<EdgeName> names = new ArrayList<>();
      for (Topology.Edge e : topology().edges()) {
        names.add(EdgeName.between(e.faces().stream().map(this::faceName).toList()));
      }
      edgeNames =
          distinct(
              names, topology().edges().stream().map(Topology.Edge::mid).toList(), EdgeName::split);
      edgeByName = new HashMap<>();
      for (int i = 0; i < edgeNames.size(); i++) {
        edgeByName.put(edgeNames.get(i), i + 1);
      }
    }
    return edgeNames;
  }

  public EdgeName edgeName(int edge) {
    return edgeNames().get(edge - 1);
  }

  /** Number of the edge of that name, or 0. */
  public synchronized int edge(EdgeName name) {
    edgeNames();
    return edgeByName.getOrDefault(name.inShape(), 0);
  }

  /** Gives the second and further of equal names an ordinal that no name has yet. */
  private static <N> List<N> distinct(
      List<N> names, List<Vec3> places, BiFunction<N, Integer, N> split) {
    Map<N, List<Integer>> groups = new LinkedHashMap<>();
    for (int i = 0; i < names.size(); i++) {
      groups.computeIfAbsent(names.get(i), n -> new ArrayList<>()).add(i);
    }
    Set<N> taken = new HashSet<>(groups.keySet());
    List<N> out = new ArrayList<>(names);
    for (Map.Entry<N, List<Integer>> group : groups.entrySet()) {
      List<Integer> members = group.getValue();
      if (members.size() < 2) {
        continue;
      }
      members.sort(
          Comparator.<Integer>comparingLong(i -> Math.round(places.get(i).x() * SAME_PLACE_GRID))
              .thenComparingLong(i -> Math.round(places.get(i).y() * SAME_PLACE_GRID))
              .thenComparingLong(i -> Math.round(places.get(i).z() * SAME_PLACE_GRID)));
      int ordinal = 2;
      for (int member : members.subList(1, members.size())) {
        N name = split.apply(group.getKey(), ordinal);
        while (!taken.add(name)) {
          ordinal++;
          name = split.apply(group.getKey(), ordinal);
        }
        out.set(member, name);
      }
    }
    return List.copyOf(out);
  }

  /** A pick of this face. */
  public FaceChoice.Named chosen(int face) {
    return new FaceChoice.Named(pickOf(face), faceHint(face));
  }

  /** A pick of this edge. */
  public EdgeChoice.Named chosenEdge(int edge) {
    return new EdgeChoice.Named(pickOfEdge(edge), edgeHint(edge));
  }

  /** The hint to keep with a pick of this face. */
  public Hint faceHint(int face) {
    Topology.Face f = topology().face(face);
    return hint(f.point(), f.kind().name(), f.areaMm2());
  }

  /** The hint to keep with a pick of this edge. */
  public Hint edgeHint(int edge) {
    Topology.Edge e = topology().edge(edge);
    return hint(e.mid(), e.kind().name(), e.lengthMm());
  }

  private static Hint hint(Vec3 p, String kind, double size) {
    return new Hint(
        tidy(p.x()), tidy(p.y()), tidy(p.z()), kind.toLowerCase(java.util.Locale.ROOT), tidy(size));
  }

  private static double tidy(double v) {
    return Math.round(v * SAME_PLACE_GRID) / SAME_PLACE_GRID;
  }
}
