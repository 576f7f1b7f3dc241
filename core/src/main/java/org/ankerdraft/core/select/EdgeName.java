package org.ankerdraft.core.select;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.TextForm;

/**
 * The name of an edge: the faces that meet there, in either order, and an ordinal where they meet
 * more than once. Written {@code a|b}, or {@code a|b##2}.
 *
 * @param faces one (a seam) or two, in alphabetical order
 * @param ordinal empty, or 2, 3 ...
 */
public record EdgeName(List<FaceName> faces, String ordinal) implements Comparable<EdgeName> {

  /** How an edge name stands in a file. */
  public static final Form<EdgeName> FORM =
      TextForm.ANY.as("name of an edge", EdgeName::parse, "is no name of an edge");

  public EdgeName {
    faces = faces.stream().sorted().toList();
  }

  public static EdgeName between(List<FaceName> faces) {
    return new EdgeName(faces, "");
  }

  public static EdgeName between(FaceName a, FaceName b) {
    return between(List.of(a, b));
  }

  /** The name without what tells several edges between the same faces apart. */
  public EdgeName bare() {
    return ordinal.isEmpty() ? this : new EdgeName(faces, "");
  }

  /** The name as if none of its faces had been split. */
  public EdgeName plain() {
    return between(faces.stream().map(FaceName::bare).toList());
  }

  /**
   * Whether a pick of that name stands for this edge: it lies between parts of the same faces and,
   * if the pick says which of several, is that one.
   */
  public boolean isPartOf(EdgeName pick) {
    return faces.size() == pick.faces.size()
        && (pick.ordinal.isEmpty()
            || ordinal.equals(pick.ordinal.equals(FaceName.FIRST) ? "" : pick.ordinal))
        && areParts(pick.faces);
  }

  private boolean areParts(List<FaceName> picked) {
    return faces.size() == 1
        ? faces.getFirst().isPartOf(picked.getFirst())
        : (faces.get(0).isPartOf(picked.get(0)) && faces.get(1).isPartOf(picked.get(1)))
            || (faces.get(0).isPartOf(picked.get(1)) && faces.get(1).isPartOf(picked.get(0)));
  }

  /** The name that stands for this edge alone, whose faces are named so. */
  EdgeName alone(List<FaceName> named, boolean isOneOfSeveral) {
    return new EdgeName(named, isOneOfSeveral && ordinal.isEmpty() ? FaceName.FIRST : ordinal);
  }

  /** The name that a shape would have for this one. */
  EdgeName inShape() {
    return new EdgeName(
        faces.stream().map(FaceName::inShape).toList(),
        ordinal.equals(FaceName.FIRST) ? "" : ordinal);
  }

  EdgeName split(int n) {
    return new EdgeName(faces, String.valueOf(n));
  }

  /** Whether one of its faces is, or is a part of, a face of that name. */
  public boolean isBeside(FaceName face) {
    return faces.stream().anyMatch(f -> f.bare().equals(face.bare()));
  }

  public EdgeName renamed(String oldStep, String newStep) {
    return new EdgeName(faces.stream().map(f -> f.renamed(oldStep, newStep)).toList(), ordinal);
  }

  @Override
  public int compareTo(EdgeName o) {
    return toString().compareTo(o.toString());
  }

  @Override
  public String toString() {
    return faces.stream().map(FaceName::toString).collect(Collectors.joining("|"))
        + (ordinal.isEmpty() ? "" : "##" + ordinal);
  }

  /** Reads a name, its faces in either order; empty if the text is none. */
  public static Optional<EdgeName> parse(String text) {
    FaceName.NameReader reader = new FaceName.NameReader(text);
    FaceName first = reader.face(0);
    if (first == null) {
      return Optional.empty();
    }
    boolean isSeam = !reader.take('|');
    FaceName second = isSeam ? first : reader.face(0);
    if (second == null) {
      return Optional.empty();
    }
    boolean isOneOfSeveral = reader.take('#');
    String ordinal = isOneOfSeveral ? reader.ordinal() : "";
    if (!reader.isAtEnd() || (isOneOfSeveral && ordinal.isEmpty())) {
      return Optional.empty();
    }
    return Optional.of(new EdgeName(isSeam ? List.of(first) : List.of(first, second), ordinal));
  }

  /** A name that is known to be one: for constants and tests. */
  public static EdgeName read(String text) {
    return parse(text)
        .orElseThrow(() -> new IllegalArgumentException("no name of an edge: " + text));
  }
}
