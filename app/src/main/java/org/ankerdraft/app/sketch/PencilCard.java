package org.ankerdraft.app.sketch;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.ankerdraft.app.card.SlotRows;
import org.ankerdraft.app.session.InWords;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.sketch.constraint.Constraint;
import org.ankerdraft.core.sketch.constraint.Relation;

/** Tools of the pencil, relations for what is chosen, and what of the sketch can still move. */
public final class PencilCard extends VBox {
  private static final List<Relation> OF_ONE = List.of(Relation.HORIZONTAL, Relation.VERTICAL);
  private static final List<Relation> OF_TWO =
      List.of(
          Relation.PARALLEL,
          Relation.PERPENDICULAR,
          Relation.COLLINEAR,
          Relation.TANGENT,
          Relation.EQUAL,
          Relation.CONCENTRIC,
          Relation.COINCIDENT,
          Relation.ON_CURVE,
          Relation.MIDPOINT,
          Relation.HORIZONTAL,
          Relation.VERTICAL);
  private static final List<Relation> SPANS =
      List.of(Relation.DISTANCE, Relation.DISTANCE_X, Relation.DISTANCE_Y, Relation.ANGLE);

  private Pencil pencil;
  private final FlowPane tools = new FlowPane(10, 4);
  private final Label chosen = SlotRows.second("");
  private final FlowPane relations = new FlowPane(10, 4);
  private final VBox holding = new VBox();
  private final TextField number = new TextField();
  private final Label freedom = SlotRows.second("");
  private final Label problem = new Label();

  public PencilCard() {
    getStyleClass().add("card");
    Label title = new Label("Draw");
    title.getStyleClass().add("card-title");
    number.setId("pencil-number");
    number.setPromptText("a number for a dimension");
    number.setOnAction(e -> takeNumber());
    problem.getStyleClass().add("field-error");
    problem.setWrapText(true);
    freedom.setId("freedom");
    getChildren().addAll(title, tools, chosen, number, relations, holding, freedom, problem);
    setVisible(false);
    setManaged(false);
  }

  /** Shows a pencil; hides while it is off. */
  public void show(Pencil shown) {
    pencil = shown;
    setVisible(pencil.isOn());
    setManaged(pencil.isOn());
    if (!pencil.isOn()) {
      return;
    }
    tools.getChildren().clear();
    for (Tool t : Tool.values()) {
      Button b = link(t.title() + "  " + t.key().getName());
      b.setId("tool-" + t.name().toLowerCase(java.util.Locale.ROOT));
      if (t == pencil.tool()) {
        b.getStyleClass().add("waiting");
      }
      b.setOnAction(e -> pencil.use(t));
      tools.getChildren().add(b);
    }
    showChosen();
    freedom.setText(pencil.seen().map(PencilCard::freedomOf).orElse(""));
    problem.setText(InWords.capital(pencil.problem()));
    problem.setVisible(!pencil.problem().isEmpty());
    problem.setManaged(problem.isVisible());
  }

  private void showChosen() {
    int n = pencil.chosen().size();
    chosen.setText(
        n == 0
            ? "Choose lines, circles or points to relate them"
            : pencil.chosen().stream().sorted().collect(Collectors.joining(", ")));
    relations.getChildren().clear();
    if (n == 1) {
      sizes().forEach(this::relation);
      if (sizes().contains(Relation.LENGTH)) {
        OF_ONE.forEach(this::relation);
      }
    } else if (n == 2) {
      OF_TWO.forEach(this::relation);
      SPANS.forEach(this::relation);
    } else if (n == 3) {
      relation(Relation.SYMMETRIC);
    }
    holding.getChildren().clear();
    for (Constraint c : pencil.holding()) {
      Button away = link("×");
      away.getStyleClass().add("away");
      away.setOnAction(e -> pencil.letGo(c));
      Label words = new Label(c.inWords());
      words.setMaxWidth(Double.MAX_VALUE);
      HBox.setHgrow(words, Priority.ALWAYS);
      holding.getChildren().add(new HBox(4, words, away));
    }
    number.setVisible(n == 1 || n == 2);
    number.setManaged(number.isVisible());
  }

  /** The usual one first: it is what Enter takes a number for. */
  private List<Relation> sizes() {
    String thing = pencil.chosen().iterator().next();
    SketchView seen = pencil.seen().orElseThrow();
    return seen.isPoint(thing)
        ? List.of(Relation.FIXED)
        : seen.isLine(thing)
            ? List.of(Relation.LENGTH)
            : List.of(Relation.DIAMETER, Relation.RADIUS);
  }

  /** A number that is typed is the dimension that suggests itself. */
  private void takeNumber() {
    Expr value = new Expr(number.getText().strip());
    int n = pencil.chosen().size();
    if (value.text().isEmpty() || n == 0 || n > 2) {
      return;
    }
    boolean isAngle = value.text().contains("deg") || value.text().contains("rad");
    Relation relation = n == 1 ? sizes().getFirst() : isAngle ? Relation.ANGLE : Relation.DISTANCE;
    if (relation.measure() != Relation.Measured.NOTHING && pencil.constrain(relation, value)) {
      number.clear();
    }
  }

  private static String freedomOf(SketchView seen) {
    if (seen.isEmpty()) {
      return "";
    }
    String free =
        seen.freedom() == 0
            ? seen.movable().isEmpty() ? "Nothing can move" : ""
            : seen.freedom() == 1
                ? "1 way to move is left"
                : seen.freedom() + " ways to move are left";
    return seen.redundant().isEmpty()
        ? free
        : free + ". Follows from the others: " + String.join("; ", seen.redundant());
  }

  private void relation(Relation r) {
    Button b = link(InWords.capital(r.word()));
    b.setId("relation-" + r.word().replace(' ', '-'));
    b.setOnAction(e -> {
      boolean isDimension = r.measure() != Relation.Measured.NOTHING;
      String text = number.getText().strip();
      if (isDimension && text.isEmpty()) {
        number.requestFocus();
      } else if (pencil.constrain(r, isDimension ? new Expr(text) : null)) {
        number.clear();
      }
    });
    relations.getChildren().add(b);
  }

  private static Button link(String text) {
    Button b = new Button(text);
    b.getStyleClass().add("link");
    return b;
  }
}
