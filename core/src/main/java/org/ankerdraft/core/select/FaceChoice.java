package org.ankerdraft.core.select;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.VariantForm;

/**
 * A description of faces, evaluated anew at each build. A pick names one face; a rule pick
 * describes any number.
 */
public sealed interface FaceChoice {

  /** One face by name; the hint may be left out in hand-written parts. */
  record Named(FaceName name, Hint hint) implements FaceChoice {}

  /**
   * Faces born in a step; {@code role} narrows to start, end, side, inner, rim, round ... or is
   * left out.
   */
  record OfStep(String step, String role) implements FaceChoice {}

  /**
   * Plane faces whose outward normal is this direction (three numbers), the farthest one only, or
   * every one.
   */
  record Facing(Direction direction, boolean every) implements FaceChoice {}

  /**
   * Faces parallel to the pull, of one step or of all; only those that look outwards, inwards, or
   * both.
   */
  record Upright(String step, Direction pull) implements FaceChoice {}

  /** The face nearest to a point. */
  record Nearest(Point at) implements FaceChoice {}

  /**
   * Faces that make less than the given angle with the pull, to either side, caps across the pull
   * excepted.
   */
  record ShortOfDraft(Expr angle, Direction pull) implements FaceChoice {}

  /**
   * Cylinders and tori that run smoothly into their neighbours on both sides of their length, as
   * rounds do, and what lies in the corners between them.
   *
   * @param upTo largest radius; null for any
   */
  record Rounds(Expr upTo) implements FaceChoice {}

  record All() implements FaceChoice {}

  /** How a choice stands in a file. */
  VariantForm<FaceChoice> FORM = FaceChoiceForms.choices();

  /** A list of choices. */
  ListForm<FaceChoice> LIST = ListForm.of(FORM, "faces");
}
