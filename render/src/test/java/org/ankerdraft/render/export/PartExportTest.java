package org.ankerdraft.render.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.ByteArrayInputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.BodyShown;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.render.look.BodyColours;
import org.ankerdraft.render.look.Palette;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Every form a part is exported in, and what becomes of it when the worker cannot. */
class PartExportTest {
  private static final double ACCURACY_MM = 0.05;

  /** Answers no request of one kind. */
  private static final class Script implements Relay {
    private String refused = "";

    @Override
    public Optional<Outcome.KernelFailure> instead(String operation) {
      return operation.equals(refused)
          ? Optional.of(Outcome.KernelFailure.of(Outcome.Cause.REFUSED, "refused by script"))
          : Optional.empty();
    }
  }

  private final Script script = new Script();
  private GeometryKernel kernel;
  private PartState box;

  @BeforeEach
  void build() {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), script);
    box = box("");
  }

  private PartState box(String more) {
    Read read =
        PartJson.read(
            """
            {"ankerdraft":1,"name":"box","steps":[
              {"kind":"sketch","id":"s","curves":[{"curve":"rectangle","name":"r","width":40,"height":30}]},
              {"kind":"extrude","id":"e","sketch":"s","depth":20,"body":"Body"}%s]}
            """
                .formatted(more));
    return built(((Read.Ok) read).part());
  }

  private PartState built(PartDocument part) {
    return new PartBuilder(kernel, Tolerance.MODEL)
        .build(part, Map.of(), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  @AfterEach
  void close() {
    kernel.close();
  }

  private byte[] export(String name) throws Exception {
    return PartExport.bytes(kernel, box, name, ACCURACY_MM);
  }

  @ParameterizedTest
  @CsvSource({"a.step, ISO-10303-21", "A.STP, ISO-10303-21", "a.3mf, PK", "a.png, PNG"})
  void eachFormBeginsAsItsStandardSays(String name, String start) throws Exception {
    byte[] bytes = export(name);
    assertThat(new String(bytes, 0, 20, StandardCharsets.ISO_8859_1)).contains(start);
  }

  /** A box is twelve triangles; binary STL: 80 bytes, a count, 50 bytes each. */
  @Test
  void theStlHoldsTheBoxsVolume() throws Exception {
    ByteBuffer stl = ByteBuffer.wrap(export("box.stl")).order(ByteOrder.LITTLE_ENDIAN);
    int count = stl.getInt(80);
    assertThat(count).isEqualTo(12);
    assertThat(stl.capacity()).isEqualTo(84 + 50 * count);
    double six = 0;
    for (int t = 0; t < count; t++) {
      float[] v = new float[9];
      for (int i = 0; i < 9; i++) {
        v[i] = stl.getFloat(84 + 50 * t + 12 + 4 * i);
      }
      six +=
          v[0] * (v[4] * v[8] - v[5] * v[7])
              + v[1] * (v[5] * v[6] - v[3] * v[8])
              + v[2] * (v[3] * v[7] - v[4] * v[6]);
    }
    assertThat(six / 6).isCloseTo(24000, within(1e-3));
  }

  /** STEP (ISO 10303-42) has a model for open shells; meshes are of the solids alone. */
  @Test
  void surfacesGoIntoStepOnly() throws Exception {
    PartState both =
        box(
            ",{\"kind\":\"copyFaces\",\"id\":\"k\",\"faces\":[{\"choose\":\"face\",\"name\":\"e/end\"}],\"newBody\":\"Skin\"}");
    String step =
        new String(
            PartExport.bytes(kernel, both, "a.step", ACCURACY_MM), StandardCharsets.ISO_8859_1);
    assertThat(step).contains("MANIFOLD_SOLID_BREP", "SHELL_BASED_SURFACE_MODEL", "Skin");
    assertThat(PartExport.bytes(kernel, both, "a.stl", ACCURACY_MM))
        .isEqualTo(PartExport.bytes(kernel, box, "a.stl", ACCURACY_MM));
    assertThat(PartExport.bytes(kernel, both, "a.png", ACCURACY_MM)).isNotEmpty();
    Read read =
        PartJson.read(
            """
            {"ankerdraft":1,"name":"skin","steps":[
              {"kind":"sketch","id":"s","curves":[{"curve":"rectangle","name":"r","width":40,"height":30}]},
              {"kind":"extrude","id":"e","sketch":"s","depth":20,"use":"surface","body":"Skin"}]}
            """);
    PartState skin = built(((Read.Ok) read).part());
    assertThatThrownBy(() -> PartExport.bytes(kernel, skin, "a.stl", ACCURACY_MM))
        .hasMessageContaining("surfaces but no solid");
    assertThat(PartExport.bytes(kernel, skin, "a.step", ACCURACY_MM)).isNotEmpty();
  }

  /** ISO 10303-46: a styled item gives the body, by its name, a colour by red, green and blue. */
  @Test
  void theColourOfABodyGoesIntoStepAnd3mf() throws Exception {
    String plain = new String(export("a.step"), StandardCharsets.ISO_8859_1);
    assertThat(plain).doesNotContain("COLOUR_RGB", "STYLED_ITEM");
    PartState moss = built(box.part().withShown(new BodyShown("Body", false, BodyShown.Tint.MOSS)));
    String step =
        new String(
                PartExport.bytes(kernel, moss, "a.step", ACCURACY_MM), StandardCharsets.ISO_8859_1)
            .replaceAll("\\s", "");
    Matcher item = Pattern.compile("STYLED_ITEM\\('[^']*',\\((#\\d+)\\),(#\\d+)\\)").matcher(step);
    assertThat(item.find()).isTrue();
    assertThat(step).contains(item.group(2) + "=MANIFOLD_SOLID_BREP('Body'");
    Matcher colour =
        Pattern.compile("COLOUR_RGB\\('[^']*',([0-9.E-]+),([0-9.E-]+),([0-9.E-]+)\\)")
            .matcher(step);
    assertThat(colour.find()).isTrue();
    int rgb = BodyColours.of(BodyShown.Tint.MOSS, Palette.CHART);
    for (int k = 0; k < 3; k++) {
      assertThat(Double.parseDouble(colour.group(k + 1)) * 255)
          .isCloseTo(rgb >> (16 - 8 * k) & 0xFF, within(0.01));
    }
    // It is a file that can be read again.
    assertThat(
            kernel
                .readStep(
                    PartExport.bytes(kernel, moss, "a.step", ACCURACY_MM), Budget.ofSeconds(30))
                .orThrow()
                .shapes())
        .hasSize(1);
    byte[] mesh = PartExport.bytes(kernel, moss, "a.3mf", ACCURACY_MM);
    assertThat(model(mesh)).contains(String.format("displaycolor=\"#%06X\"", rgb));
    assertThat(model(export("a.3mf"))).doesNotContain("basematerials");
  }

  private static String model(byte[] file) throws Exception {
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(file))) {
      for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
        if (e.getName().endsWith(".model")) {
          return new String(zip.readAllBytes(), StandardCharsets.UTF_8);
        }
      }
    }
    throw new AssertionError("no model");
  }

  @Test
  void theObjNamesItsBodyAndHasEightCorners() throws Exception {
    String obj = new String(export("box.obj"), StandardCharsets.UTF_8);
    assertThat(obj.lines().filter(l -> l.startsWith("v ")).distinct()).hasSize(8);
    assertThat(obj.lines().filter(l -> l.startsWith("f "))).hasSize(12);
    assertThat(obj).contains("Body");
  }

  @Test
  void thePictureShowsMoreThanOneColour() throws Exception {
    var image = ImageIO.read(new ByteArrayInputStream(export("box.png")));
    int[] pixels =
        image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
    assertThat(java.util.Arrays.stream(pixels).distinct().count()).isGreaterThan(50);
  }

  /** What the worker will not do is told in its words; no bytes are made up. */
  @ParameterizedTest
  @CsvSource({
    "a.step, STEP_WRITE",
    "a.stl, MESH",
    "a.obj, MESH",
    "a.3mf, MESH",
  })
  void aRefusalIsToldInWords(String name, String operation) {
    script.refused = operation;
    assertThatThrownBy(() -> export(name))
        .isInstanceOf(PartExport.CannotExport.class)
        .hasMessageContaining("refused by script");
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.docx", "a", "", "a."})
  void otherEndingsAreRefusedWithThoseThatAreWritten(String name) {
    assertThatThrownBy(() -> export(name))
        .isInstanceOf(PartExport.CannotExport.class)
        .hasMessageContaining("is not written")
        .hasMessageContaining(".step");
  }

  @ParameterizedTest
  @ValueSource(strings = {"a.dxf", "a.svg", "a.pdf", "a.csv"})
  void aCupIsNotLaidFlat(String name) {
    box =
        box(
            ",{\"kind\":\"shell\",\"id\":\"w\",\"thickness\":2,\"open\":[{\"choose\":\"face\",\"name\":\"e/end\"}]}");
    assertThatThrownBy(() -> export(name)).isInstanceOf(PartExport.CannotExport.class);
  }
}
