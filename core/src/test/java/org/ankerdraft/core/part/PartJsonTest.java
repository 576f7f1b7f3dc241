package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.form.FormatError;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PartJsonTest {
  @TempDir private Path folder;

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
  void writingAndReadingGivesTheSamePart() throws Exception {
    PartDocument part = lampBase();
    String text = PartJson.write(part);
    assertThat(PartJson.read(text)).isEqualTo(new Read.Ok(part));
    assertThat(PartJson.write(part)).isEqualTo(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{'ankerdraft': 2} | version 2 is not known | ankerdraft",
        "{'name': 'x'} | \"ankerdraft\": 1 is missing | ankerdraft",
        "{'ankerdraft': 1, 'steps': [{'kind':'sketch','id':'a','curvs':[]}]} | field \"curvs\" is not known here | steps[0].curvs",
        "{'ankerdraft': 1, 'steps': [{'kind':'weld','id':'a'}]} | \"weld\" is not known here | steps[0]",
        "{'ankerdraft': 1, 'steps': [{'id':'a'}]} | which kind this is, is missing | steps[0]",
        "{'ankerdraft': 1, 'steps': [{'kind':'extrude','id':'a'}]} | \"sketch\" (sketch) is missing | steps[0].sketch",
        "{'ankerdraft': 1, 'steps': [{'kind':'sketch','id':'a'},{'kind':'sketch','id':'a'}]} | id a is there twice | steps[1].id",
        "{'ankerdraft': 1, 'parameters': [{'name':'2x','value':'1'}]} | does not do: a parameter is letters | parameters[0].name",
        "{'ankerdraft': 1, 'parameters': [{'name':'x','value':'1'},{'name':'x','value':'2'}]} | is there twice | parameters[1].name",
        "{'ankerdraft': 1, 'process': {'pull': [0,0]}} | a direction is a list of 3 values | process.pull",
        "{'ankerdraft': 1, 'process': {'pull': [0,0,0]}} | must not be 0, 0, 0 | process.pull",
        "{'ankerdraft': 1, 'steps': [ | is not JSON | line 1",
        "{'ankerdraft': 1, 'ankerdraft': 1} | Duplicate | line 1"
      })
  void errorsSayWhatAndWhere(String text, String message, String place) {
    Read read = PartJson.read(text.strip().replace('\'', '"'));
    assertThat(read).isInstanceOf(Read.Bad.class);
    FormatError error = ((Read.Bad) read).error();
    assertThat(error.message()).contains(message.strip());
    assertThat(error.place()).startsWith(place.strip());
  }

  @Test
  void aPartFileHoldsThePartAndItsFiles() throws Exception {
    Path file = folder.resolve("base.anker");
    PartFile.Content content =
        new PartFile.Content(lampBase(), Map.of("a.step", new byte[] {1, 2, 3}));
    PartFile.save(file, content, new byte[] {4});
    PartFile.Content back = ((PartFile.Opened.Ok) PartFile.open(file)).content();
    assertThat(back.part()).isEqualTo(content.part());
    assertThat(back.files().get("a.step")).containsExactly(1, 2, 3);
    byte[] first = Files.readAllBytes(file);
    PartFile.save(file, content, new byte[] {4});
    assertThat(Files.readAllBytes(file)).isEqualTo(first);
    try (var left = Files.list(folder)) {
      assertThat(left).containsExactly(file);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void aDamagedZipIsAnErrorNotACrash(long seed) throws Exception {
    Path file = folder.resolve("base.anker");
    PartFile.save(file, new PartFile.Content(lampBase(), Map.of()), null);
    byte[] bytes = Files.readAllBytes(file);
    Random random = new Random(seed);
    byte[] cut = java.util.Arrays.copyOf(bytes, 40 + random.nextInt(bytes.length / 2));
    Files.write(file, cut);
    assertThat(PartFile.open(file)).isInstanceOf(PartFile.Opened.Bad.class);
    assertThat(PartFile.open(folder.resolve("missing.anker")))
        .isInstanceOf(PartFile.Opened.Bad.class);
  }

  @Test
  void theJournalBringsBackWhatWasNotSaved() throws Exception {
    Path file = folder.resolve("base.json");
    Journal journal = Journal.of(file);
    assertThat(journal.recover()).isEqualTo(new Journal.Left.Nothing());
    PartDocument part = Parts.part(Parts.box(10, 10, 10));
    journal.record(part);
    assertThat(Journal.of(file).recover()).isEqualTo(new Journal.Left.Part(part, Map.of()));
    Files.writeString(folder.resolve(".base.json.journal"), "{half", StandardCharsets.UTF_8);
    // What cannot be read is kept under another name, and told.
    assertThat(journal.recover()).isInstanceOf(Journal.Left.Unreadable.class);
    assertThat(folder.resolve(".base.json.journal.unreadable1")).hasContent("{half");
    journal.record(part);
    journal.clear();
    assertThat(journal.recover()).isEqualTo(new Journal.Left.Nothing());
  }

  @Test
  void aStepFileOpensAsAnImportedBody() throws Exception {
    var state = Parts.ok(Parts.box(10, 20, 30));
    byte[] step =
        Parts.KERNEL
            .writeStep(
                "box",
                Map.of("Body", state.bodies().get("Body").named().shape()),
                org.ankerdraft.kernel.Budget.ofSeconds(30))
            .orThrow();
    Path file = folder.resolve("box.step");
    Files.write(file, step);
    PartFile.Content content = ((PartFile.Opened.Ok) PartOpener.open(file)).content();
    var built =
        new org.ankerdraft.core.ledger.PartBuilder(
                Parts.KERNEL, org.ankerdraft.core.geometry.Tolerance.MODEL)
            .build(
                content.part(),
                content.files(),
                org.ankerdraft.core.ledger.PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    assertThat(built.bodies().get("Body").named().shape().mass().volumeMm3())
        .isCloseTo(6000, org.assertj.core.api.Assertions.within(1e-6));
  }

  private static PartState built(PartFile.Content content) {
    PartBuilder builder = new PartBuilder(Parts.KERNEL, Tolerance.MODEL);
    builder.remember(content.cache());
    return builder
        .build(content.part(), content.files(), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  @Test
  void aPartFileOpensFromItsCache() throws Exception {
    PartDocument part =
        Parts.part(
            Parts.box(30, 20, 10)
                + ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'outside corners'}],'size':'2 mm'}]}");
    PartState state = Parts.build(part);
    Path file = folder.resolve("cached.anker");
    PartFile.save(file, new PartFile.Content(part, Map.of(), PartBuilder.cacheOf(state)), null);
    PartFile.Content content = ((PartFile.Opened.Ok) PartFile.open(file)).content();
    PartState again = built(content);
    // Only the sketch, which needs no geometry, is worked out anew.
    assertThat(again.rebuilt()).isEqualTo(1);
    assertThat(again.step("r").orElseThrow().remembered()).isTrue();
    assertThat(again.bodies().get("Body").named().faceNames())
        .isEqualTo(state.bodies().get("Body").named().faceNames());
    assertThat(Parts.volume(again)).isEqualTo(Parts.volume(state));
    // An edit builds from the restored shapes.
    PartDocument edited =
        part.withSteps(part.steps().subList(0, 2))
            .withNewStep(StepKinds.of(part.steps().get(2)).withLabel("Edges"));
    assertThat(built(new PartFile.Content(edited, Map.of(), content.cache())).rebuilt())
        .isEqualTo(1);
  }

  @Test
  void aDamagedCacheCostsNothingButTime() {
    PartDocument part = Parts.part(Parts.box(30, 20, 10));
    Map<String, byte[]> cache = new java.util.TreeMap<>(PartBuilder.cacheOf(Parts.build(part)));
    cache.replaceAll((name, bytes) -> name.endsWith(".brep") ? new byte[] {1, 2, 3} : bytes);
    PartState state = built(new PartFile.Content(part, Map.of(), cache));
    assertThat(state.isOk()).isTrue();
    assertThat(Parts.volume(state)).isCloseTo(6000, org.assertj.core.api.Assertions.within(1e-9));
    cache.replaceAll((name, bytes) -> new byte[0]);
    assertThat(Parts.volume(built(new PartFile.Content(part, Map.of(), cache))))
        .isCloseTo(6000, org.assertj.core.api.Assertions.within(1e-9));
  }
}
