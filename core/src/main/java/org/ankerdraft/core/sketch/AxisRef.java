package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.References;

/**
 * An axis: one of the part's, a line of a sketch, or that of a round face.
 *
 * @param base which axis of the part; null if it is another
 * @param line name of a line of a sketch, or null
 * @param sketch in which the line is; null for the sketch that the step takes
 * @param face a choice of one cylinder, cone or torus, or null
 * @param body to which the face belongs, or null for the only one
 */
public record AxisRef(Base base, String line, String sketch, FaceChoice face, String body) {
  /** The axes through the part's origin. */
  public enum Base {
    X,
    Y,
    Z
  }

  /** What the card offers. */
  private enum Which {
    X,
    Y,
    Z,
    LINE,
    FACE
  }

  public static final AxisRef UPRIGHT = base(Base.Z);

  private static final Field<AxisRef, Which> WHICH =
      Field.<AxisRef, Which>offered(
              "which",
              WordForm.of(Which.Z, "Z", "Z, upright")
                  .or(Which.X, "X", "X, to the right")
                  .or(Which.Y, "Y", "Y, to the back")
                  .or(Which.LINE, "line", "a line of a sketch")
                  .or(Which.FACE, "face", "of a round face"),
              AxisRef::which,
              AxisRef::choose)
          .label("");
  private static final Field<AxisRef, Base> BASE =
      Field.<AxisRef, Base>of(
              "base", WordForm.of(Base.X, "X").or(Base.Y, "Y").or(Base.Z, "Z"), AxisRef::base)
          .about("X, Y or Z through the part's origin; default Z");
  private static final Field<AxisRef, String> LINE =
      Field.<AxisRef, String>of("line", TextForm.ID, AxisRef::line)
          .label("Line")
          .shownIf(a -> a.line() != null)
          .about("name of a line of a sketch, instead of an axis of the part");
  private static final Field<AxisRef, String> SKETCH =
      Field.<AxisRef, String>of("sketch", References.LINES, AxisRef::sketch)
          .label("Of sketch")
          .usual("the one it takes")
          .shownIf(a -> a.line() != null)
          .about(
              "the sketch or datum axis in which the line is; default the one that the step takes");
  private static final Field<AxisRef, FaceChoice> FACE =
      Field.<AxisRef, FaceChoice>of("face", FaceChoice.FORM, AxisRef::face)
          .label("Face")
          .shownIf(a -> a.face() != null)
          .about("a choice of one cylinder, cone or torus, whose axis it is");
  private static final Field<AxisRef, String> BODY =
      Field.<AxisRef, String>of("body", References.BODY, AxisRef::body)
          .about("the body to which the face belongs");

  /** How an axis stands in a file. */
  public static final RecordForm<AxisRef> FORM =
      RecordForm.<AxisRef>of(
              "axis",
              List.of(WHICH, BASE, LINE, SKETCH, FACE, BODY),
              v -> new AxisRef(v.get(BASE), v.get(LINE), v.get(SKETCH), v.get(FACE), v.get(BODY)))
          .check(AxisRef::complaint);

  public AxisRef {
    base = base == null && line == null && face == null ? Base.Z : base;
  }

  public static AxisRef base(Base which) {
    return new AxisRef(which, null, null, null, null);
  }

  public static AxisRef line(String name) {
    return new AxisRef(null, name, null, null, null);
  }

  private static Optional<RecordForm.Complaint> complaint(AxisRef a) {
    long given = Stream.of(a.base, a.line, a.face).filter(g -> g != null).count();
    return given > 1
        ? Optional.of(
            new RecordForm.Complaint("base", "give one of base, line and face, not several"))
        : Optional.empty();
  }

  private Which which() {
    return face != null ? Which.FACE : line != null ? Which.LINE : Which.values()[base.ordinal()];
  }

  private static AxisRef choose(AxisRef now, Which which) {
    return switch (which) {
      case FACE ->
          now.face != null
              ? now
              : new AxisRef(
                  null,
                  null,
                  null,
                  new FaceChoice.Named(FaceName.of("step", "side"), null),
                  now.body);
      case LINE -> now.line != null ? now : line("axis");
      case X, Y, Z -> base(Base.values()[which.ordinal()]);
    };
  }

  /** Such as "about Z" or "about line axis". */
  public String inWords() {
    return face != null ? "about a face" : line != null ? "about line " + line : "about " + base;
  }
}
