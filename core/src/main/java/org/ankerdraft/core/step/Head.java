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
 * @param group the name under which it stands with its neighbours of the same group, or null
 * @param note the user's own words about it, or null
 */
public record Head(String id, String label, boolean skipped, String group, String note) {
  private static final Field<Head, String> ID =
      Field.<Head, String>of("id", TextForm.ID, Head::id)
          .required()
          .about("unique in the part: letters, digits, - and _");
  private static final Field<Head, String> LABEL =
      Field.<Head, String>of("label", TextForm.NAME, Head::label).about("the user's own name");
  private static final Field<Head, Boolean> SKIPPED =
      Field.<Head, Boolean>of("skipped", new FlagForm("built", "skipped"), Head::skipped)
          .about("taken out for now");
  private static final Field<Head, String> GROUP =
      Field.<Head, String>of("group", TextForm.NAME, Head::group)
          .about("steps in a row with the same group stand under its name");
  private static final Field<Head, String> NOTE =
      Field.<Head, String>of("note", TextForm.ANY, Head::note).about("the user's own words");

  static final RecordForm<Head> FORM =
      RecordForm.of(
          "head",
          List.of(ID, LABEL, SKIPPED, GROUP, NOTE),
          v -> new Head(v.get(ID), v.get(LABEL), v.is(SKIPPED), v.get(GROUP), v.get(NOTE)));

  public static Head of(String id) {
    return new Head(id, null, false, null, null);
  }

  public Head withLabel(String changed) {
    return new Head(id, changed, skipped, group, note);
  }

  public Head withSkipped(boolean changed) {
    return new Head(id, label, changed, group, note);
  }

  public Head withGroup(String changed) {
    return new Head(id, label, skipped, changed, note);
  }

  public Head withNote(String changed) {
    return new Head(id, label, skipped, group, changed);
  }
}
