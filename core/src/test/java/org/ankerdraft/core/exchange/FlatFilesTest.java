package org.ankerdraft.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.sheet.FlatBend;
import org.ankerdraft.core.sheet.FlatDrawing;
import org.ankerdraft.core.sheet.FlatPattern;
import org.ankerdraft.core.sheet.SheetParts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

/** Flat patterns read back by a program that nobody here wrote: python3-ezdxf. */
class FlatFilesTest {
  @TempDir private Path folder;

  /** Lengths and areas of what stands on each layer, as ezdxf reads it. */
  private static final String READ =
      """
      import ezdxf, json, math, sys
      doc = ezdxf.readfile(sys.argv[1])
      errors = len(doc.audit().errors)
      layers = {}
      def at(name):
          return layers.setdefault(name, {'count': 0, 'closed': 0, 'length': 0.0, 'area': 0.0})
      for e in doc.modelspace():
          l = at(e.dxf.layer)
          l['count'] += 1
          if e.dxftype() == 'CIRCLE':
              l['closed'] += 1
              l['length'] += 2 * math.pi * e.dxf.radius
              l['area'] += math.pi * e.dxf.radius ** 2
          elif e.dxftype() == 'POLYLINE':
              l['closed'] += 1 if e.is_closed else 0
              v = [(p.dxf.location.x, p.dxf.location.y, p.dxf.bulge) for p in e.vertices]
              area = 0.0
              for i, (x, y, b) in enumerate(v):
                  x2, y2, _ = v[(i + 1) % len(v)]
                  area += (x * y2 - x2 * y) / 2
                  chord = math.hypot(x2 - x, y2 - y)
                  if b == 0:
                      l['length'] += chord
                  else:
                      turn = 4 * math.atan(b)
                      r = chord / 2 / math.sin(abs(turn) / 2)
                      l['length'] += r * abs(turn)
                      area += r * r / 2 * (turn - math.sin(turn))
              l['area'] += abs(area)
          elif e.dxftype() == 'LINE':
              l['length'] += (e.dxf.end - e.dxf.start).magnitude
      names = [x.dxf.name for x in doc.layers]
      print(json.dumps({'errors': errors, 'layers': layers, 'names': names, 'units': doc.header.get('$INSUNITS', 0)}))
      """;

  private JsonNode read(FlatPattern flat) throws Exception {
    Files.write(folder.resolve("flat.dxf"), DxfFile.write(flat));
    Files.writeString(folder.resolve("read.py"), READ);
    return new ObjectMapper()
        .readTree(Programs.run(folder, List.of("/usr/bin/python3", "read.py", "flat.dxf")));
  }

  @ParameterizedTest
  @ValueSource(strings = {"mast-bracket", "battery-tray"})
  void ezdxfFindsContoursLayersLengthsAndArea(String demo) throws Exception {
    assertThat(Programs.succeeds("/usr/bin/python3 -c 'import ezdxf'"))
        .as("python3-ezdxf must be installed")
        .isTrue();
    FlatPattern flat = SheetParts.demo(demo);
    JsonNode dxf = read(flat);
    assertThat(dxf.path("errors").asInt()).isZero();
    JsonNode outline = dxf.path("layers").path("OUTLINE");
    assertThat(outline.path("count").asInt()).isEqualTo(1);
    assertThat(outline.path("closed").asInt()).isEqualTo(1);
    assertThat(outline.path("length").asDouble())
        .isCloseTo(flat.outline().lengthMm(), within(1e-5));
    JsonNode inner = dxf.path("layers").path("INNER");
    assertThat(inner.path("closed").asInt()).isEqualTo(flat.holes().size());
    assertThat(outline.path("area").asDouble() - inner.path("area").asDouble())
        .isCloseTo(flat.areaMm2(), within(1e-4));
    double up = flat.bends().stream().filter(FlatBend::isUp).mapToDouble(FlatBend::lengthMm).sum();
    assertThat(dxf.path("layers").path("BEND_UP").path("length").asDouble())
        .isCloseTo(up, within(1e-5));
    assertThat(dxf.path("layers").path("MARKS").path("count").asInt())
        .isEqualTo(flat.bends().size());
    assertThat(dxf.path("names").toString()).contains("BEND_DOWN");
  }

  @Test
  void svgIsDrawnAtTrueSizeWithItsLines() throws Exception {
    FlatPattern flat = SheetParts.demo("mast-bracket");
    FlatDrawing drawing = FlatDrawing.of(flat, "bracket & <lantern>", LengthUnit.MM);
    byte[] svg = SvgFile.write(drawing);
    Element root =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(svg))
            .getDocumentElement();
    assertThat(Double.parseDouble(root.getAttribute("width").replace("mm", "")))
        .isCloseTo(drawing.widthMm(), within(1e-5));
    assertThat(root.getAttribute("viewBox"))
        .startsWith("0 0 " + root.getAttribute("width").replace("mm", ""));
    assertThat(root.getElementsByTagName("circle").getLength()).isEqualTo(4);
    NodeList texts = root.getElementsByTagName("text");
    StringBuilder all = new StringBuilder();
    for (int i = 0; i < texts.getLength(); i++) {
      all.append(texts.item(i).getTextContent()).append('\n');
    }
    assertThat(all.toString()).contains("bracket & <lantern>", "204.55", "up 60° R2.5");
  }

  /** A part in inches has its sheet in inches, at the same true size. */
  @Test
  void drawingsAndTablesInInches() {
    FlatPattern flat = SheetParts.demo("mast-bracket");
    FlatDrawing inches = FlatDrawing.of(flat, "bracket", LengthUnit.INCH);
    FlatDrawing metric = FlatDrawing.of(flat, "bracket", LengthUnit.MM);
    assertThat(inches.strokes()).isEqualTo(metric.strokes());
    List<String> said = inches.texts().stream().map(FlatDrawing.Text::text).toList();
    assertThat(said).contains("8.053", "0.0984").noneMatch(t -> t.contains("mm"));
    assertThat(said.stream().filter(t -> t.contains("flat pattern")).findFirst().orElseThrow())
        .contains("sheet 0.0787 in, 8.053 x 2.9722 in, ", " in²");
    assertThat(said).anyMatch(t -> t.contains("up 60° R0.09843"));
    String[] rows =
        new String(BendTableCsv.write(flat, LengthUnit.INCH), StandardCharsets.UTF_8)
            .split("\r\n", -1);
    assertThat(rows[0]).contains("radius_in", "length_in").doesNotContain("mm");
    assertThat(rows[1]).contains(",0.098425,");
  }

  @Test
  void csvHasOneRowForEachBend() {
    FlatPattern flat = SheetParts.demo("battery-tray");
    String[] rows =
        new String(BendTableCsv.write(flat, LengthUnit.MM), StandardCharsets.UTF_8)
            .split("\r\n", -1);
    assertThat(rows).hasSize(flat.bends().size() + 2);
    assertThat(rows[1]).startsWith("1,90.0000,up,1.5000,0.325000,");
    assertThat(rows[5]).startsWith("5,180.0000,up,0.8000,");
  }
}
