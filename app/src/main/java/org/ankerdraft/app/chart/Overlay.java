package org.ankerdraft.app.chart;

import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import org.ankerdraft.render.draw.Aid;
import org.ankerdraft.render.draw.AidPainter;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.ChartPainter;
import org.ankerdraft.render.draw.Dimension;
import org.ankerdraft.render.draw.DimensionPainter;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.SketchPainter;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** What is drawn over the part: its frame, names, numbers, lines and grips. */
final class Overlay {
  List<Label> labels = List.of();

  /** Where the arrow of the pull stands, or null. */
  Vec3 pullFoot;

  List<NumberHandle> handles = List.of();
  List<List<Vec3>> lines = List.of();
  List<Aid> aids = List.of();
  List<Dimension> dimensions = List.of();

  /** The outline of what is pointed at, also where the solid hides it. */
  List<List<Vec3>> through = List.of();

  /** What is read at the pointer, or null. */
  Dimension reading;

  /** What draws a sketch, or null. */
  Pen pen;

  /** Where the part is cut open, or null. */
  Plane section;

  /** The lowest and the highest corner of the part. */
  List<Vec3> box = List.of(new Vec3(-40, -40, 0), new Vec3(40, 40, 40));

  void paint(BufferedImage canvas, Camera camera, Raster raster, Look look, List<Label> shown) {
    ChartPainter painter = new ChartPainter(look.palette());
    SketchPainter sketch = new SketchPainter(look.palette());
    if (pen != null) {
      sketch.paint(canvas, camera, pen.ground(camera));
    }
    painter.paint(canvas, camera, raster, look, shown, pullFoot, grips());
    if (pen == null) {
      new AidPainter(look.palette()).paint(canvas, camera, aids);
      painter.paintLines(canvas, camera, lines);
    } else {
      sketch.paint(canvas, camera, pen.strokes());
    }
    painter.paintLines(canvas, camera, through);
    DimensionPainter lengths = new DimensionPainter(look.palette());
    lengths.paint(canvas, camera, dimensions);
    if (reading != null) {
      lengths.paint(canvas, camera, List.of(reading));
    }
    for (NumberHandle handle : handles) {
      if (isThere(handle)) {
        painter.paintHandle(canvas, camera, handle.anchor(), handle.direction(), handle.caption());
      }
    }
    if (section != null) {
      Vec3 grip = SectionGrip.place(section, box);
      painter.paintHandle(canvas, camera, grip, section.normal(), "section");
    }
  }

  /** Where grips stand: numbers keep away from them. */
  private List<Vec3> grips() {
    List<Vec3> out = new ArrayList<>();
    handles.stream().filter(this::isThere).forEach(h -> out.add(h.anchor()));
    if (section != null) {
      out.add(SectionGrip.place(section, box));
    }
    return out;
  }

  /** Not on what the section cuts away. */
  private boolean isThere(NumberHandle handle) {
    return section == null || section.signedDistance(handle.anchor()) <= 0;
  }

  /** The handle at a place of the screen, or null. */
  NumberHandle handleAt(Camera camera, double x, double y) {
    return handles.stream()
        .filter(h -> isThere(h) && isOn(camera, h.anchor(), x, y))
        .findFirst()
        .orElse(null);
  }

  boolean isOnSection(Camera camera, double x, double y) {
    return section != null && isOn(camera, SectionGrip.place(section, box), x, y);
  }

  private static boolean isOn(Camera camera, Vec3 anchor, double x, double y) {
    return anchor != null
        && Math.hypot(camera.screenX(anchor) - x, camera.screenY(anchor) - y)
            < ChartPainter.HANDLE_REACH;
  }
}
