package org.ankerdraft.core.exchange.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.LongStream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.exchange.Programs;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.FormatException;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.sketch.Curve2;
import org.ankerdraft.core.sketch.Figures;
import org.ankerdraft.core.sketch.SketchCurve;
import org.ankerdraft.core.sketch.edit.Drawn;
import org.ankerdraft.core.sketch.edit.Near;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Profiles written for, and read from, a program that nobody here wrote: python3-ezdxf. */
class ProfileFilesTest {
  private static final Evaluator VALUES = new Evaluator(Map.of());

  @TempDir private Path folder;

  private String python(String script, String... arguments) throws Exception {
    assertThat(Programs.succeeds("/usr/bin/python3 -c 'import ezdxf'"))
        .as("python3-ezdxf must be installed")
        .isTrue();
    Files.writeString(folder.resolve("run.py"), script);
    List<String> command = new ArrayList<>(List.of("/usr/bin/python3", "run.py"));
    command.addAll(List.of(arguments));
    return Programs.run(folder, command);
  }

  /** Points along each entity, as ezdxf sees it. */
  private static final String POINTS =
      """
      import ezdxf, json, sys
      doc = ezdxf.readfile(sys.argv[1])
      out = {'errors': [str(e.message) for e in doc.audit().errors], 'unit': doc.header['$INSUNITS'], 'curves': []}
      for e in doc.modelspace():
          kind = e.dxftype()
          if kind == 'SPLINE':
              points = e.construction_tool().approximate(600)
          elif kind == 'LINE':
              points = [e.dxf.start, e.dxf.end]
          else:
              points = e.flattening(0.0005)
          out['curves'].append({'kind': e.dxftype(), 'layer': e.dxf.layer,
              'points': [[v.x, v.y] for v in points]})
      print(json.dumps(out))
      """;

  private static Xy at(double x, double y) {
    return new Xy(x, y);
  }

  private static List<SketchCurve> everyKind() {
    List<SketchCurve> out = new ArrayList<>();
    out.add(new SketchCurve.Line("l1", Drawn.point(at(0, 0)), Drawn.point(at(30, 4)), false));
    out.add(
        new SketchCurve.Arc(
            "a1",
            Drawn.point(at(40, 0)),
            Drawn.point(at(60, 0)),
            Drawn.point(at(52, 9)),
            null,
            false,
            false));
    out.add(Drawn.own(new Curve2.Arc(0, at(40, 0), at(45, -8), at(60, 0)), "a2", false));
    out.add(new SketchCurve.Circle("k1", Drawn.point(at(80, 5)), Drawn.mm(12), false));
    out.add(
        new SketchCurve.Ellipse(
            "e1",
            Drawn.point(at(0, 40)),
            Drawn.mm(10),
            Drawn.mm(26),
            new Expr("25 deg"),
            null,
            null,
            false));
    out.add(
        new SketchCurve.Ellipse(
            "e2",
            Drawn.point(at(40, 40)),
            Drawn.mm(30),
            Drawn.mm(11),
            new Expr("-10 deg"),
            new Expr("200 deg"),
            new Expr("330 deg"),
            false));
    List<org.ankerdraft.core.sketch.Point2> points =
        List.of(
            Drawn.point(at(70, 30)),
            Drawn.point(at(80, 50)),
            Drawn.point(at(95, 48)),
            Drawn.point(at(90, 30)),
            Drawn.point(at(78, 24)));
    out.add(new SketchCurve.Spline("c1", points, null, false, false));
    out.add(new SketchCurve.Spline("c2", points, new Expr("4"), true, true));
    return out;
  }

  private static List<Curve2> curves(List<SketchCurve> sketch) throws Exception {
    Figures figures = new Figures(VALUES, Tolerance.MODEL, name -> 0);
    List<Curve2> out = new ArrayList<>();
    for (SketchCurve c : sketch) {
      out.addAll(figures.of(c));
    }
    return out;
  }

  @Test
  void ezdxfSeesTheCurvesThatWereDrawn() throws Exception {
    List<SketchCurve> drawn = everyKind();
    Files.write(folder.resolve("out.dxf"), new ProfileExport(drawn, VALUES).dxf());
    JsonNode seen = new ObjectMapper().readTree(python(POINTS, "out.dxf"));
    assertThat(seen.path("errors")).isEmpty();
    assertThat(seen.path("unit").asInt()).isEqualTo(4);
    List<Curve2> own = curves(drawn);
    assertThat(seen.path("curves").size()).isEqualTo(own.size());
    for (int i = 0; i < own.size(); i++) {
      JsonNode curve = seen.path("curves").get(i);
      assertThat(curve.path("layer").asText())
          .isEqualTo(i == own.size() - 1 ? "CONSTRUCTION" : "PROFILE");
      double length = 0;
      Xy last = null;
      for (JsonNode p : curve.path("points")) {
        Xy q = at(p.get(0).asDouble(), p.get(1).asDouble());
        assertThat(Near.distance(own.get(i), q)).as(curve.path("kind").asText()).isLessThan(1e-5);
        length += last == null ? 0 : last.distance(q);
        last = q;
      }
      assertThat(length).isCloseTo(Near.length(own.get(i)), within(2e-2));
    }
  }

  @Test
  void whatIsWrittenIsReadAsItWas() throws Exception {
    List<SketchCurve> drawn = everyKind();
    ProfileImport back = ProfileImport.dxf(new ProfileExport(drawn, VALUES).dxf(), 1e-6);
    List<Curve2> own = curves(drawn);
    List<Curve2> again = curves(back.curves());
    assertThat(back.notes()).isEmpty();
    assertThat(again).hasSameSizeAs(own);
    for (int i = 0; i < own.size(); i++) {
      for (double s = 0; s <= 1; s += 0.125) {
        assertThat(Near.distance(own.get(i), again.get(i).at(s))).isLessThan(2e-3);
      }
      assertThat(Near.length(again.get(i))).isCloseTo(Near.length(own.get(i)), within(1e-3));
    }
  }

  /** A file made by ezdxf, with each entity that is read, in inches, some seen from behind. */
  private static final String MAKE =
      """
      import ezdxf, sys
      doc = ezdxf.new(sys.argv[2], units=int(sys.argv[3]))
      m = doc.modelspace()
      # 40 x 20 with a round end: a polyline with a bulge of half a circle.
      pts = [(0, 0, 0), (40, 0, 1), (40, 20, 0), (0, 20, 0)]
      if sys.argv[2] == 'R12':
          m.add_polyline2d(pts, format='xyb', close=True)
      else:
          m.add_lwpolyline(pts, format='xyb', close=True)
          m.add_ellipse((10, 10), major_axis=(4, 0), ratio=0.5)
      m.add_circle((30, 10), 3)
      m.add_text('left out')
      doc.saveas(sys.argv[1])
      """;

  @ParameterizedTest
  @CsvSource({"R12, 4, 1", "R2000, 4, 1", "R2010, 1, 25.4", "R2018, 5, 10"})
  void filesOfEzdxfAreDrawn(String release, String unit, double mm) throws Exception {
    python(MAKE, "in.dxf", release, unit);
    ProfileImport read = ProfileImport.dxf(Files.readAllBytes(folder.resolve("in.dxf")), 0.01);
    double area = 40 * 20 + Math.PI * 50 - Math.PI * 9;
    if (!release.equals("R12")) {
      area -= Math.PI * 8;
    }
    // Release 12 knows no units.
    double scale = release.equals("R12") ? 1 : mm;
    Sketch sketch = new Sketch(Head.of("s"), null, read.curves());
    PartState state =
        Parts.ok(
            Parts.part("{'kind':'extrude','id':'e','sketch':'s','depth':'2 mm'}")
                .withSteps(
                    List.of(
                        sketch,
                        Parts.part("{'kind':'extrude','id':'e','sketch':'s','depth':'2 mm'}")
                            .steps()
                            .getFirst())));
    double wanted = 2 * area * scale * scale;
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
    assertThat(read.notes()).anyMatch(n -> n.equals("1 TEXT left out"));
  }

  static LongStream seeds() {
    return Seeds.of(5, 40);
  }

  private static final String SPLINES =
      """
      import ezdxf, json, random, sys
      from ezdxf.math import BSpline
      r = random.Random(int(sys.argv[2]))
      doc = ezdxf.new('R2010', units=4)
      m = doc.modelspace()
      n = r.randint(5, 9)
      pts = [(12 * i + r.uniform(-3, 3), r.uniform(-9, 9)) for i in range(n)]
      kind = int(sys.argv[2]) % 3
      if kind == 0:
          s = m.add_open_spline(pts, degree=3)
      elif kind == 1:
          s = m.add_rational_spline(pts, weights=[r.uniform(0.6, 1.6) for _ in pts], degree=3)
      else:
          s = m.add_spline(degree=3)
          s.control_points = pts
          s.knots = [0] * 4 + sorted(r.uniform(1, 9) for _ in range(n - 4)) + [10] * 4
      c = s.construction_tool()
      doc.saveas(sys.argv[1])
      print(json.dumps([[p.x, p.y] for p in c.approximate(400)]))
      """;

  /** Even, weighted and uneven ones: the drawn curve runs where ezdxf says. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void splinesOfEzdxfAreFollowed(long seed) throws Exception {
    JsonNode points = new ObjectMapper().readTree(python(SPLINES, "in.dxf", "" + seed));
    ProfileImport read = ProfileImport.dxf(Files.readAllBytes(folder.resolve("in.dxf")), 0.01);
    assertThat(read.notes()).hasSize(seed % 3 == 0 ? 0 : 1);
    Curve2 drawn = curves(read.curves()).getFirst();
    for (int i = 0; i < points.size(); i += 7) {
      Xy p = at(points.get(i).get(0).asDouble(), points.get(i).get(1).asDouble());
      assertThat(Near.distance(drawn, p)).isLessThan(4e-3);
    }
  }

  private static byte[] dxf(String... entities) {
    return ("0\nSECTION\n2\nENTITIES\n" + String.join("", entities) + "0\nENDSEC\n0\nEOF\n")
        .getBytes(StandardCharsets.UTF_8);
  }

  private static String line(double ax, double ay, double bx, double by) {
    return "0\nLINE\n8\n0\n10\n" + ax + "\n20\n" + ay + "\n11\n" + bx + "\n21\n" + by + "\n";
  }

  @Test
  void gapsAreClosedAndTold() throws Exception {
    byte[] file =
        dxf(line(0, 0, 10, 0), line(10.003, 0.004, 10, 8), line(10, 8, 0, 0), line(5, 5, 5.004, 5));
    ProfileImport read = ProfileImport.dxf(file, 0.01);
    assertThat(read.curves()).hasSize(3);
    assertThat(((SketchCurve.Line) read.curves().get(1)).from())
        .isEqualTo(((SketchCurve.Line) read.curves().get(0)).to());
    assertThat(read.notes())
        .containsExactly(
            "the file tells no unit; its numbers are taken for mm",
            "1 gaps of up to 0.005 mm closed",
            "1 lines shorter than 0.01 mm left out");
  }

  /** An arc seen from behind runs the other way round, on the other side. */
  @Test
  void whatIsSeenFromBehindIsTurned() throws Exception {
    byte[] file =
        dxf("0\nARC\n8\n0\n10\n20\n20\n0\n40\n5\n50\n0\n51\n90\n210\n0\n220\n0\n230\n-1\n");
    Curve2 arc = curves(ProfileImport.dxf(file, 0.01).curves()).getFirst();
    List<Xy> ends = List.of(arc.start(), arc.end());
    assertThat(ends).anyMatch(p -> p.distance(at(-25, 0)) < 1e-6);
    assertThat(ends).anyMatch(p -> p.distance(at(-20, 5)) < 1e-6);
    assertThat(arc.at(0.5).distance(at(-20 - 5 * Math.sqrt(0.5), 5 * Math.sqrt(0.5))))
        .isLessThan(1e-6);
  }

  @Test
  void whatIsNoDxfIsRefusedInWords() {
    refused("", "empty");
    refused("Some Binary DXF\r\n\u001a\u0000", "this is a binary DXF");
    refused("hello\nworld\n", "line 1 should be a group code");
    refused("0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n", "no curve that can be drawn");
    refused(new String(dxf("0\nCIRCLE\n10\n0\n20\n0\n40\n-2\n"), StandardCharsets.UTF_8), "-2");
    refused(new String(dxf("0\nLINE\n10\n0\n20\n0\n"), StandardCharsets.UTF_8), "group 11");
    refused(new String(dxf("0\nLINE\n10\nNaN\n"), StandardCharsets.UTF_8), "is no number: NaN");
    refused(new String(dxf("0\nSPLINE\n71\n3\n10\n0\n20\n0\n"), StandardCharsets.UTF_8), "is none");
    refused("9\n$INSUNITS\n70\n7\n", "the unit 7");
  }

  private static void refused(String text, String why) {
    assertThatThrownBy(() -> ProfileImport.dxf(text.getBytes(StandardCharsets.UTF_8), 0.01))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining(why);
  }

  /** Cut short, with bytes changed: words or curves, never anything else. */
  @Tag("seeded")
  @ParameterizedTest
  @MethodSource("seeds")
  void damagedFilesAreReadOrRefused(long seed) throws Exception {
    byte[] whole = new ProfileExport(everyKind(), VALUES).dxf();
    Random r = new Random(seed);
    int read = 0;
    for (int i = 0; i < 200; i++) {
      byte[] bytes = java.util.Arrays.copyOf(whole, r.nextInt(whole.length) + 1);
      for (int k = r.nextInt(6); k > 0; k--) {
        bytes[r.nextInt(bytes.length)] = (byte) r.nextInt(128);
      }
      try {
        read += ProfileImport.dxf(bytes, 0.01).curves().size();
      } catch (FormatException e) {
        assertThat(e.getMessage()).isNotBlank();
      }
    }
    assertThat(read).isPositive();
  }

  @Test
  void theSvgHasTheSizeOfTheProfile() throws Exception {
    SketchCurve r =
        new SketchCurve.Rectangle("r", null, null, Drawn.mm(40), Drawn.mm(30), Drawn.mm(5), false);
    String svg = new String(new ProfileExport(List.of(r), VALUES).svg(), StandardCharsets.UTF_8);
    assertThat(svg).contains("width=\"50.000000mm\" height=\"40.000000mm\"");
    assertThat(svg.split("<path", -1)).hasSize(9);
    // Seen with y down a corner of a counter-clockwise rectangle turns right: sweep flag 0.
    assertThat(svg).contains("A5.000000 5.000000 0 0 0 ");
  }
}
