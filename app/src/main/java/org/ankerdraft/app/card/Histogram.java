package org.ankerdraft.app.card;

import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.survey.WallStatistics;
import org.ankerdraft.render.look.Palette;

/** How much of the surface has which wall thickness. */
public final class Histogram extends VBox {
  private static final double WIDTH = 264;
  private static final double HEIGHT = 74;
  private static final double BASE = 56;

  private final Label title = new Label("Wall thickness");
  private final Canvas canvas = new Canvas(WIDTH, HEIGHT);
  private Palette palette = Palette.CHART;
  private CheckReport shown;
  private LengthUnit unit = LengthUnit.MM;

  public Histogram() {
    title.getStyleClass().add("pane-title");
    getStyleClass().add("histogram");
    getChildren().addAll(title, canvas);
    show(null, LengthUnit.MM);
  }

  public void palette(Palette p) {
    palette = p;
    show(shown, unit);
  }

  public void show(CheckReport report, LengthUnit told) {
    shown = report;
    unit = told;
    WallStatistics s =
        report == null
            ? null
            : report.bodies().values().stream()
                .map(b -> b.statistics())
                .filter(x -> x != null && x.thinnest() >= 0)
                .findFirst()
                .orElse(null);
    setVisible(s != null);
    setManaged(s != null);
    if (s == null) {
      return;
    }
    title.setText("Wall thickness, nominal " + unit.text(s.nominalMm(), 2));
    draw(s, report.book().limit("wall.min").value(), report.book().limit("wall.max").value());
  }

  private static Color colour(int rgb) {
    return Color.rgb((rgb >> 16) & 0xFF, (rgb >> 8) & 0xFF, rgb & 0xFF);
  }

  private void draw(WallStatistics s, double thin, double thick) {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, WIDTH, HEIGHT);
    double most = 1e-9;
    for (double share : s.shares()) {
      most = Math.max(most, share);
    }
    int n = s.shares().length;
    double w = WIDTH / n;
    for (int i = 0; i < n; i++) {
      double middle = s.firstMm() + (i + 0.5) * s.binMm();
      boolean beyond = middle < thin || middle > thick;
      int[] tints = palette.wallTints();
      int tint =
          (int)
              Math.max(
                  0, Math.min(tints.length - 1, (middle - thin) / (thick - thin) * tints.length));
      g.setFill(colour(beyond ? palette.hazard() : tints[tint]));
      // The root spreads small shares so that a few spots beyond a limit are not lost under the
      // nominal wall.
      double h = Math.sqrt(s.shares()[i] / most) * (BASE - 4);
      g.fillRect(i * w + 1, BASE - h, w - 2, h);
    }
    g.setStroke(colour(palette.ink()));
    g.strokeLine(0, BASE + 0.5, WIDTH, BASE + 0.5);
    g.setFill(colour(palette.ink2()));
    g.setFont(Font.font("Lato", 11));
    double last = s.firstMm() + n * s.binMm();
    List<String> marks = unit.marks(s.firstMm(), last);
    if (marks.size() == 1) {
      mark(TextAlignment.CENTER, marks.getFirst(), WIDTH / 2);
      return;
    }
    mark(TextAlignment.LEFT, marks.get(0), 0);
    mark(TextAlignment.CENTER, marks.get(1), WIDTH / 2);
    mark(TextAlignment.RIGHT, marks.get(2), WIDTH);
  }

  private void mark(TextAlignment how, String text, double x) {
    canvas.getGraphicsContext2D().setTextAlign(how);
    canvas.getGraphicsContext2D().fillText(text, x, HEIGHT - 4);
  }
}
