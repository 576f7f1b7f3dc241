package org.ankerdraft.core.select;

import java.util.Optional;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.form.TextForm;

/**
 * Forms of the names by which things of a part refer to one another. They are told apart by
 * identity, so that references can be found and changed wherever they stand.
 */
public final class References {
  /** The id of a step that bore what is chosen. */
  public static final Form<String> STEP = TextForm.ID.as("step", Optional::of, "");

  /** The id of a sketch that a step takes. */
  public static final Form<String> SKETCH = TextForm.ID.as("sketch", Optional::of, "");

  /** The id of a sketch or a datum plane whose plane a step takes. */
  public static final Form<String> PLANE =
      TextForm.ID.as("sketch or datum plane", Optional::of, "");

  /** The id of a sketch or a datum axis of which a step takes a line. */
  public static final Form<String> LINES = TextForm.ID.as("sketch or datum axis", Optional::of, "");

  /** The name of a body that a step works on. */
  public static final Form<String> BODY = TextForm.NAME.as("body", Optional::of, "");

  /** The name that a step gives to a body it makes. */
  public static final Form<String> NEW_BODY = TextForm.NAME.as("name of a body", Optional::of, "");

  /** The id of one of the copies that a step makes. */
  public static final Form<String> COPY = TextForm.ID.as("id of a copy", Optional::of, "");

  private References() {}

  /**
   * Whether a form is that of a reference to a sketch, or to a datum, which is one without areas.
   */
  public static boolean isToSketch(Form<?> form) {
    return form.equals(SKETCH) || form.equals(PLANE) || form.equals(LINES);
  }
}
