package org.ankerdraft.core.select;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;

/**
 * Faces and edges as they are said to people: by where they look, what they are and the step that
 * bore them, such as "inner side of the left wall of Tub". Several faces may be said alike; only
 * names tell all apart.
 *
 * @param titles what a step is called, by its id; empty for what is no step
 */
public record FaceWords(Function<String, Optional<String>> titles) {
  /** A face looks one way if its normal is this close to it (cosine, some 25 deg). */
  private static final double ONE_WAY = 0.9;

  /** It looks a second way, too, if its normal has this share of it. */
  private static final double SECOND_WAY = 0.35;

  /** Names of curves and places of a sketch that people can read: a, b2, 14. */
  private static final Pattern SHORT = Pattern.compile("[A-Za-z]?[0-9]{0,3}");

  private static final Pattern STRIP = Pattern.compile("(wall|bend)([0-9]+)-(near|far)");

  /** The role of a face that a pattern copied begins so; then comes which copy it is. */
  private static final Pattern NAME = Pattern.compile("[A-Za-z0-9_-]+/[A-Za-z]");

  /**
   * @param shape the shape to look at, whose face of that name need not be there
   */
  public String face(NamedShape shape, FaceName name) {
    Optional<Topology.Face> face = there(shape, name);
    String of = " of " + title(name.step());
    if (name.copy().isPresent() && name.from().size() == 1) {
      return copy(name.copy().get())
          + face(shape, name.from().getFirst())
          + ", by "
          + title(name.step());
    }
    return switch (name.role()) {
      case "inner" -> inner(shape, name);
      case "on" -> blend(face) + of;
      case "corner" -> "corner round" + of;
      case "start", "end" -> end(face, name.role()) + of;
      case "side" -> side(shape, face, name) + number(name.part()) + of;
      case "wall", "bottom" -> hole(face, name) + of;
      default -> plain(face, name.role()) + number(name.part()) + of;
    };
  }

  /** Of a pattern: a face is said as that of which it is a copy. */
  private static String copy(String place) {
    return place.equals("mirror") ? "mirror image of the " : "copy " + place + " of the ";
  }

  public String face(NamedShape shape, int face) {
    return face(shape, shape.faceName(face));
  }

  /** An edge by the faces that meet there. */
  public String edge(NamedShape shape, EdgeName name) {
    List<FaceName> faces = name.faces();
    return faces.size() < 2 || faces.get(0).equals(faces.get(1))
        ? "seam of the " + face(shape, faces.getFirst())
        : "edge between the " + face(shape, faces.get(0)) + " and the " + face(shape, faces.get(1));
  }

  /** A text with every name of a face or an edge in it put into words. */
  public String plain(NamedShape shape, String text) {
    StringBuilder out = new StringBuilder();
    Matcher names = NAME.matcher(text);
    int done = 0;
    while (names.find(done)) {
      FaceName.NameReader reader = new FaceName.NameReader(text.substring(names.start()));
      FaceName first = reader.face(0);
      if (first == null || titles.apply(first.step()).isEmpty()) {
        out.append(text, done, names.end());
        done = names.end();
        continue;
      }
      out.append(text, done, names.start());
      FaceName second = reader.take('|') ? reader.face(0) : null;
      if (second != null && reader.take('#')) {
        reader.ordinal();
      }
      out.append(
          second == null ? face(shape, first) : edge(shape, EdgeName.between(first, second)));
      done = names.start() + reader.at();
    }
    return out.append(text.substring(done)).toString();
  }

  private String title(String step) {
    return titles.apply(step).orElse(step);
  }

  private static Optional<Topology.Face> there(NamedShape shape, FaceName name) {
    if (shape == null) {
      return Optional.empty();
    }
    int face = shape.face(name);
    return face == 0
        ? shape.partsOf(name).stream().findFirst().map(shape.topology()::face)
        : Optional.of(shape.topology().face(face));
  }

  /** The side of a wall that a shell made; its outer side may be gone, and looked the other way. */
  private String inner(NamedShape shape, FaceName name) {
    if (name.from().size() != 1) {
      return "inner side of " + title(name.step());
    }
    FaceName outer = name.from().getFirst();
    Optional<Topology.Face> inside = there(shape, name);
    if (there(shape, outer).isPresent() || inside.isEmpty() || !outer.role().equals("side")) {
      return "inner side of the " + face(shape, outer).replace("underside", "floor");
    }
    return "inner side of the "
        + (isPlane(inside) ? way(inside.get().normal().negated()) + "wall" : "curved wall")
        + " of "
        + title(outer.step());
  }

  private static String blend(Optional<Topology.Face> face) {
    if (face.isEmpty()) {
      return "round";
    }
    return switch (face.get().kind()) {
      case PLANE, CONE -> "chamfer";
      default -> face.get().concave() ? "fillet" : "round";
    };
  }

  private static String end(Optional<Topology.Face> face, String role) {
    if (!isPlane(face)) {
      return role + " face";
    }
    Vec3 n = face.get().normal();
    if (Math.abs(n.z()) > ONE_WAY) {
      return n.z() > 0 ? "top" : "underside";
    }
    return way(n) + "face";
  }

  private static String side(NamedShape shape, Optional<Topology.Face> face, FaceName name) {
    if (face.isEmpty()) {
      // What its curve is called is all that is left of it; a short name is added to any face.
      boolean isSaid = shape == null || SHORT.matcher(name.part()).matches();
      return isSaid ? "wall" : ("wall " + name.part()).strip();
    }
    Topology.Face f = face.get();
    if (f.kind() != Topology.SurfaceKind.PLANE) {
      return f.concave() ? "hollow wall" : "curved wall";
    }
    return way(looksInwards(shape, f, name) ? f.normal().negated() : f.normal()) + "wall";
  }

  /** The walls of a pocket look at each other: the left one looks to the right. */
  private static boolean looksInwards(NamedShape shape, Topology.Face face, FaceName name) {
    List<Vec3> sides =
        IntStream.rangeClosed(1, shape.faceNames().size())
            .filter(i -> shape.faceName(i).isOf(name.step(), name.role()))
            .mapToObj(i -> shape.topology().face(i).point())
            .toList();
    Vec3 middle = sides.stream().reduce(Vec3.ZERO, Vec3::plus).times(1.0 / sides.size());
    return face.point().minus(middle).dot(face.normal()) < 0;
  }

  private static String hole(Optional<Topology.Face> face, FaceName name) {
    if (SHORT.matcher(name.part()).matches() && !name.part().isEmpty()) {
      return name.role() + " of hole " + name.part();
    }
    return strip(face, name.part()).orElse(name.role());
  }

  /** The sides of a strip of sheet, numbered along it. */
  private static Optional<String> strip(Optional<Topology.Face> face, String role) {
    Matcher m = STRIP.matcher(role);
    if (!m.matches()) {
      return Optional.empty();
    }
    String thing = m.group(1) + " " + m.group(2);
    if (face.isEmpty()) {
      return Optional.of(thing);
    }
    return Optional.of(
        isPlane(face)
            ? way(face.get().normal()) + "side of " + thing
            : (face.get().concave() ? "inner" : "outer") + " side of " + thing);
  }

  private static String plain(Optional<Topology.Face> face, String role) {
    return strip(face, role).orElse(role.replace('-', ' '));
  }

  private static String number(String part) {
    return !part.isEmpty() && SHORT.matcher(part).matches() ? " " + part : "";
  }

  private static boolean isPlane(Optional<Topology.Face> face) {
    return face.filter(f -> f.kind() == Topology.SurfaceKind.PLANE).isPresent();
  }

  /** Where a normal looks, in the words of the frame of the view: "left ", "upper front ". */
  private static String way(Vec3 n) {
    record Way(String word, double share) {}
    List<Way> ways =
        List.of(
            new Way(n.z() > 0 ? "upper" : "lower", Math.abs(n.z())),
            new Way(n.y() > 0 ? "back" : "front", Math.abs(n.y())),
            new Way(n.x() > 0 ? "right" : "left", Math.abs(n.x())));
    Way most = ways.stream().max(Comparator.comparingDouble(Way::share)).orElseThrow();
    StringBuilder out = new StringBuilder();
    for (Way w : ways) {
      if (w.equals(most) || (most.share() < ONE_WAY && w.share() > SECOND_WAY)) {
        out.append(w.word()).append(' ');
      }
    }
    return out.toString();
  }
}
