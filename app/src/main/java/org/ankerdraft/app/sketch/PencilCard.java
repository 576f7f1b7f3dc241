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
import org.ankerdraft.core.sketch.edit.Flaws;

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
  private final CopiesRow copies = new CopiesRow();
  private final VBox flaws = new VBox();
  private final TextField number = new TextField();
  private boolean wasRadius;
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
    flaws.setId("flaws");
    getChildren()
        .addAll(title, tools, chosen, number, relations, holding, copies, flaws, freedom, problem);
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
    showTools();
    showChosen();
    copies.show(pencil);
    showFlaws();
    freedom.setText(pencil.seen().map(PencilCard::freedomOf).orElse(""));
    String words =
        pencil.problem().isEmpty() ? pencil.changes().said() : InWords.capital(pencil.problem());
    problem.setText(words);
    problem.setVisible(!words.isEmpty());
    problem.setManaged(problem.isVisible());
  }

  private void showTools() {
    tools.getChildren().clear();
    for (Tool t : Tool.values()) {
      Button b = link(t.title() + "  " + t.key().getName());
      b.setId(t.id());
      if (t == pencil.tool()) {
        b.getStyleClass().add("waiting");
      }
      b.setOnAction(e -> pencil.use(t));
      tools.getChildren().add(b);
    }
    Button open = link((pencil.isCutOpen() ? "Part whole" : "Cut part open") + "  H");
    open.setId("cut-open");
    open.setOnAction(e -> pencil.cutOpen(!pencil.isCutOpen()));
    Button veil = link(veilWords() + "  W");
    veil.setId("veil");
    veil.setOnAction(e -> pencil.veil(pencil.veil().next()));
    tools.getChildren().addAll(open, veil);
  }

  private String veilWords() {
    return switch (pencil.veil()) {
      case NONE -> "Fade part";
      case FADED -> "Hide part";
      case HIDDEN -> "Show part";
    };
  }

  /** Each with a press that mends it. */
  private void showFlaws() {
    flaws.getChildren().clear();
    for (Flaws.Flaw flaw : pencil.flaws()) {
      Button mend = link("Mend");
      mend.setOnAction(e -> pencil.changes().edit(s -> s.mended(flaw)));
      Label words = new Label(InWords.capital(flaw.inWords()));
      words.setWrapText(true);
      words.setMaxWidth(Double.MAX_VALUE);
      HBox.setHgrow(words, Priority.ALWAYS);
      flaws.getChildren().add(new HBox(4, words, mend));
    }
  }

  private void showChosen() {
    int n = pencil.chosen().size();
    chosen.setText(
        pencil.edited().isPresent()
            ? InWords.capital(pencil.edited().get().inWords())
            : n == 0
                ? hint()
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
    for (Constraint c : pencil.changes().holding(pencil.chosen())) {
      Button away = link("×");
      away.getStyleClass().add("away");
      away.setOnAction(e -> pencil.changes().takeAway(s -> s.without(c)));
      Label words = new Label(c.inWords());
      words.setMaxWidth(Double.MAX_VALUE);
      HBox.setHgrow(words, Priority.ALWAYS);
      holding.getChildren().add(new HBox(4, words, away));
    }
    boolean isRadius = pencil.tool() == Tool.CORNER;
    boolean isSized = n == 2 || (n == 1 && !sizes().isEmpty());
    number.setVisible(isSized || isRadius || pencil.edited().isPresent());
    number.setManaged(number.isVisible());
    if (isRadius && !number.isFocused()) {
      number.setText(pencil.cornerRadius().text());
    }
    if (wasRadius && !isRadius) {
      number.clear();
    }
    wasRadius = isRadius;
    pencil
        .edited()
        .ifPresent(c -> {
          if (!number.isFocused()) {
            number.setText(Dimensions.text(c));
            number.requestFocus();
            number.selectAll();
          }
        });
  }

  /** What to do next with the tool. */
  private String hint() {
    return switch (pencil.tool()) {
      case MOVE -> "Choose curves and points; draw a box round several, press twice for a chain";
      case LINE -> "Type a length, Tab for the angle, Enter; Esc ends the chain";
      case SPLINE -> "Enter ends the curve; pressed on its beginning it runs round";
      case ARC_THROUGH -> "Its two ends, then a place between them";
      case ARC_ABOUT -> "Its centre, its beginning, then its end, counter-clockwise";
      case SLOT -> "Its two centres, then its width";
      case ELLIPSE -> "Its centre, the end of one axis, then the other";
      case TRIM -> "Press the piece that is to go";
      case SPLIT -> "Press a curve where it is to be cut in two";
      case EXTEND -> "Press a line or an arc near the end that is to go on";
      case CORNER -> "Press where two lines end; the radius is";
      case PROJECT -> "Press an edge of the part, or a face for its outline";
      default -> "Type a number and Enter, or press where it ends";
    };
  }

  /** The usual one first: it is what Enter takes a number for. */
  private List<Relation> sizes() {
    String thing = pencil.chosen().iterator().next();
    SketchView seen = pencil.seen().orElseThrow();
    return seen.isPoint(thing)
        ? List.of(Relation.FIXED)
        : seen.isLine(thing)
            ? List.of(Relation.LENGTH)
            : seen.isRound(thing) ? List.of(Relation.DIAMETER, Relation.RADIUS) : List.of();
  }

  private boolean isAngleWanted() {
    return pencil
        .edited()
        .filter(c -> c.relation().measure() == Relation.Measured.ANGLE)
        .isPresent();
  }

  /** A number that is typed is the dimension that suggests itself. */
  private void takeNumber() {
    Expr value =
        new Expr(isAngleWanted() ? number.getText().strip() : pencil.length(number.getText()));
    if (pencil.tool() == Tool.CORNER && !value.text().isEmpty()) {
      pencil.cornerRadius(value);
      return;
    }
    if (pencil.edited().isPresent()) {
      if (pencil.set(value)) {
        number.clear();
      }
      return;
    }
    int n = pencil.chosen().size();
    if (value.text().isEmpty() || n == 0 || n > 2) {
      return;
    }
    boolean isAngle = value.text().contains("deg") || value.text().contains("rad");
    if (n == 1 && sizes().isEmpty()) {
      return;
    }
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

  static Button link(String text) {
    Button b = new Button(text);
    b.getStyleClass().add("link");
    return b;
  }
}
