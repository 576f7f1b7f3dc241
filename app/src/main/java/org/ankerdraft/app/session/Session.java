package org.ankerdraft.app.session;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepResult;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.Journal;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.render.draw.Scene;

/**
 * The open part: its document with undo and redo, what was built and found last, what is selected.
 * Lives on the interface thread; tells its listeners after each change.
 */
public final class Session {

  /** What changed, so that a pane redraws only what it shows. */
  public enum Change {
    DOCUMENT,
    /** The step under the hand is drawn, before the rest is built. */
    EARLY,
    STATE,
    /** Something is known of the walls of what is drawn; nothing else is new. */
    WALLS,
    /** Up to where failed steps work is known by now; nothing else is new. */
    LIMITS,
    REPORT,
    /** Which repairs mend the findings is known by now; nothing else is new. */
    REPAIRS,
    SELECTION,
    PROGRESS
  }

  public interface Listener {
    void changed(Change change);
  }

  private static final Pattern BARE = Pattern.compile("\\s*-?([0-9]+\\.?[0-9]*|\\.[0-9]+)\\s*");
  private static final int MORE_PATIENCE = 4;
  private static final int MOST_PATIENCE = 64;
  private static final int MOST_RETRIES = 2;

  private final Workbench workbench;
  private final List<Listener> listeners = new ArrayList<>();
  private final Set<Picked> picked = new LinkedHashSet<>();
  private final History history = new History(PartDocument.empty("part"));
  private final Path journals;
  private Journal journal;
  private int unsavedParts;
  private int machineFailures;
  private int patience = 1;
  private Map<String, byte[]> files = Map.of();
  private Path file;
  private PartState state;
  private Shown shown = new Shown();
  private String selectedStep;
  private String viewedBefore;
  private Progress progress = Progress.NONE;
  private String notice = "";
  private boolean isUnchecked;

  /**
   * @param journals folder for the journals of parts that have no file yet
   */
  public Session(Workbench workbench, Path journals) {
    this.workbench = workbench;
    this.journals = journals;
    this.journal = Journal.ofUnsaved(journals, unsavedParts);
  }

  public void listen(Listener listener) {
    listeners.add(listener);
  }

  private void tell(Change change) {
    List.copyOf(listeners).forEach(l -> l.changed(change));
  }

  public PartDocument document() {
    return history.document();
  }

  public Optional<PartState> state() {
    return Optional.ofNullable(state);
  }

  /** The last report; may be of an earlier state while checks run. */
  public Optional<CheckReport> report() {
    return shown.report();
  }

  public boolean isReportCurrent() {
    return shown.isReportCurrent();
  }

  /** Whether the report is of the part as it stands in the ledger, not only of what is drawn. */
  public boolean isVerdictCurrent() {
    return shown.isReportCurrent() && !isUnchecked && viewedBefore == null;
  }

  /** What is drawn: with wall fields if the report is of this state. */
  public List<BodyAnalysis> bodies() {
    return shown.bodies();
  }

  /** The bodies as they are drawn. */
  public Scene scene() {
    return shown.scene();
  }

  public Optional<Path> file() {
    return Optional.ofNullable(file);
  }

  public Map<String, byte[]> files() {
    return files;
  }

  public boolean isDirty() {
    return history.isDirty();
  }

  public boolean canUndo() {
    return history.canUndo();
  }

  public boolean canRedo() {
    return history.canRedo();
  }

  public String progress() {
    return progress.words();
  }

  /** From 0 to 1; negative if nothing is being built. */
  public double progressShare() {
    return progress.share();
  }

  /** A word to the user about the last action; empty if there is none. */
  public String notice() {
    return notice;
  }

  public void notice(String text) {
    notice = text;
    tell(Change.PROGRESS);
  }

  public Optional<Step> selectedStep() {
    return Optional.ofNullable(selectedStep).flatMap(document()::step);
  }

  public Optional<StepResult> selectedResult() {
    return selectedStep().flatMap(s -> Optional.ofNullable(state).flatMap(b -> b.step(s.id())));
  }

  public void select(String stepId) {
    selectedStep = stepId;
    picked.clear();
    tell(Change.SELECTION);
  }

  public Set<Picked> picked() {
    return Collections.unmodifiableSet(new LinkedHashSet<>(picked));
  }

  /** Picks a thing, alone or with what is picked already; a second time takes it back. */
  public void pick(Picked thing, boolean more) {
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

  /** The unit in which lengths are shown. */
  public LengthUnit unit() {
    return document().unit();
  }

  /** What was typed for a length: a bare number is of the unit that is shown. */
  public String typedLength(String text) {
    boolean isBare = BARE.matcher(text).matches();
    return isBare ? text.strip() + " " + unit().symbol() : text.strip();
  }

  /** The choice of a face that is picked. */
  public FaceChoice face(Picked p) {
    return there(p)
        .<FaceChoice>map(named -> named.chosen(p.in(named)))
        .orElseGet(() -> new FaceChoice.Named(FaceName.read(p.name()), null));
  }

  /** The choice of an edge that is picked. */
  public EdgeChoice edge(Picked p) {
    return there(p)
        .<EdgeChoice>map(named -> named.chosenEdge(p.in(named)))
        .orElseGet(() -> new EdgeChoice.Named(EdgeName.read(p.name()), null));
  }

  /** The shape that a pick is of, if it is there now. */
  private Optional<NamedShape> there(Picked p) {
    return Optional.ofNullable(state)
        .map(s -> s.bodies().get(p.body()))
        .map(Body::named)
        .filter(named -> p.in(named) > 0);
  }

  public void clearPicks() {
    picked.clear();
    tell(Change.SELECTION);
  }

  /** An edit that can be undone. One that would make no part is refused, with a notice. */
  public void edit(PartDocument changed) {
    history.edit(changed).ifPresent(this::refused);
    documentChanged();
    record();
  }

  private void refused(FormatError error) {
    notice("that cannot be: " + error);
  }

  /**
   * Shows a change while it is being made; {@link #edit} or {@link #endPreview} ends it. It is in
   * the journal already.
   */
  public void preview(PartDocument changed) {
    Optional<FormatError> refused = history.preview(changed);
    if (refused.isPresent()) {
      refused(refused.get());
      return;
    }
    documentChanged();
    record();
  }

  public void endPreview() {
    if (history.isInPreview()) {
      edit(document());
    }
  }

  /** Goes back to what stood before the preview. */
  public void cancelPreview() {
    if (history.cancelPreview()) {
      documentChanged();
      record();
    }
  }

  public void undo() {
    endPreview();
    if (history.undo()) {
      documentChanged();
      record();
    }
  }

  public void redo() {
    endPreview();
    if (history.redo()) {
      documentChanged();
      record();
    }
  }

  private void documentChanged() {
    if (selectedStep != null && selectedStep().isEmpty()) {
      selectedStep = null;
      tell(Change.SELECTION);
    }
    machineFailures = 0;
    patience = 1;
    isUnchecked = true;
    tell(Change.DOCUMENT);
    rebuild();
  }

  /** The journal is written before an edit counts as made; that it lies on the disk comes later. */
  private void record() {
    try {
      if (isDirty()) {
        journal.record(document());
        workbench.later(journal::sync, this::cannotJournal);
      } else {
        journal.clear();
      }
    } catch (IOException e) {
      cannotJournal(e);
    }
  }

  private void cannotJournal(IOException e) {
    notice("the journal cannot be written: " + e.getMessage());
  }

  private void rebuild() {
    int before = viewedBefore == null ? -1 : document().indexOf(viewedBefore);
    PartDocument viewed = before < 0 ? document() : document().withStopLine(before);
    String edited = null;
    if (history.isInPreview()) {
      edited = selectedStep == null ? Workbench.Request.FIRST_CHANGED : selectedStep;
    }
    workbench.submit(new Workbench.Request(viewed, files, patience, edited), new Watcher());
  }

  /**
   * Shows the part as it stands before a step, for choosing what the step works on; null shows it
   * whole again.
   */
  public void viewBefore(String stepId) {
    if (!Objects.equals(viewedBefore, stepId)) {
      viewedBefore = stepId;
      rebuild();
    }
  }

  /** The step for which something is being chosen. */
  public Optional<String> viewedBefore() {
    return Optional.ofNullable(viewedBefore);
  }

  /** Builds again what took too long, with several times the time; until the next edit. */
  public void waitLonger() {
    patience = Math.min(MOST_PATIENCE, patience * MORE_PATIENCE);
    rebuild();
  }

  public void cancelBuild() {
    workbench.cancel();
  }

  /** When what is drawn was asked for, by {@link System#nanoTime}. */
  public long shownSince() {
    return shown.since();
  }

  private final class Watcher implements Workbench.Listener {
    private final long since = System.nanoTime();

    @Override
    public void progress(int step, int of, String id) {
      progress = new Progress("building " + id, of == 0 ? 0 : (double) step / of);
      tell(Change.PROGRESS);
    }

    @Override
    public void early(Map<String, BodyAnalysis> analyses, Scene drawn) {
      shown.early(analyses, drawn, since);
      tell(Change.EARLY);
    }

    @Override
    public void built(PartState built, Map<String, BodyAnalysis> analyses, Scene drawn) {
      state = built;
      shown.built(built, analyses, drawn, since);
      progress = new Progress("checking", 1);
      tell(Change.STATE);
      tell(Change.PROGRESS);
      tryAgainAfterMachineFailure(built);
    }

    @Override
    public void known(Scene drawn) {
      shown.known(drawn);
      tell(Change.WALLS);
    }

    @Override
    public void checked(CheckReport found, Scene drawn) {
      shown.checked(found, drawn);
      isUnchecked = false;
      progress =
          state.hasOpenLimits() ? new Progress("finding up to where it works", 1) : Progress.NONE;
      tell(Change.REPORT);
      tell(Change.PROGRESS);
    }

    @Override
    public void limited(PartState found) {
      state = found;
      progress = Progress.NONE;
      tell(Change.LIMITS);
      tell(Change.PROGRESS);
    }

    @Override
    public void tried(CheckReport found) {
      shown.tried(found);
      tell(Change.REPAIRS);
    }

    @Override
    public void stopped(String why) {
      progress = Progress.NONE;
      if (shown.forgetEarly()) {
        tell(Change.STATE);
      }
      notice(why);
    }
  }

  /** A step that only the machine failed is tried again by itself, a few times. */
  private void tryAgainAfterMachineFailure(PartState built) {
    if (machineFailures < MOST_RETRIES
        && built.steps().stream().anyMatch(r -> r.isByMachine() && !r.tookTooLong())) {
      machineFailures++;
      rebuild();
    }
  }

  /** Opens a file. Empty if it went well; else why not, and the open part stays. */
  public Optional<FormatError> open(Path path) {
    return switch (workbench.open(path)) {
      case PartFile.Opened.Bad(FormatError error) -> Optional.of(error);
      case PartFile.Opened.Ok(PartFile.Content content) -> {
        take(content, path, Journal.of(path));
        yield Optional.empty();
      }
    };
  }

  private void take(PartFile.Content content, Path path, Journal itsJournal) {
    history.startWith(content.part());
    picked.clear();
    selectedStep = null;
    viewedBefore = null;
    file = path;
    journal = itsJournal;
    files = content.files();
    workbench.remember(content.cache());
    state = null;
    shown = new Shown();
    notice = "";
    recover(itsJournal);
    tell(Change.SELECTION);
    documentChanged();
  }

  private void recover(Journal left) {
    try {
      Journal.Left found = left.recover();
      boolean isOfThisPart =
          found instanceof Journal.Left.Part(var part, var kept) && part.equals(document());
      if (!isOfThisPart) {
        notice = found.inWords();
      }
      if (!isOfThisPart && found instanceof Journal.Left.Part(var part, var kept)) {
        history.recover(part);
      }
    } catch (IOException e) {
      notice = "the journal cannot be read: " + e.getMessage();
    }
  }

  public void startNew() {
    startFrom(PartDocument.empty("part"));
  }

  /** A new part that begins as a template. */
  public void startFrom(PartDocument template) {
    unsavedParts++;
    take(new PartFile.Content(template, Map.of()), null, Journal.ofUnsaved(journals, unsavedParts));
  }

  /**
   * Takes up a part without a file that the last run of the program left in its journal.
   *
   * @return whether there was one
   */
  public boolean recoverLeftBehind() {
    try {
      for (Journal left : Journal.leftBehind(journals)) {
        if (left.recover() instanceof Journal.Left.Part(PartDocument part, var kept)) {
          startFrom(PartDocument.empty("part"));
          files = kept;
          journal.keep(kept);
          history.recover(part);
          notice = "a part that was never saved is recovered";
          documentChanged();
          record();
          left.clear();
          return true;
        }
      }
    } catch (IOException e) {
      notice("the journals cannot be read: " + e.getMessage());
    }
    return false;
  }

  /** The unsaved changes are given up. */
  public void giveUpChanges() {
    try {
      journal.clear();
    } catch (IOException e) {
      cannotJournal(e);
    }
  }

  /** Saves under a name; the file is written off the interface thread. */
  public void save(Path path, byte[] thumbnail) throws IOException {
    endPreview();
    PartDocument written = document();
    PartState built = state;
    boolean current = built != null && built.part().equals(written) && built.isLoaded();
    Map<String, byte[]> imported = files;
    try {
      OffThread.await(() -> {
        Map<String, byte[]> cache = current ? PartBuilder.cacheOf(built) : Map.of();
        PartFile.save(path, new PartFile.Content(written, imported, cache), thumbnail);
        return path;
      });
    } catch (IOException | RuntimeException e) {
      throw e;
    } catch (Exception e) {
      throw new IOException(e);
    }
    journal.clear();
    file = path;
    journal = Journal.of(path);
    history.isSavedAs(written);
    record();
    notice("saved " + path.getFileName());
    tell(Change.DOCUMENT);
  }

  public Workbench workbench() {
    return workbench;
  }
}
