package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;

/**
 * Says that a curve was cut from another: what is chosen by the other's name is chosen with it.
 *
 * @param curve name of the piece
 * @param of name of the curve that it was part of
 */
public record Piece(String curve, String of) {
  private static final Field<Piece, String> CURVE =
      Field.<Piece, String>of("curve", TextForm.ID, Piece::curve).required().about("the piece");
  private static final Field<Piece, String> OF =
      Field.<Piece, String>of("of", TextForm.ID, Piece::of)
          .required()
          .about("the curve that it was part of");

  /** How a piece stands in a file. */
  public static final RecordForm<Piece> FORM =
      RecordForm.of("piece", List.of(CURVE, OF), v -> new Piece(v.get(CURVE), v.get(OF)));

  /** The curve that each piece was part of. */
  public static Map<String, String> wholes(List<Piece> pieces) {
    return pieces.stream().collect(Collectors.toMap(Piece::curve, Piece::of, (a, b) -> a));
  }
}
