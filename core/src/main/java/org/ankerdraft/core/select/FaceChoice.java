package org.ankerdraft.core.select;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import org.ankerdraft.core.expression.Expr;

/**
 * A description of faces, evaluated anew at each build. A pick names one face; a rule pick
 * describes any number.
 */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "choose")
@JsonSubTypes({
  @JsonSubTypes.Type(value = FaceChoice.Named.class, name = "face"),
  @JsonSubTypes.Type(value = FaceChoice.OfStep.class, name = "faces of step"),
  @JsonSubTypes.Type(value = FaceChoice.Facing.class, name = "facing"),
  @JsonSubTypes.Type(value = FaceChoice.Upright.class, name = "upright"),
  @JsonSubTypes.Type(value = FaceChoice.Nearest.class, name = "nearest face"),
  @JsonSubTypes.Type(value = FaceChoice.ShortOfDraft.class, name = "short of draft"),
  @JsonSubTypes.Type(value = FaceChoice.All.class, name = "all faces")
})
public sealed interface FaceChoice {

  /** One face by name; the hint may be left out in hand-written parts. */
  record Named(String name, Hint hint) implements FaceChoice {}

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

  record All() implements FaceChoice {}
}
