package org.ankerdraft.app.sketch;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.ankerdraft.vectors.Xy;

/** What can be made of the chosen curves: copies, mirror images, offsets, construction lines. */
final class CopiesRow extends VBox {
  private static final double NARROW = 64;
  private static final double WIDE = 84;

  private Pencil pencil;
  private final FlowPane changes = new FlowPane(10, 4);
  private final TextField count = field("copies-count", "copies");
  private final TextField right = field("copies-x", "right");
  private final TextField up = field("copies-y", "up");
  private final TextField angle = field("copies-angle", "angle");
  private final TextField distance = field("offset-distance", "distance");

  CopiesRow() {
    setSpacing(4);
    Button row = PencilCard.link("In a row");
    row.setId("copies-row");
    row.setOnAction(e -> inRow());
    Button round = PencilCard.link("Round a point");
    round.setId("copies-round");
    round.setOnAction(e -> round());
    Button offset = PencilCard.link("Offset");
    offset.setId("offset");
    offset.setOnAction(e -> number(distance).ifPresent(pencil::offset));
    distance.setOnAction(e -> number(distance).ifPresent(pencil::offset));
    distance.setPrefWidth(WIDE);
    getChildren()
        .addAll(
            changes,
            new HBox(6, count, right, up, row),
            new HBox(6, angle, round),
            new HBox(6, distance, offset));
  }

  private static TextField field(String id, String prompt) {
    TextField f = new TextField();
    f.setId(id);
    f.setPromptText(prompt);
    f.setPrefWidth(NARROW);
    return f;
  }

  /** Shows what can be done with the curves that are chosen; hides while none is. */
  void show(Pencil shown) {
    pencil = shown;
    boolean isUsed = !pencil.chosenCurves().isEmpty();
    setVisible(isUsed);
    setManaged(isUsed);
    changes.getChildren().clear();
    if (!isUsed) {
      return;
    }
    boolean bounds = pencil.changes().areConstruction(pencil.chosenCurves());
    change(
        "construction",
        bounds ? "Bounds areas" : "Construction only",
        () -> pencil.changes().edit(s -> s.construction(pencil.chosenCurves(), !bounds)));
    mirror();
    if (pencil.chosenCurves().size() == 1 && !isPlain(pencil.chosenCurves().getFirst())) {
      change(
          "take-apart",
          "Take apart",
          () -> pencil.changes().edit(s -> s.apart(pencil.chosenCurves().getFirst())));
    }
    if (pencil.chosenCurves().size() == 1) {
      distance.setPromptText("distance");
    }
  }

  private boolean isPlain(String curve) {
    SketchView seen = pencil.view();
    return seen.isPlainLine(curve) || seen.isRound(curve) || seen.isSpline(curve);
  }

  /** About the line that was chosen last, or about an axis of the sketch. */
  private void mirror() {
    List<String> curves = pencil.chosenCurves();
    String last = curves.getLast();
    if (curves.size() > 1 && pencil.view().isPlainLine(last)) {
      List<String> others = curves.subList(0, curves.size() - 1);
      change(
          "mirror",
          "Mirror about " + last,
          () -> pencil.changes().edit(s -> s.mirrored(others, last)));
    } else {
      change(
          "mirror-x",
          "Mirror about x",
          () -> pencil.changes().edit(s -> s.mirrored(curves, "x-axis")));
      change(
          "mirror-y",
          "Mirror about y",
          () -> pencil.changes().edit(s -> s.mirrored(curves, "y-axis")));
    }
  }

  private void change(String id, String text, Runnable action) {
    Button b = PencilCard.link(text);
    b.setId(id);
    b.setOnAction(e -> {
      action.run();
      pencil.refresh();
    });
    changes.getChildren().add(b);
  }

  private void inRow() {
    OptionalDouble n = number(count);
    double x = number(right).orElse(0);
    double y = number(up).orElse(0);
    if (n.isPresent() && Math.hypot(x, y) > 0) {
      List<String> curves = pencil.chosenCurves();
      pencil.changes().edit(s -> s.inRow(curves, (int) n.getAsDouble(), new Xy(x, y)));
      pencil.refresh();
    } else {
      (n.isPresent() ? right : count).requestFocus();
    }
  }

  /** Round the point that is chosen with the curves, else round the origin. */
  private void round() {
    OptionalDouble n = number(count);
    OptionalDouble turn = number(angle);
    if (n.isEmpty() || turn.isEmpty()) {
      (n.isPresent() ? angle : count).requestFocus();
      return;
    }
    List<String> points = new ArrayList<>(pencil.chosen());
    points.removeIf(p -> !p.equals("origin") && !p.contains("."));
    Xy about = points.isEmpty() ? Xy.ZERO : pencil.view().place(points.getFirst());
    List<String> curves = pencil.chosenCurves();
    curves = curves.stream().filter(c -> !c.equals("origin")).toList();
    List<String> of = curves;
    pencil
        .changes()
        .edit(s -> s.round(of, (int) n.getAsDouble(), about, Math.toRadians(turn.getAsDouble())));
    pencil.refresh();
  }

  private static OptionalDouble number(TextField field) {
    String text = field.getText().strip().replaceFirst("\\s*(mm|deg)$", "");
    return text.matches("-?(\\d*\\.?\\d+|\\d+\\.)")
        ? OptionalDouble.of(Double.parseDouble(text))
        : OptionalDouble.empty();
  }
}
