package org.ankerdraft.app.chart;

import java.awt.image.BufferedImage;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import javafx.animation.AnimationTimer;
import javafx.animation.PauseTransition;
import javafx.scene.Cursor;
import javafx.scene.image.ImageView;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.util.Duration;
import org.ankerdraft.render.draw.Aid;
import org.ankerdraft.render.draw.Behind;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.ChartPainter;
import org.ankerdraft.render.draw.Dimension;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.Renderer;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.render.export.PartImage;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/**
 * The part as a chart. Drag turns it, drag with the middle button or shift moves it, the wheel
 * scales it about the pointer; a press on a name in the frame looks from there. One sample a pixel
 * while it moves, four when it rests.
 */
public final class ChartView extends Region {
  /** Says on standard output when a part is shown, for measuring the start. */
  private static final boolean TIMED = Boolean.getBoolean("ankerdraft.timed");

  private static final double EDGE_REACH = 6;
  private static final double RADIANS_PER_PIXEL = 0.008;
  private static final double ZOOM_PER_NOTCH = 1.0015;
  private static final double CLICK_SLACK = 4;
  private static final int SUPERSAMPLING = 2;
  private static final double ROOM_FOR_TOOLS = 2;

  /** Distance of the eye in diagonals of the part: a calm perspective that never ends inside it. */
  private static final double EYE_DIAGONALS = 2.5;

  private static final double FIT_MARGIN = 3.2 * ChartPainter.FRAME;

  /** Something under the pointer; ids are the scene's, 0 for none. */
  public record Under(int face, int edge, Vec3 place) {}

  /** How much of the part is seen. */
  public enum Veil {
    NONE(0),
    FADED(0.72),
    HIDDEN(1);

    private final double share;

    Veil(double share) {
      this.share = share;
    }

    public Veil next() {
      return values()[(ordinal() + 1) % values().length];
    }
  }

  private Veil veil = Veil.NONE;

  private final ImageView image = new ImageView();
  private final Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors());
  private final Raster raster = new Raster();
  private final PauseTransition rest = new PauseTransition(Duration.millis(140));
  private final AnimationTimer timer;
  private final Overlay over = new Overlay();
  private Scene scene = Scene.empty();
  private Look look;
  private Camera camera =
      Camera.fitted(
          Camera.View.SLANTED, new Vec3(-40, -40, 0), new Vec3(40, 40, 40), 800, 600, FIT_MARGIN);
  private boolean fitted;

  /** Whether the part fills the view, as it does till a hand moves it. */
  private boolean isWhole = true;

  private boolean dirty = true;
  private boolean moving;
  private int drawnFactor = 1;
  private Pixels pixels = new Pixels(1, 1);
  private double lastMovedX;
  private double lastMovedY;
  private double pressX;
  private double pressY;
  private double lastX;
  private double lastY;
  private Vec3 pivot = Vec3.ZERO;

  /**
   * What the pointer holds, or null. A new handle is shown for each new state while this one counts
   * from where it began.
   */
  private Grip held;

  private PullGrip pullGrip;
  private java.util.function.BiConsumer<Double, Double> onList = (x, y) -> {};
  private Consumer<Under> onHover = u -> {};
  private java.util.function.BiConsumer<Under, MouseEvent> onPick = (u, e) -> {};

  public ChartView(Look look) {
    this.look = look;
    getChildren().add(image);
    getStyleClass().add("chart-view");
    setFocusTraversable(true);
    setMinSize(200, 160);
    rest.setOnFinished(e -> {
      moving = false;
      dirty = true;
    });
    setOnMousePressed(this::pressed);
    setOnMouseDragged(this::dragged);
    setOnMouseReleased(this::released);
    setOnMouseMoved(this::moved);
    setOnMouseExited(e -> hover(new Under(0, 0, null)));
    setOnScroll(this::scrolled);
    setOnContextMenuRequested(e -> {
      if (e.isKeyboardTrigger() && over.pen == null) {
        onList.accept(lastMovedX, lastMovedY);
      }
    });
    timer =
        new AnimationTimer() {
          @Override
          public void handle(long now) {
            if (dirty && getWidth() > 1 && getHeight() > 1) {
              dirty = false;
              draw();
            }
          }
        };
    timer.start();
  }

  /** Draws an empty chart that nobody sees, so that the first one that is seen comes sooner. */
  public static void warmUp() {
    Camera small =
        Camera.fitted(Camera.View.SLANTED, Vec3.ZERO, new Vec3(1, 1, 1), 120, 90, FIT_MARGIN);
    Raster raster = new Raster();
    Look look = Look.plain(Palette.CHART);
    try (Renderer renderer = new Renderer(1)) {
      renderer.draw(Scene.empty(), small, look, raster);
    }
    BufferedImage image = new BufferedImage(120, 90, BufferedImage.TYPE_INT_ARGB_PRE);
    new ChartPainter(look.palette()).paint(image, small, raster, look, List.of(), null, List.of());
  }

  public void dispose() {
    timer.stop();
    renderer.close();
  }

  public void onHover(Consumer<Under> action) {
    onHover = action;
  }

  public void onPick(java.util.function.BiConsumer<Under, MouseEvent> action) {
    onPick = action;
  }

  /** What is asked for by a press of the second button, or by the key of the menu: a list. */
  public void onList(java.util.function.BiConsumer<Double, Double> action) {
    onList = action;
  }

  /** All that lies at a pixel, the nearest first. */
  public List<Behind.Thing> allAt(double x, double y) {
    return Behind.at(scene, camera, over.section, x, y, EDGE_REACH);
  }

  @Override
  protected void layoutChildren() {
    int w = (int) Math.max(1, getWidth());
    int h = (int) Math.max(1, getHeight());
    if (w != camera.width() || h != camera.height()) {
      camera = camera.sized(w, h);
      if (isWhole && over.pen == null) {
        fit();
      }
      dirty = true;
    }
  }

  /** Shows another scene; the first one that is not empty is fitted into the view. */
  public void show(Scene changed, List<Vec3> newBox) {
    if (!changed.equals(scene)) {
      look = look.withHover(0, Set.of());
    }
    scene = changed;
    over.box = newBox;
    perspective(camera.isPerspective());
    // While somebody draws the view stays.
    if (!fitted && over.pen == null) {
      fitted = scene.triangleCount() > 0;
      fit();
      // Soon is better than smooth; it is drawn well when it rests.
      move();
    }
    dirty = true;
  }

  /** The next scene is fitted anew. */
  public void forgetFit() {
    fitted = false;
  }

  public void look(Look changed) {
    // What is under the pointer stays lit.
    look = changed.withSection(over.section).withHover(look.hoverFace(), look.hoverEdges());
    dirty = true;
  }

  /** What is printed on the part. */
  public List<Label> labels() {
    return over.labels;
  }

  /** Ids in the scene of the edges drawn as chosen. */
  public Set<Integer> litEdges() {
    return look.editedEdges();
  }

  public void labels(List<Label> changed) {
    over.labels = changed;
    dirty = true;
  }

  public void pullFoot(Vec3 foot) {
    over.pullFoot = foot;
    dirty = true;
  }

  /** What turns the pull when its arrow is dragged. */
  public void pullGrip(PullGrip grip) {
    pullGrip = grip;
  }

  private boolean isOnPull(MouseEvent e) {
    return pullGrip != null
        && over.pullFoot != null
        && PullGrip.isOn(camera, over.pullFoot, look.pull(), e.getX(), e.getY());
  }

  /** Lines laid over the part: the sketch being edited. */
  public void lines(List<List<Vec3>> changed) {
    over.lines = changed;
    dirty = true;
  }

  /** What is drawn to help. */
  public void aids(List<Aid> changed) {
    over.aids = List.copyOf(changed);
    dirty = true;
  }

  public List<Aid> aids() {
    return over.aids;
  }

  /** Lights a face or edges, and draws the outline of them also where the solid hides it. */
  public void showThrough(int face, Set<Integer> edges) {
    showHover(face, edges);
    over.through = (face == 0 ? edges : scene.edgesOf(face)).stream().map(scene::edgeLine).toList();
    dirty = true;
  }

  /** Gives the pointer to a pen, which draws; null takes it back. */
  public void pen(Pen taken) {
    over.pen = taken;
    dirty = true;
  }

  public Veil veil() {
    return veil;
  }

  /** Shows the part as it is, faded, or not at all. */
  public void veil(Veil changed) {
    veil = changed;
    dirty = true;
  }

  /** Draws as pointed at what a press at a pixel would pick: an edge before a face. */
  public void hoverAt(double x, double y) {
    Under u = under(x, y);
    showHover(u.edge() == 0 ? u.face() : 0, u.edge() == 0 ? Set.of() : Set.of(u.edge()));
  }

  /** Draws again. */
  public void refresh() {
    dirty = true;
  }

  /** What is read at the pointer, or null. */
  public void reading(Dimension changed) {
    if (!Objects.equals(changed, over.reading)) {
      over.reading = changed;
      dirty = true;
    }
  }

  /** Lengths that are drawn over the part. */
  public void dimensions(List<Dimension> changed) {
    if (!changed.equals(over.dimensions)) {
      over.dimensions = List.copyOf(changed);
      dirty = true;
    }
  }

  public void handles(List<NumberHandle> changed) {
    over.handles = List.copyOf(changed);
    dirty = true;
  }

  public Camera camera() {
    return camera;
  }

  public Scene scene() {
    return scene;
  }

  public void camera(Camera changed) {
    camera = changed.sized(camera.width(), camera.height());
    isWhole = false;
    move();
  }

  /** Looks in perspective, or with parallel lines. */
  public void perspective(boolean wanted) {
    double diagonal = over.box.get(1).minus(over.box.get(0)).length();
    camera =
        camera.seenFrom(
            wanted && diagonal > 0 ? EYE_DIAGONALS * diagonal : Double.POSITIVE_INFINITY);
    dirty = true;
  }

  public void fit() {
    camera =
        scene.triangleCount() > 0
            ? scene.fitted(camera, FIT_MARGIN)
            : camera.fit(over.box.get(0), over.box.get(1), FIT_MARGIN);
    isWhole = true;
    dirty = true;
  }

  /** Draws the view back just so far that places are seen as well. */
  public void include(Collection<Vec3> places) {
    if (!camera.sees(places)) {
      camera(camera.showing(places, FIT_MARGIN));
    }
  }

  /** Moves the view so that another scene than the shown one would fill it, with room around. */
  public void fitTo(Scene other) {
    camera = other.fitted(camera, ROOM_FOR_TOOLS * FIT_MARGIN);
    isWhole = false;
    dirty = true;
  }

  public void face(Camera.View view) {
    camera = scene.fitted(camera.facing(view), FIT_MARGIN);
    isWhole = true;
    dirty = true;
  }

  /** Looks at a place from the side its normal points to, close enough to see it well. */
  public void fly(Vec3 place, Vec3 normal) {
    double whole = camera.fit(over.box.get(0), over.box.get(1), FIT_MARGIN).pixelsPerMm();
    camera = camera.flownTo(place, normal, whole * 2.2);
    isWhole = false;
    dirty = true;
  }

  public Plane section() {
    return over.section;
  }

  public void section(Plane plane) {
    over.section = plane;
    look = look.withSection(plane);
    dirty = true;
  }

  /** Cuts the part open across its length, or closes it. */
  public void toggleSection() {
    Vec3 middle = over.box.get(0).plus(over.box.get(1)).times(0.5);
    section(section() == null ? new Plane(middle, new Vec3(0, -1, 0)) : null);
  }

  /** Turns the section to the next axis. */
  public void turnSection() {
    Plane p = section();
    if (p != null) {
      section(new Plane(p.origin(), new Vec3(p.normal().y(), p.normal().z(), p.normal().x())));
    }
  }

  /** The picture as it stands, for thumbnails; null before the first. */
  public BufferedImage picture() {
    return pixels.isSized(1, 1) ? null : pixels.canvas();
  }

  private void move() {
    moving = true;
    dirty = true;
    rest.playFromStart();
  }

  private void draw() {
    if (!pixels.isSized(camera.width(), camera.height())) {
      pixels = new Pixels(camera.width(), camera.height());
      image.setImage(pixels.shown());
    }
    int[] pixelData = pixels.data();
    BufferedImage canvas = pixels.canvas();
    drawnFactor = moving || scene.triangleCount() == 0 ? 1 : SUPERSAMPLING;
    renderer.draw(scene, camera.supersampled(drawnFactor), look, raster);
    if (drawnFactor == 1) {
      System.arraycopy(raster.colour(), 0, pixelData, 0, pixelData.length);
    } else {
      PartImage.halve(raster, pixelData);
    }
    if (veil != Veil.NONE) {
      PartImage.fade(pixelData, look.palette().field(), veil.share);
    }
    over.paint(
        canvas,
        camera,
        raster,
        scene.triangleCount() == 0 || veil != Veil.NONE ? look.withMap(Look.Map.NONE) : look,
        veil == Veil.NONE ? over.labels : List.of());
    pixels.update();
    if (TIMED && scene.triangleCount() > 0) {
      System.out.println("shown");
    }
  }

  private Under under(double x, double y) {
    int f = drawnFactor;
    int px = (int) (x * f);
    int py = (int) (y * f);
    float depth = raster.depthAt(px, py);
    int edge = Renderer.edgeAt(scene, camera, over.section, raster, f, x, y, EDGE_REACH);
    Vec3 place = depth == Float.NEGATIVE_INFINITY ? null : camera.at(x, y, depth);
    return new Under(raster.faceAt(px, py), edge, place);
  }

  private void moved(MouseEvent e) {
    lastMovedX = e.getX();
    lastMovedY = e.getY();
    if (over.pen != null) {
      over.pen.moved(camera, e);
      dirty = true;
      return;
    }
    boolean onHandle =
        over.handleAt(camera, e.getX(), e.getY()) != null
            || over.isOnSection(camera, e.getX(), e.getY())
            || isOnPull(e);
    setCursor(onHandle || borderView(e) != null ? Cursor.HAND : Cursor.DEFAULT);
    hover(onHandle ? new Under(0, 0, null) : under(e.getX(), e.getY()));
  }

  private void hover(Under u) {
    onHover.accept(u);
  }

  /** Id in the scene of the face drawn as pointed at, or 0. */
  public int hoveredFace() {
    return look.hoverFace();
  }

  /** Ids in the scene of the edges drawn as pointed at. */
  public Set<Integer> hoveredEdges() {
    return look.hoverEdges();
  }

  /** Draws what would be picked. */
  public void showHover(int face, Set<Integer> edges) {
    if (face != look.hoverFace() || !edges.equals(look.hoverEdges())) {
      look = look.withHover(face, edges);
      dirty = true;
    }
  }

  private Camera.View borderView(MouseEvent e) {
    for (ChartPainter.BorderName name : ChartPainter.borderNames(camera.width(), camera.height())) {
      if (name.place().contains(e.getX(), e.getY())) {
        return name.view();
      }
    }
    return null;
  }

  private void pressed(MouseEvent e) {
    requestFocus();
    pressX = lastX = e.getX();
    pressY = lastY = e.getY();
    if (isPens(e)) {
      over.pen.pressed(camera, e);
      dirty = true;
      return;
    }
    held = e.getButton() == MouseButton.PRIMARY ? take(e) : null;
    Vec3 place = under(e.getX(), e.getY()).place();
    pivot = place == null ? over.box.get(0).plus(over.box.get(1)).times(0.5) : place;
  }

  /** Takes hold of the grip under the pointer; null where there is none. */
  private Grip take(MouseEvent e) {
    NumberHandle handle = over.handleAt(camera, e.getX(), e.getY());
    if (handle != null) {
      handle.begin();
      return handle;
    }
    if (over.isOnSection(camera, e.getX(), e.getY())) {
      return new SectionGrip(over.section, this::moveSection);
    }
    if (isOnPull(e)) {
      pullGrip.begin(look.pull());
      return pullGrip;
    }
    return null;
  }

  private void moveSection(Plane plane) {
    section(plane);
    move();
  }

  private void dragged(MouseEvent e) {
    double dx = e.getX() - lastX;
    double dy = e.getY() - lastY;
    if (isPens(e)) {
      over.pen.dragged(camera, e);
      dirty = true;
      return;
    }
    if (held != null) {
      held.drag(camera, e.getX() - pressX, e.getY() - pressY);
      return;
    }
    lastX = e.getX();
    lastY = e.getY();
    if (e.getButton() == MouseButton.MIDDLE || e.isShiftDown()) {
      camera = camera.panned(dx, dy);
      isWhole = false;
    } else if (Math.hypot(e.getX() - pressX, e.getY() - pressY) > CLICK_SLACK || moving) {
      camera = camera.orbited(pivot, -dx * RADIANS_PER_PIXEL, -dy * RADIANS_PER_PIXEL);
      isWhole = false;
    }
    move();
  }

  /** The pen draws with the first button; the others move the view. */
  private boolean isPens(MouseEvent e) {
    return over.pen != null
        && !e.isShiftDown()
        && !e.isSecondaryButtonDown()
        && !e.isMiddleButtonDown()
        && e.getButton() == MouseButton.PRIMARY;
  }

  private void released(MouseEvent e) {
    if (isPens(e)) {
      over.pen.released(camera, e);
      dirty = true;
      return;
    }
    if (held != null) {
      held.end();
      held = null;
      return;
    }
    if (Math.hypot(e.getX() - pressX, e.getY() - pressY) > CLICK_SLACK) {
      return;
    }
    if (e.getButton() == MouseButton.SECONDARY && over.pen == null) {
      onList.accept(e.getX(), e.getY());
    } else if (e.getButton() == MouseButton.PRIMARY) {
      Camera.View view = borderView(e);
      if (view != null) {
        face(view);
      } else {
        onPick.accept(under(e.getX(), e.getY()), e);
      }
    }
  }

  private void scrolled(ScrollEvent e) {
    camera = camera.zoomed(Math.pow(ZOOM_PER_NOTCH, e.getDeltaY() * 3), e.getX(), e.getY());
    isWhole = false;
    move();
    e.consume();
  }
}
