package org.ankerdraft.core.select;

import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.VariantForm;

/** A description of edges, evaluated anew at each build. */
public sealed interface EdgeChoice {

  /** One edge by the names of its two faces. */
  record Named(EdgeName name, Hint hint) implements EdgeChoice {}

  /** The edges that continue the given ones without a kink. */
  record Chain(EdgeChoice from) implements EdgeChoice {}

  /** The loop of a face: the outer one, or the one that holds the edge nearest to a point. */
  record Loop(FaceChoice face, Point near) implements EdgeChoice {}

  record OfFaces(FaceChoice face) implements EdgeChoice {}

  /** Which corners a rule means. */
  enum Corner {
    INSIDE,
    OUTSIDE
  }

  /**
   * All sharp edges of the faces born in a step; only inside or outside corners if {@code corner}
   * says so.
   */
  record OfStep(String step, Corner corner) implements EdgeChoice {}

  record Inside() implements EdgeChoice {}

  record Outside() implements EdgeChoice {}

  record Sharp() implements EdgeChoice {}

  /** Straight edges along a direction, of one step's faces or of all. */
  record Parallel(Direction direction, String step) implements EdgeChoice {}

  record Nearest(Point at) implements EdgeChoice {}

  /** How a choice stands in a file. */
  VariantForm<EdgeChoice> FORM = EdgeChoiceForms.choices();

  /** A list of choices. */
  ListForm<EdgeChoice> LIST = ListForm.of(FORM, "edges");
}
