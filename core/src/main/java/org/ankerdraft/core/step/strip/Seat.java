package org.ankerdraft.core.step.strip;

import java.util.List;
import java.util.function.Function;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.select.EdgeChoice;

/**
 * Where a strip sits on its edges.
 *
 * @param edges straight edges of walls; it turns to the side of the wall on which the edge lies
 * @param position of the first bend; null for the usual of the kind of strip
 * @param startOffset free length at the edge's start, null for none
 * @param endOffset free length at its end
 * @param gap between mitred neighbours of the same step, null for 0.5 mm
 */
public record Seat(
    List<EdgeChoice> edges,
    Position position,
    Expr startOffset,
    Expr endOffset,
    Expr gap,
    Relief relief) {

  /** Where the bend lies against the edge it starts from. */
  public enum Position {
    INSIDE,
    OUTSIDE,
    CENTRED
  }

  private static final Field<Seat, List<EdgeChoice>> EDGES =
      Field.<Seat, List<EdgeChoice>>of("edges", EdgeChoice.LIST, Seat::edges)
          .label("Edges")
          .about(
              "straight ones along which plane walls end; the strip turns to the side of the wall on"
                  + " which the edge lies");
  private static final Field<Seat, Position> POSITION =
      Field.<Seat, Position>of(
              "position",
              WordForm.of(Position.INSIDE, "inside", "inside the edge")
                  .or(Position.OUTSIDE, "outside", "outside it")
                  .or(Position.CENTRED, "centred", "centred on it"),
              Seat::position)
          .usual("as usual")
          .label("Bend lies")
          .about(
              "of the bend against the edge; inside (default): the strip's outside is flush with the"
                  + " edge; outside (default of joggles): the bend begins there");
  private static final Field<Seat, Expr> START =
      length("startOffset", "Offset, start", "0 mm", Seat::startOffset)
          .folded()
          .about("from the start of the edge");
  private static final Field<Seat, Expr> END =
      length("endOffset", "Offset, end", "0 mm", Seat::endOffset).folded().about("from its end");
  private static final Field<Seat, Expr> GAP =
      length("gap", "Gap at corners", "0.5 mm", Seat::gap)
          .folded()
          .about("between neighbours of one step, which are mitred; default 0.5 mm");
  private static final Field<Seat, Relief> RELIEF =
      Field.<Seat, Relief>of("relief", Relief.FORM, Seat::relief)
          .folded()
          .label("Relief")
          .otherwise(Relief.RULE)
          .about("cuts beside bends and at corners");

  /** How a seat stands in a file. */
  public static final RecordForm<Seat> FORM =
      RecordForm.of(
          "seat",
          List.of(EDGES, POSITION, START, END, GAP, RELIEF),
          v ->
              new Seat(
                  v.get(EDGES),
                  v.get(POSITION),
                  v.get(START),
                  v.get(END),
                  v.get(GAP),
                  v.get(RELIEF)));

  public Seat {
    edges = edges == null ? List.of() : List.copyOf(edges);
    relief = relief == null ? Relief.RULE : relief;
  }

  /** On edges, all else as usual. */
  public static Seat on(List<EdgeChoice> edges) {
    return new Seat(edges, null, null, null, null, null);
  }

  /** Null for an offset that stays as it is. */
  Seat withOffsets(Expr start, Expr end) {
    Seat first = start == null ? this : FORM.with(this, START, start);
    return end == null ? first : FORM.with(first, END, end);
  }

  /** Its offsets in words. */
  String offsetsSaid() {
    String start = startOffset == null ? "" : " of " + startOffset + " at its start";
    String end = endOffset == null ? "" : " of " + endOffset + " at its end";
    return "an offset" + start + (start.isEmpty() || end.isEmpty() ? "" : " and") + end;
  }

  Seat withRelief(Relief changed) {
    return FORM.with(this, RELIEF, changed);
  }

  private static Field<Seat, Expr> length(
      String id, String label, String usual, Function<Seat, Expr> get) {
    return Field.of(id, ExprForm.LENGTH, get).label(label).usual(usual);
  }
}
