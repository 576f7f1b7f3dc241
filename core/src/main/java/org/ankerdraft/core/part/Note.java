package org.ankerdraft.core.part;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;

/**
 * A measure that is kept with the part. Its value is not kept: it is measured whenever it is shown.
 *
 * @param of one or two things: names of faces or edges, bodies as {@code body:NAME}, or points as
 *     {@code x,y,z} in mm
 * @param text the user's own words, or null
 */
public record Note(List<String> of, String text) {
  private static final int MOST_THINGS = 2;

  private static final Field<Note, List<String>> OF =
      Field.<Note, List<String>>of(
              "of", new ListForm<>(TextForm.ANY, "things", MOST_THINGS), Note::of)
          .required()
          .about(
              "one or two things: names of faces or edges, `body:NAME`, or points as `x,y,z` in mm");
  private static final Field<Note, String> TEXT =
      Field.<Note, String>of("text", TextForm.ANY, Note::text).about("the user's own words");

  /** How a note stands in a file. */
  public static final RecordForm<Note> FORM =
      RecordForm.of("note", List.of(OF, TEXT), v -> new Note(v.get(OF), v.get(TEXT)));

  private static final String BODY = "body:";

  public Note {
    of = List.copyOf(of);
  }

  Note withBodyNamed(String old, String named) {
    return new Note(of.stream().map(o -> o.equals(BODY + old) ? BODY + named : o).toList(), text);
  }
}
