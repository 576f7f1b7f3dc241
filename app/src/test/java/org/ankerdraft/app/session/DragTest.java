package org.ankerdraft.app.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import javafx.application.Platform;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxToolkit;

/** A number under the hand: what is drawn while it moves, and what is true when it rests. */
class DragTest {
  /** A block whose height is dragged, and steps after it. */
  private static final String PART =
      """
      {"ankerdraft": 1, "name": "block", "parameters": [{"name": "h", "value": "10 mm"}],
       "steps": [
        {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
        {"kind": "extrude", "id": "block", "sketch": "s", "depth": "h", "body": "Body"},
        {"kind": "round", "id": "edges", "sets": [{"edges": [{"choose": "loop", "face": {"choose": "face", "name": "block/start"}}], "size": "2 mm"}]},
        {"kind": "shell", "id": "wall", "thickness": "1.5 mm", "open": [{"choose": "face", "name": "block/end"}]}]}
      """;

  @TempDir Path folder;
  private Workbench workbench;
  private Session session;

  /** What was told, and the volume of what was drawn then. */
  private final List<Session.Change> told = new ArrayList<>();

  /** What was told of what is drawn, with whether a map of walls was drawn then. */
  private final List<String> maps = new ArrayList<>();

  private boolean isCalledChecked;

  private final List<Double> volumes = new ArrayList<>();

  @BeforeEach
  void start() throws Exception {
    FxToolkit.registerPrimaryStage();
    Path file = Files.writeString(folder.resolve("block.json"), PART);
    workbench = new Workbench(WorkerProgram.find().orElseThrow());
    session = new Session(workbench, folder.resolve("journals"));
    onFx(() -> session.open(file));
    until(this::isAtRest);
    onFx(() -> {
      session.listen(this::note);
      return null;
    });
  }

  @AfterEach
  void end() {
    workbench.close();
  }

  private void note(Session.Change change) {
    if (change == Session.Change.EARLY || change == Session.Change.STATE) {
      told.add(change);
      isCalledChecked |= session.isReportCurrent();
      volumes.add(drawn().body().volumeMm3());
    }
    switch (change) {
      case EARLY, STATE, WALLS, REPORT ->
          maps.add(change + (session.scene().hasWall() ? " with map" : " without"));
      default -> {}
    }
  }

  private BodyAnalysis drawn() {
    return session.bodies().getFirst();
  }

  private boolean isAtRest() {
    return session.isReportCurrent()
        && session.state().isPresent()
        && session.state().get().part().equals(session.document());
  }

  private static <T> T onFx(Callable<T> work) throws Exception {
    CompletableFuture<T> done = new CompletableFuture<>();
    Platform.runLater(() -> {
      try {
        done.complete(work.call());
      } catch (Exception | AssertionError e) {
        done.completeExceptionally(e);
      }
    });
    return done.get(60, TimeUnit.SECONDS);
  }

  private static void until(Callable<Boolean> condition) throws Exception {
    long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(60);
    while (!onFx(condition)) {
      assertThat(System.nanoTime()).as("waited too long").isLessThan(end);
      Thread.sleep(10);
    }
  }

  private void select(String step) throws Exception {
    onFx(() -> {
      session.select(step);
      return null;
    });
  }

  private void drag(double height) throws Exception {
    onFx(() -> {
      session.preview(
          session
              .document()
              .withParameters(List.of(new Parameter("h", new Expr(height + " mm"), null))));
      return null;
    });
  }

  private void letGo() throws Exception {
    onFx(() -> {
      session.endPreview();
      return null;
    });
  }

  private static PartState fresh(PartDocument part) {
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      return new PartBuilder(kernel, Tolerance.MODEL)
          .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
          .orElseThrow();
    }
  }

  @Test
  void theStepUnderTheHandIsDrawnFirstAndTheWholePartLast() throws Exception {
    select("block");
    drag(12);
    until(this::isAtRest);
    assertThat(told).containsExactly(Session.Change.EARLY, Session.Change.STATE);
    // First the block alone, without its rounds and its wall.
    assertThat(volumes.getFirst()).isCloseTo(40 * 30 * 12, within(1e-6));
    assertThat(volumes.getLast())
        .isCloseTo(fresh(session.document()).bodies().get("Body").volumeMm3(), within(1e-6));
  }

  @Test
  void aParameterIsUnderTheHandToo() throws Exception {
    drag(13);
    until(this::isAtRest);
    assertThat(told.getFirst()).isEqualTo(Session.Change.EARLY);
    assertThat(volumes.getFirst()).isCloseTo(40 * 30 * 13, within(1e-6));
  }

  @Test
  void whatIsEditedAtTheEndNeedsNoEarlyPicture() throws Exception {
    select("wall");
    onFx(() -> {
      PartDocument part = session.document();
      session.preview(part.withoutStep("wall"));
      return null;
    });
    until(this::isAtRest);
    assertThat(told).containsOnly(Session.Change.STATE);
  }

  /** The step itself is remembered then, but not what follows it. */
  @Test
  void aValueThatWasPassedBeforeIsDrawnEarlyToo() throws Exception {
    select("block");
    drag(12);
    until(() -> told.contains(Session.Change.EARLY));
    drag(13);
    until(this::isAtRest);
    told.clear();
    volumes.clear();
    drag(12);
    until(this::isAtRest);
    assertThat(told).containsExactly(Session.Change.EARLY, Session.Change.STATE);
    assertThat(volumes.getFirst()).isCloseTo(40 * 30 * 12, within(1e-6));
  }

  @Test
  void aValueThatIsBuiltWholeIsDrawnAtOnce() throws Exception {
    double whole = onFx(() -> drawn().body().volumeMm3());
    select("block");
    drag(12);
    until(this::isAtRest);
    told.clear();
    volumes.clear();
    drag(10);
    until(this::isAtRest);
    assertThat(told).containsExactly(Session.Change.STATE);
    assertThat(volumes.getFirst()).isCloseTo(whole, within(1e-6));
  }

  /**
   * The map of the part before cannot be that of the edited step alone; so the part comes first.
   */
  @Test
  void afterTheHandTheWholePartComesFirstAndItsMapThen() throws Exception {
    select("block");
    drag(12);
    until(this::isAtRest);
    assertThat(maps)
        .containsExactly("EARLY without", "STATE without", "WALLS with map", "REPORT with map");
  }

  @Test
  void aMapThatIsDrawnStaysWhileTheLastStepIsUnderTheHand() throws Exception {
    select("wall");
    for (String thickness : List.of("1.7 mm", "1.9 mm", "1.6 mm")) {
      preview(PART.replace("1.5 mm", thickness));
      until(this::isAtRest);
    }
    assertThat(maps).containsOnly("STATE with map", "REPORT with map");
  }

  /** What was drawn on the way is gone with it, and the map is back. */
  @Test
  void afterGivingUpTheMapStaysAgain() throws Exception {
    giveUpInTheMiddle();
    maps.clear();
    letGo();
    select("wall");
    preview(PART.replace("1.5 mm", "1.8 mm"));
    until(this::isAtRest);
    assertThat(maps).isNotEmpty().allMatch(told -> told.endsWith("with map"));
  }

  private void preview(String part) throws Exception {
    PartDocument parsed = parsed(part);
    onFx(() -> {
      session.preview(parsed);
      return null;
    });
  }

  private PartDocument parsed(String part) throws Exception {
    Path file = Files.writeString(folder.resolve("other.json"), part);
    return ((PartFile.Opened.Ok) PartFile.open(file)).content().part();
  }

  /** Nothing of it would be drawn before the hand rests. */
  @Test
  void valuesThatAreBuiltWholeAreDrawnThoughTheHandGoesOn() throws Exception {
    select("block");
    for (double height : new double[] {12, 10}) {
      drag(height);
      until(this::isAtRest);
    }
    told.clear();
    for (int i = 0; drawnEarly() == 0 && i < 1000; i++) {
      drag(i % 2 == 0 ? 12 : 10);
      Thread.sleep(5);
    }
    assertThat(told).contains(Session.Change.EARLY);
    until(this::isAtRest);
    assertThat(told.getLast()).isEqualTo(Session.Change.STATE);
  }

  private long drawnEarly() throws Exception {
    return onFx(() -> told.stream().filter(c -> c == Session.Change.EARLY).count());
  }

  @Test
  void aMovingHandIsFollowedAndTheLastValueStands() throws Exception {
    select("block");
    // Something is drawn on the way, not only at the end; a slow machine is given more of a way.
    for (int i = 1; i <= 25 || (drawnEarly() <= 2 && i <= 1000); i++) {
      drag(10 + 0.2 * (i % 25));
      Thread.sleep(30);
    }
    assertThat(drawnEarly()).isGreaterThan(2);
    letGo();
    until(this::isAtRest);
    assertThat(told.getLast()).isEqualTo(Session.Change.STATE);
    assertThat(onFx(() -> session.state().orElseThrow().bodies().get("Body").volumeMm3()))
        .isCloseTo(fresh(session.document()).bodies().get("Body").volumeMm3(), within(1e-6));
  }

  @Test
  void givingUpInTheMiddleShowsTheWholePartAgain() throws Exception {
    giveUpInTheMiddle();
  }

  private void giveUpInTheMiddle() throws Exception {
    double whole = onFx(() -> drawn().body().volumeMm3());
    onFx(() -> {
      session.listen(change -> {
        if (change == Session.Change.EARLY) {
          session.cancelBuild();
        }
      });
      return null;
    });
    select("block");
    drag(18);
    until(() -> session.notice().contains("cancelled"));
    assertThat(onFx(() -> drawn().body().volumeMm3())).isEqualTo(whole);
    assertThat(onFx(session::isReportCurrent)).isFalse();
  }

  /** Nothing that is only drawn is called checked, and a file saved meanwhile holds the truth. */
  @Test
  void aPartSavedInTheMiddleOfADragOpensAsItsStepsSay() throws Exception {
    select("block");
    Path saved = folder.resolve("saved.anker");
    for (int i = 1; i <= 6; i++) {
      drag(14 + i);
      onFx(() -> {
        session.save(saved, new byte[0]);
        return null;
      });
      Thread.sleep(60);
    }
    letGo();
    until(this::isAtRest);
    assertThat(isCalledChecked).isFalse();
    PartFile.Content content = ((PartFile.Opened.Ok) PartFile.open(saved)).content();
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      builder.remember(content.cache());
      PartState opened =
          builder
              .build(content.part(), content.files(), PartBuilder.Progress.NONE, () -> false)
              .orElseThrow();
      PartState anew = fresh(content.part());
      assertThat(opened.isOk()).isTrue();
      assertThat(opened.bodies().get("Body").named().shape().mass().volumeMm3())
          .isCloseTo(anew.bodies().get("Body").volumeMm3(), within(1e-6));
    }
  }
}
