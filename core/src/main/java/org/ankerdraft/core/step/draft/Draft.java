package org.ankerdraft.core.step.draft;

import java.util.List;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.PlaneRef;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Tilts faces about the lines in which they meet the neutral plane.
 *
 * @param pull null for the part's
 */
public record Draft(Head head, String body, Direction pull, PlaneRef neutral, List<DraftSet> sets)
    implements Step {
  public Draft {
    neutral = neutral == null ? PlaneRef.LEVEL : neutral;
    sets = sets == null ? List.of() : List.copyOf(sets);
  }

  /** Faces with one draft angle; positive releases along the pull. */
  public record DraftSet(List<FaceChoice> faces, Expr angle) {
    public DraftSet {
      faces = faces == null ? List.of() : List.copyOf(faces);
    }
  }
}
