package org.ankerdraft.core.step.pattern;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ItemIds;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Repeats what earlier steps united with a body or took from it; without steps, the whole body.
 *
 * @param steps their ids, in the order in which they are repeated
 * @param axis the direction of a row, or the axis of a round
 * @param count how many there are in the end, the original among them
 * @param spacing from one of a row to the next
 * @param angle from one of a round to the next; null to share a whole turn
 * @param across direction of further rows beside the first; null for none
 * @param rows how many rows there are then
 * @param rowSpacing from row to row
 * @param plane that a mirror image is mirrored about
 * @param without ids of copies that are left out: "3", in rows beside each other "3-2"
 * @param body that is worked on without steps; null for the only one
 * @param sketch whose points or chain the copies follow
 * @param turning whether copies along a chain turn with it
 * @param places of copies one by one
 * @param apart whether copies of a whole body may stand apart from it: a set of tools for a later
 *     step
 */
public record Pattern(
    Head head,
    List<String> steps,
    Way way,
    AxisRef axis,
    Expr count,
    Expr spacing,
    Expr angle,
    AxisRef across,
    Expr rows,
    Expr rowSpacing,
    PlaneRef plane,
    List<String> without,
    String body,
    String sketch,
    boolean turning,
    boolean apart,
    List<Place> places)
    implements Step {

  /** How copies lie to the original. */
  public enum Way {
    ROW,
    ROUND,
    MIRROR,
    /** One at each point of a sketch, the original at the first. */
    POINTS,
    /** Along a chain of a sketch, the original where it begins. */
    PATH,
    /** One for each row of a table. */
    TABLE
  }

  /**
   * Where one copy lies: turned about the pattern's axis first, then shifted.
   *
   * @param id unique in the step; null to be given one
   * @param x by which it is shifted from the original; null for none
   * @param turn null for none
   */
  public record Place(String id, Expr x, Expr y, Expr z, Expr turn) {}

  /** Whether a sketch says where the copies lie. */
  public boolean isBySketch() {
    return way == Way.POINTS || way == Way.PATH;
  }

  public Pattern {
    steps = steps == null ? List.of() : List.copyOf(steps);
    way = way == null ? Way.ROW : way;
    axis = axis == null ? AxisRef.base(AxisRef.Base.X) : axis;
    plane = plane == null ? PlaneRef.base(PlaneRef.Base.YZ) : plane;
    without = without == null ? List.of() : List.copyOf(without);
    places =
        places == null
            ? List.of()
            : ItemIds.given(
                places, 2, Place::id, (p, id) -> new Place(id, p.x(), p.y(), p.z(), p.turn()));
  }
}
