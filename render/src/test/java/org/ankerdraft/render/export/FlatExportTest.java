package org.ankerdraft.render.export;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.sheet.FlatDrawing;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.WorkerProgram;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The PDF of a flat pattern as poppler reads it. */
class FlatExportTest {
  private static GeometryKernel kernel;
  private static PartState bracket;
  @TempDir private Path folder;

  @BeforeAll
  static void build() throws Exception {
    kernel = new GeometryKernel(WorkerProgram.find().orElseThrow());
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    Read read = PartJson.read(Files.readString(at.resolve("demo/mast-bracket.json")));
    bracket =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(((Read.Ok) read).part(), Map.of(), PartBuilder.Progress.NONE, () -> false)
            .orElseThrow();
  }

  @AfterAll
  static void close() {
    kernel.close();
  }

  private String run(String... command) throws Exception {
    Process p =
        new ProcessBuilder(command).directory(folder.toFile()).redirectErrorStream(true).start();
    String out = new String(p.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
    assertThat(p.waitFor()).as(out).isZero();
    return out;
  }

  @Test
  void popplerFindsThePageAtTrueSizeWithItsBendTable() throws Exception {
    assertThat(new ProcessBuilder("sh", "-c", "command -v pdftotext").start().waitFor() == 0)
        .as("poppler must be installed")
        .isTrue();
    byte[] pdf = PartExport.bytes(kernel, bracket, "flat.pdf", 0.05);
    Files.write(folder.resolve("flat.pdf"), pdf);
    Matcher size =
        Pattern.compile("Page size:\\s+([0-9.]+) x ([0-9.]+) pts")
            .matcher(run("pdfinfo", "flat.pdf"));
    assertThat(size.find()).isTrue();
    // The sheet is 204.547 mm long; margin, dimensions and margin stand beside it.
    double widthMm = Double.parseDouble(size.group(1)) / 72 * 25.4;
    assertThat(widthMm).isCloseTo(204.547 + 12 + 16 + 12, within(0.05));
    String text = run("pdftotext", "-layout", "flat.pdf", "-");
    assertThat(text).contains("flat pattern 1:1", "allowance", "204.55", "5.246", "60.00");
  }

  /** A part in inches is drawn at the same true size, with its dimensions in inches. */
  @Test
  void popplerFindsInchesOnThePage() throws Exception {
    PartState inInches =
        new PartBuilder(kernel, Tolerance.MODEL)
            .build(
                bracket.part().withUnit(LengthUnit.INCH),
                Map.of(),
                PartBuilder.Progress.NONE,
                () -> false)
            .orElseThrow();
    Files.write(folder.resolve("in.pdf"), PartExport.bytes(kernel, inInches, "in.pdf", 0.05));
    Files.write(folder.resolve("mm.pdf"), PartExport.bytes(kernel, bracket, "mm.pdf", 0.05));
    String size = run("pdfinfo", "in.pdf").replaceAll("(?s).*Page size:\\s+([^\\n]*).*", "$1");
    assertThat(run("pdfinfo", "mm.pdf")).contains(size);
    String text = run("pdftotext", "-layout", "in.pdf", "-");
    assertThat(text).contains("8.053", " in²", "60.00").doesNotContain("mm");
  }

  @Test
  void everyFlatFormIsWrittenAndOthersAreRefused() throws Exception {
    for (String ending : List.of("dxf", "svg", "csv")) {
      assertThat(PartExport.bytes(kernel, bracket, "a." + ending, 0.05)).isNotEmpty();
    }
    assertThatThrownBy(() -> PartExport.bytes(kernel, bracket, "a.doc", 0.05))
        .isInstanceOf(PartExport.CannotExport.class)
        .hasMessageContaining(".dxf");
    assertThat(FlatExport.writes("A.DXF")).isTrue();
    assertThat(FlatExport.writes("a.step")).isFalse();
  }

  @Test
  void drawingsKeepEveryLineWithinThePaper() throws Exception {
    var body = bracket.bodies().values().iterator().next();
    var flat =
        org.ankerdraft.core.ledger.BodyUnfolding.unfold(
            body, bracket, null, 0.01, kernel, org.ankerdraft.kernel.Budget.ofSeconds(30));
    FlatDrawing drawing = FlatDrawing.of(flat, "bracket", LengthUnit.MM);
    for (FlatDrawing.Stroke s : drawing.strokes()) {
      for (var c : s.curves()) {
        for (var p : c.points(0.1)) {
          assertThat(p.x()).isBetween(0.0, drawing.widthMm());
          assertThat(p.y()).isBetween(0.0, drawing.heightMm());
        }
      }
    }
  }
}
