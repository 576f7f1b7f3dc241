package org.ankerdraft.app.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.part.Journal;
import org.ankerdraft.core.part.Parameter;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.testfx.api.FxToolkit;

/** Opening, editing, saving, journals and recovery, without a window. */
class SessionTest {
  private static final String BOX =
      """
      {"ankerdraft":1,"name":"box","parameters":[{"name":"h","value":"10 mm"}],"steps":[
        {"kind":"sketch","id":"s","curves":[{"curve":"rectangle","name":"r","width":20,"height":10}]},
        {"kind":"extrude","id":"e","sketch":"s","depth":"h","body":"Body"}]}
      """;

  @TempDir private Path folder;
  private Workbench workbench;
  private Session session;
  private Path file;

  @BeforeEach
  void start() throws Exception {
    FxToolkit.registerPrimaryStage();
    file = Files.writeString(folder.resolve("box.json"), BOX);
    workbench = new Workbench(WorkerProgram.find().orElseThrow());
    session = another();
  }

  @AfterEach
  void end() {
    workbench.close();
  }

  private Session another() {
    return new Session(workbench, folder.resolve("journals"));
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
      Thread.sleep(20);
    }
  }

  private static PartDocument ofHeight(PartDocument part, String height) {
    return part.withParameters(List.of(new Parameter("h", new Expr(height), null)));
  }

  private static void open(Session session, Path path) throws Exception {
    assertThat(onFx(() -> session.open(path))).isEmpty();
  }

  private static void edit(Session session, String height) throws Exception {
    onFx(() -> {
      session.edit(ofHeight(session.document(), height));
      return null;
    });
  }

  private static void save(Session session, Path path) throws Exception {
    onFx(() -> {
      session.save(path, new byte[0]);
      return null;
    });
  }

  private static String notice(Session session) throws Exception {
    return onFx(session::notice);
  }

  private static String height(Session session) throws Exception {
    return onFx(() -> session.document().parameters().getFirst().value().text());
  }

  @Test
  void whatIsBuiltFollowsTheDocument() throws Exception {
    open(session, file);
    edit(session, "15 mm");
    until(() ->
        session.state().isPresent()
            && session.state().get().part().equals(session.document())
            && session.isReportCurrent());
    double volume =
        onFx(() -> session.state().get().bodies().get("Body").named().shape().mass().volumeMm3());
    assertThat(volume).isEqualTo(20 * 10 * 15);
  }

  private static final String UNKNOWN = "Up to where it works is not known yet.";

  /** A box of 20 x 10 x 8 with a wall that may be too thick. */
  private static final String HOLLOW =
      """
      {"ankerdraft":1,"name":"hollow","parameters":[{"name":"h","value":"9 mm"}],"steps":[
        {"kind":"sketch","id":"s","curves":[{"curve":"rectangle","name":"r","width":20,"height":10}]},
        {"kind":"extrude","id":"e","sketch":"s","depth":"8 mm","body":"Body"},
        {"kind":"shell","id":"w","thickness":"h","open":[{"choose":"face","name":"e/end"}]}]}
      """;

  private String refusal() {
    return session.state().orElseThrow().steps().getLast().message();
  }

  /** What the session said of the last step, one after the other. */
  private List<String> refusals() throws Exception {
    List<String> said = new CopyOnWriteArrayList<>();
    onFx(() -> {
      session.listen(change -> {
        boolean isTold = change == Session.Change.STATE || change == Session.Change.LIMITS;
        if (isTold && session.state().isPresent()) {
          said.add(refusal());
        }
      });
      return null;
    });
    return said;
  }

  private boolean isAtRest() {
    return session.isReportCurrent()
        && session.progressShare() < 0
        && session.state().orElseThrow().part().equals(session.document());
  }

  @Test
  void aRefusalIsToldFirstAndThenItsLimit() throws Exception {
    List<String> said = refusals();
    open(session, Files.writeString(file, HOLLOW));
    until(this::isAtRest);
    assertThat(said.getFirst()).contains("shell of 9 mm failed").endsWith(UNKNOWN);
    assertThat(said.getLast()).startsWith(said.getFirst().replace(UNKNOWN, "")).contains("up to");
    edit(session, "1 mm");
    until(this::isAtRest);
    assertThat(onFx(this::refusal)).isEmpty();
  }

  @Test
  void anEditEndsTheSearchForALimit() throws Exception {
    List<String> said = refusals();
    open(session, Files.writeString(file, HOLLOW));
    until(() -> !said.isEmpty());
    edit(session, "1.5 mm");
    until(this::isAtRest);
    assertThat(onFx(this::refusal)).isEmpty();
    assertThat(
            onFx(() ->
                session.state().get().bodies().get("Body").named().shape().mass().volumeMm3()))
        .isCloseTo(20 * 10 * 8 - 17 * 7 * 6.5, within(1e-6));
  }

  /** Called off, the search leaves the reason as it is, and nothing waits any more. */
  @Test
  void aSearchForALimitIsCalledOff() throws Exception {
    List<String> said = refusals();
    open(session, Files.writeString(file, HOLLOW));
    until(() -> session.isReportCurrent() && session.progressShare() >= 0);
    onFx(() -> {
      session.cancelBuild();
      return null;
    });
    until(() -> session.progressShare() < 0);
    assertThat(onFx(this::refusal)).startsWith(said.getFirst().replace(UNKNOWN, ""));
  }

  /**
   * Called off as soon as the part is built, its checks told, or its steps begun: at whatever it is
   * by then, it ends, and says so.
   */
  @ParameterizedTest
  @EnumSource(names = {"STATE", "REPORT", "PROGRESS"})
  void whatIsCalledOffAtAnyMomentEnds(Session.Change when) throws Exception {
    onFx(() -> {
      AtomicBoolean once = new AtomicBoolean();
      session.listen(change -> {
        boolean isDue = change == when && session.progressShare() >= 0;
        if (isDue && once.compareAndSet(false, true)) {
          session.cancelBuild();
        }
      });
      return null;
    });
    open(session, Files.writeString(file, HOLLOW));
    until(() -> session.notice().equals("cancelled"));
    until(() -> session.progressShare() < 0);
    edit(session, "1 mm");
    until(this::isAtRest);
    assertThat(onFx(this::refusal)).isEmpty();
  }

  @Test
  void anUnsavedEditIsThereAtTheNextStart() throws Exception {
    open(session, file);
    edit(session, "12 mm");
    Session next = another();
    open(next, file);
    assertThat(height(next)).isEqualTo("12 mm");
    assertThat(onFx(next::isDirty)).isTrue();
    assertThat(notice(next)).contains("recovered");
    onFx(() -> {
      next.undo();
      return null;
    });
    assertThat(height(next)).isEqualTo("10 mm");
  }

  @Test
  void whatIsBeingTypedIsInTheJournalAndNotInTheFile() throws Exception {
    open(session, file);
    onFx(() -> {
      session.preview(ofHeight(session.document(), "17 mm"));
      return null;
    });
    Session next = another();
    open(next, file);
    assertThat(height(next)).isEqualTo("17 mm");
    assertThat(Files.readString(file)).isEqualTo(BOX);
  }

  @Test
  void savingEndsTheJournalAndGivingUpToo() throws Exception {
    open(session, file);
    edit(session, "12 mm");
    save(session, file);
    assertThat(onFx(session::isDirty)).isFalse();
    assertThat(Journal.of(file).recover()).isEqualTo(new Journal.Left.Nothing());
    edit(session, "13 mm");
    onFx(() -> {
      session.giveUpChanges();
      return null;
    });
    assertThat(Journal.of(file).recover()).isEqualTo(new Journal.Left.Nothing());
    Session next = another();
    open(next, file);
    assertThat(height(next)).isEqualTo("12 mm");
  }

  /** Undo past the saved state is unsaved again; redo comes back to what is saved. */
  @Test
  void dirtyIsWhatDiffersFromTheFile() throws Exception {
    open(session, file);
    edit(session, "12 mm");
    save(session, file);
    onFx(() -> {
      session.undo();
      return null;
    });
    assertThat(onFx(session::isDirty)).isTrue();
    onFx(() -> {
      session.redo();
      return null;
    });
    assertThat(onFx(session::isDirty)).isFalse();
  }

  @Test
  void aPartThatWasNeverSavedIsRecovered() throws Exception {
    onFx(() -> {
      session.startNew();
      session.edit(session.document().withName("bracket"));
      return null;
    });
    Session next = another();
    assertThat(onFx(next::recoverLeftBehind)).as("its program still runs").isFalse();
    Path left;
    try (var all = Files.list(folder.resolve("journals"))) {
      left = all.findFirst().orElseThrow();
    }
    // As if a program with a number that no process has had left it.
    String pid = String.valueOf(ProcessHandle.current().pid());
    Files.move(left, left.resolveSibling(left.getFileName().toString().replace(pid, "999999999")));
    assertThat(onFx(next::recoverLeftBehind)).isTrue();
    String name = onFx(() -> next.document().name());
    assertThat(name).isEqualTo("bracket");
    assertThat(onFx(next::file)).isEmpty();
    assertThat(notice(next)).contains("never saved");
  }

  /** A file that cannot be opened leaves everything as it was: words, and the open part stays. */
  @ParameterizedTest
  @ValueSource(
      strings = {"", "{", "{\"ankerdraft\":99}", "\u0000\u0000\u0000", "PK\u0003\u0004zip"})
  void whatCannotBeOpenedLeavesTheOpenPart(String content) throws Exception {
    open(session, file);
    edit(session, "12 mm");
    Path bad = Files.writeString(folder.resolve("bad.json"), content);
    assertThat(onFx(() -> session.open(bad)))
        .hasValueSatisfying(error -> assertThat(error.toString()).isNotBlank());
    assertThat(height(session)).isEqualTo("12 mm");
    assertThat(onFx(session::file)).contains(file);
    assertThat(onFx(session::canUndo)).isTrue();
  }

  /** A journal that cannot be read is told, and kept beside; the file is opened all the same. */
  @Test
  void anUnreadableJournalIsKept() throws Exception {
    open(session, file);
    edit(session, "12 mm");
    Path journal;
    try (var all = Files.walk(folder)) {
      journal =
          all.filter(p -> p.getFileName().toString().contains("box.json"))
              .filter(p -> !p.equals(file) && Files.isRegularFile(p))
              .findFirst()
              .orElseThrow();
    }
    Files.writeString(journal, "{\"ankerdraft\": 1, \"steps\": [{\"kind\": \"weld\"}]}");
    Session next = another();
    open(next, file);
    assertThat(height(next)).isEqualTo("10 mm");
    assertThat(notice(next)).contains("cannot be read").contains("kept as");
    edit(next, "14 mm");
    try (var all = Files.walk(folder)) {
      assertThat(all.filter(Files::isRegularFile).map(SessionTest::textOf))
          .anySatisfy(t -> assertThat(t).contains("weld"));
    }
  }

  private static String textOf(Path path) {
    try {
      return Files.readString(path, StandardCharsets.ISO_8859_1);
    } catch (java.io.IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
  }

  @Test
  void aRefusedEditIsToldAndChangesNothing() throws Exception {
    open(session, file);
    PartDocument before = onFx(session::document);
    onFx(() -> {
      session.edit(
          before.withParameters(
              List.of(
                  new Parameter("h", new Expr("1"), null),
                  new Parameter("h", new Expr("2"), null))));
      return null;
    });
    assertThat(onFx(session::document)).isEqualTo(before);
    assertThat(notice(session)).startsWith("that cannot be");
    assertThat(onFx(session::isDirty)).isFalse();
  }

  @Test
  void selectionFollowsTheDocument() throws Exception {
    open(session, file);
    onFx(() -> {
      session.select("e");
      session.pick(new Picked("Body", true, "e/end"), false);
      session.pick(new Picked("Body", true, "e/start"), true);
      return null;
    });
    assertThat(onFx(session::picked)).hasSize(2);
    onFx(() -> {
      session.pick(new Picked("Body", true, "e/end"), true);
      return null;
    });
    assertThat(onFx(session::picked)).hasSize(1);
    onFx(() -> {
      session.edit(session.document().withSteps(session.document().steps().subList(0, 1)));
      return null;
    });
    assertThat(onFx(session::selectedStep)).isEmpty();
  }

  /** What is saved as a part file is read back with its built state. */
  @Test
  void aPartFileCarriesDocumentAndResults() throws Exception {
    open(session, file);
    until(() -> session.state().isPresent() && session.isReportCurrent());
    Path saved = folder.resolve("box.anker");
    save(session, saved);
    PartFile.Content content = ((PartFile.Opened.Ok) PartFile.open(saved)).content();
    assertThat(content.part()).isEqualTo(onFx(session::document));
    assertThat(content.cache()).isNotEmpty();
    assertThat(PartJson.read(PartJson.write(content.part())))
        .isEqualTo(new Read.Ok(content.part()));
    assertThat(content.files()).isEqualTo(Map.of());
  }
}
