package org.ankerdraft.app.flat;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.paint.Color;
import javafx.scene.shape.StrokeLineCap;
import javafx.scene.text.Font;
import javafx.scene.text.FontPosture;
import javafx.scene.text.FontWeight;
import javafx.scene.text.TextAlignment;
import org.ankerdraft.core.check.Finding;
import org.ankerdraft.core.check.Severity;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Contour;
import org.ankerdraft.core.geometry.Polygons;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.FlatPattern.Zone;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Xy;

/** The flat pattern as a chart: drag moves it, the wheel scales it, a double click fits it. */
public final class FlatCanvas extends Region {
  private static final double MARGIN = 46;
  private static final double CHORD_PIXELS = 0.2;
  private static final double ZOOM_PER_NOTCH = 1.0045;
  private static final double MARK = 9;
  private static final double CHAIN = 22;

  private final Canvas canvas = new Canvas();
  private FlatPattern flat;
  private List<Finding> findings = List.of();
  private Palette palette = Palette.CHART;
  private int lit = -1;
  private double scale = 1;
  private Xy middle = Xy.ZERO;
  private boolean fitted;
  private double lastX;
  private double lastY;
  private IntConsumer onHover = z -> {};
  private IntConsumer onPick = z -> {};

  private LengthUnit unit = LengthUnit.MM;

  public FlatCanvas() {
    getChildren().add(canvas);
    setMinSize(120, 120);
    getStyleClass().add("chart-view");
    setId("flat-canvas");
    setOnMouseMoved(e -> onHover.accept(zoneAt(e)));
    setOnMouseExited(e -> onHover.accept(-1));
    setOnMousePressed(e -> {
      lastX = e.getX();
      lastY = e.getY();
    });
    setOnMouseDragged(e -> {
      middle = middle.plus(new Xy(-(e.getX() - lastX) / scale, (e.getY() - lastY) / scale));
      lastX = e.getX();
      lastY = e.getY();
      fitted = false;
      draw();
    });
    setOnMouseClicked(e -> {
      if (e.getClickCount() == 2) {
        fit();
      } else if (e.isStillSincePress()) {
        onPick.accept(zoneAt(e));
      }
    });
    setOnScroll(this::scrolled);
  }

  /** Told the index of the zone under the pointer, -1 for none. */
  public void onHover(IntConsumer action) {
    onHover = action;
  }

  public void onPick(IntConsumer action) {
    onPick = action;
  }

  public void palette(Palette p) {
    palette = p;
    draw();
  }

  /** Shows a flat pattern, null for none, with the findings on it. */
  public void show(FlatPattern changed, List<Finding> onIt, LengthUnit shownIn) {
    unit = shownIn;
    boolean first = flat == null;
    flat = changed;
    findings = List.copyOf(onIt);
    if (first || fitted) {
      fit();
    } else {
      draw();
    }
  }

  /** Marks a zone by its index, -1 for none. */
  public void light(int zone) {
    if (zone != lit) {
      lit = zone;
      draw();
    }
  }

  public void fit() {
    fitted = true;
    if (flat != null && getWidth() > 1 && getHeight() > 1) {
      scale =
          Math.min(
              Math.max(20, getWidth() - 2 * MARGIN) / Math.max(1e-3, flat.widthMm()),
              Math.max(20, getHeight() - 2 * MARGIN) / Math.max(1e-3, flat.heightMm()));
      middle = new Xy(flat.widthMm() / 2, flat.heightMm() / 2);
    }
    draw();
  }

  /** Brings a place into the middle, closer than the whole. */
  public void fly(Xy place) {
    fit();
    scale *= 2.2;
    middle = place;
    fitted = false;
    draw();
  }

  @Override
  protected void layoutChildren() {
    if (canvas.getWidth() != getWidth() || canvas.getHeight() != getHeight()) {
      canvas.setWidth(getWidth());
      canvas.setHeight(getHeight());
      if (fitted) {
        fit();
      } else {
        draw();
      }
    }
  }

  private void scrolled(ScrollEvent e) {
    Xy under = place(e.getX(), e.getY());
    scale *= Math.pow(ZOOM_PER_NOTCH, e.getDeltaY());
    Xy now = place(e.getX(), e.getY());
    middle = middle.plus(under.minus(now));
    fitted = false;
    draw();
    e.consume();
  }

  private double x(Xy p) {
    return getWidth() / 2 + (p.x() - middle.x()) * scale;
  }

  private double y(Xy p) {
    return getHeight() / 2 - (p.y() - middle.y()) * scale;
  }

  private Xy place(double x, double y) {
    return new Xy(
        middle.x() + (x - getWidth() / 2) / scale, middle.y() - (y - getHeight() / 2) / scale);
  }

  private int zoneAt(MouseEvent e) {
    if (flat == null) {
      return -1;
    }
    Xy p = place(e.getX(), e.getY());
    for (int i = 0; i < flat.zones().size(); i++) {
      boolean inside = false;
      for (Contour c : flat.zones().get(i).contours()) {
        inside ^= Polygons.contains(c.points(chord()), p);
      }
      if (inside) {
        return i;
      }
    }
    return -1;
  }

  private double chord() {
    return CHORD_PIXELS / scale;
  }

  private static Color colour(int rgb) {
    return Color.rgb((rgb >> 16) & 0xFF, (rgb >> 8) & 0xFF, rgb & 0xFF);
  }

  private void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.setFill(colour(palette.field()));
    g.fillRect(0, 0, canvas.getWidth(), canvas.getHeight());
    if (flat == null) {
      return;
    }
    for (int i = 0; i < flat.zones().size(); i++) {
      Zone z = flat.zones().get(i);
      g.setFill(
          colour(i == lit ? palette.buoy() : z.isBend() ? palette.wallTints()[2] : palette.body()));
      g.setGlobalAlpha(i == lit ? 0.45 : 1);
      g.beginPath();
      z.contours().forEach(c -> trace(g, c));
      g.setFillRule(javafx.scene.shape.FillRule.EVEN_ODD);
      g.fill();
      g.setGlobalAlpha(1);
    }
    outlines(g);
    flat.bends().forEach(b -> bendLines(g, b));
    dimensions(g);
    findings.forEach(f -> mark(g, f));
    flat.bends().forEach(b -> bendText(g, b));
  }

  private void trace(GraphicsContext g, Contour c) {
    List<Xy> points = c.points(chord());
    g.moveTo(x(points.getFirst()), y(points.getFirst()));
    points.forEach(p -> g.lineTo(x(p), y(p)));
    g.closePath();
  }

  private void outlines(GraphicsContext g) {
    g.setStroke(colour(palette.ink()));
    g.setLineWidth(1.5);
    g.setLineDashes();
    g.beginPath();
    trace(g, flat.outline());
    flat.holes().forEach(c -> trace(g, c));
    flat.strayContours().forEach(c -> trace(g, c));
    g.stroke();
  }

  private void bendLines(GraphicsContext g, FlatBend b) {
    g.setStroke(colour(palette.ink()));
    g.setLineWidth(1.1);
    g.setLineCap(StrokeLineCap.BUTT);
    g.setLineDashes(b.isUp() ? new double[] {9, 4} : new double[] {12, 3, 2, 3});
    for (FlatBend.Segment s : b.lines()) {
      g.strokeLine(x(s.from()), y(s.from()), x(s.to()), y(s.to()));
    }
    g.setLineDashes();
  }

  private void bendText(GraphicsContext g, FlatBend b) {
    if (b.lines().isEmpty()) {
      return;
    }
    FlatBend.Segment s = b.lines().getFirst();
    Xy at = s.from().plus(s.to()).times(0.5);
    double turn = -Math.toDegrees(Math.atan2(b.middleAlong().y(), b.middleAlong().x()));
    double upright = turn > 90 ? turn - 180 : turn <= -90 ? turn + 180 : turn;
    g.setFont(Font.font("Lato", FontWeight.SEMI_BOLD, FontPosture.ITALIC, 12));
    double length = b.lengthMm() * scale;
    String text = length > 110 ? b.inWords(unit) : Integer.toString(b.number());
    g.save();
    g.translate(x(at), y(at));
    g.rotate(upright);
    haloed(g, text, 0, -5);
    g.restore();
  }

  private void haloed(GraphicsContext g, String text, double x, double y) {
    g.setTextAlign(TextAlignment.CENTER);
    g.setStroke(colour(palette.field()));
    g.setLineWidth(3);
    g.strokeText(text, x, y);
    g.setFill(colour(palette.ink()));
    g.fillText(text, x, y);
  }

  private void dimensions(GraphicsContext g) {
    Xy a = Xy.ZERO;
    Xy b = new Xy(flat.widthMm(), flat.heightMm());
    g.setStroke(colour(palette.ink2()));
    g.setLineWidth(0.8);
    double low = y(a) + CHAIN;
    double left = x(a) - CHAIN;
    g.strokeLine(x(a), low, x(b), low);
    g.strokeLine(left, y(a), left, y(b));
    for (double end : new double[] {x(a), x(b)}) {
      g.strokeLine(end, low - 4, end, low + 4);
    }
    for (double end : new double[] {y(a), y(b)}) {
      g.strokeLine(left - 4, end, left + 4, end);
    }
    g.setFont(Font.font("Lato", 12));
    haloed(g, unit.tidy(flat.widthMm(), 2), (x(a) + x(b)) / 2, low + 4);
    g.save();
    g.translate(left, (y(a) + y(b)) / 2);
    g.rotate(-90);
    haloed(g, unit.tidy(flat.heightMm(), 2), 0, 4);
    g.restore();
  }

  private void mark(GraphicsContext g, Finding f) {
    if (f.flatAt() == null || f.severity() == Severity.NOTE) {
      return;
    }
    double cx = x(f.flatAt());
    double cy = y(f.flatAt());
    g.setStroke(colour(palette.hazard()));
    g.setLineWidth(f.severity() == Severity.STOP ? 2.4 : 1.3);
    g.strokeOval(cx - MARK, cy - MARK, 2 * MARK, 2 * MARK);
    g.save();
    g.beginPath();
    g.arc(cx, cy, MARK, MARK, 0, 360);
    g.clip();
    g.setLineWidth(1.2);
    for (double k = -2 * MARK; k < 2 * MARK; k += 5) {
      g.strokeLine(cx + k, cy + MARK, cx + k + 2 * MARK, cy - MARK);
    }
    g.restore();
  }
}
