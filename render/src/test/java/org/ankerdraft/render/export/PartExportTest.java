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
import javax.imageio.ImageIO;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
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
    return new PartBuilder(kernel, Tolerance.MODEL)
        .build(((Read.Ok) read).part(), Map.of(), PartBuilder.Progress.NONE, () -> false)
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
    PartState skin =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(((Read.Ok) read).part(), Map.of(), PartBuilder.Progress.NONE, () -> false)
            .orElseThrow();
    assertThatThrownBy(() -> PartExport.bytes(kernel, skin, "a.stl", ACCURACY_MM))
        .hasMessageContaining("surfaces but no solid");
    assertThat(PartExport.bytes(kernel, skin, "a.step", ACCURACY_MM)).isNotEmpty();
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
