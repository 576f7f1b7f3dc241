package org.ankerdraft.render.draw;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontMetrics;
import java.awt.Graphics2D;
import java.awt.Rectangle;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.render.look.ChartFonts;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/**
 * Draws what surrounds and annotates the part: the chart's frame with its scale, numbers on the
 * part, the legend.
 */
public final class ChartPainter {
  /** Width of the frame on each side, pixels: keep the part out of it. */
  public static final int FRAME = 14;

  /** Length of the pull arrow, pixels. */
  public static final double PULL_PIXELS = 86;

  /** How near the pointer must be to a grip, pixels. */
  public static final double HANDLE_REACH = 14;

  private static final int LEGEND_ROW = 17;
  private static final int LEGEND_MARGIN = 8;

  /** Room that the scale takes under the legend, pixels. */
  private static final int ABOVE_SCALE = 28;

  private static final int BOX_WIDTH = 18;
  private static final int BOX_HEIGHT = 13;

  private final Palette palette;

  public ChartPainter(Palette palette) {
    this.palette = palette;
  }

  /** A row of the legend. */
  public record LegendRow(int colour, boolean hatched, boolean rising, String text) {}

  /** The rows for a map; empty for none. */
  public static List<LegendRow> legend(Look look) {
    List<LegendRow> rows = new ArrayList<>();
    Palette p = look.palette();
    switch (look.map()) {
      case NONE -> {}
      case WALL -> {
        float[] b = look.bands();
        if (b.length == 0) {
          return rows;
        }
        if (look.thickMm() < Float.MAX_VALUE) {
          rows.add(
              new LegendRow(p.wallTints()[0], true, true, "under " + length(look, look.thinMm())));
        }
        for (int i = look.thickMm() < Float.MAX_VALUE ? 1 : 0; i <= b.length; i++) {
          boolean empty = i > 0 && (i == b.length ? look.thickMm() : b[i]) <= b[i - 1];
          if (empty) {
            continue;
          }
          String text =
              i == 0
                  ? "to " + length(look, b[0])
                  : i == b.length
                      ? length(look, b[i - 1]) + " to " + length(look, look.thickMm())
                      : length(look, b[i - 1]) + " to " + length(look, b[i]);
          rows.add(
              new LegendRow(
                  p.wallTints()[Math.min(i, p.wallTints().length - 1)], false, false, text));
        }
        if (look.thickMm() < Float.MAX_VALUE) {
          rows.add(
              new LegendRow(
                  p.wallTints()[p.wallTints().length - 1],
                  true,
                  false,
                  "over " + length(look, look.thickMm())));
        }
      }
      case FLAT -> {
        rows.add(new LegendRow(p.wallTints()[2], false, false, "bend"));
        rows.add(new LegendRow(p.field(), true, true, "breaks a limit"));
      }
      case DRAFT -> {
        rows.add(
            new LegendRow(Shader.mixed(p.field(), p.cap(), 0.7f), false, false, "upper tool half"));
        rows.add(
            new LegendRow(
                Shader.mixed(p.field(), p.sea(), 0.55f), false, false, "lower tool half"));
        rows.add(new LegendRow(p.field(), true, true, "short of draft"));
      }
    }
    return rows;
  }

  private static String length(Look look, float mm) {
    return look.unit().number(mm, 2).replaceFirst("\\.?0+$", "");
  }

  /** Draws frame, labels and legend over a finished image of the part. */
  public void paint(
      BufferedImage image,
      Camera camera,
      Raster raster,
      Look look,
      List<Label> labels,
      Vec3 pullFoot,
      List<Vec3> grips) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setRenderingHint(
        RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
    g.setRenderingHint(
        RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
    paintLabels(g, camera, raster, look, labels, grips);
    if (pullFoot != null) {
      paintPull(g, camera, pullFoot, look.pull());
    }
    paintFrame(g, camera, look.unit());
    paintLegend(g, camera, look);
    g.dispose();
  }

  private static Color colour(int rgb) {
    return new Color(rgb);
  }

  private void paintLabels(
      Graphics2D g, Camera camera, Raster raster, Look look, List<Label> labels, List<Vec3> grips) {
    g.setFont(ChartFonts.of(ChartFonts.Cut.SOUNDING, 13.5f));
    FontMetrics metrics = g.getFontMetrics();
    LabelRoom room = new LabelRoom(camera, grips);
    int factor = Math.max(1, raster.width() / camera.width());
    double bias = 3 / camera.pixelsPerMm();
    for (Label label : labels) {
      int x = (int) camera.screenX(label.place());
      int y = (int) camera.screenY(label.place());
      boolean away =
          label.normal().dot(camera.toward()) < 0.05 && !label.normal().equals(Vec3.ZERO);
      boolean cutAway = look.section() != null && look.section().signedDistance(label.place()) > 0;
      if (away
          || cutAway
          || raster.depthAt(x * factor, y * factor) > camera.depth(label.place()) + bias) {
        continue;
      }
      int w = metrics.stringWidth(label.text());
      if (!room.take(label, x, y, w)) {
        continue;
      }
      haloed(
          g, label.text(), x - w / 2f, y + 5f, label.hazard() ? palette.hazard() : palette.ink());
    }
  }

  private void haloed(Graphics2D g, String text, float x, float y, int ink) {
    haloed(g, palette, text, x, y, ink);
  }

  /** A text with a halo of paper. */
  static void haloed(Graphics2D g, Palette palette, String text, float x, float y, int ink) {
    var outline = g.getFont().createGlyphVector(g.getFontRenderContext(), text).getOutline(x, y);
    g.setStroke(new BasicStroke(3.4f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    g.setColor(colour(palette.field()));
    g.draw(outline);
    g.setColor(colour(ink));
    g.fill(outline);
  }

  /** The feathered arrow of the pull, standing on the part. */
  private void paintPull(Graphics2D g, Camera camera, Vec3 foot, Vec3 pull) {
    double length = PULL_PIXELS / camera.pixelsPerMm();
    Vec3 tip = foot.plus(pull.times(length));
    double x0 = camera.screenX(foot);
    double y0 = camera.screenY(foot);
    double x1 = camera.screenX(tip);
    double y1 = camera.screenY(tip);
    double size = Math.hypot(x1 - x0, y1 - y0);
    g.setColor(colour(palette.buoy()));
    g.setStroke(new BasicStroke(1.8f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    if (size < 12) {
      g.draw(new java.awt.geom.Ellipse2D.Double(x0 - 6, y0 - 6, 12, 12));
      g.fill(new java.awt.geom.Ellipse2D.Double(x0 - 2, y0 - 2, 4, 4));
      return;
    }
    AffineTransform before = g.getTransform();
    g.translate(x0, y0);
    g.rotate(Math.atan2(y1 - y0, x1 - x0));
    Path2D arrow = new Path2D.Double();
    arrow.moveTo(0, 0);
    arrow.lineTo(size - 8, 0);
    for (int feather = 0; feather < 3; feather++) {
      double at = 4 + feather * 6;
      arrow.moveTo(at, 0);
      arrow.lineTo(at - 6, -6);
      arrow.moveTo(at, 0);
      arrow.lineTo(at - 6, 6);
    }
    g.draw(arrow);
    Path2D head = new Path2D.Double();
    head.moveTo(size, 0);
    head.lineTo(size - 12, -4.5);
    head.lineTo(size - 12, 4.5);
    head.closePath();
    g.fill(head);
    g.setTransform(before);
    g.setFont(ChartFonts.of(ChartFonts.Cut.SEMIBOLD, 12.5f));
    haloed(g, "pull", (float) ((x0 + x1) / 2 + 9), (float) ((y0 + y1) / 2), palette.buoy());
  }

  /** Lines over everything, in the colour of what is being edited. */
  public void paintLines(BufferedImage image, Camera camera, List<List<Vec3>> lines) {
    if (lines.isEmpty()) {
      return;
    }
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(colour(palette.buoy()));
    g.setStroke(new BasicStroke(2, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    for (List<Vec3> line : lines) {
      Path2D path = new Path2D.Double();
      path.moveTo(camera.screenX(line.getFirst()), camera.screenY(line.getFirst()));
      line.forEach(p -> path.lineTo(camera.screenX(p), camera.screenY(p)));
      g.draw(path);
    }
    g.dispose();
  }

  /** A grip on the part: a ring with two arrow heads along a direction, and a number beside it. */
  public void paintHandle(
      BufferedImage image, Camera camera, Vec3 anchor, Vec3 direction, String caption) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    double x = camera.screenX(anchor);
    double y = camera.screenY(anchor);
    double dx = direction.dot(camera.right());
    double dy = -direction.dot(camera.up());
    AffineTransform before = g.getTransform();
    g.translate(x, y);
    if (Math.hypot(dx, dy) > 0.15) {
      g.rotate(Math.atan2(dy, dx));
      for (int side = -1; side <= 1; side += 2) {
        Path2D head = new Path2D.Double();
        head.moveTo(side * 19, 0);
        head.lineTo(side * 10, -5);
        head.lineTo(side * 10, 5);
        head.closePath();
        g.setColor(colour(palette.buoy()));
        g.fill(head);
      }
    }
    g.setTransform(before);
    g.setColor(colour(palette.field()));
    g.fill(new java.awt.geom.Ellipse2D.Double(x - 6, y - 6, 12, 12));
    g.setColor(colour(palette.buoy()));
    g.setStroke(new BasicStroke(2.6f));
    g.draw(new java.awt.geom.Ellipse2D.Double(x - 6, y - 6, 12, 12));
    g.setFont(ChartFonts.of(ChartFonts.Cut.SEMIBOLD, 13f));
    haloed(g, caption, (float) x + 22, (float) y - 9, palette.buoy());
    g.dispose();
  }

  /** Where the names of the standard views stand, for painting and for the pointer. */
  public record BorderName(Camera.View view, String text, Rectangle2D place) {}

  /** The names of the views in the frame of a chart of a size. */
  public static List<BorderName> borderNames(int w, int h) {
    List<BorderName> names = new ArrayList<>();
    double half = FRAME / 2.0;
    names.add(new BorderName(Camera.View.ABOVE, "above", centred(w / 2.0, half, 50)));
    names.add(new BorderName(Camera.View.BELOW, "below", centred(w / 2.0, h - half, 50)));
    names.add(new BorderName(Camera.View.FRONT, "front", centred(w * 0.2, h - half, 46)));
    names.add(new BorderName(Camera.View.BACK, "back", centred(w * 0.8, h - half, 42)));
    names.add(new BorderName(Camera.View.LEFT, "left", upright(half, h / 2.0, 34)));
    names.add(new BorderName(Camera.View.RIGHT, "right", upright(w - half, h / 2.0, 42)));
    names.add(new BorderName(Camera.View.SLANTED, "", centred(half, half, FRAME)));
    names.add(new BorderName(Camera.View.SLANTED_RIGHT, "", centred(w - half, half, FRAME)));
    names.add(new BorderName(Camera.View.SLANTED_BELOW, "", centred(half, h - half, FRAME)));
    names.add(
        new BorderName(Camera.View.SLANTED_BELOW_RIGHT, "", centred(w - half, h - half, FRAME)));
    return names;
  }

  private static Rectangle2D centred(double x, double y, double width) {
    return new Rectangle2D.Double(x - width / 2, y - FRAME / 2.0, width, FRAME);
  }

  private static Rectangle2D upright(double x, double y, double height) {
    return new Rectangle2D.Double(x - FRAME / 2.0, y - height / 2, FRAME, height);
  }

  private void paintFrame(Graphics2D g, Camera camera, LengthUnit unit) {
    int w = camera.width();
    int h = camera.height();
    g.setColor(colour(palette.paper()));
    g.fillRect(0, 0, w, FRAME);
    g.fillRect(0, h - FRAME, w, FRAME);
    g.fillRect(0, 0, FRAME, h);
    g.fillRect(w - FRAME, 0, FRAME, h);
    g.setColor(colour(palette.ink()));
    g.setStroke(new BasicStroke(1));
    g.drawRect(4, 4, w - 9, h - 9);
    g.drawRect(9, 9, w - 19, h - 19);
    g.drawRect(0, 0, w - 1, h - 1);
    g.setFont(ChartFonts.of(ChartFonts.Cut.MEDIUM, 11.5f));
    if (camera.isPerspective()) {
      haloed(g, "perspective, no scale", FRAME + 8f, h - FRAME - 8f, palette.ink());
    } else {
      paintScale(g, camera, unit);
    }
    for (BorderName name : borderNames(w, h)) {
      paintBorderName(g, name);
    }
  }

  /** Bars along the frame, and one with its length; in perspective no length holds everywhere. */
  private void paintScale(Graphics2D g, Camera camera, LengthUnit unit) {
    int w = camera.width();
    int h = camera.height();
    double step = scaleStep(camera, unit);
    double pixels = step * camera.pixelsPerMm();
    for (int i = 0; FRAME + i * pixels < w - FRAME; i += 2) {
      int x = (int) (FRAME + i * pixels);
      int length = (int) Math.min(pixels, w - FRAME - x);
      g.fillRect(x, 5, length, 4);
      g.fillRect(x, h - 9, length, 4);
    }
    for (int i = 0; FRAME + i * pixels < h - FRAME; i += 2) {
      int y = (int) (FRAME + i * pixels);
      int length = (int) Math.min(pixels, h - FRAME - y);
      g.fillRect(5, y, 4, length);
      g.fillRect(w - 9, y, 4, length);
    }
    String scale = Numbers.tidy(step / unit.mm(), 4) + " " + unit.symbol();
    haloed(g, scale, FRAME + 8f, h - FRAME - 8f, palette.ink());
    g.setColor(colour(palette.ink()));
    int y = h - FRAME - 12;
    int x = FRAME + 16 + g.getFontMetrics().stringWidth(scale);
    g.fillRect(x, y - 1, (int) pixels, 3);
    g.fillRect(x, y - 4, 1, 9);
    g.fillRect(x + (int) pixels, y - 4, 1, 9);
  }

  private void paintBorderName(Graphics2D g, BorderName name) {
    Rectangle2D r = name.place();
    if (name.text().isEmpty()) {
      g.setColor(colour(palette.paper()));
      g.fill(
          new Rectangle2D.Double(r.getX() + 4, r.getY() + 4, r.getWidth() - 8, r.getHeight() - 8));
      g.setColor(colour(palette.ink()));
      g.draw(
          new Rectangle2D.Double(r.getX() + 4, r.getY() + 4, r.getWidth() - 9, r.getHeight() - 9));
      return;
    }
    g.setColor(colour(palette.paper()));
    g.fill(r);
    g.setColor(colour(palette.ink()));
    FontMetrics m = g.getFontMetrics();
    int width = m.stringWidth(name.text());
    if (r.getHeight() > r.getWidth()) {
      AffineTransform before = g.getTransform();
      g.translate(r.getCenterX(), r.getCenterY());
      g.rotate(-Math.PI / 2);
      g.drawString(name.text(), -width / 2f, 4f);
      g.setTransform(before);
    } else {
      g.drawString(name.text(), (float) r.getCenterX() - width / 2f, (float) r.getCenterY() + 4f);
    }
  }

  /**
   * Length of one bar of the scale: 1, 2 or 5 times a power of ten, as near 60 pixels as may be.
   */
  static double scaleStep(Camera camera, LengthUnit unit) {
    return unit.mm() * Numbers.roundStep(60 / camera.pixelsPerMm() / unit.mm());
  }

  private void paintLegend(Graphics2D g, Camera camera, Look look) {
    List<LegendRow> rows = legend(look);
    if (rows.isEmpty()) {
      return;
    }
    String title = legendTitle(look);
    Font heavy = ChartFonts.of(ChartFonts.Cut.BOLD, 12f);
    Font font = ChartFonts.of(ChartFonts.Cut.MEDIUM, 12f);
    Rectangle paper = legendPaper(g, camera, rows, title, heavy, font);
    g.setColor(colour(palette.paper()));
    g.fill(paper);
    g.setColor(colour(palette.line()));
    g.setStroke(new BasicStroke(1));
    g.draw(paper);
    int x = paper.x + LEGEND_MARGIN;
    int y = paper.y + LEGEND_MARGIN + LEGEND_ROW;
    g.setFont(heavy);
    g.setColor(colour(palette.ink()));
    g.drawString(title, x, y - 6f);
    for (LegendRow row : rows) {
      g.setColor(colour(row.colour()));
      g.fillRect(x, y, BOX_WIDTH, BOX_HEIGHT);
      if (row.hatched()) {
        var clip = g.getClip();
        g.clipRect(x, y, BOX_WIDTH, BOX_HEIGHT);
        g.setColor(colour(palette.hazard()));
        g.setStroke(new BasicStroke(1.7f));
        for (int k = -BOX_HEIGHT; k < BOX_WIDTH + BOX_HEIGHT; k += 5) {
          if (row.rising()) {
            g.drawLine(x + k, y + BOX_HEIGHT, x + k + BOX_HEIGHT, y);
          } else {
            g.drawLine(x + k, y, x + k + BOX_HEIGHT, y + BOX_HEIGHT);
          }
        }
        g.setClip(clip);
      }
      g.setStroke(new BasicStroke(1));
      g.setColor(colour(palette.ink()));
      g.drawRect(x, y, BOX_WIDTH, BOX_HEIGHT);
      g.setFont(font);
      g.drawString(row.text(), x + BOX_WIDTH + 7f, y + 11f);
      y += LEGEND_ROW;
    }
  }

  private static String legendTitle(Look look) {
    return switch (look.map()) {
      case WALL -> "Wall, " + look.unit().symbol();
      case FLAT -> "Folding";
      case DRAFT, NONE -> "Draft to the pull";
    };
  }

  /** A paper of its own, so that a part that is zoomed in does not run through the legend. */
  private static Rectangle legendPaper(
      Graphics2D g, Camera camera, List<LegendRow> rows, String title, Font heavy, Font font) {
    int width = g.getFontMetrics(heavy).stringWidth(title);
    for (LegendRow row : rows) {
      width = Math.max(width, BOX_WIDTH + 7 + g.getFontMetrics(font).stringWidth(row.text()));
    }
    int height = (rows.size() + 1) * LEGEND_ROW + 2 * LEGEND_MARGIN - 3;
    return new Rectangle(
        FRAME + 8,
        camera.height() - FRAME - ABOVE_SCALE - height,
        width + 2 * LEGEND_MARGIN,
        height);
  }
}
