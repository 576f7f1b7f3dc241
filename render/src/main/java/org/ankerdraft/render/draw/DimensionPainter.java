package org.ankerdraft.render.draw;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.util.List;
import org.ankerdraft.render.look.ChartFonts;
import org.ankerdraft.render.look.Palette;

/** Draws lengths over a part, after ISO 129-1. */
public final class DimensionPainter {
  /** Length of an arrow head, pixels. */
  private static final double ARROW = 9;

  private final Palette palette;

  public DimensionPainter(Palette palette) {
    this.palette = palette;
  }

  /** Lengths over everything. */
  public void paint(BufferedImage image, Camera camera, List<Dimension> dimensions) {
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setFont(ChartFonts.of(ChartFonts.Cut.SOUNDING, 14f));
    for (Dimension d : dimensions) {
      int ink = d.edited() ? palette.buoy() : palette.ink();
      double x0 = camera.screenX(d.from());
      double y0 = camera.screenY(d.from());
      double x1 = camera.screenX(d.to());
      double y1 = camera.screenY(d.to());
      double length = Math.hypot(x1 - x0, y1 - y0);
      g.setColor(new Color(ink));
      g.setStroke(new BasicStroke(1.6f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
      g.draw(new java.awt.geom.Line2D.Double(x0, y0, x1, y1));
      if (length > 1) {
        double ux = (x1 - x0) / length;
        double uy = (y1 - y0) / length;
        // Where there is no room between the ends the arrows come from outside.
        double way = length > 3 * ARROW ? 1 : -1;
        arrow(g, x0, y0, -way * ux, -way * uy);
        arrow(g, x1, y1, way * ux, way * uy);
      }
      float width = g.getFontMetrics().stringWidth(d.text());
      ChartPainter.haloed(
          g, palette, d.text(), (float) (x0 + x1) / 2 - width / 2, (float) (y0 + y1) / 2 - 8, ink);
    }
    g.dispose();
  }

  /** A filled head with its tip at a place, on its way along (ux, uy). */
  private static void arrow(Graphics2D g, double x, double y, double ux, double uy) {
    Path2D head = new Path2D.Double();
    head.moveTo(x, y);
    head.lineTo(x - ARROW * ux - ARROW / 4 * uy, y - ARROW * uy + ARROW / 4 * ux);
    head.lineTo(x - ARROW * ux + ARROW / 4 * uy, y - ARROW * uy - ARROW / 4 * ux);
    head.closePath();
    g.fill(head);
  }
}
