package org.ankerdraft.core.select;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;

/** A description of edges, evaluated anew at each build. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "choose")
@JsonSubTypes({
  @JsonSubTypes.Type(value = EdgeChoice.Named.class, name = "edge"),
  @JsonSubTypes.Type(value = EdgeChoice.Chain.class, name = "tangent chain"),
  @JsonSubTypes.Type(value = EdgeChoice.Loop.class, name = "loop"),
  @JsonSubTypes.Type(value = EdgeChoice.OfFaces.class, name = "edges of face"),
  @JsonSubTypes.Type(value = EdgeChoice.OfStep.class, name = "edges of step"),
  @JsonSubTypes.Type(value = EdgeChoice.Inside.class, name = "inside corners"),
  @JsonSubTypes.Type(value = EdgeChoice.Outside.class, name = "outside corners"),
  @JsonSubTypes.Type(value = EdgeChoice.Sharp.class, name = "sharp edges"),
  @JsonSubTypes.Type(value = EdgeChoice.Parallel.class, name = "parallel"),
  @JsonSubTypes.Type(value = EdgeChoice.Nearest.class, name = "nearest edge")
})
public sealed interface EdgeChoice {

  /** One edge by the names of its two faces, "a|b". */
  record Named(String name, Hint hint) implements EdgeChoice {}

  /** The edges that continue the given ones without a kink. */
  record Chain(EdgeChoice from) implements EdgeChoice {}

  /** The loop of a face: the outer one, or the one that holds the edge nearest to a point. */
  record Loop(FaceChoice face, Point near) implements EdgeChoice {}

  record OfFaces(FaceChoice face) implements EdgeChoice {}

  /**
   * All sharp edges of the faces born in a step; only inside or outside corners if {@code corner}
   * says so.
   */
  record OfStep(String step, String corner) implements EdgeChoice {}

  record Inside() implements EdgeChoice {}

  record Outside() implements EdgeChoice {}

  record Sharp() implements EdgeChoice {}

  /** Straight edges along a direction, of one step's faces or of all. */
  record Parallel(Direction direction, String step) implements EdgeChoice {}

  record Nearest(Point at) implements EdgeChoice {}
}
