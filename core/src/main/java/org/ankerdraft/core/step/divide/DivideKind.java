package org.ankerdraft.core.step.divide;

import java.util.List;
import org.ankerdraft.core.expression.ExpressionException;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.Inputs;
import org.ankerdraft.core.operation.Ladder;
import org.ankerdraft.core.operation.StepBuild;
import org.ankerdraft.core.operation.StepFailed;
import org.ankerdraft.core.select.ChoiceWords;
import org.ankerdraft.core.select.Choosing;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Fresh;
import org.ankerdraft.core.step.Picks;
import org.ankerdraft.core.step.Rail;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepFields;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.core.step.divide.Divide.Keep;

/** Bodies divided in two. */
public final class DivideKind extends StepKind<Divide> {
  /** What the card offers to divide by. */
  private enum By {
    PLANE,
    FACE
  }

  private static final Field<Divide, By> BY =
      Field.<Divide, By>offered(
              "by",
              WordForm.of(By.PLANE, "a plane").or(By.FACE, "the surface of a face"),
              d -> d.face() == null ? By.PLANE : By.FACE,
              DivideKind::choose)
          .label("By")
          .shownIf(DivideKind::isByPlaneOrFace);
  private static final Field<Divide, PlaneRef> PLANE =
      StepFields.<Divide>plane("plane", "Plane", Divide::plane)
          .shownIf(d -> d.face() == null && isByPlaneOrFace(d))
          .about("default XY; not used if something else divides it");
  private static final Field<Divide, FaceChoice> FACE =
      Field.<Divide, FaceChoice>of("face", FaceChoice.FORM, Divide::face)
          .label("Face")
          .shownIf(d -> d.face() != null && isByPlaneOrFace(d))
          .chosen((d, f) -> f == null ? d : withFace(d, f))
          .about("plane or curved; its surface goes on as far as needed");
  private static final Field<Divide, String> FACE_BODY =
      Field.<Divide, String>of("faceBody", References.BODY, Divide::faceBody)
          .label("Of body")
          .shownIf(d -> d.face() != null && isByPlaneOrFace(d))
          .usual("the divided one")
          .folded()
          .about("to which the face belongs; default: the divided body");
  private static final Field<Divide, String> SURFACE =
      Field.<Divide, String>of("surface", References.BODY, Divide::surface)
          .label("By surface")
          .usual("none: by plane or face")
          .shownIf(d -> d.sketch() == null)
          .about(
              "body that is a surface and goes right through; it divides as far as it reaches, and is"
                  + " kept");
  private static final Field<Divide, String> SKETCH =
      Field.<Divide, String>of("sketch", References.SKETCH, Divide::sketch)
          .label("By curves of")
          .usual("none: by plane or face")
          .shownIf(d -> d.surface() == null)
          .about(
              "sketch whose open line, going on straight beyond its ends, or whose closed curves divide it,"
                  + " square to its plane");
  private static final WordForm<Keep> KEEPS =
      WordForm.of(Keep.BOTH, "both").or(Keep.FRONT, "front").or(Keep.BACK, "back");
  private static final Field<Divide, Keep> KEEP =
      Field.<Divide, Keep>of("keep", KEEPS, Divide::keep)
          .otherwise(Keep.BOTH)
          .label("Keep")
          .about(
              "the front is the side to which the plane or the face looks, the left of a line on its"
                  + " way, the inside of closed curves");
  private static final Field<Divide, String> NEW_BODY =
      Field.<Divide, String>of("newBody", References.NEW_BODY, Divide::newBody)
          .label("Behind")
          .usual(d -> d.id())
          .shownIf(d -> d.keep() == Keep.BOTH)
          .about("name of the part behind, where both are kept; default the step's id");
  private static final Field<Divide, String> BODY = StepFields.body(Divide::body);

  public DivideKind() {
    super(
        "divide",
        Divide.class,
        List.of(BY, PLANE, FACE, FACE_BODY, SURFACE, SKETCH, KEEP, NEW_BODY, BODY),
        (head, v) ->
            new Divide(
                head,
                v.get(BODY),
                v.get(PLANE),
                v.get(FACE),
                v.get(FACE_BODY),
                v.get(SURFACE),
                v.get(SKETCH),
                v.get(KEEP),
                v.get(NEW_BODY)),
        new Rail(Stage.SHAPE, "Divide", 'V', "split cut parting halves lid base two bodies", true));
  }

  private static Divide withFace(Divide d, FaceChoice face) {
    return new Divide(
        d.head(),
        d.body(),
        d.plane(),
        face,
        d.faceBody(),
        d.surface(),
        d.sketch(),
        d.keep(),
        d.newBody());
  }

  private static boolean isByPlaneOrFace(Divide d) {
    return d.sketch() == null && d.surface() == null;
  }

  private static Divide choose(Divide d, By by) {
    return withFace(d, by == By.PLANE ? null : new FaceChoice.Facing(Direction.UP, false));
  }

  @Override
  public Inputs reads(Divide s) {
    Inputs read = Inputs.NONE.body(s.body());
    read = s.keep() == Keep.BOTH ? read.bodyNames() : read;
    if (s.sketch() != null) {
      return read;
    }
    if (s.surface() != null) {
      return read.body(s.surface());
    }
    return s.face() == null
        ? read.and(BuildContext.inputsOf(s.plane().inBody(s.body())))
        : read.body(s.bodyOfFace());
  }

  @Override
  public StepBuild build(Divide step, BuildContext in)
      throws StepFailed, ExpressionException, Choosing.Adrift, Ladder.Stopped {
    return new DivideBuilder(in, step).build();
  }

  @Override
  public String startedBody(Divide s) {
    return s.made();
  }

  @Override
  public String summary(Divide s) {
    String by =
        s.sketch() != null
            ? "by " + s.sketch()
            : s.surface() != null
                ? "by " + s.surface()
                : s.face() != null ? ChoiceWords.face(s.face()) : s.plane().inWords();
    return by
        + ", "
        + (s.keep() == Keep.BOTH ? "new body " + s.made() : "keep " + KEEPS.word(s.keep()));
  }

  @Override
  public Fresh<Divide> fresh(Picks picks) {
    return Fresh.of(
        new Divide(
            picks.head("divide"),
            picks.body(),
            picks.plane(),
            null,
            null,
            null,
            null,
            Keep.BOTH,
            null));
  }
}
