package org.ankerdraft.kernel;

import java.util.List;

/**
 * A shape and where its faces come from.
 *
 * @param origins one entry for each relation; a face without one has an unknown origin, an input
 *     face without one is gone
 */
public record Derived(Shape shape, List<Origin> origins) {

  public enum OriginKind {
    FACE_KEPT,
    FACE_MODIFIED,
    FROM_FACE,
    FROM_EDGE,
    FROM_VERTEX,
    CURVE,
    START_CAP,
    END_CAP,
    PLANE
  }

  /**
   * Result face {@code face} comes from sub-shape {@code source} of input {@code input}, or from
   * that curve's tag.
   */
  public record Origin(int face, OriginKind kind, int input, int source) {}
}
