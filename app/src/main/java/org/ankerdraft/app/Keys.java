package org.ankerdraft.app;

import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.ankerdraft.app.session.CopiedNames;
import org.ankerdraft.app.session.Session;

/** The keys of the whole window; those without a modifier are left to whoever types. */
final class Keys {
  private final MainWindow window;
  private final Session session;
  private final FileActions files;
  private final Strokes strokes;
  private final HeldKey held = new HeldKey();

  Keys(MainWindow window, Session session, FileActions files, Strokes strokes) {
    this.window = window;
    this.session = session;
    this.files = files;
    this.strokes = strokes;
  }

  void pressed(KeyEvent e) {
    if (held.isRepeated(e) && actsOnce(e)) {
      e.consume();
    } else if (!e.isShortcutDown() && !isSecondStroke(e) && window.isPencils(e)) {
      e.consume();
    } else if (e.isShortcutDown()) {
      if (withModifier(e)) {
        e.consume();
      }
    } else if (e.getCode() == KeyCode.ESCAPE) {
      window.escape();
    } else if (!window.isTyping()) {
      plain(e);
    }
  }

  /** While a station stands open its second letter is meant, also where one is drawing. */
  private boolean isSecondStroke(KeyEvent e) {
    return e.getCode().isLetterKey() && !window.isTyping() && strokes.isWaiting();
  }

  void released() {
    held.released();
  }

  /** Whether a key means nothing more while it is held down. */
  private boolean actsOnce(KeyEvent e) {
    KeyCode code = e.getCode();
    boolean isCommit = code == KeyCode.ENTER || code == KeyCode.ESCAPE;
    boolean isStroke = code.isLetterKey() || code == KeyCode.DELETE;
    return !e.isShortcutDown() && (isCommit || (isStroke && !window.isTyping()));
  }

  private boolean withModifier(KeyEvent e) {
    switch (e.getCode()) {
      case SPACE -> window.showQuickAdd();
      case S -> files.save(e.isShiftDown());
      case O -> files.chooseAndOpen();
      case N -> files.startNew();
      case Z -> {
        if (e.isShiftDown()) {
          session.redo();
        } else {
          session.undo();
        }
      }
      case Y -> session.redo();
      case C -> {
        return !window.isTyping() && CopiedNames.of(session);
      }
      default -> {
        return false;
      }
    }
    return true;
  }

  private void plain(KeyEvent e) {
    if (strokes.pressed(e)) {
      e.consume();
    } else if (e.getCode() == KeyCode.DELETE) {
      session.selectedStep().ifPresent(s -> session.edit(session.document().withoutStep(s.id())));
    } else if (e.getCode() == KeyCode.HOME) {
      window.view().fit();
    }
  }
}
