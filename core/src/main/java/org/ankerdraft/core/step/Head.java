package org.ankerdraft.core.step;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;

/**
 * What all steps have.
 *
 * @param id unique in the part; the faces that the step bears are named after it
 * @param label the user's own name for the step, or null
 * @param skipped taken out for now
 */
public record Head(String id, String label, boolean skipped) {
  private static final Field<Head, String> ID =
      Field.<Head, String>of("id", TextForm.ID, Head::id)
          .required()
          .about("unique in the part: letters, digits, - and _");
  private static final Field<Head, String> LABEL =
      Field.<Head, String>of("label", TextForm.NAME, Head::label).about("the user's own name");
  private static final Field<Head, Boolean> SKIPPED =
      Field.<Head, Boolean>of("skipped", new FlagForm("built", "skipped"), Head::skipped)
          .about("taken out for now");

  static final RecordForm<Head> FORM =
      RecordForm.of(
          "head",
          List.of(ID, LABEL, SKIPPED),
          v -> new Head(v.get(ID), v.get(LABEL), v.is(SKIPPED)));

  public static Head of(String id) {
    return new Head(id, null, false);
  }
}
