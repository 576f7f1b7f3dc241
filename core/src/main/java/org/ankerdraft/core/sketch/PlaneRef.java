package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;

/**
 * A datum plane: a base plane or a plane face, moved along its normal.
 *
 * @param base which base plane; null if it is another
 * @param face a choice of one plane face, or null
 * @param body the body to which the face belongs, or null for the only one
 * @param of a sketch or datum plane whose plane it is, or null
 * @param offset along the normal, or null for 0
 */
public record PlaneRef(Base base, FaceChoice face, String body, String of, Expr offset) {
  /** The planes through the part's origin. */
  public enum Base {
    XY,
    XZ,
    YZ
  }

  /** What the card offers. */
  private enum Which {
    XY,
    XZ,
    YZ,
    FACE,
    OF
  }

  /** The level plane through the origin. */
  public static final PlaneRef LEVEL = base(Base.XY);

  private static final Field<PlaneRef, Which> WHICH =
      Field.<PlaneRef, Which>offered(
              "which",
              WordForm.of(Which.XY, "XY", "XY, level")
                  .or(Which.XZ, "XZ", "XZ, front")
                  .or(Which.YZ, "YZ", "YZ, side")
                  .or(Which.FACE, "face", "a face")
                  .or(Which.OF, "of", "of a datum or sketch"),
              PlaneRef::which,
              PlaneRef::choose)
          .label("");
  private static final Field<PlaneRef, Base> BASE =
      Field.<PlaneRef, Base>of(
              "base",
              WordForm.of(Base.XY, "XY").or(Base.XZ, "XZ").or(Base.YZ, "YZ"),
              PlaneRef::base)
          .about("XY (level), XZ (front) or YZ (side); default XY");
  private static final Field<PlaneRef, FaceChoice> FACE =
      Field.<PlaneRef, FaceChoice>of("face", FaceChoice.FORM, PlaneRef::face)
          .about("a choice of one plane face, instead of a base plane")
          .label("Face")
          .shownIf(p -> p.face() != null)
          .chosen((p, f) -> f == null ? LEVEL : new PlaneRef(null, f, p.body(), null, p.offset()));
  private static final Field<PlaneRef, String> BODY =
      Field.<PlaneRef, String>of("body", References.BODY, PlaneRef::body)
          .about("the body to which the face belongs");
  private static final Field<PlaneRef, String> OF =
      Field.<PlaneRef, String>of("of", References.PLANE, PlaneRef::of)
          .label("Of step")
          .shownIf(p -> p.of() != null)
          .about("a sketch or datum plane, instead of a base plane");
  private static final Field<PlaneRef, Expr> OFFSET =
      Field.<PlaneRef, Expr>of("offset", ExprForm.LENGTH, PlaneRef::offset)
          .about("along the normal")
          .label("Offset")
          .usual("0 mm");

  /** How a plane stands in a file. */
  public static final RecordForm<PlaneRef> FORM =
      RecordForm.<PlaneRef>of(
              "plane",
              List.of(WHICH, BASE, FACE, BODY, OF, OFFSET),
              v -> new PlaneRef(v.get(BASE), v.get(FACE), v.get(BODY), v.get(OF), v.get(OFFSET)))
          .check(PlaneRef::complaint);

  public PlaneRef {
    base = base == null && face == null && of == null ? Base.XY : base;
  }

  public static PlaneRef base(Base which) {
    return new PlaneRef(which, null, null, null, null);
  }

  public static PlaneRef on(FaceChoice face, String body) {
    return new PlaneRef(null, face, body, null, null);
  }

  public PlaneRef withOffset(Expr changed) {
    return new PlaneRef(base, face, body, of, changed);
  }

  /** The same, its face sought in a body unless it names one itself. */
  public PlaneRef inBody(String usual) {
    return face == null || body != null ? this : new PlaneRef(null, face, usual, null, offset);
  }

  /** The plane of a sketch or datum. */
  public static PlaneRef of(String step) {
    return new PlaneRef(null, null, null, step, null);
  }

  private static Optional<RecordForm.Complaint> complaint(PlaneRef p) {
    if (p.face != null && p.base != null) {
      return Optional.of(new RecordForm.Complaint("face", "give a base plane or a face, not both"));
    }
    return p.of != null && (p.face != null || p.base != null)
        ? Optional.of(new RecordForm.Complaint("of", "give one of base, face and of, not several"))
        : Optional.empty();
  }

  private Which which() {
    return of != null ? Which.OF : face != null ? Which.FACE : Which.values()[base.ordinal()];
  }

  private static PlaneRef choose(PlaneRef now, Which which) {
    return switch (which) {
      case FACE ->
          now.face != null
              ? now
              : new PlaneRef(
                  null, new FaceChoice.Facing(Direction.UP, false), null, null, now.offset);
      case OF -> now.of != null ? now : new PlaneRef(null, null, null, "plane1", now.offset);
      case XY, XZ, YZ -> new PlaneRef(Base.values()[which.ordinal()], null, null, null, now.offset);
    };
  }

  /** Such as "XY + 5 mm" or "plane of lid". */
  public String inWords() {
    String named =
        of != null ? "plane of " + of : face != null ? ChoiceWords.face(face) : base.toString();
    return offset == null ? named : named + " + " + offset.text();
  }
}
