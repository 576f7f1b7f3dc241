package org.ankerdraft.app.chart;

import org.ankerdraft.render.draw.Camera;

/** Something in the view that is held by the pointer. */
interface Grip {
  /**
   * The pointer moved.
   *
   * @param dx pixels to the right since it was taken hold of
   * @param dy pixels down since then
   */
  void drag(Camera camera, double dx, double dy);

  /** It is let go. */
  void end();
}
