package org.ankerdraft.core.step;

import java.util.List;
import java.util.Optional;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.sketch.AxisRef;
import org.ankerdraft.core.sketch.PlaneRef;

/** What a new step may start from: what is picked, and what is there. */
public interface Picks {
  /** An id for a new step: a word and the first free number. */
  Head head(String word);

  /** The picked faces. */
  List<FaceChoice> faces();

  /** The picked edges; the loops of the picked faces where none are. */
  List<EdgeChoice> edges();

  boolean hasPickedEdges();

  /** The body that is picked, or one of several; null while the part has but one. */
  String body();

  /** Names of all bodies. */
  List<String> bodies();

  /** The sketch that is selected, else the last one. */
  Optional<String> sketch();

  /** An axis in the plane of a sketch: its first construction line, else one of the part's. */
  AxisRef axisIn(String sketch);

  /**
   * The id of a step that united something with a body or took something from it: the selected one,
   * else the last.
   */
  Optional<String> repeatable();

  /** The picked face as a plane, or the level plane. */
  default PlaneRef plane() {
    return faces().isEmpty() ? PlaneRef.LEVEL : PlaneRef.on(faces().getFirst(), body());
  }
}
