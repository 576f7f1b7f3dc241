package org.ankerdraft.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import org.ankerdraft.app.session.Session;
import org.ankerdraft.app.session.Workbench;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.render.draw.Camera;
import org.ankerdraft.render.draw.Raster;
import org.ankerdraft.render.draw.Renderer;
import org.ankerdraft.render.look.Look;
import org.ankerdraft.render.look.Palette;
import org.ankerdraft.vectors.Vec3;

/**
 * A replayed drag of the lamp base's wall angle, 40 values, one every 50 ms: how long after a
 * change a picture of the edited step stands that is as new, and when the part, the map and the
 * findings are up to date after the last change. Pictures are drawn at 1280 x 800.
 */
public final class DragBench {
  private static final int VALUES = 40;
  private static final int WARM_VALUES = 10;
  private static final long BETWEEN_MS = 50;
  private static final String EDITED = "draft1";
  private static final String PARAMETER = "draft";

  private final Session session;
  private final Renderer renderer = new Renderer(Runtime.getRuntime().availableProcessors());
  private final Raster raster = new Raster();
  private final Camera camera =
      Camera.fitted(
          Camera.View.SLANTED, new Vec3(-60, -38, 0), new Vec3(60, 38, 34), 1280, 800, 40);
  private final Look look = Look.plain(Palette.CHART);
  private final Deque<Long> open = new ArrayDeque<>();
  private final List<Double> latencies = new ArrayList<>();
  private CompletableFuture<Long> whole = new CompletableFuture<>();
  private CompletableFuture<Long> checked = new CompletableFuture<>();
  private boolean isLast;

  private DragBench(Session session) {
    this.session = session;
    session.listen(this::changed);
  }

  public static void main(String[] args) throws Exception {
    Platform.startup(() -> {});
    Path folder = Files.createTempDirectory("drag");
    try (Workbench workbench = new Workbench(Bench.worker())) {
      CompletableFuture<DragBench> made = new CompletableFuture<>();
      Platform.runLater(() -> made.complete(new DragBench(new Session(workbench, folder))));
      made.get().run();
    }
    Platform.exit();
  }

  private void run() throws Exception {
    // A copy, so that no journal of an earlier run is taken up, and none is left beside the demo.
    Path copy = Files.createTempDirectory("drag").resolve("lamp-base.json");
    Files.copy(Bench.home().resolve("demo/lamp-base.json"), copy);
    Platform.runLater(() -> session.open(copy));
    isLast = true;
    checked.get(120, TimeUnit.SECONDS);
    Platform.runLater(() -> session.select(EDITED));
    drag(WARM_VALUES, 1.2);
    latencies.clear();
    long last = drag(VALUES, 1.0);
    Collections.sort(latencies);
    double p95 = latencies.get((int) Math.ceil(0.95 * latencies.size()) - 1);
    double median = latencies.get(latencies.size() / 2);
    Bench.ratio(
        "drag: change to picture of the edited body, p95, ms",
        p95,
        "at most 150",
        String.format(Locale.ROOT, "median %.0f ms of %d changes", median, latencies.size()));
    Bench.ratio(
        "drag: whole part after the last change, s",
        (whole.get(60, TimeUnit.SECONDS) - last) / 1e9,
        "at most 1.2",
        "");
    Bench.ratio(
        "drag: map and findings after the last change, s",
        (checked.get(60, TimeUnit.SECONDS) - last) / 1e9,
        "at most 2.5",
        "");
  }

  /** Moves the number; returns when it was changed last. */
  private long drag(int values, double from) throws Exception {
    whole = new CompletableFuture<>();
    checked = new CompletableFuture<>();
    isLast = false;
    long changedAt = 0;
    for (int i = 0; i < values; i++) {
      String text = String.format(Locale.ROOT, "%.3f deg", from + 0.02 * i);
      boolean last = i == values - 1;
      CompletableFuture<Long> at = new CompletableFuture<>();
      Platform.runLater(() -> {
        long now = System.nanoTime();
        open.add(now);
        isLast = last;
        session.preview(with(session.document(), text));
        at.complete(now);
      });
      changedAt = at.get();
      Thread.sleep(BETWEEN_MS);
    }
    checked.get(60, TimeUnit.SECONDS);
    return changedAt;
  }

  private static PartDocument with(PartDocument part, String text) {
    return part.withParameters(
        part.parameters().stream()
            .map(p ->
                p.name().equals(PARAMETER) ? new Parameter(p.name(), new Expr(text), p.note()) : p)
            .toList());
  }

  /**
   * A picture stands for all changes whose request it may be of: it is told only for the latest.
   */
  private void changed(Session.Change change) {
    switch (change) {
      case EARLY, STATE -> {
        renderer.draw(session.scene(), camera, look, raster);
        long now = System.nanoTime();
        while (!open.isEmpty() && open.peekFirst() <= session.shownSince()) {
          latencies.add((now - open.removeFirst()) / 1e6);
        }
        if (change == Session.Change.STATE && isLast) {
          whole.complete(now);
        }
      }
      case REPORT -> {
        if (isLast) {
          checked.complete(System.nanoTime());
        }
      }
      case DOCUMENT, WALLS, LIMITS, REPAIRS, SELECTION, PROGRESS -> {}
    }
  }
}
