package org.ankerdraft.render.draw;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.util.List;
import org.ankerdraft.render.look.ChartFonts;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/** Draws aids: datums, and what a step works on. */
public final class AidPainter {
  private static final float WIDTH = 1.2f;
  private static final float HALO = 0.9f;
  private static final float[] DASHES = {5, 4};
  private static final double NAME_GAP = 5;

  private final Palette palette;

  public AidPainter(Palette palette) {
    this.palette = palette;
  }

  public void paint(BufferedImage image, Camera camera, List<Aid> aids) {
    if (aids.isEmpty()) {
      return;
    }
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    Font font = ChartFonts.of(ChartFonts.Cut.MEDIUM, 12f);
    g.setFont(font);
    for (Aid aid : aids) {
      // On paper, so that they are seen over dark parts of a map.
      g.setColor(new Color(palette.field()));
      g.setStroke(new BasicStroke(WIDTH + 2 * HALO, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND));
      aid.lines().forEach(l -> g.draw(path(camera, l)));
      g.setColor(new Color(palette.ink2()));
      g.setStroke(
          new BasicStroke(WIDTH, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, DASHES, 0));
      aid.lines().forEach(l -> g.draw(path(camera, l)));
      name(g, camera, aid);
    }
    g.dispose();
  }

  private static Path2D path(Camera camera, List<Vec3> line) {
    Path2D path = new Path2D.Double();
    path.moveTo(camera.screenX(line.getFirst()), camera.screenY(line.getFirst()));
    line.forEach(p -> path.lineTo(camera.screenX(p), camera.screenY(p)));
    return path;
  }

  /** On paper, so that it is read over the part. */
  private void name(Graphics2D g, Camera camera, Aid aid) {
    if (aid.lines().isEmpty()) {
      return;
    }
    Vec3 at = aid.lines().getFirst().getFirst();
    double x = camera.screenX(at) + NAME_GAP;
    double y = camera.screenY(at) - NAME_GAP;
    g.setStroke(new BasicStroke(3.5f, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    g.translate(x, y);
    var shape = g.getFont().createGlyphVector(g.getFontRenderContext(), aid.name()).getOutline();
    g.setColor(new Color(palette.field()));
    g.draw(shape);
    g.setColor(new Color(palette.ink2()));
    g.fill(shape);
    g.translate(-x, -y);
  }
}
