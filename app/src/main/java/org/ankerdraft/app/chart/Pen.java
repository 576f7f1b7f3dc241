package org.ankerdraft.app.chart;

import java.util.List;
import javafx.scene.input.MouseEvent;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.PenStroke;

/** What draws in the view: it gets what the pointer's first button does. */
public interface Pen {
  void moved(Camera camera, MouseEvent e);

  void pressed(Camera camera, MouseEvent e);

  void dragged(Camera camera, MouseEvent e);

  void released(Camera camera, MouseEvent e);

  /** What lies under all else that is drawn over the part. */
  List<PenStroke> ground(Camera camera);

  /** What there is to see of it. */
  List<PenStroke> strokes();
}
