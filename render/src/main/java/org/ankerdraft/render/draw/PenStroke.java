package org.ankerdraft.render.draw;

import java.util.List;
import org.ankerdraft.vectors.Vec3;

/**
 * A line of a sketch in the view.
 *
 * @param name of the curve, or empty
 * @param look how it is drawn
 * @param text beside its middle, may be empty
 */
public record PenStroke(String name, List<Vec3> points, Look look, String text) {
  /** What can still move is dashed, what is settled is solid. */
  public enum Look {
    SETTLED,
    FREE,
    CONSTRUCTION,
    CHOSEN,
    PROPOSED,
    GRID,
    /** Filled. */
    AREA
  }

  public PenStroke {
    points = List.copyOf(points);
  }

  /** Something that is no curve of the sketch. */
  public PenStroke(List<Vec3> points, Look look, String text) {
    this("", points, look, text);
  }
}
