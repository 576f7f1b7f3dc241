package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.ankerdraft.core.expression.NearNames;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Ranks what may stand for a face or an edge that is gone: by ancestry (what bore it), kind, place
 * and size, as far as the pick tells them. The weights are our own choice.
 */
final class Candidates {
  private static final int MOST = 3;

  private static final double BY_ANCESTRY = 0.25;
  private static final double BY_PLACE = 0.45;
  private static final double BY_KIND = 0.15;
  private static final double BY_SIZE = 0.15;

  /** How sharply a candidate that is more alike takes the confidence of the others. */
  private static final double SHARPNESS = 6;

  /** Without a hint only names speak. */
  private static final double BY_NAME_ALONE = 0.7;

  /** Less of an ancestry than this is not worth a word. */
  private static final double SAME_BIRTH = 0.5;

  private static final double NEAR_SIZE = 0.95;
  private static final double NEAR_MM = 0.005;

  /**
   * How alike something is, each from 0 to 1.
   *
   * @param offMm how far it lies away; NaN if nobody knows
   */
  private record Likeness(
      double ancestry, double kind, double place, double size, double offMm, boolean known) {
    double whole() {
      return known
          ? BY_ANCESTRY * ancestry + BY_PLACE * place + BY_KIND * kind + BY_SIZE * size
          : BY_NAME_ALONE * ancestry;
    }

    String inWords() {
      List<String> words = new ArrayList<>();
      if (ancestry >= 1) {
        words.add("a part of the same");
      } else if (ancestry >= SAME_BIRTH) {
        words.add("born alike");
      }
      if (known) {
        words.add(
            offMm < NEAR_MM
                ? "in the same place"
                : String.format(Locale.ROOT, "%.2f mm away", offMm));
        if (kind > 0 && size > NEAR_SIZE) {
          words.add("same kind and size");
        } else if (kind > 0) {
          words.add("same kind");
        }
      }
      return String.join(", ", words);
    }
  }

  private record Rated(int number, Likeness likeness) {}

  private Candidates() {}

  /** Among names alone. */
  static List<Candidate> byName(String lost, Collection<String> others) {
    List<String> nearest =
        others.stream()
            .sorted(Comparator.comparingDouble((String o) -> -NearNames.likeness(o, lost)))
            .limit(MOST)
            .toList();
    List<Double> likeness = nearest.stream().map(o -> NearNames.likeness(o, lost)).toList();
    List<Candidate> out = new ArrayList<>();
    for (int i = 0; i < nearest.size(); i++) {
      // The only one of its kind is as likely as not.
      double own =
          others.size() == 1 ? Math.max(Candidate.LIKELY, likeness.get(i)) : likeness.get(i);
      out.add(new Candidate(nearest.get(i), shared(own, likeness), "", null));
    }
    return out;
  }

  /**
   * @param hint what the face was like when it was picked, or null
   */
  static List<Candidate> ofFace(NamedShape shape, FaceName lost, Hint hint) {
    List<Rated> rated =
        IntStream.rangeClosed(1, shape.topology().faces().size())
            .mapToObj(i -> new Rated(i, likeness(shape, i, lost, hint)))
            .toList();
    return best(rated).stream()
        .map(r -> {
          String name = shape.pickOf(r.rated().number()).toString();
          return candidate(r, name, shape.faceHint(r.rated().number()));
        })
        .toList();
  }

  /**
   * @param hint what the edge was like when it was picked, or null
   */
  static List<Candidate> ofEdge(NamedShape shape, EdgeName lost, Hint hint) {
    Topology topology = shape.topology();
    List<Rated> rated =
        IntStream.rangeClosed(1, topology.edges().size())
            .filter(i -> isReal(topology.edge(i)))
            .mapToObj(i -> new Rated(i, likeness(shape, topology.edge(i), i, lost, hint)))
            .toList();
    return best(rated).stream()
        .map(r -> {
          String name = shape.pickOfEdge(r.rated().number()).toString();
          return candidate(r, name, shape.edgeHint(r.rated().number()));
        })
        .toList();
  }

  private static boolean isReal(Topology.Edge e) {
    return e.bend() != Topology.Bend.DEGENERATE && e.bend() != Topology.Bend.SEAM;
  }

  private record Confident(Rated rated, double confidence) {}

  private static Candidate candidate(Confident c, String name, Hint hint) {
    return new Candidate(name, c.confidence(), c.rated().likeness().inWords(), hint);
  }

  private static List<Confident> best(List<Rated> rated) {
    List<Rated> first =
        rated.stream()
            .sorted(Comparator.comparingDouble((Rated r) -> -r.likeness().whole()))
            .limit(MOST)
            .toList();
    List<Double> wholes = first.stream().map(r -> r.likeness().whole()).toList();
    return first.stream().map(r -> new Confident(r, shared(r.likeness().whole(), wholes))).toList();
  }

  /** What is left of a likeness where others are as alike. */
  private static double shared(double own, List<Double> all) {
    double weight = Math.pow(own, SHARPNESS);
    double sum = all.stream().mapToDouble(l -> Math.pow(l, SHARPNESS)).sum();
    double whole = Math.max(sum, weight);
    return whole == 0 ? 0 : own * weight / whole;
  }

  private static Likeness likeness(NamedShape shape, int face, FaceName lost, Hint hint) {
    Topology.Face f = shape.topology().face(face);
    double ancestry = ancestry(shape.faceName(face), lost);
    if (hint == null) {
      return new Likeness(ancestry, 0, 0, 0, Double.NaN, false);
    }
    Vec3 at = hint.place();
    double across = Math.sqrt(Math.max(hint.size(), f.areaMm2()));
    double away = f.point().distance(at);
    // A face that grew or was cut has its middle elsewhere, and is still where it was.
    double off = Surfaces.distance(f, at);
    boolean holdsIt = !Double.isNaN(off) && off < across / 100 && away < across;
    double distance = holdsIt ? Math.max(off, away / 3) : away;
    return new Likeness(
        ancestry,
        isOfKind(f.kind(), hint),
        near(distance, across / 4),
        share(hint.size(), f.areaMm2()),
        holdsIt ? off : away,
        true);
  }

  private static Likeness likeness(
      NamedShape shape, Topology.Edge e, int edge, EdgeName lost, Hint hint) {
    double ancestry = ancestry(shape.edgeName(edge), lost);
    if (hint == null) {
      return new Likeness(ancestry, 0, 0, 0, Double.NaN, false);
    }
    double away = e.mid().distance(hint.place());
    return new Likeness(
        ancestry,
        isOfKind(e.kind(), hint),
        near(away, Math.max(hint.size(), e.lengthMm()) / 4),
        share(hint.size(), e.lengthMm()),
        away,
        true);
  }

  private static double isOfKind(Enum<?> kind, Hint hint) {
    return kind.name().equalsIgnoreCase(hint.kind()) ? 1 : 0;
  }

  private static double near(double distance, double scale) {
    double d = distance / Math.max(scale, NEAR_MM);
    return 1 / (1 + d * d);
  }

  private static double share(double a, double b) {
    return Math.max(a, b) == 0 ? 0 : Math.min(a, b) / Math.max(a, b);
  }

  /** Whether both were born of the same, from 0 to 1. */
  private static double ancestry(FaceName a, FaceName lost) {
    if (a.bare().equals(lost.bare())) {
      return 1;
    }
    if (a.from().contains(lost) || lost.from().contains(a)) {
      return 0.7;
    }
    if (!a.step().equals(lost.step())) {
      return 0;
    }
    if (!a.role().equals(lost.role())) {
      return 0.25;
    }
    boolean shareOrigin = a.from().stream().anyMatch(lost.from()::contains);
    return shareOrigin ? 0.8 : 0.5 + 0.3 * NearNames.likeness(a.part(), lost.part());
  }

  private static double ancestry(EdgeName a, EdgeName lost) {
    if (a.faces().size() != lost.faces().size()) {
      return 0;
    }
    double best = 0;
    for (int turn = 0; turn < a.faces().size(); turn++) {
      double sum = 0;
      for (int i = 0; i < a.faces().size(); i++) {
        sum += ancestry(a.faces().get(i), lost.faces().get((i + turn) % a.faces().size()));
      }
      best = Math.max(best, sum / a.faces().size());
    }
    return best;
  }
}
