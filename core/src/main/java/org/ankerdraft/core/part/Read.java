package org.ankerdraft.core.part;

import org.ankerdraft.core.form.FormatError;

/** A part read from text, or why it could not be. */
public sealed interface Read {
  record Ok(PartDocument part) implements Read {}

  record Bad(FormatError error) implements Read {}
}
