package org.ankerdraft.app.session;

import java.util.stream.Collectors;
import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/** Names of faces and edges on the clipboard. */
public final class CopiedNames {
  private CopiedNames() {}

  /**
   * Puts the names of what is picked there, as the part file writes them.
   *
   * @return false if nothing is picked
   */
  public static boolean of(Session session) {
    String names =
        session.picked().stream()
            .map(Picked::name)
            .collect(Collectors.joining(System.lineSeparator()));
    if (names.isEmpty()) {
      return false;
    }
    ClipboardContent content = new ClipboardContent();
    content.putString(names);
    Clipboard.getSystemClipboard().setContent(content);
    session.notice("copied " + names.replace(System.lineSeparator(), ", "));
    return true;
  }
}
