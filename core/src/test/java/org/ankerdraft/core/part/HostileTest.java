package org.ankerdraft.core.part;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ArrayNode;
import com.fasterxml.jackson.databind.node.JsonNodeFactory;
import com.fasterxml.jackson.databind.node.ObjectNode;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Consumer;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.form.FormatError;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Whatever is read, the answer is a part or words with a place; never an exception, never a hang.
 */
class HostileTest {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
  private static final JsonSchema SCHEMA =
      JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012).getSchema(PartJson.schema());

  @TempDir private Path folder;

  static Stream<String> examples() throws Exception {
    return DocumentationTest.examples();
  }

  /** What is put in the place of a value. */
  private static List<JsonNode> wrongValues() {
    ArrayNode nested = NODES.arrayNode();
    ArrayNode at = nested;
    for (int i = 0; i < 60; i++) {
      at = at.addArray();
    }
    return List.of(
        NODES.nullNode(),
        NODES.booleanNode(true),
        NODES.numberNode(3.7),
        NODES.numberNode(-5),
        NODES.numberNode(1e308),
        NODES.textNode(""),
        NODES.textNode("NaN"),
        NODES.textNode("floor(1e300)"),
        NODES.textNode("a".repeat(99_999)),
        NODES.textNode("\u0000"),
        NODES.textNode("\ud800"),
        NODES.textNode("../secret.step"),
        NODES.objectNode(),
        NODES.arrayNode(),
        nested);
  }

  /** Every place in a tree, as a way to put another value there or to take it away (null). */
  private static void places(JsonNode node, List<Consumer<JsonNode>> out) {
    if (node instanceof ObjectNode object) {
      for (Iterator<String> names = object.fieldNames(); names.hasNext(); ) {
        String name = names.next();
        out.add(v -> {
          if (v == null) {
            object.remove(name);
          } else {
            object.set(name, v);
          }
        });
        places(object.get(name), out);
      }
    } else if (node instanceof ArrayNode array) {
      for (int i = 0; i < array.size(); i++) {
        int n = i;
        out.add(v -> {
          if (v == null) {
            array.remove(n);
          } else {
            array.set(n, v);
          }
        });
        places(array.get(i), out);
      }
    }
  }

  /**
   * Every field of every kind that the examples hold: missing, null, ill-typed, too large, empty.
   * In every run each field takes every seventh of these, and its neighbours take the others.
   */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("examples")
  void everyFieldMayBeWrong(String text) throws Exception {
    List<Consumer<JsonNode>> count = new ArrayList<>();
    places(MAPPER.readTree(text), count);
    List<JsonNode> values = new ArrayList<>(wrongValues());
    values.add(null);
    int refused = 0;
    int tried = 0;
    int stride = Seeds.count(7, 1);
    for (int place = 0; place < count.size(); place++) {
      for (int which = place % stride; which < values.size(); which += stride) {
        JsonNode value = values.get(which);
        tried++;
        JsonNode tree = MAPPER.readTree(text);
        List<Consumer<JsonNode>> all = new ArrayList<>();
        places(tree, all);
        all.get(place).accept(value == null ? null : value.deepCopy());
        String mutant = MAPPER.writeValueAsString(tree);
        switch (PartJson.read(mutant)) {
          case Read.Bad(FormatError error) -> {
            refused++;
            assertThat(error.place() + error.message()).isNotBlank();
            assertThat(error.message()).doesNotContain("Exception").doesNotContain("null)");
          }
          case Read.Ok(PartDocument part) -> {
            // What the reader takes, the schema takes, and so does the reader of what is written.
            if ((place + lengthOf(value)) % 7 == 0) {
              assertThat(SCHEMA.validate(MAPPER.readTree(mutant))).as(mutant).isEmpty();
            }
            assertThat(PartJson.admit(part)).isEqualTo(new Read.Ok(part));
          }
        }
      }
    }
    assertThat(refused).isGreaterThan(tried * 5 / 16);
  }

  private static int lengthOf(JsonNode value) {
    return value == null ? 0 : Math.floorMod(value.toString().length(), 7);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5})
  void aThousandHostileFilesAreWords(long seed) throws Exception {
    Random random = new Random(seed);
    List<String> texts = examples().toList();
    Path archive = folder.resolve("whole.anker");
    PartFile.save(
        archive,
        new PartFile.Content(
            Parts.part(Parts.box(10, 10, 10)),
            Map.of("a.step", new byte[] {1, 2, 3}),
            Map.of("00.json", new byte[] {4})),
        new byte[] {5});
    byte[] zip = Files.readAllBytes(archive);
    for (int i = 0; i < 200; i++) {
      byte[] whole =
          random.nextBoolean()
              ? zip
              : texts.get(random.nextInt(texts.size())).getBytes(StandardCharsets.UTF_8);
      byte[] bytes = mutated(whole, random);
      Path file = folder.resolve("hostile" + i);
      Files.write(file, bytes);
      PartFile.Opened opened = PartOpener.open(file);
      if (opened instanceof PartFile.Opened.Bad(FormatError error)) {
        assertThat(error.message()).isNotBlank();
      }
      Files.delete(file);
    }
  }

  private static byte[] mutated(byte[] whole, Random random) {
    byte[] bytes = whole.clone();
    switch (random.nextInt(4)) {
      case 0 -> bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
      case 1 -> Arrays.fill(bytes, random.nextInt(bytes.length), bytes.length, (byte) 0);
      default -> {
        for (int k = 1 + random.nextInt(8); k > 0; k--) {
          bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
        }
      }
    }
    return bytes;
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "\"limits\":{\"wall.min\":\"NaN\"}",
        "\"limits\":{\"wall.min\":-5}",
        "\"limits\":{\"wall.mx\":3}",
        "\"limits\":{\"wall.min\":1e400}",
        "\"process\":{\"pull\":[\"Infinity\",0,1]}",
        "\"process\":{\"pull\":[0,0,1e999]}",
        "\"process\":{\"vdi\":3.5}",
        "\"stopLine\":3.7",
        "\"stopLine\":-1",
        "\"name\":true",
        "\"steps\":[{\"kind\":\"sketch\",\"id\":true}]",
        "\"steps\":[{\"kind\":\"sketch\",\"id\":\"a b\"}]",
        "\"steps\":[{\"kind\":\"sketch\",\"id\":\"a|b\"}]",
        "\"steps\":[{\"kind\":\"import\",\"id\":\"i\"}]",
        "\"steps\":[{\"kind\":\"import\",\"id\":\"i\",\"file\":\"../secret.step\"}]",
        "\"steps\":[{\"kind\":\"import\",\"id\":\"i\",\"file\":\"/etc/passwd\"}]",
        "\"steps\":[{\"kind\":\"import\",\"id\":\"i\",\"file\":\"a\\\\b.step\"}]",
        "\"steps\":[{\"kind\":\"import\",\"id\":\"i\",\"file\":\"..\"}]",
        "\"steps\":[{\"kind\":\"shell\",\"id\":\"s\",\"thickness\":\"2 mm\",\"open\":[{\"choose\":\"face\"}]}]",
        "\"steps\":[{\"kind\":\"shell\",\"id\":\"s\",\"thickness\":\"2 mm\",\"open\":[{\"choose\":\"facing\"}]}]",
        "\"steps\":[{\"kind\":\"shell\",\"id\":\"s\",\"thickness\":\"2 mm\",\"open\":[{\"choose\":\"nearest face\"}]}]",
        "\"steps\":[{\"kind\":\"shell\",\"id\":\"s\",\"thickness\":\"2 mm\",\"open\":[{\"choose\":\"facing\",\"direction\":[\"1e999\",0,0]}]}]",
        "\"steps\":[{\"kind\":\"sketch\",\"id\":\"s\",\"curves\":[{\"curve\":\"line\",\"from\":{},\"to\":[0,0]}]}]",
        "\"steps\":[{\"kind\":\"sketch\",\"id\":\"s\",\"curves\":[{\"curve\":\"circle\",\"name\":\"k\",\"diameter\":1},{\"curve\":\"circle\",\"name\":\"k\",\"diameter\":2}]}]"
      })
  void whatIsOutOfItsBoundsIsRefusedWithItsPlace(String field) {
    Read read = PartJson.read("{\"ankerdraft\":1," + field + "}");
    assertThat(read).isInstanceOf(Read.Bad.class);
    assertThat(((Read.Bad) read).error().place()).isNotBlank();
  }

  @Test
  void aVersionIsAWholeNumber() {
    assertThat(PartJson.read("{\"ankerdraft\":1.9}")).isInstanceOf(Read.Bad.class);
    assertThat(PartJson.read("{\"ankerdraft\":\"1\"}")).isInstanceOf(Read.Bad.class);
  }

  @Test
  void aPartMayHaveAnyName() {
    for (String name : List.of("", " ", "ein Name: ÄÖ", "x".repeat(10_000))) {
      PartDocument part = PartDocument.empty(name);
      assertThat(PartJson.admit(part)).isEqualTo(new Read.Ok(part));
    }
  }

  @Test
  void nestedChoicesAndLongTextsHaveLimits() {
    String chain =
        "{\"choose\":\"tangent chain\",\"from\":".repeat(900)
            + "{\"choose\":\"sharp edges\"}"
            + "}".repeat(900);
    assertThat(
            PartJson.read(
                "{\"ankerdraft\":1,\"steps\":[{\"kind\":\"round\",\"id\":\"r\",\"sets\":[{\"size\":1,\"edges\":["
                    + chain
                    + "]}]}]}"))
        .isInstanceOf(Read.Bad.class);
    assertThat(PartJson.read("[".repeat(1_000_000))).isInstanceOf(Read.Bad.class);
    assertThat(PartJson.read("{\"ankerdraft\":" + "9".repeat(100_000) + "}"))
        .isInstanceOf(Read.Bad.class);
  }

  private void zip(Path file, Map<String, byte[]> entries) throws Exception {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, byte[]> e : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(e.getKey()));
        zip.write(e.getValue());
        zip.closeEntry();
      }
    }
  }

  private static byte[] json() {
    return PartJson.write(Parts.part(Parts.box(10, 10, 10))).getBytes(StandardCharsets.UTF_8);
  }

  @Test
  void entriesThatLeadElsewhereAreRefused() throws Exception {
    Path file = folder.resolve("slip.anker");
    for (String name : List.of("files/../../secret.step", "files//etc/passwd", "files/..")) {
      zip(file, Map.of("part.json", json(), name, new byte[] {1}));
      assertThat(PartFile.open(file)).isInstanceOf(PartFile.Opened.Bad.class);
    }
    zip(file, Map.of("part.json", json(), "cache/../../x", new byte[] {1}, "else", new byte[] {1}));
    PartFile.Content content = ((PartFile.Opened.Ok) PartFile.open(file)).content();
    assertThat(content.cache()).isEmpty();
    assertThat(content.files()).isEmpty();
  }

  /** A thousandth of its size in the file: it is let out no further than the limit. */
  @Test
  void aZipBombIsRefused() throws Exception {
    Path file = folder.resolve("bomb.anker");
    byte[] block = new byte[1 << 20];
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      zip.putNextEntry(new ZipEntry("part.json"));
      for (int i = 0; i < 300; i++) {
        zip.write(block);
      }
      zip.closeEntry();
    }
    assertThat(Files.size(file)).isLessThan(1 << 20);
    assertThat(PartFile.open(file)).isInstanceOf(PartFile.Opened.Bad.class);
  }

  /** A wrong byte in what is never needed costs what is never needed. */
  @Test
  void aDamagedCacheOrThumbnailDoesNotKeepThePartFromOpening() throws Exception {
    Path file = folder.resolve("base.anker");
    PartDocument part = Parts.part(Parts.box(10, 10, 10));
    byte[] noise = new byte[4000];
    new Random(3).nextBytes(noise);
    PartFile.save(
        file, new PartFile.Content(part, Map.of(), Map.of("aa.0.brep", noise)), noise.clone());
    byte[] good = Files.readAllBytes(file);
    int hits = 0;
    for (int i = good.length - 8500; i < good.length; i += 97) {
      byte[] bad = good.clone();
      bad[i] ^= 0x55;
      Files.write(file, bad);
      PartFile.Opened opened = PartFile.open(file);
      if (opened instanceof PartFile.Opened.Ok(PartFile.Content content)) {
        assertThat(content.part()).isEqualTo(part);
        hits++;
      }
    }
    assertThat(hits).isGreaterThan(80);
  }

  @Test
  void exportedJsonKeepsItsImportedFilesBesideIt() throws Exception {
    Path file = folder.resolve("out/part.json");
    PartDocument part =
        PartDocument.empty("part")
            .withNewStep(org.ankerdraft.core.step.imported.ImportKind.of("i", "latch.step"));
    PartFile.save(file, new PartFile.Content(part, Map.of("latch.step", new byte[] {7})), null);
    PartFile.Content back = ((PartFile.Opened.Ok) PartOpener.open(file)).content();
    assertThat(back.files().get("latch.step")).containsExactly(7);
  }

  @Test
  void aJournalOfAPartWithoutAFileIsFoundByTheNextRun() throws Exception {
    PartDocument part = Parts.part(Parts.box(10, 10, 10));
    Journal own = Journal.ofUnsaved(folder, 1);
    own.record(part);
    own.keep(Map.of("latch.step", new byte[] {7}));
    own.sync();
    // The program that wrote it is alive: it is none of ours.
    assertThat(Journal.leftBehind(folder)).isEmpty();
    try (Stream<Path> all = Files.list(folder)) {
      for (Path p : all.toList()) {
        Files.move(
            p,
            folder.resolve(
                p.getFileName()
                    .toString()
                    .replace("-" + ProcessHandle.current().pid() + "-", "-999999999-")));
      }
    }
    List<Journal> left = Journal.leftBehind(folder);
    assertThat(left).hasSize(1);
    Journal.Left.Part found = (Journal.Left.Part) left.getFirst().recover();
    assertThat(found.part()).isEqualTo(part);
    assertThat(found.files().get("latch.step")).containsExactly(7);
    left.getFirst().clear();
    assertThat(folder).isEmptyDirectory();
  }
}
