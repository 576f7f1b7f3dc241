package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.kernel.Vec3;

/**
 * A shape whose faces have names.
 *
 * <p>A face's name tells its birth and outlives later steps: {@code extrude1/side:outline.left},
 * {@code extrude1/end}, {@code round1/on(a|b)}, {@code shell1/inner(a)}. When an operation splits a
 * face its parts are told apart by #2, #3 ... in the order of their place (x, then y, then z);
 * parts of a#2 that is split again are a#2, a#2.2 ... An edge is named by its faces, {@code a|b} in
 * alphabetical order, with the same ordinals.
 */
public final class NamedShape {
  private static final double SAME_PLACE_GRID = 1e3;

  private final Shape shape;
  private final List<String> faceNames;
  private final Map<String, Integer> faceByName = new HashMap<>();
  private List<String> edgeNames;

  /** Names for faces 1, 2 ...; equal names are given ordinals. */
  public NamedShape(Shape shape, List<String> names) {
    if (names.size() != shape.topology().faces().size()) {
      throw new IllegalArgumentException(
          names.size() + " names for " + shape.topology().faces().size() + " faces");
    }
    this.shape = shape;
    this.faceNames =
        distinct(names, shape.topology().faces().stream().map(Topology.Face::point).toList());
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

  public List<String> faceNames() {
    return faceNames;
  }

  public String faceName(int face) {
    return faceNames.get(face - 1);
  }

  /** Number of the face of that name, or 0. */
  public int face(String name) {
    return faceByName.getOrDefault(name, 0);
  }

  public synchronized List<String> edgeNames() {
    if (edgeNames == null) {
      List<String> names = new ArrayList<>();
      for (Topology.Edge e : topology().edges()) {
        names.add(e.faces().stream().map(this::faceName).sorted().collect(Collectors.joining("|")));
      }
      edgeNames = distinct(names, topology().edges().stream().map(Topology.Edge::mid).toList());
    }
    return edgeNames;
  }

  public String edgeName(int edge) {
    return edgeNames().get(edge - 1);
  }

  /** Number of the edge of that name, or 0. */
  public int edge(String name) {
    return edgeNames().indexOf(name) + 1;
  }

  /** The step in which a name was born: what stands before the first slash. */
  public static String birthStep(String name) {
    int slash = name.indexOf('/');
    return slash < 0 ? name : name.substring(0, slash);
  }

  /** A name's role in its step: what stands between the slash and the first of : ( #. */
  public static String role(String name) {
    String rest = name.substring(name.indexOf('/') + 1);
    return rest.split("[:(#]", 2)[0];
  }

  private static List<String> distinct(List<String> names, List<Vec3> places) {
    Map<String, List<Integer>> groups = new HashMap<>();
    for (int i = 0; i < names.size(); i++) {
      groups.computeIfAbsent(names.get(i), n -> new ArrayList<>()).add(i);
    }
    List<String> out = new ArrayList<>(names);
    for (List<Integer> group : groups.values()) {
      if (group.size() < 2) {
        continue;
      }
      group.sort(
          Comparator.<Integer>comparingLong(i -> Math.round(places.get(i).x() * SAME_PLACE_GRID))
              .thenComparingLong(i -> Math.round(places.get(i).y() * SAME_PLACE_GRID))
              .thenComparingLong(i -> Math.round(places.get(i).z() * SAME_PLACE_GRID)));
      for (int k = 1; k < group.size(); k++) {
        String name = names.get(group.get(k));
        out.set(
            group.get(k), name + (name.equals(Naming.withoutOrdinal(name)) ? "#" : ".") + (k + 1));
      }
    }
    return List.copyOf(out);
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
