package org.ankerdraft.app;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.prefs.Preferences;
import javafx.geometry.Side;
import javafx.scene.Node;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import org.ankerdraft.app.chart.ChartView;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.app.session.OffThread;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.Templates;
import org.ankerdraft.render.export.PartExport;
import org.ankerdraft.render.export.PartImage;

/** Opening, saving, exporting, and the files opened last. */
final class FileActions {
  private static final int MOST_RECENT = 8;

  /** Of these an empty part's view shows so many. */
  private static final int MOST_SHOWN = 4;

  private static final double EXPORT_ACCURACY_MM = 0.05;
  private static final String RECENT = "recent";

  private final Stage stage;
  private final Session session;
  private final ChartView view;

  FileActions(Stage stage, Session session, ChartView view) {
    this.stage = stage;
    this.session = session;
    this.view = view;
  }

  void showMenu(Node anchor) {
    ContextMenu menu = new ContextMenu();
    item(menu, "New part    Ctrl N", this::startNew);
    item(menu, "New from a template    R T", () -> showTemplates(anchor));
    item(menu, "Keep as a template", this::keepAsTemplate);
    item(menu, "Open    Ctrl O", this::chooseAndOpen);
    item(menu, "Save    Ctrl S", () -> save(false));
    item(menu, "Save as    Ctrl Shift S", () -> save(true));
    item(menu, "Export    R E", this::export);
    item(menu, "Log of internal errors", () -> LogWindow.show(stage));
    List<Path> recent = recent();
    if (!recent.isEmpty()) {
      menu.getItems().add(new SeparatorMenuItem());
      recent.forEach(p -> item(menu, p.getFileName().toString(), () -> openInstead(p)));
    }
    menu.show(anchor, Side.BOTTOM, 0, 0);
  }

  private static void item(ContextMenu menu, String text, Runnable action) {
    MenuItem item = new MenuItem(text);
    item.setOnAction(e -> action.run());
    menu.getItems().add(item);
  }

  void startNew() {
    leaveThen(() -> {
      view.forgetFit();
      session.startNew();
    });
  }

  void startFrom(PartDocument template) {
    leaveThen(() -> {
      view.forgetFit();
      session.startFrom(template.steps().isEmpty() ? template.withName("part") : template);
    });
  }

  /** Lets the user choose a template to start from; they are read when they are asked for. */
  void showTemplates(Node anchor) {
    ContextMenu menu = new ContextMenu();
    for (PartDocument template : templates()) {
      item(menu, InWords.capital(template.name()), () -> startFrom(template));
    }
    menu.show(anchor, Side.BOTTOM, 0, 0);
  }

  /** Shipped templates and the user's own; none if they cannot be read, with a notice. */
  List<PartDocument> templates() {
    try {
      return Templates.ofUser().all();
    } catch (IOException e) {
      session.notice("the templates cannot be read: " + e.getMessage());
      return List.of();
    }
  }

  /** The demo parts; they ship with the application. */
  List<PartDocument> demos() {
    try {
      return Templates.demos();
    } catch (IOException e) {
      throw new UncheckedIOException("reading what ships with the application cannot fail", e);
    }
  }

  void keepAsTemplate() {
    try {
      Path kept = Templates.ofUser().keep(session.document());
      session.notice("kept as template " + kept.getFileName());
    } catch (IOException e) {
      session.notice("the template cannot be kept: " + e.getMessage());
    }
  }

  /** Puts files among those opened last, without opening them. */
  static void offer(List<Path> paths) {
    paths.reversed().forEach(FileActions::remember);
  }

  /** Opens a file in the place of the part, once its changes are saved or given up. */
  void openInstead(Path path) {
    leaveThen(() -> open(path));
  }

  /** The files opened last, but the one that is open. */
  List<Path> recentOthers() {
    Path own = session.file().map(Path::toAbsolutePath).orElse(null);
    return recent().stream().filter(p -> !p.equals(own)).limit(MOST_SHOWN).toList();
  }

  void open(Path path) {
    view.forgetFit();
    opened(path, session.open(path));
  }

  /** Remembers a file that went well, or tells why not. */
  void opened(Path path, Optional<FormatError> error) {
    if (error.isPresent()) {
      tell("Cannot open " + path.getFileName(), InWords.capital(error.get().toString()) + ".");
    } else {
      remember(path);
    }
  }

  void chooseAndOpen() {
    leaveThen(() -> {
      FileChooser chooser = chooser("Open", "*.anker", "*.json", "*.step", "*.stp");
      File file = chooser.showOpenDialog(stage);
      if (file != null) {
        open(file.toPath());
      }
    });
  }

  private FileChooser chooser(String title, String... patterns) {
    FileChooser chooser = besidePart(title);
    chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter("Parts", patterns));
    return chooser;
  }

  /** Where the part lies. */
  private FileChooser besidePart(String title) {
    FileChooser chooser = new FileChooser();
    chooser.setTitle(title);
    session
        .file()
        .map(p -> p.toAbsolutePath().getParent().toFile())
        .filter(File::isDirectory)
        .ifPresent(chooser::setInitialDirectory);
    return chooser;
  }

  /** Saves once more, if there is anything to save, when the file that is under way is done. */
  private boolean saveAfterwards() {
    OffThread.afterwards(() -> {
      if (session.isDirty()) {
        save(false);
      }
    });
    return false;
  }

  /**
   * Saves; asks for a name if there is none, the file is of another kind, or the user wants
   * another.
   */
  boolean save(boolean anotherName) {
    if (OffThread.isWaiting()) {
      return saveAfterwards();
    }
    Path target =
        session
            .file()
            .filter(
                p -> p.toString().endsWith(PartFile.EXTENSION) || p.toString().endsWith(".json"))
            .orElse(null);
    if (anotherName || target == null) {
      FileChooser chooser = chooser("Save", "*.anker");
      chooser.setInitialFileName(session.document().name() + PartFile.EXTENSION);
      File file = chooser.showSaveDialog(stage);
      if (file == null) {
        return false;
      }
      target = file.toPath();
    }
    return saveTo(target);
  }

  boolean saveTo(Path target) {
    try {
      byte[] thumbnail = view.picture() == null ? null : PartImage.png(view.picture());
      session.save(target, thumbnail);
      remember(target);
      return true;
    } catch (IOException e) {
      tell("Cannot save", "The part is not saved: " + e.getMessage() + ". It stays open as it is.");
      return false;
    }
  }

  ParameterFiles parameters() {
    return new ParameterFiles(session, stage, this::besidePart);
  }

  SketchFiles sketches() {
    return new SketchFiles(session, stage, this::besidePart);
  }

  void export() {
    FileChooser chooser = besidePart("Export");
    boolean sheet = session.report().map(r -> !r.flats().isEmpty()).orElse(false);
    List<String> endings =
        sheet
            ? List.of("dxf", "step", "svg", "pdf", "csv", "stl", "3mf", "obj", "png")
            : List.of("step", "stl", "3mf", "obj", "png");
    for (String ending : endings) {
      chooser
          .getExtensionFilters()
          .add(
              new FileChooser.ExtensionFilter(
                  ending.toUpperCase(java.util.Locale.ROOT), "*." + ending));
    }
    chooser.setInitialFileName(session.document().name() + "." + endings.getFirst());
    File file = chooser.showSaveDialog(stage);
    if (file != null) {
      exportTo(file.toPath());
    }
  }

  void exportTo(Path out) {
    Optional<PartState> state = session.state();
    if (state.isEmpty() || !state.get().part().equals(session.document())) {
      session.notice("nothing is exported: the part is still being built");
      return;
    }
    if (!state.get().isOk()) {
      session.notice("nothing is exported: the part has a failed step");
      return;
    }
    session.notice("exporting " + out.getFileName());
    session
        .workbench()
        .background(
            () -> {
              try {
                PartFile.writeAtomically(
                    out,
                    PartExport.bytes(
                        session.workbench().kernel(),
                        state.get(),
                        out.toString(),
                        EXPORT_ACCURACY_MM));
                return "exported " + out.getFileName();
              } catch (IOException | PartExport.CannotExport e) {
                return "export failed: " + e.getMessage();
              }
            },
            session::notice);
  }

  private void leaveThen(Runnable next) {
    if (OffThread.isWaiting()) {
      session.notice("a file is still being read or written");
    } else if (mayClose()) {
      next.run();
    }
  }

  /** Asks what to do with unsaved changes; whether to go on. */
  boolean mayClose() {
    if (!session.isDirty()) {
      return true;
    }
    ButtonType save = new ButtonType("Save", ButtonBar.ButtonData.YES);
    ButtonType leave = new ButtonType("Leave unsaved", ButtonBar.ButtonData.NO);
    Alert alert =
        new Alert(
            Alert.AlertType.NONE,
            "The part has changes that are not saved.",
            save,
            leave,
            ButtonType.CANCEL);
    alert.initOwner(stage);
    alert.setTitle("Unsaved changes");
    ButtonType answer = alert.showAndWait().orElse(ButtonType.CANCEL);
    if (answer == leave) {
      session.giveUpChanges();
    }
    return answer == leave || (answer == save && save(false));
  }

  private void tell(String title, String text) {
    Alert alert = new Alert(Alert.AlertType.NONE, text, ButtonType.OK);
    alert.initOwner(stage);
    alert.setTitle(title);
    alert.setHeaderText(title);
    alert.show();
  }

  private static Preferences preferences() {
    return Preferences.userRoot().node("org/ankerdraft");
  }

  private static List<Path> recent() {
    List<Path> paths = new ArrayList<>();
    for (String line : preferences().get(RECENT, "").split("\n", -1)) {
      if (!line.isBlank() && Files.exists(Path.of(line))) {
        paths.add(Path.of(line));
      }
    }
    return paths;
  }

  private static void remember(Path path) {
    List<Path> paths = new ArrayList<>(recent());
    Path absolute = path.toAbsolutePath();
    paths.remove(absolute);
    paths.addFirst(absolute);
    StringBuilder text = new StringBuilder();
    paths.stream().limit(MOST_RECENT).forEach(p -> text.append(p).append('\n'));
    preferences().put(RECENT, text.toString());
  }
}
