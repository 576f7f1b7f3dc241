package org.ankerdraft.app.session;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;

/**
 * A document with its undo and redo, and a change that is being made. Every change passes the gate:
 * one that the document's own reader would refuse is not made, and told.
 */
public final class History {
  private final Deque<PartDocument> undo = new ArrayDeque<>();
  private final Deque<PartDocument> redo = new ArrayDeque<>();
  private PartDocument document;
  private PartDocument saved;

  /** What stood before the change that is being made; null if none is. */
  private PartDocument beforePreview;

  public History(PartDocument start) {
    document = start;
    saved = start;
  }

  /** Forgets everything and begins with a document. */
  public void startWith(PartDocument start) {
    undo.clear();
    redo.clear();
    beforePreview = null;
    document = start;
    saved = start;
  }

  public PartDocument document() {
    return document;
  }

  public boolean isDirty() {
    return !document.equals(saved);
  }

  public void isSavedAs(PartDocument written) {
    saved = written;
  }

  public boolean canUndo() {
    return !undo.isEmpty();
  }

  public boolean canRedo() {
    return !redo.isEmpty();
  }

  public boolean isInPreview() {
    return beforePreview != null;
  }

  private static Optional<FormatError> refused(PartDocument changed) {
    return PartJson.admit(changed) instanceof Read.Bad(FormatError error)
        ? Optional.of(error)
        : Optional.empty();
  }

  /**
   * Makes a change that can be undone.
   *
   * @return why it is refused; the document then stays as it was before a preview
   */
  public Optional<FormatError> edit(PartDocument changed) {
    Optional<FormatError> refused = refused(changed);
    if (refused.isPresent()) {
      cancelPreview();
      return refused;
    }
    PartDocument before = beforePreview == null ? document : beforePreview;
    beforePreview = null;
    if (!changed.equals(before)) {
      undo.push(before);
      redo.clear();
    }
    document = changed;
    return Optional.empty();
  }

  /**
   * Shows a change while it is being made; {@link #edit} or {@link #endPreview} ends it.
   *
   * @return why it is refused; the document then stays as it is
   */
  public Optional<FormatError> preview(PartDocument changed) {
    Optional<FormatError> refused = refused(changed);
    if (refused.isPresent()) {
      return refused;
    }
    if (beforePreview == null) {
      beforePreview = document;
    }
    document = changed;
    return Optional.empty();
  }

  /** Makes the change that was being shown. */
  public void endPreview() {
    if (beforePreview != null) {
      edit(document);
    }
  }

  /** Goes back to what stood before the preview; whether there was one. */
  public boolean cancelPreview() {
    if (beforePreview == null) {
      return false;
    }
    document = beforePreview;
    beforePreview = null;
    return true;
  }

  public boolean undo() {
    endPreview();
    if (undo.isEmpty()) {
      return false;
    }
    redo.push(document);
    document = undo.pop();
    return true;
  }

  public boolean redo() {
    endPreview();
    if (redo.isEmpty()) {
      return false;
    }
    undo.push(document);
    document = redo.pop();
    return true;
  }

  /** Begins with what was saved, and a recovered document above it. */
  public void recover(PartDocument left) {
    undo.push(document);
    document = left;
  }
}
