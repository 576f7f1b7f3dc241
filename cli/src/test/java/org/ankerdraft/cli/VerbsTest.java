package org.ankerdraft.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The verbs as a script uses them. */
class VerbsTest {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  @TempDir private Path folder;

  private record Ran(int exit, String out, String err) {
    JsonNode json() throws Exception {
      return MAPPER.readTree(out);
    }
  }

  private static Ran run(String... args) {
    StringWriter out = new StringWriter();
    StringWriter err = new StringWriter();
    int exit = Main.run(args, new PrintWriter(out), new PrintWriter(err));
    return new Ran(exit, out.toString(), err.toString());
  }

  private String part(String depth) throws Exception {
    Path file = folder.resolve("box.json");
    Files.writeString(
        file,
        """
        {"ankerdraft": 1, "name": "box", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "box", "sketch": "s", "depth": "%s", "taper": "2 deg", "body": "Body"}]}
        """
            .formatted(depth));
    return file.toString();
  }

  private static String demo(String name) {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    return at.resolve("demo").resolve(name).toString();
  }

  @Test
  void buildTellsBodiesAndSteps() throws Exception {
    Ran ran = run("build", part("2 mm"), "--json");
    assertThat(ran.exit).isZero();
    JsonNode body = ran.json().path("bodies").path(0);
    double t = 2 * 2 * Math.tan(Math.toRadians(2));
    double top = (40 - t) * (30 - t);
    double middle = (40 - t / 2) * (30 - t / 2);
    assertThat(body.path("volumeMm3").asDouble())
        .isCloseTo(2.0 / 6 * (1200 + 4 * middle + top), within(1e-6));
    assertThat(body.path("closed").asBoolean()).isTrue();
    assertThat(body.path("faces").asInt()).isEqualTo(6);
    assertThat(body.path("edges").asInt()).isEqualTo(12);
    assertThat(body.path("box").path("max").path(2).asDouble()).isCloseTo(2, within(1e-6));
    assertThat(ran.json().path("status").asText()).isEqualTo("ok");
    assertThat(ran.json().path("steps").path(1).path("status").asText()).isEqualTo("built");
    assertThat(ran.json().path("steps").path(1).path("strategy").asText())
        .isEqualTo("prism, draft tool");
  }

  private String withSkin(String depth) throws Exception {
    Path file = folder.resolve("skin.json");
    Files.writeString(
        file,
        Files.readString(Path.of(part(depth)))
            .replace(
                "\"body\": \"Body\"}]}",
                "\"body\": \"Body\"}, {\"kind\": \"copyFaces\", \"id\": \"k\", \"faces\": [{\"choose\": \"face\", \"name\": \"box/start\"}], \"newBody\": \"Skin\"}]}"));
    return file.toString();
  }

  /** A surface has an area and no volume; it is not checked, and that is said. */
  @Test
  void surfacesAreToldApart() throws Exception {
    String file = withSkin("2 mm");
    Ran ran = run("build", file, "--json");
    assertThat(ran.exit).isZero();
    JsonNode skin = ran.json().path("bodies").path(1);
    assertThat(skin.path("kind").asText()).isEqualTo("surface");
    assertThat(skin.has("volumeMm3")).isFalse();
    assertThat(skin.path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
    assertThat(run("build", file).out)
        .contains("body Body: ")
        .contains("surface Skin: 1200.000 mm², 1 faces");
    Ran checked = run("check", file);
    assertThat(checked.err).contains("not checked: Skin, which is a surface");
    assertThat(checked.exit).isEqualTo(run("check", part("2 mm")).exit);
    assertThat(run("unfold", file, "--body", "Skin").err).contains("Skin is a surface");
    assertThat(run("measure", file, "--json").exit).isZero();
  }

  /** From its file's cache a surface comes back as one. */
  @Test
  void aSurfaceComesBackFromItsFile() throws Exception {
    String kept = folder.resolve("kept.anker").toString();
    assertThat(run("export", withSkin("2 mm"), kept).exit).isZero();
    JsonNode bodies = run("build", kept, "--json").json().path("bodies");
    assertThat(bodies.path(1).path("kind").asText()).isEqualTo("surface");
    assertThat(bodies.path(1).path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
  }

  @Test
  void ofSurfacesAloneNothingIsChecked() throws Exception {
    Path file = folder.resolve("alone.json");
    Files.writeString(
        file,
        Files.readString(Path.of(part("2 mm")))
            .replace("\"body\": \"Body\"", "\"use\": \"surface\""));
    Ran ran = run("check", file.toString());
    assertThat(ran.exit).isEqualTo(2);
    assertThat(ran.err).contains("there is no solid, only a surface, to check");
    assertThat(run("unfold", file.toString()).err)
        .contains("is a surface; a sheet that can be laid flat is a solid");
  }

  @Test
  void namesListsEveryFaceAndEdge() throws Exception {
    Ran ran = run("names", part("2 mm"), "--json");
    assertThat(ran.exit).isZero();
    assertThat(ran.json().path("faces")).hasSize(6);
    assertThat(ran.json().path("edges")).hasSize(12);
    JsonNode start = named(ran.json().path("faces"), "box/start");
    assertThat(start.path("kind").asText()).isEqualTo("plane");
    assertThat(start.path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
    assertThat(start.path("step").asText()).isEqualTo("box");
    JsonNode edge = named(ran.json().path("edges"), "box/side:r.left|box/start");
    assertThat(edge.path("lengthMm").asDouble()).isCloseTo(30, within(1e-6));
    assertThat(edge.path("at").path(0).asDouble()).isCloseTo(-20, within(1e-6));
    assertThat(run("names", part("2 mm")).out).contains("box/side:r.top", "mm²", "line");
  }

  private static JsonNode named(JsonNode rows, String name) {
    for (JsonNode row : rows) {
      if (row.path("name").asText().equals(name)) {
        return row;
      }
    }
    throw new AssertionError("no " + name + " in " + rows);
  }

  @Test
  void namesOfAStepAreWhatItMade() throws Exception {
    Ran ran = run("names", demo("lamp-base.json"), "--step", "shell1", "--json");
    assertThat(ran.exit).isZero();
    assertThat(ran.json().path("faces")).isNotEmpty();
    for (JsonNode face : ran.json().path("faces")) {
      assertThat(face.path("name").asText()).startsWith("shell1/");
    }
    assertThat(run("names", part("2 mm"), "--step", "nothing").err).contains("no step nothing");
  }

  /** Every name that is listed is one that a part file may use. */
  @Test
  void aListedNameCanBeMeasured() throws Exception {
    for (JsonNode edge : run("names", part("2 mm"), "--json").json().path("edges")) {
      assertThat(run("measure", part("2 mm"), edge.path("name").asText(), "box/end").exit).isZero();
    }
  }

  @Test
  void checkTellsExtremesOfTheWallAndRepairs() throws Exception {
    Path file = folder.resolve("block.json");
    Files.writeString(file, Files.readString(Path.of(part("2 mm"))).replace("2 deg", "0 deg"));
    JsonNode json = run("check", file.toString(), "--json").json();
    JsonNode wall = json.path("walls").path(0);
    assertThat(wall.path("byRay").path("thinnest").path("mm").asDouble())
        .isCloseTo(2, within(1e-3));
    assertThat(wall.path("byRay").path("thickest").path("mm").asDouble())
        .isCloseTo(40, within(1e-3));
    assertThat(wall.path("bySphere").path("thinnest").path("point")).hasSize(3);
    JsonNode finding = json.path("findings").path(0);
    assertThat(finding.path("code").asText()).isEqualTo("draft.short");
    assertThat(finding.path("repair").path("kind").asText()).isEqualTo("draft");
    assertThat(finding.path("repair").path("sets").path(0).path("faces")).hasSize(4);
  }

  @Test
  void aFailedStepIsExitTwoWithWords() throws Exception {
    Ran ran = run("build", part("-2 mm"), "--json");
    assertThat(ran.exit).isEqualTo(2);
    assertThat(ran.json().path("status").asText()).isEqualTo("failed");
    assertThat(ran.json().path("steps").path(1).path("message").asText())
        .contains("the depth is -2 mm");
  }

  @Test
  void checkExitsByItsVerdict() throws Exception {
    assertThat(run("check", part("2 mm"), "--json").exit).isZero();
    Ran thick = run("check", part("12 mm"), "--rules", "pa", "--json");
    assertThat(thick.exit).isEqualTo(1);
    JsonNode finding = thick.json().path("findings").path(0);
    assertThat(finding.path("code").asText()).isEqualTo("wall.thick");
    assertThat(finding.path("required").asDouble()).isEqualTo(2.9);
    assertThat(finding.path("source").asText()).isNotBlank();
    assertThat(finding.path("point")).hasSize(3);
    assertThat(thick.json().path("verdict").path("draft").asText()).isEqualTo("clear");
    assertThat(run("check", part("-1 mm")).exit).isEqualTo(2);
  }

  @Test
  void measureAnglesAndDistances() throws Exception {
    Ran angle = run("measure", part("10 mm"), "box/start", "box/side:r.left", "--json");
    assertThat(angle.json().path("insideDeg").asDouble()).isCloseTo(88, within(1e-9));
    Ran across =
        run(
            "measure",
            part("10 mm"),
            "box/start",
            "{\"choose\":\"facing\",\"direction\":[0,0,1]}",
            "--json");
    assertThat(across.json().path("distanceMm").asDouble()).isCloseTo(10, within(1e-9));
    Ran point = run("measure", part("10 mm"), "0,0,25", "box/end", "--json");
    assertThat(point.json().path("distanceMm").asDouble()).isCloseTo(15, within(1e-9));
    Ran none = run("measure", part("10 mm"), "box/lid", "box/end");
    assertThat(none.exit).isEqualTo(2);
    assertThat(none.err).contains("no face or edge is named box/lid");
  }

  /** What cannot be meant is told in words: no stack trace on any stream. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "e,1,1",
        "NaN,0,0",
        "1e999,0,0",
        "1,2",
        "1,2,3,4",
        "{",
        "{\"choose\":\"face\"}",
        "{\"choose\":\"facing\"}",
        "{\"choose\":\"facing\",\"direction\":[0,0,0]}",
        "{\"choose\":\"nearest face\"}",
        "{\"choose\":\"tangent chain\"}",
        "{\"choose\":\"loop\"}",
        "{\"choose\":\"short of draft\",\"angle\":\"floor(1e300)\"}",
        "[]",
        "",
        "box/side:r.left|",
        "on(((((",
      })
  void measuringWhatCannotBeMeantIsToldInWords(String what) throws Exception {
    for (String[] args : new String[][] {{what, "0,0,0"}, {"0,0,0", what}, {what, what}}) {
      Ran ran = run("measure", part("10 mm"), args[0], args[1]);
      assertThat(ran.exit).as(what).isEqualTo(2);
      assertThat(ran.err).isNotBlank().doesNotContain("\tat ").doesNotContain("Exception");
      assertThat(ran.out).doesNotContain("\tat ");
    }
  }

  /** Files that are no parts: words on the error stream, exit 2, whatever the verb. */
  @ParameterizedTest
  @ValueSource(strings = {"json", "anker", "step"})
  void filesThatAreNoPartsAreToldInWords(String ending) throws Exception {
    byte[][] contents = {
      {},
      new byte[5000],
      "PK\u0003\u0004 no zip".getBytes(StandardCharsets.ISO_8859_1),
      "{\"ankerdraft\":1.9}".getBytes(StandardCharsets.UTF_8),
      "ISO-10303-21; HEADER; ENDSEC; DATA; #1=FOO(; ENDSEC;".getBytes(StandardCharsets.UTF_8),
    };
    for (byte[] content : contents) {
      Path file = folder.resolve("bad." + ending);
      Files.write(file, content);
      for (String verb : new String[] {"build", "check"}) {
        Ran ran = run(verb, file.toString());
        assertThat(ran.exit).as(verb).isEqualTo(2);
        assertThat(ran.err + ran.out).isNotBlank().doesNotContain("\tat ");
      }
      Ran export = run("export", file.toString(), folder.resolve("x.stl").toString());
      assertThat(export.exit).isEqualTo(2);
      assertThat(folder.resolve("x.stl")).doesNotExist();
    }
  }

  /** A file beside the part is imported; one outside its folder never is. */
  @ParameterizedTest
  @ValueSource(
      strings = {"../secret.step", "/etc/passwd", "a/../../secret.step", "..", "c:\\\\secret.step"})
  void onlyFilesOfThePartsFolderAreRead(String name) throws Exception {
    Files.writeString(folder.resolve("secret.step"), "SECRET");
    Path inner = Files.createDirectory(folder.resolve("inner"));
    Path file = inner.resolve("p.json");
    Files.writeString(
        file,
        "{\"ankerdraft\":1,\"steps\":[{\"kind\":\"import\",\"id\":\"i\",\"file\":\""
            + name
            + "\"}]}");
    Path out = folder.resolve("x.anker");
    Ran ran = run("export", file.toString(), out.toString());
    assertThat(ran.exit).isEqualTo(2);
    assertThat(ran.err).contains("file");
    assertThat(out).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"step", "stl", "3mf", "obj", "png"})
  void exportWritesTheSameBytesEachTime(String ending) throws Exception {
    Path one = folder.resolve("one." + ending);
    Path two = folder.resolve("two." + ending);
    assertThat(run("export", part("2 mm"), one.toString()).exit).isZero();
    assertThat(run("export", part("2 mm"), two.toString()).exit).isZero();
    assertThat(Files.size(one)).isGreaterThan(300);
    assertThat(Files.readAllBytes(one)).isEqualTo(Files.readAllBytes(two));
  }

  @Test
  void aStepFileWeWroteIsTheSamePartForAFreshWorker() throws Exception {
    Path step = folder.resolve("lamp.step");
    assertThat(run("export", demo("lamp-base.json"), step.toString()).exit).isZero();
    JsonNode ours = run("build", demo("lamp-base.json"), "--json").json().path("bodies").path(0);
    JsonNode read = run("build", step.toString(), "--json").json().path("bodies").path(0);
    assertThat(read.path("volumeMm3").asDouble())
        .isCloseTo(ours.path("volumeMm3").asDouble(), within(0.01));
    assertThat(read.path("faces").asInt()).isEqualTo(ours.path("faces").asInt());
    assertThat(read.path("name").asText()).isEqualTo("Base");
  }

  @Test
  void theDemoHasTheFaultsThatWereLeftInIt() throws Exception {
    Ran ran = run("check", demo("lamp-base.json"), "--json");
    assertThat(ran.exit).isEqualTo(1);
    String findings = ran.json().path("findings").toString();
    assertThat(findings)
        .contains("notch/side:right")
        .contains("wall.thick")
        .contains("corner.sharp");
  }

  /** Threads are not modelled: they are told by the check and stand in the files. */
  @Test
  void threadsAreToldAndStandInTheFiles() throws Exception {
    Path file = folder.resolve("plate.json");
    Files.writeString(
        file,
        """
        {"ankerdraft": 1, "name": "plate", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "plate", "sketch": "s", "depth": "4 mm", "body": "Plate"},
          {"kind": "hole", "id": "h", "label": "Lid screws", "screw": "M3", "plane": {"base": "XY"},
           "points": [["-9 mm", "0 mm"], ["9 mm", "0 mm"]]}]}
        """);
    String said = "2 × M3 tapped 4 mm deep, pitch 0.5 mm, hole Ø 2.5 mm (Lid screws)";
    assertThat(run("check", file.toString()).out()).contains("thread   " + said);
    JsonNode threads = run("check", file.toString(), "--json").json().path("threads");
    assertThat(threads).hasSize(2);
    assertThat(threads.path(0).path("hole").asDouble()).isCloseTo(2.5, within(1e-9));
    Path step = folder.resolve("plate.step");
    assertThat(run("export", file.toString(), step.toString()).exit()).isZero();
    assertThat(Files.readString(step, StandardCharsets.ISO_8859_1).lines().limit(12))
        .as("in the header's description")
        .anyMatch(l -> l.contains("2 x M3 tapped 4 mm deep"));
    Path mesh = folder.resolve("plate.3mf");
    assertThat(run("export", file.toString(), mesh.toString()).exit()).isZero();
    try (ZipFile zip = new ZipFile(mesh.toFile())) {
      String model =
          new String(
              zip.getInputStream(zip.getEntry("3D/3dmodel.model")).readAllBytes(),
              StandardCharsets.UTF_8);
      assertThat(model).contains("<metadata name=\"Description\">" + said + "</metadata>");
    }
  }

  @Test
  void misuseIsExitTwo() {
    assertThat(run("check", "/nonexistent.json").exit).isEqualTo(2);
    assertThat(run("weld").exit).isEqualTo(2);
    assertThat(run("check", demo("lamp-base.json"), "--rules", "wood").err)
        .contains("there is no rule book wood");
    assertThat(run("export", demo("lamp-base.json"), folder.resolve("x.docx").toString()).err)
        .contains(".docx is not written");
  }

  @Test
  void unfoldTellsTheFlatAndWritesIt() throws Exception {
    Path dxf = folder.resolve("bracket.dxf");
    Ran ran = run("unfold", demo("mast-bracket.json"), dxf.toString(), "--json");
    assertThat(ran.exit).as(ran.err).isZero();
    assertThat(Files.readString(dxf)).contains("BEND_UP", "OUTLINE");
    JsonNode out = ran.json();
    assertThat(out.path("thicknessMm").asDouble()).isCloseTo(2, within(1e-6));
    // 80 - 4.5, 90 less two setbacks, 40 less one, and the allowances, by the formulas.
    double ba = Math.PI / 2 * (2.5 + 0.42 * 2);
    double lip = Math.hypot(20, 34.64);
    double setback = Math.tan(Math.atan2(34.64, 20) / 2) * 4.5;
    double expected =
        80 - 4.5 + ba + 90 - 4.5 - setback + Math.atan2(34.64, 20) * (2.5 + 0.84) + lip - setback;
    assertThat(out.path("flat").path("widthMm").asDouble()).isCloseTo(expected, within(1e-6));
    assertThat(out.path("flat").path("holes").asInt()).isEqualTo(4);
    assertThat(out.path("bends").size()).isEqualTo(4);
    JsonNode bend = out.path("bends").path(0);
    assertThat(bend.path("angleDeg").asDouble()).isCloseTo(90, within(1e-6));
    assertThat(bend.path("direction").asText()).isEqualTo("up");
    assertThat(bend.path("allowanceMm").asDouble()).isCloseTo(ba, within(1e-9));
    assertThat(bend.path("lengthMm").asDouble()).isCloseTo(60, within(1e-6));
  }

  /** Written to STEP, read back by a fresh worker and unfolded, a bracket gives the same flat. */
  @ParameterizedTest
  @ValueSource(strings = {"mast-bracket", "battery-tray"})
  void aSheetThatWentThroughStepUnfoldsTheSame(String name) throws Exception {
    Path step = folder.resolve(name + ".step");
    assertThat(run("export", demo(name + ".json"), step.toString()).exit).isZero();
    JsonNode ours = run("unfold", demo(name + ".json"), "--k", "0.4", "--json").json();
    Ran ran = run("unfold", step.toString(), "--k", "0.4", "--json");
    assertThat(ran.exit).as(ran.err).isZero();
    JsonNode theirs = ran.json();
    for (String field : new String[] {"widthMm", "heightMm", "areaMm2", "outlineLengthMm"}) {
      double value = ours.path("flat").path(field).asDouble();
      assertThat(theirs.path("flat").path(field).asDouble())
          .as(field)
          .isCloseTo(value, within(1e-4));
    }
    assertThat(theirs.path("flat").path("holes")).isEqualTo(ours.path("flat").path("holes"));
    assertThat(theirs.path("bends").size()).isEqualTo(ours.path("bends").size());
  }

  @Test
  void unfoldMethodsAreExclusiveAndJudged() {
    String bracket = demo("mast-bracket.json");
    assertThat(run("unfold", bracket, "--k", "0.4", "--din").exit).isNotZero();
    assertThat(run("unfold", bracket, "--k", "1.4").err).contains("from 0 to 1");
    assertThat(run("unfold", bracket, "--din").out).contains("DIN 6935");
    assertThat(run("unfold", bracket, folder.resolve("a.txt").toString()).err).contains(".dxf");
  }

  @Test
  void aMouldingDoesNotUnfoldAndSaysWhichFaces() {
    Ran ran = run("unfold", demo("lamp-base.json"));
    assertThat(ran.exit).isEqualTo(2);
    assertThat(ran.err).contains("cannot be unfolded").contains("face ");
  }

  @Test
  void checkGivesAVerdictOnTheFlat() throws Exception {
    Ran ran = run("check", demo("mast-bracket.json"), "--json");
    assertThat(ran.exit).isEqualTo(1);
    assertThat(ran.json().path("verdict").path("flat").asText()).isEqualTo("2 stop, 1 note");
    assertThat(ran.json().path("verdict").path("draft").asText()).isEqualTo("no moulded body");
    assertThat(run("check", demo("battery-tray.json")).exit).isZero();
    Ran steel = run("check", demo("battery-tray.json"), "--rules", "stainless", "--json");
    assertThat(steel.exit).isEqualTo(1);
    assertThat(steel.out).contains("bend.radius");
  }

  @Test
  void unfoldProposesABendingOrder() throws Exception {
    Ran ran = run("unfold", demo("battery-tray.json"), "--order", "--json");
    assertThat(ran.exit).as(ran.err).isZero();
    JsonNode order = ran.json().path("order");
    // Six bends, and the two hems are pressed shut.
    assertThat(order.size()).isEqualTo(8);
    assertThat(order.path(1).path("way").asText()).isEqualTo("press shut");
    assertThat(order.path(1).path("bends")).isEqualTo(order.path(0).path("bends"));
    assertThat(order).allMatch(n -> n.path("collision").isNull());
    // The hems are folded before the walls that carry them.
    assertThat(order.path(0).path("bend").asInt()).isBetween(5, 6);
    assertThat(run("unfold", demo("battery-tray.json"), "--order").out).contains("stroke: bend");
  }

  /** Of one thing its size; without one of every body, and of the notes that the part keeps. */
  @Test
  void measureTellsSizesAndNotes() throws Exception {
    Ran edge = run("measure", part("10 mm"), "box/start|box/side:r.left", "--json");
    assertThat(edge.exit).isZero();
    assertThat(edge.json().get(0).path("length").asDouble()).isCloseTo(30, within(1e-9));
    Path file = folder.resolve("noted.json");
    Files.writeString(
        file,
        Files.readString(Path.of(part("10 mm")))
            .replace(
                "\"steps\"",
                "\"notes\": [{\"of\": [\"box/start\", \"box/end\"], \"text\": \"height\"},"
                    + "{\"of\": [\"box/gone\"]}], \"steps\""));
    Ran all = run("measure", file.toString());
    assertThat(all.exit).isZero();
    assertThat(all.out)
        .contains("body:Body: volume")
        .contains("height: distance 10 mm")
        .contains("box/gone: no face or edge is named box/gone");
    Ran json = run("measure", file.toString(), "--json");
    assertThat(json.json().get(1).path("distance").asDouble()).isCloseTo(10, within(1e-9));
    assertThat(json.json().get(2).path("failed").asText()).contains("box/gone");
  }

  /** A profile goes out as DXF and comes back as a part that builds alike. */
  @Test
  void aProfileGoesOutAndComesBack() throws Exception {
    String box = part("2 mm");
    String dxf = folder.resolve("out.dxf").toString();
    assertThat(run("profile", box, dxf, "--sketch", "s").exit).isZero();
    String again = folder.resolve("again.json").toString();
    Ran back = run("profile", dxf, again);
    assertThat(back.exit).isZero();
    assertThat(back.out).contains("4 curves");
    assertThat(run("build", again).exit).isZero();
    assertThat(run("profile", box, folder.resolve("out.svg").toString(), "--sketch", "s").exit)
        .isZero();
    Ran none = run("profile", box, dxf, "--sketch", "x");
    assertThat(none.err).contains("there is no sketch x; there are s");
    assertThat(run("profile", box, folder.resolve("o.pdf").toString(), "--sketch", "s").err)
        .contains("written as .dxf or .svg");
    assertThat(run("profile", box, again).err).contains("should be a group code");
    assertThat(run("profile", dxf, again, "--gap", "-1").err).contains("gap must be");
  }

  @Test
  void parametersGoOutAndComeBack() throws Exception {
    Ran out = run("parameters", demo("lens-ring.json"));
    assertThat(out.exit).isZero();
    assertThat(out.out).contains("name,value,note").contains("bore,68 mm,clear width for the lens");
    Path table = folder.resolve("p.csv");
    Files.writeString(table, "name,value\r\nscrews,4\r\n");
    String changed = folder.resolve("four.json").toString();
    assertThat(
            run("parameters", demo("lens-ring.json"), "--from", table.toString(), "--to", changed)
                .exit)
        .isZero();
    assertThat(run("parameters", changed).out).contains("screws,4").contains("bore,68 mm");
    Files.writeString(table, "name,value\r\nscrews,4 +\r\n");
    assertThat(
            run("parameters", demo("lens-ring.json"), "--from", table.toString(), "--to", changed)
                .err)
        .contains("line 2");
    assertThat(run("parameters", changed, "--from", table.toString()).err)
        .contains("--to OUT.json");
  }

  /** A round whose edges are gone: listed with candidates, taken likely or as given. */
  @Test
  void stepsAdriftAreMoored() throws Exception {
    Path file = folder.resolve("adrift.json");
    Files.writeString(
        file,
        """
        {"ankerdraft": 1, "name": "block", "steps": [
          {"kind": "sketch", "id": "s", "curves": [{"curve": "rectangle", "name": "r", "width": "40 mm", "height": "30 mm"}]},
          {"kind": "extrude", "id": "box", "sketch": "s", "depth": "20 mm", "body": "Body"},
          {"kind": "chamfer", "id": "c", "sets": [{"size": "2 mm", "edges": [
            {"choose": "edge", "name": "box/end|box/side:q.right", "hint": {"x": 20, "y": 0, "z": 20, "kind": "line", "size": 30}}]}]}]}
        """);
    String adrift = file.toString();
    Ran listed = run("moor", adrift);
    assertThat(listed.exit).isNotZero();
    assertThat(listed.out)
        .contains("c: edge box/end|box/side:q.right is gone")
        .contains("box/end|box/side:r.right")
        .contains("in the same place");
    String moored = folder.resolve("moored.json").toString();
    run("moor", adrift, "--to", moored);
    // 20 x 30 x 40 less a prism of 2 x 2 / 2 along 30.
    assertThat(run("build", moored, "--json").json().at("/bodies/0/volumeMm3").asDouble())
        .isCloseTo(24000 - 60, within(1e-6));
    String lost = "box/end|box/side:q.right";
    run("moor", adrift, "--to", moored, "--take", lost + "=box/end|box/side:r.top");
    assertThat(run("build", moored, "--json").json().at("/bodies/0/volumeMm3").asDouble())
        .isCloseTo(24000 - 80, within(1e-6));
    Ran nowhere = run("moor", adrift, "--take", lost + "=box/end|box/side:r.top");
    assertThat(nowhere.exit).isEqualTo(Exit.ERROR);
    assertThat(nowhere.err).contains("--take needs --to");
    assertThat(run("moor", adrift, "--to", moored, "--take", lost + "=nothing").err)
        .contains("no step has lost that");
  }
}
