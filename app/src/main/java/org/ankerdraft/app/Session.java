package org.ankerdraft.app;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.check.BodyAnalysis;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.part.Journal;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.select.Hint;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.render.Scene;

/**
 * The open part: its document with undo and redo, what was built and found last, what is selected.
 * Lives on the interface thread; tells its listeners after each change.
 */
final class Session {

  /** What changed, so that a pane redraws only what it shows. */
  enum Change {
    DOCUMENT,
    STATE,
    REPORT,
    SELECTION,
    PROGRESS
  }

  interface Listener {
    void changed(Change change);
  }

  /** A face or edge of a body, by name. */
  record Picked(String body, boolean isFace, String name) {}

  private final Workbench workbench;
  private final List<Listener> listeners = new ArrayList<>();
  private final Deque<PartDocument> undo = new ArrayDeque<>();
  private final Deque<PartDocument> redo = new ArrayDeque<>();
  private final Set<Picked> picked = new LinkedHashSet<>();
  private PartDocument document = PartDocument.empty("part");
  private PartDocument saved = document;
  private PartDocument beforePreview;
  private Map<String, byte[]> files = Map.of();
  private Path file;
  private PartState state;
  private Map<String, BodyAnalysis> surveyed = Map.of();
  private Scene surveyedScene = Scene.empty();
  private CheckReport report;
  private Scene reportScene = Scene.empty();
  private boolean reportIsCurrent;
  private String selectedStep;
  private String viewedBefore;
  private String progress = "";
  private double progressShare = -1;
  private String notice = "";

  Session(Workbench workbench) {
    this.workbench = workbench;
  }

  void listen(Listener listener) {
    listeners.add(listener);
  }

  private void tell(Change change) {
    List.copyOf(listeners).forEach(l -> l.changed(change));
  }

  PartDocument document() {
    return document;
  }

  Optional<PartState> state() {
    return Optional.ofNullable(state);
  }

  /** The last report; may be of an earlier state while checks run. */
  Optional<CheckReport> report() {
    return Optional.ofNullable(report);
  }

  boolean isReportCurrent() {
    return reportIsCurrent;
  }

  /** What is drawn: with wall fields if the report is of this state. */
  List<BodyAnalysis> bodies() {
    return List.copyOf(reportIsCurrent ? report.bodies().values() : surveyed.values());
  }

  /** The bodies as they are drawn. */
  Scene scene() {
    return reportIsCurrent ? reportScene : surveyedScene;
  }

  Optional<Path> file() {
    return Optional.ofNullable(file);
  }

  Map<String, byte[]> files() {
    return files;
  }

  boolean isDirty() {
    return !document.equals(saved);
  }

  boolean canUndo() {
    return !undo.isEmpty();
  }

  boolean canRedo() {
    return !redo.isEmpty();
  }

  String progress() {
    return progress;
  }

  /** From 0 to 1; negative if nothing is being built. */
  double progressShare() {
    return progressShare;
  }

  /** A word to the user about the last action; empty if there is none. */
  String notice() {
    return notice;
  }

  void notice(String text) {
    notice = text;
    tell(Change.PROGRESS);
  }

  Optional<Step> selectedStep() {
    return Optional.ofNullable(selectedStep).flatMap(document::step);
  }

  Optional<StepResult> selectedResult() {
    return Optional.ofNullable(state)
        .flatMap(s -> selectedStep == null ? Optional.empty() : s.step(selectedStep));
  }

  void select(String stepId) {
    selectedStep = stepId;
    picked.clear();
    tell(Change.SELECTION);
  }

  Set<Picked> picked() {
    return Set.copyOf(picked);
  }

  /** Picks a thing, alone or with what is picked already; a second time takes it back. */
  void pick(Picked thing, boolean more) {
    boolean had = picked.contains(thing);
    if (!more) {
      picked.clear();
    }
    if (had) {
      picked.remove(thing);
    } else {
      picked.add(thing);
    }
    tell(Change.SELECTION);
  }

  /** The hint to keep with a pick, or null if the thing is not there now. */
  Hint hint(Picked p) {
    NamedShape named =
        state == null || !state.bodies().containsKey(p.body())
            ? null
            : state.bodies().get(p.body()).named();
    if (named == null) {
      return null;
    }
    int n = p.isFace() ? named.face(p.name()) : named.edge(p.name());
    return n == 0 ? null : p.isFace() ? named.faceHint(n) : named.edgeHint(n);
  }

  void clearPicks() {
    picked.clear();
    tell(Change.SELECTION);
  }

  /** An edit that can be undone. */
  void edit(PartDocument changed) {
    PartDocument before = beforePreview == null ? document : beforePreview;
    beforePreview = null;
    if (!changed.equals(before)) {
      undo.push(before);
      redo.clear();
    }
    replace(changed);
    record();
  }

  /** Shows a change while it is being made; {@link #edit} or {@link #endPreview} ends it. */
  void preview(PartDocument changed) {
    if (beforePreview == null) {
      beforePreview = document;
    }
    replace(changed);
  }

  void endPreview() {
    if (beforePreview != null) {
      edit(document);
    }
  }

  /** Goes back to what stood before the preview. */
  void cancelPreview() {
    if (beforePreview != null) {
      PartDocument before = beforePreview;
      beforePreview = null;
      replace(before);
    }
  }

  void undo() {
    endPreview();
    if (!undo.isEmpty()) {
      redo.push(document);
      replace(undo.pop());
      record();
    }
  }

  void redo() {
    if (!redo.isEmpty()) {
      undo.push(document);
      replace(redo.pop());
      record();
    }
  }

  private void replace(PartDocument changed) {
    document = changed;
    if (selectedStep != null && document.step(selectedStep).isEmpty()) {
      selectedStep = null;
      tell(Change.SELECTION);
    }
    tell(Change.DOCUMENT);
    rebuild();
  }

  private void record() {
    if (file == null) {
      return;
    }
    try {
      if (isDirty()) {
        Journal.of(file).record(document);
      } else {
        Journal.of(file).clear();
      }
    } catch (IOException e) {
      notice("the journal cannot be written: " + e.getMessage());
    }
  }

  private void rebuild() {
    int before = viewedBefore == null ? -1 : document.indexOf(viewedBefore);
    PartDocument shown = before < 0 ? document : document.withStopLine(before);
    workbench.submit(shown, files, new Watcher());
  }

  /**
   * Shows the part as it stands before a step, for choosing what the step works on; null shows it
   * whole again.
   */
  void viewBefore(String stepId) {
    if (!Objects.equals(viewedBefore, stepId)) {
      viewedBefore = stepId;
      rebuild();
    }
  }

  void cancelBuild() {
    workbench.cancel();
  }

  private final class Watcher implements Workbench.Listener {
    @Override
    public void progress(int step, int of, String id) {
      progress = "building " + id;
      progressShare = of == 0 ? 0 : (double) step / of;
      tell(Change.PROGRESS);
    }

    @Override
    public void built(PartState built, Map<String, BodyAnalysis> analyses, Scene drawn) {
      // A part that has lost all its bodies to a failed step keeps the last good ones on screen.
      boolean keepLast = analyses.isEmpty() && !built.isOk() && !surveyed.isEmpty();
      state = built;
      if (!keepLast) {
        surveyed = new LinkedHashMap<>(analyses);
        surveyedScene = drawn;
      }
      reportIsCurrent = false;
      progress = "checking";
      progressShare = 1;
      tell(Change.STATE);
      tell(Change.PROGRESS);
    }

    @Override
    public void checked(CheckReport found, Scene drawn) {
      report = found;
      reportScene = drawn;
      reportIsCurrent = !found.bodies().isEmpty() || surveyed.isEmpty();
      progress = "";
      progressShare = -1;
      tell(Change.REPORT);
      tell(Change.PROGRESS);
    }

    @Override
    public void stopped(String why) {
      progress = "";
      progressShare = -1;
      notice(why);
    }
  }

  /** Opens a file. Empty if it went well; else why not, and the open part stays. */
  Optional<FormatError> open(Path path) {
    return switch (workbench.open(path)) {
      case PartFile.Opened.Bad(FormatError error) -> Optional.of(error);
      case PartFile.Opened.Ok(PartFile.Content content) -> {
        take(content, path);
        yield Optional.empty();
      }
    };
  }

  private void take(PartFile.Content content, Path path) {
    undo.clear();
    redo.clear();
    picked.clear();
    beforePreview = null;
    selectedStep = null;
    viewedBefore = null;
    file = path;
    files = content.files();
    workbench.remember(content.cache());
    saved = content.part();
    state = null;
    surveyed = Map.of();
    surveyedScene = Scene.empty();
    report = null;
    reportIsCurrent = false;
    notice = "";
    tell(Change.SELECTION);
    replace(path == null ? content.part() : recovered(path, content.part()));
  }

  private PartDocument recovered(Path path, PartDocument fromFile) {
    try {
      Optional<PartDocument> left = Journal.of(path).recover();
      if (left.isPresent() && !left.get().equals(fromFile)) {
        undo.push(fromFile);
        notice = "unsaved changes of the last time are recovered; undo gives the saved part";
        return left.get();
      }
    } catch (IOException e) {
      notice = "the journal cannot be read: " + e.getMessage();
    }
    return fromFile;
  }

  void startNew() {
    startFrom(PartDocument.empty("part"));
  }

  /** A new part that begins as a template. */
  void startFrom(PartDocument template) {
    take(new PartFile.Content(template, Map.of()), null);
  }

  /** Saves under a name. */
  void save(Path path, byte[] thumbnail) throws IOException {
    endPreview();
    boolean current = state != null && state.part().equals(document) && state.isLoaded();
    Map<String, byte[]> cache = current ? PartBuilder.cacheOf(state) : Map.of();
    PartFile.save(path, new PartFile.Content(document, files, cache), thumbnail);
    if (file != null) {
      Journal.of(file).clear();
    }
    file = path;
    saved = document;
    Journal.of(path).clear();
    notice("saved " + path.getFileName());
    tell(Change.DOCUMENT);
  }

  Workbench workbench() {
    return workbench;
  }
}
