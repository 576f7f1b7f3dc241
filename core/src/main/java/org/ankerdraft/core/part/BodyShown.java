package org.ankerdraft.core.part;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.WordForm;

/**
 * How a body is shown. Hidden bodies are built and checked like all others.
 *
 * @param name of the body
 * @param hidden whether it is left out of the view
 * @param tint its colour, where no map is laid over it
 */
public record BodyShown(String name, boolean hidden, Tint tint) {
  /** Colours that tell bodies apart. */
  public enum Tint {
    PLAIN,
    SAND,
    MOSS,
    SLATE,
    RUST,
    PLUM,
    TEAL,
    ROSE
  }

  private static final Field<BodyShown, String> NAME =
      Field.<BodyShown, String>of("name", TextForm.NAME, BodyShown::name).required();
  private static final Field<BodyShown, Boolean> HIDDEN =
      Field.<BodyShown, Boolean>of("hidden", new FlagForm("shown", "hidden"), BodyShown::hidden)
          .about("left out of the view; built and checked all the same");
  private static final Field<BodyShown, Tint> TINT =
      Field.<BodyShown, Tint>of(
              "tint",
              WordForm.of(Tint.PLAIN, "plain")
                  .or(Tint.SAND, "sand")
                  .or(Tint.MOSS, "moss")
                  .or(Tint.SLATE, "slate")
                  .or(Tint.RUST, "rust")
                  .or(Tint.PLUM, "plum")
                  .or(Tint.TEAL, "teal")
                  .or(Tint.ROSE, "rose"),
              BodyShown::tint)
          .otherwise(Tint.PLAIN)
          .about("its colour where no map is laid over it, and in STEP and 3MF files");

  /** How it stands in a file. */
  public static final RecordForm<BodyShown> FORM =
      RecordForm.of(
          "body shown",
          List.of(NAME, HIDDEN, TINT),
          v -> new BodyShown(v.get(NAME), v.is(HIDDEN), v.get(TINT)));

  public BodyShown {
    tint = tint == null ? Tint.PLAIN : tint;
  }

  /** As all bodies are shown of which nothing is said. */
  public static BodyShown usual(String name) {
    return new BodyShown(name, false, Tint.PLAIN);
  }

  /** Whether it says nothing. */
  boolean isUsual() {
    return !hidden && tint == Tint.PLAIN;
  }
}
