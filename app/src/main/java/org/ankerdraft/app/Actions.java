package org.ankerdraft.app;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.ankerdraft.app.session.CopiedNames;
import org.ankerdraft.app.session.NewSteps;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.step.Stage;
import org.ankerdraft.core.step.StepKind;
import org.ankerdraft.render.look.Look;

/** Everything the user can do, for rail, keys and quick add. */
final class Actions {
  private final List<Action> all = new ArrayList<>();

  Actions(Session session, MainWindow window, FileActions files) {
    NewSteps steps = new NewSteps(session);
    BooleanSupplier hasBody = () -> !session.bodies().isEmpty();
    for (StepKind<?> kind : StepKinds.ALL) {
      kind.rail()
          .ifPresent(r ->
              add(
                  r.stage(),
                  r.title(),
                  r.keys(),
                  r.words(),
                  r.needsBody() ? hasBody : Actions::always,
                  () -> steps.add(kind)));
    }
    add(
        Stage.SHAPE,
        "Draw a sketch",
        "S D",
        "pencil line arc circle rectangle constraint dimension",
        Actions::always,
        window::togglePencil);
    add(
        Stage.SHAPE,
        "Sketch from DXF",
        "S F",
        "file import profile contour lines",
        Actions::always,
        files.sketches()::read);
    add(
        Stage.SHAPE,
        "Write the sketch as DXF or SVG",
        "S W",
        "file export profile contour",
        files.sketches()::canWrite,
        files.sketches()::write);
    add(
        Stage.RELEASE,
        "Parameters as CSV",
        "R P",
        "table export values spreadsheet",
        () -> !session.document().parameters().isEmpty(),
        files.parameters()::write);
    add(
        Stage.RELEASE,
        "Parameters from CSV",
        "R I",
        "table import values spreadsheet",
        Actions::always,
        files.parameters()::read);
    add(Stage.DRAFT, "Draft map", "D M", "show angle", hasBody, () -> window.map(Look.Map.DRAFT));
    add(Stage.WALLS, "Wall map", "W M", "show thickness", hasBody, () -> window.map(Look.Map.WALL));
    add(
        Stage.SHEET,
        "Flat pattern beside the part",
        "T P",
        "unfold blank bend table order press brake",
        hasBody,
        window::toggleFlat);
    add(
        Stage.SHEET,
        "Folding map",
        "T M",
        "bends show limits",
        hasBody,
        () -> window.map(Look.Map.FLAT));
    add(Stage.CHECK, "Draft map", "C D", "angle", hasBody, () -> window.map(Look.Map.DRAFT));
    add(Stage.CHECK, "Wall map", "C W", "thickness", hasBody, () -> window.map(Look.Map.WALL));
    add(Stage.CHECK, "No map", "C N", "plain", hasBody, () -> window.map(Look.Map.NONE));
    add(
        Stage.CHECK,
        "Section plane",
        "C S",
        "cut open",
        hasBody,
        () -> window.view().toggleSection());
    add(
        Stage.CHECK,
        "Turn the section plane",
        "C T",
        "axis",
        () -> window.view().section() != null,
        () -> window.view().turnSection());
    add(
        Stage.CHECK,
        "Measure",
        "C M",
        "distance angle radius length area volume mass weight note",
        hasBody,
        window::toggleMeasuring);
    add(
        Stage.CHECK,
        "Copy the names of what is picked",
        "C C",
        "clipboard face edge file",
        () -> !session.picked().isEmpty(),
        () -> CopiedNames.of(session));
    add(
        Stage.CHECK,
        "Fit the part into the view",
        "C F",
        "zoom all",
        hasBody,
        () -> window.view().fit());
    add(
        Stage.CHECK,
        "Perspective or parallel view",
        "C V",
        "camera orthographic eye",
        hasBody,
        window::togglePerspective);
    add(
        Stage.CHECK,
        "Night chart or light chart",
        "C L",
        "dark theme colours",
        Actions::always,
        window::togglePalette);
    add(
        Stage.RELEASE,
        "Export",
        "R E",
        "step stl 3mf obj png dxf svg pdf csv flat pattern write",
        hasBody,
        files::export);
    add(Stage.RELEASE, "Save", "R S", "part file", Actions::always, () -> files.save(false));
    add(Stage.RELEASE, "Open", "R O", "part file", Actions::always, files::chooseAndOpen);
    add(Stage.RELEASE, "New part", "R N", "start", Actions::always, files::startNew);
    add(
        Stage.RELEASE,
        "Keep as a template",
        "R K",
        "start own",
        Actions::always,
        files::keepAsTemplate);
    add(
        Stage.RELEASE,
        "New from a template",
        "R T",
        "start plastic sheet steel aluminium inch",
        Actions::always,
        window::showTemplates);
    add(Stage.RELEASE, "Undo", "", "back", session::canUndo, session::undo);
    add(Stage.RELEASE, "Redo", "", "forward", session::canRedo, session::redo);
  }

  private void add(
      Stage stage, String title, String keys, String words, BooleanSupplier enabled, Runnable run) {
    all.add(new Action(stage, title, keys, words, enabled, run));
  }

  private static boolean always() {
    return true;
  }

  List<Action> all() {
    return List.copyOf(all);
  }
}
