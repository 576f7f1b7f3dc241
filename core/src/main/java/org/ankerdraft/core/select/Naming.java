package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.ankerdraft.kernel.Derived;
import org.ankerdraft.kernel.Derived.Origin;
import org.ankerdraft.kernel.Shape;
import org.ankerdraft.kernel.Topology;

/**
 * Gives the faces of a result their names, from the names of the inputs and the operation's
 * history.
 */
public final class Naming {

  /** The names an operation gives to faces that it bears; null where it says nothing. */
  public interface Births {
    default FaceName fromFace(FaceName name) {
      return null;
    }

    default FaceName fromEdge(EdgeName name) {
      return null;
    }

    /** A face born from the corner where some faces meet. */
    default FaceName fromVertex(List<FaceName> facesAround) {
      return null;
    }

    /** The face raised by the curve with that tag. */
    default FaceName fromCurve(int tag) {
      return null;
    }

    default FaceName startCap(int region) {
      return null;
    }

    default FaceName endCap(int region) {
      return null;
    }

    /** A face cut by the plane with that index; null if it takes the name of a face it replaces. */
    default FaceName fromPlane(int index) {
      return null;
    }

    /** A face whose origin the library does not tell. */
    FaceName unknown();

    /** Of something that is cut: the cut has one name. */
    static Births ofCut(FaceName cut, FaceName unknown) {
      return new Births() {
        @Override
        public FaceName fromPlane(int index) {
          return cut;
        }

        @Override
        public FaceName unknown() {
          return unknown;
        }
      };
    }
  }

  private static final double SAME_PLACE_MM = 1e-4;
  private static final double SAME_DIRECTION_RAD = 1e-4;

  private final Births births;
  private final List<NamedShape> inputs;

  private Naming(List<NamedShape> inputs, Births births) {
    this.inputs = inputs;
    this.births = births;
  }

  /** Names the faces of a result of an operation on the inputs. */
  public static NamedShape name(Derived derived, List<NamedShape> inputs, Births births) {
    return new Naming(inputs, births).name(derived);
  }

  private NamedShape name(Derived derived) {
    int count = derived.shape().topology().faces().size();
    List<Set<FaceName>> old = new ArrayList<>();
    List<Set<FaceName>> born = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      old.add(new HashSet<>());
      born.add(new HashSet<>());
    }
    for (Origin o : derived.origins()) {
      switch (o.kind()) {
        case FACE_KEPT, FACE_MODIFIED ->
            old.get(o.face() - 1).add(inputs.get(o.input()).faceName(o.source()));
        default -> {
          FaceName name = birthName(o);
          if (name != null) {
            born.get(o.face() - 1).add(name);
          }
        }
      }
    }
    List<FaceName> names = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      names.add(chosen(derived.shape(), i + 1, old.get(i), born.get(i)));
    }
    nameByLostOnes(derived.shape().topology(), names);
    return new NamedShape(derived.shape(), names);
  }

  /**
   * Faces of which nothing is known, not even by their place: each takes the name of the nearest
   * input face that lies on the same surface and is not in the result.
   */
  private void nameByLostOnes(Topology result, List<FaceName> names) {
    for (int i = 0; i < names.size(); i++) {
      if (names.get(i) == null) {
        FaceName lost = lostOnSurfaceOf(result.face(i + 1), new HashSet<>(names));
        names.set(i, lost == null ? births.unknown() : lost);
      }
    }
  }

  private FaceName lostOnSurfaceOf(Topology.Face f, Set<FaceName> present) {
    FaceName best = null;
    double nearest = Double.POSITIVE_INFINITY;
    for (NamedShape input : inputs) {
      for (int i = 1; i <= input.topology().faces().size(); i++) {
        Topology.Face g = input.topology().face(i);
        double away = g.point().distance(f.point());
        if (away < nearest && !present.contains(input.faceName(i)) && isOnOneSurface(f, g)) {
          nearest = away;
          best = input.faceName(i);
        }
      }
    }
    return best;
  }

  private static boolean isOnOneSurface(Topology.Face f, Topology.Face g) {
    return g.kind() == f.kind()
        && Math.abs(g.radius() - f.radius()) < SAME_PLACE_MM
        && Surfaces.distance(g, f.point()) < SAME_PLACE_MM
        && Surfaces.distance(f, g.point()) < SAME_PLACE_MM;
  }

  private FaceName birthName(Origin o) {
    return switch (o.kind()) {
      case FROM_FACE -> births.fromFace(inputs.get(o.input()).faceName(o.source()));
      case FROM_EDGE -> births.fromEdge(inputs.get(o.input()).edgeName(o.source()));
      case FROM_VERTEX -> births.fromVertex(facesAround(inputs.get(o.input()), o.source()));
      case CURVE -> births.fromCurve(o.source());
      case START_CAP -> births.startCap(o.source());
      case END_CAP -> births.endCap(o.source());
      case PLANE -> births.fromPlane(o.source());
      case FACE_KEPT, FACE_MODIFIED -> null;
    };
  }

  private static List<FaceName> facesAround(NamedShape input, int vertex) {
    return input.topology().edges().stream()
        .filter(e -> e.startVertex() == vertex || e.endVertex() == vertex)
        .flatMap(e -> e.faces().stream())
        .distinct()
        .map(input::faceName)
        .sorted()
        .toList();
  }

  /**
   * @return null for one of which nothing is known
   */
  private FaceName chosen(Shape shape, int face, Set<FaceName> old, Set<FaceName> born) {
    if (!old.isEmpty()) {
      // Merged faces take the first name in alphabetical order, so that the choice does not depend
      // on the library.
      return old.stream().sorted().findFirst().orElseThrow();
    }
    if (!born.isEmpty()) {
      return born.stream().sorted().findFirst().orElseThrow();
    }
    return sameSurface(shape.topology().face(face));
  }

  /**
   * Where history is missing: the name of an input face on the same plane or cylinder that holds
   * the same place.
   */
  private FaceName sameSurface(Topology.Face f) {
    for (NamedShape input : inputs) {
      for (int i = 1; i <= input.topology().faces().size(); i++) {
        Topology.Face g = input.topology().face(i);
        if (g.kind() == f.kind()
            && g.point().distance(f.point()) < SAME_PLACE_MM
            && g.normal().angleTo(f.normal()) < SAME_DIRECTION_RAD) {
          return input.faceName(i);
        }
      }
    }
    return null;
  }
}
