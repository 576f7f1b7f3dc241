package org.ankerdraft.render.draw;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.util.List;
import org.ankerdraft.render.look.ChartFonts;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;
import org.ankerdraft.vectors.Xy;

/** Draws a sketch that is being drawn, over the part. */
public final class SketchPainter {
  private static final float[] DASH = {7, 5};
  private static final float[] LONG_DASH = {14, 4, 3, 4};
  private static final double END = 3;

  /** So that the part is seen through the grid. */
  private static final int GRID_ALPHA = 0x70;

  private static final int AREA_ALPHA = 0x60;

  private static final double CLOSED_MM = 1e-6;

  private final Palette palette;

  public SketchPainter(Palette palette) {
    this.palette = palette;
  }

  public void paint(BufferedImage image, Camera camera, List<PenStroke> strokes) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    g.setFont(ChartFonts.of(ChartFonts.Cut.SOUNDING, 13f));
    strokes.forEach(s -> paint(g, camera, s));
    g.dispose();
  }

  private void paint(Graphics2D g, Camera camera, PenStroke s) {
    int ink =
        switch (s.look()) {
          case SETTLED, FREE -> palette.ink();
          case CONSTRUCTION, PROPOSED -> palette.ink2();
          case CHOSEN, AREA -> palette.buoy();
          case GRID -> palette.line();
        };
    boolean isGrid = s.look() == PenStroke.Look.GRID;
    g.setColor(isGrid ? new Color((ink & 0xFFFFFF) | (GRID_ALPHA << 24), true) : new Color(ink));
    g.setStroke(stroke(s.look()));
    Path2D path = new Path2D.Double();
    for (int i = 0; i < s.points().size(); i++) {
      Vec3 p = s.points().get(i);
      if (i == 0) {
        path.moveTo(camera.screenX(p), camera.screenY(p));
      } else {
        path.lineTo(camera.screenX(p), camera.screenY(p));
      }
    }
    if (s.look() == PenStroke.Look.AREA) {
      path.setWindingRule(Path2D.WIND_EVEN_ODD);
      g.setColor(new Color((ink & 0xFFFFFF) | (AREA_ALPHA << 24), true));
      g.fill(path);
      return;
    }
    g.draw(path);
    // A spot is all end; a circle has none.
    boolean isRound =
        s.points().size() > 2 && s.points().getFirst().distance(s.points().getLast()) < CLOSED_MM;
    if (!isGrid && s.look() != PenStroke.Look.PROPOSED && !s.points().isEmpty() && !isRound) {
      end(g, camera, s.points().getFirst());
      end(g, camera, s.points().getLast());
    }
    if (!s.text().isEmpty()) {
      Xy at = textAt(camera, s);
      ChartPainter.haloed(g, palette, s.text(), (float) at.x(), (float) at.y(), ink);
    }
  }

  /** Where the text of a stroke begins on the screen, on its base line. */
  public static Xy textAt(Camera camera, PenStroke s) {
    Vec3 middle =
        s.points().size() == 2
            ? s.points().get(0).plus(s.points().get(1)).times(0.5)
            : s.points().get(s.points().size() / 2);
    return new Xy(camera.screenX(middle) + 8, camera.screenY(middle) - 7);
  }

  private static BasicStroke stroke(PenStroke.Look look) {
    return switch (look) {
      case SETTLED -> new BasicStroke(2.2f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND);
      case CHOSEN -> new BasicStroke(3.2f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND);
      case FREE -> dashed(2.2f, DASH);
      case CONSTRUCTION -> dashed(1.2f, LONG_DASH);
      case GRID, AREA -> new BasicStroke(1f);
      case PROPOSED -> new BasicStroke(1.1f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND);
    };
  }

  private static BasicStroke dashed(float width, float[] dash) {
    return new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, dash, 0);
  }

  private static void end(Graphics2D g, Camera camera, Vec3 p) {
    g.fill(
        new Ellipse2D.Double(camera.screenX(p) - END, camera.screenY(p) - END, 2 * END, 2 * END));
  }
}
