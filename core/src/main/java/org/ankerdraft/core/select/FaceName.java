package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.TextForm;

/**
 * The name of a face: its birth. Written {@code step/role:part(from|from)#ordinal}, such as {@code
 * extrude1/side:outline.left} or {@code round1/on(a/end|a/side:c)#2}.
 *
 * @param step id of the step that bore it
 * @param role what it is in that step, such as side, end, inner, on
 * @param part the curve, place or number it belongs to; empty if there is but one
 * @param from the faces that it was born from, as they are named; none for most
 * @param ordinal tells parts of a face that was split apart: empty, or 2, 3 ...
 */
public record FaceName(String step, String role, String part, List<FaceName> from, String ordinal)
    implements Comparable<FaceName> {

  /** How a face name stands in a file. */
  public static final Form<FaceName> FORM =
      TextForm.ANY.as("name of a face", FaceName::parse, "is no name of a face");

  private static final int DEEPEST = 60;

  public FaceName {
    from = List.copyOf(from);
  }

  public static FaceName of(String step, String role) {
    return new FaceName(step, role, "", List.of(), "");
  }

  public static FaceName ofPart(String step, String role, String part) {
    return new FaceName(step, role, part, List.of(), "");
  }

  /** A face born from others, or from the edge or corner where they meet. */
  public static FaceName from(String step, String role, List<FaceName> faces) {
    return new FaceName(step, role, "", faces, "");
  }

  public static FaceName from(String step, String role, FaceName face) {
    return from(step, role, List.of(face));
  }

  /** The name without what tells split parts apart. */
  public FaceName bare() {
    return ordinal.isEmpty() ? this : new FaceName(step, role, part, from, "");
  }

  /** The n-th part (2, 3 ...) of what this name stood for. */
  FaceName split(int n) {
    return new FaceName(
        step, role, part, from, ordinal.isEmpty() ? String.valueOf(n) : ordinal + "." + n);
  }

  /** Stands for the first part alone of a face that was split; a bare name stands for all. */
  static final String FIRST = "1";

  /** Before the id of a copy, the role of the faces of which it consists. */
  private static final String COPY = "at-";

  /**
   * Whether a pick of that name stands for this face. A name without an ordinal stands for all that
   * has come of a face: the parts it was split into, and the faces of pieces of its curve.
   */
  public boolean isPartOf(FaceName pick) {
    return step.equals(pick.step)
        && role.equals(pick.role)
        && isOfPart(pick)
        && isOfOrdinal(pick.ordinal)
        && arePartsOf(pick.from);
  }

  private boolean isOfPart(FaceName pick) {
    return part.equals(pick.part)
        || (pick.ordinal.isEmpty() && !pick.part.isEmpty() && part.startsWith(pick.part + "."));
  }

  private boolean isOfOrdinal(String picked) {
    return picked.isEmpty()
        || ordinal.equals(picked.equals(FIRST) ? "" : picked)
        || ordinal.startsWith(picked + ".");
  }

  private boolean arePartsOf(List<FaceName> picked) {
    return from.size() == picked.size()
        && IntStream.range(0, from.size()).allMatch(i -> from.get(i).isPartOf(picked.get(i)));
  }

  /** The name that stands for this face alone. */
  FaceName alone() {
    return ordinal.isEmpty() ? new FaceName(step, role, part, from, FIRST) : this;
  }

  /** The name of a face that a shape would have for this one. */
  FaceName inShape() {
    return ordinal.equals(FIRST) ? bare() : this;
  }

  /** Whether the step and the role are these; a null role stands for any. */
  public boolean isOf(String stepId, String roleOrNull) {
    return step.equals(stepId) && (roleOrNull == null || role.equals(roleOrNull));
  }

  /** The face of a copy that a step made of another. */
  public static FaceName ofCopy(String stepId, String copy, FaceName original) {
    return from(stepId, COPY + copy, original);
  }

  /**
   * The name after a step was done again under another id, as a copy of another step: what it bore
   * is a copy of what that one bears.
   *
   * @param again the id under which it was done again
   * @param original the step that was done again
   */
  public FaceName asCopy(String again, String original, String stepId, String copy) {
    return step.equals(again)
        ? ofCopy(stepId, copy, renamed(again, original))
        : new FaceName(
            step,
            role,
            part,
            from.stream().map(f -> f.asCopy(again, original, stepId, copy)).toList(),
            ordinal);
  }

  /** The id of the copy whose own face this is; empty for faces of nothing that was repeated. */
  Optional<String> copy() {
    return role.startsWith(COPY) ? Optional.of(role.substring(COPY.length())) : Optional.empty();
  }

  /** The face of which this is a copy, or a copy of a copy; itself, if it is none. */
  public FaceName original() {
    return copy().isPresent() && from.size() == 1 ? from.getFirst().original() : this;
  }

  /**
   * The id of the copy of which a face is, or from which it was born, among those that a step made.
   */
  public Optional<String> copyIn(String stepId) {
    return step.equals(stepId) && copy().isPresent()
        ? copy()
        : from.stream().flatMap(f -> f.copyIn(stepId).stream()).findFirst();
  }

  /** The same face, borne by another step. */
  public FaceName borneBy(String other) {
    return new FaceName(other, role, part, from, ordinal);
  }

  /** The name with every id of a step, its own and those it was born from, replaced. */
  public FaceName renamed(String oldStep, String newStep) {
    return new FaceName(
        step.equals(oldStep) ? newStep : step,
        role,
        part,
        from.stream().map(f -> f.renamed(oldStep, newStep)).toList(),
        ordinal);
  }

  /** Ids of the steps that had a part in it. */
  public List<String> steps() {
    List<String> out = new ArrayList<>(List.of(step));
    from.forEach(f -> out.addAll(f.steps()));
    return out;
  }

  @Override
  public int compareTo(FaceName o) {
    return toString().compareTo(o.toString());
  }

  @Override
  public String toString() {
    StringBuilder s = new StringBuilder(step).append('/').append(role);
    if (!part.isEmpty()) {
      s.append(':').append(part);
    }
    if (!from.isEmpty()) {
      s.append('(')
          .append(from.stream().map(FaceName::toString).collect(Collectors.joining("|")))
          .append(')');
    }
    if (!ordinal.isEmpty()) {
      s.append('#').append(ordinal);
    }
    return s.toString();
  }

  /** Reads a name; empty if the text is none. */
  public static Optional<FaceName> parse(String text) {
    NameReader reader = new NameReader(text);
    return Optional.ofNullable(reader.face(0)).filter(n -> reader.isAtEnd());
  }

  /** A name that is known to be one: for constants and tests. */
  public static FaceName read(String text) {
    return parse(text)
        .orElseThrow(() -> new IllegalArgumentException("no name of a face: " + text));
  }

  /** The one reader of names. */
  static final class NameReader {
    private final String text;
    private int at;

    NameReader(String text) {
      this.text = text;
    }

    boolean isAtEnd() {
      return at == text.length();
    }

    /** How much of the text has been read. */
    int at() {
      return at;
    }

    boolean take(char c) {
      if (at < text.length() && text.charAt(at) == c) {
        at++;
        return true;
      }
      return false;
    }

    private String word(String more) {
      int start = at;
      while (at < text.length()) {
        char c = text.charAt(at);
        boolean fits =
            (c >= 'a' && c <= 'z')
                || (c >= 'A' && c <= 'Z')
                || (c >= '0' && c <= '9')
                || more.indexOf(c) >= 0;
        if (!fits) {
          break;
        }
        at++;
      }
      return text.substring(start, at);
    }

    /** Null where no name stands. */
    FaceName face(int depth) {
      String step = word("_-");
      if (depth > DEEPEST || step.isEmpty() || !take('/')) {
        return null;
      }
      String role = word("_-");
      String part = take(':') ? word("_-.") : "";
      List<FaceName> from = new ArrayList<>();
      if (role.isEmpty() || (text.startsWith(":", at - 1) && part.isEmpty())) {
        return null;
      }
      if (take('(')) {
        do {
          FaceName inner = face(depth + 1);
          if (inner == null) {
            return null;
          }
          from.add(inner);
        } while (take('|'));
        if (!take(')')) {
          return null;
        }
      }
      return new FaceName(step, role, part, from, ordinal());
    }

    /** The number after a #, or empty. */
    String ordinal() {
      int start = at;
      if (take('#')) {
        int digits = at;
        while (at < text.length()
            && (Character.isDigit(text.charAt(at)) || (at > digits && text.charAt(at) == '.'))) {
          at++;
        }
        if (at > digits && text.charAt(at - 1) != '.') {
          return text.substring(digits, at);
        }
      }
      at = start;
      return "";
    }
  }
}
