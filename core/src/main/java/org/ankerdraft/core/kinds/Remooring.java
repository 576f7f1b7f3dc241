package org.ankerdraft.core.kinds;

import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.select.References;

/** Replaces a name that is gone by another, wherever it stands. */
record Remooring(Lost lost, Candidate found) implements Form.Change {
  @Override
  @SuppressWarnings("unchecked") // each case gives a value of the form's own type
  public <V> V of(Form<V> form, V value) {
    return switch (lost.kind()) {
      case FACE ->
          value instanceof FaceChoice.Named n && n.name().toString().equals(lost.name())
              ? (V) new FaceChoice.Named(FaceName.read(found.name()), found.hint())
              : value;
      case EDGE ->
          value instanceof EdgeChoice.Named n && n.name().toString().equals(lost.name())
              ? (V) new EdgeChoice.Named(EdgeName.read(found.name()), found.hint())
              : value;
      case SKETCH -> replaced(References.isToSketch(form), value);
      case BODY -> replaced(form.equals(References.BODY), value);
    };
  }

  @SuppressWarnings("unchecked") // references are texts
  private <V> V replaced(boolean isReference, V value) {
    return isReference && value.equals(lost.name()) ? (V) found.name() : value;
  }
}
