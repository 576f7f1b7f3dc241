package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartFile;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Nothing is lost, nothing wrong is remembered, nothing is believed that was not proved. */
class TrustTest {
  @TempDir private Path folder;

  private static PartState build(PartBuilder builder, PartDocument part) {
    return builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
  }

  private static Path demo(String name) {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    return at.resolve("demo").resolve(name);
  }

  private static PartDocument lampBase() throws Exception {
    return ((Read.Ok) PartJson.read(Files.readString(demo("lamp-base.json")))).part();
  }

  @Test
  void aPartWithoutTheSketchThatAStepTakesOpensAndTheStepIsAdrift() throws Exception {
    PartDocument part = Parts.part(Parts.box(10, 10, 10)).withoutStep("s");
    assertThat(PartJson.admit(part)).isEqualTo(new Read.Ok(part));
    Path file = folder.resolve("dangling.anker");
    PartFile.save(file, new PartFile.Content(part, Map.of()), null);
    assertThat(PartFile.open(file))
        .isEqualTo(new PartFile.Opened.Ok(new PartFile.Content(part, Map.of())));
    StepResult box = Parts.build(part).step("box").orElseThrow();
    assertThat(box.status()).isEqualTo(StepStatus.ADRIFT);
    assertThat(box.lost()).containsExactly(new Lost(Lost.Kind.SKETCH, "s", List.of()));
  }

  @Test
  void aStepThatLostItsSketchOrBodyIsMendedByReMooring() {
    PartDocument part =
        Parts.part(
            "{'kind':'sketch','id':'profile','curves':[{'curve':'circle','name':'k','diameter':'10 mm'}]},"
                + "{'kind':'extrude','id':'e','sketch':'profiles','depth':'5 mm','body':'Pin'},"
                + "{'kind':'round','id':'r','body':'Pins','sets':[{'edges':[{'choose':'outside corners'}],'size':'1 mm'}]}");
    for (String step : List.of("e", "r")) {
      StepResult adrift = Parts.build(part).step(step).orElseThrow();
      assertThat(adrift.status()).isEqualTo(StepStatus.ADRIFT);
      part =
          part.withStep(
              org.ankerdraft.core.kinds.StepKinds.of(part.step(step).orElseThrow())
                  .remoored(
                      adrift.lost().getFirst(), adrift.lost().getFirst().nearest().orElseThrow()));
    }
    assertThat(Parts.build(part).isOk()).isTrue();
  }

  /** Workers are ended at random while a part is built; it comes to what it comes to in peace. */
  @Tag("seeded")
  @Test
  void killsChangeNothing() throws Exception {
    int kills = Seeds.count(30, 300);
    PartDocument part = lampBase();
    PartState calm = build(new PartBuilder(Parts.KERNEL, Tolerance.MODEL), part);
    Random random = new Random(7);
    int done = 0;
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow())) {
      while (done < kills) {
        AtomicBoolean building = new AtomicBoolean(true);
        int[] here = {0};
        Thread killer =
            Thread.ofPlatform()
                .daemon()
                .start(() -> {
                  while (building.get()) {
                    LockSupport.parkNanos(100_000_000 + random.nextLong(500_000_000));
                    kernel.workerHandle().ifPresent(ProcessHandle::destroyForcibly);
                    here[0]++;
                  }
                });
        PartState state = build(new PartBuilder(kernel, Tolerance.MODEL), part);
        building.set(false);
        killer.join();
        done += here[0];
        assertThat(state.steps()).allMatch(s -> s.message().isEmpty());
        for (int i = 0; i < state.steps().size(); i++) {
          assertThat(state.steps().get(i).strategy()).isEqualTo(calm.steps().get(i).strategy());
        }
        calm.bodies()
            .forEach((name, body) ->
                assertThat(state.bodies().get(name).volumeMm3()).isEqualTo(body.volumeMm3()));
      }
    }
  }

  @Test
  void aFailureOfTheMachineIsNotRemembered() {
    PartDocument part = Parts.part(Parts.box(20, 20, 10));
    GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
    PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
    build(builder, part);
    kernel.close();
    PartState without = build(builder, Parts.with(part, "box", "depth", "12 mm"));
    StepResult box = without.step("box").orElseThrow();
    assertThat(box.isByMachine()).isTrue();
    assertThat(box.failure().works()).isNull();
    // What had been built before is remembered as ever.
    assertThat(build(builder, part).isOk()).isTrue();
  }

  @Test
  void entriesOfTheCacheAreVerified() {
    PartDocument part =
        Parts.part(
            Parts.box(30, 20, 10)
                + ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'outside corners'}],'size':'2 mm'}]}");
    PartState state = Parts.build(part);
    Map<String, byte[]> good = PartBuilder.cacheOf(state);
    PartDocument other = Parts.part(Parts.box(31, 20, 10));
    Map<String, byte[]> foreign = PartBuilder.cacheOf(Parts.build(other));
    List<java.util.function.UnaryOperator<Map<String, byte[]>>> tampers =
        List.of(
            // A shape of another build with as many faces.
            m -> replaced(m, ".brep", one(foreign, ".brep")),
            m -> edited(m, "\"name\":\"Body\"", "\"name\":\"Other\""),
            m -> edited(m, "\"bodies\":\\[.*\\],\"seal\"", "\"bodies\":[],\"seal\""),
            m -> edited(m, "\"bodies\":\\[.*\\],\"seal\"", "\"bodies\":[null],\"seal\""),
            m -> edited(m, "\"strategy\":\"[^\"]*\"", "\"strategy\":null"),
            m -> edited(m, "\"seal\":\"[^\"]*\"", "\"seal\":null"),
            m -> edited(m, "^.*$", "null"),
            m -> edited(m, "box/end", "box/ende"),
            m -> edited(m, "\"volumeMm3\":[0-9.]+", "\"volumeMm3\":1.0"));
    for (var tamper : tampers) {
      PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
      builder.remember(tamper.apply(new TreeMap<>(good)));
      PartState again = build(builder, part);
      assertThat(again.bodies()).containsOnlyKeys("Body");
      assertThat(Parts.volume(again)).isEqualTo(Parts.volume(state));
      assertThat(again.bodies().get("Body").named().faceNames())
          .isEqualTo(state.bodies().get("Body").named().faceNames());
      assertThat(again.step("r").orElseThrow().remembered()).isFalse();
    }
  }

  private static byte[] one(Map<String, byte[]> cache, String ending) {
    return cache.entrySet().stream()
        .filter(e -> e.getKey().endsWith(ending))
        .findFirst()
        .orElseThrow()
        .getValue();
  }

  private static Map<String, byte[]> replaced(
      Map<String, byte[]> cache, String ending, byte[] with) {
    cache.replaceAll((name, bytes) -> name.endsWith(ending) ? with : bytes);
    return cache;
  }

  private static Map<String, byte[]> edited(Map<String, byte[]> cache, String what, String with) {
    cache.replaceAll((name, bytes) ->
        name.endsWith(".json")
            ? new String(bytes, StandardCharsets.UTF_8)
                .replaceAll(what, with)
                .getBytes(StandardCharsets.UTF_8)
            : bytes);
    return cache;
  }

  /** Many edits of one part leave no more behind than what is shown and some bounded rest. */
  @Tag("seeded")
  @Test
  void memoryIsBounded() {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    PartDocument part =
        Parts.part(
            Parts.box(30, 20, 10)
                + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'2 mm','points':["
                + String.join(
                    ",",
                    java.util.stream.IntStream.range(0, 20)
                        .mapToObj(
                            i -> "['" + (i % 5 * 5 - 10) + " mm','" + (i / 5 * 4 - 6) + " mm']")
                        .toList())
                + "]}");
    for (int i = 0; i < Seeds.count(50, 500); i++) {
      PartState state = build(builder, Parts.with(part, "box", "depth", (10 + i / 50.0) + " mm"));
      assertThat(state.isOk()).isTrue();
    }
    assertThat(builder.rememberedBytes()).isLessThan(128L << 20);
    assertThat(build(builder, part).rebuilt()).isZero();
  }

  @Test
  void aPartOfManyStepsIsBuilt() {
    StringBuilder steps = new StringBuilder();
    for (int i = 0; i < 20_000; i++) {
      steps
          .append(i == 0 ? "" : ",")
          .append("{'kind':'sketch','id':'s")
          .append(i)
          .append("','curves':[]}");
    }
    PartDocument part = Parts.part(steps.toString());
    PartState state = Parts.build(part);
    assertThat(state.isOk()).isTrue();
    assertThat(state.steps()).hasSize(20_000);
  }

  @Test
  void lengthsAndPartsHaveBounds() {
    PartState huge = Parts.build(Parts.part(Parts.box(10, 10, 2_000_000)));
    assertThat(huge.step("box").orElseThrow().message()).contains("up to 1 km");
    assertThat(Parts.volume(Parts.ok(Parts.box(0.02, 0.02, 0.02)))).isCloseTo(8e-6, within(1e-12));
    assertThat(Parts.volume(Parts.ok(Parts.box(900_000, 10, 10)))).isCloseTo(9e7, within(1.0));
  }
}
