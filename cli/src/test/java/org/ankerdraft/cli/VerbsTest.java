package org.ankerdraft.cli;

import static org.ankerdraft.cli.Verbs.demo;
import static org.ankerdraft.cli.Verbs.run;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.file.Files;
import java.nio.file.Path;
import org.ankerdraft.cli.Verbs.Ran;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The verbs as a script uses them. */
class VerbsTest {
  @TempDir private Path folder;

  @Test
  void buildTellsBodiesAndSteps() throws Exception {
    Ran ran = run("build", Verbs.box(folder, "2 mm"), "--json");
    assertThat(ran.exit()).isZero();
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
        Files.readString(Path.of(Verbs.box(folder, depth)))
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
    assertThat(ran.exit()).isZero();
    JsonNode skin = ran.json().path("bodies").path(1);
    assertThat(skin.path("kind").asText()).isEqualTo("surface");
    assertThat(skin.has("volumeMm3")).isFalse();
    assertThat(skin.path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
    assertThat(run("build", file).out())
        .contains("body Body: ")
        .contains("surface Skin: 1200.000 mm², 1 faces");
    Ran checked = run("check", file);
    assertThat(checked.err()).contains("not checked: Skin, which is a surface");
    assertThat(checked.exit()).isEqualTo(run("check", Verbs.box(folder, "2 mm")).exit());
    assertThat(run("unfold", file, "--body", "Skin").err()).contains("Skin is a surface");
    assertThat(run("measure", file, "--json").exit()).isZero();
  }

  /** From its file's cache a surface comes back as one. */
  @Test
  void aSurfaceComesBackFromItsFile() throws Exception {
    String kept = folder.resolve("kept.anker").toString();
    assertThat(run("export", withSkin("2 mm"), kept).exit()).isZero();
    JsonNode bodies = run("build", kept, "--json").json().path("bodies");
    assertThat(bodies.path(1).path("kind").asText()).isEqualTo("surface");
    assertThat(bodies.path(1).path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
  }

  @Test
  void ofSurfacesAloneNothingIsChecked() throws Exception {
    Path file = folder.resolve("alone.json");
    Files.writeString(
        file,
        Files.readString(Path.of(Verbs.box(folder, "2 mm")))
            .replace("\"body\": \"Body\"", "\"use\": \"surface\""));
    Ran ran = run("check", file.toString());
    assertThat(ran.exit()).isEqualTo(2);
    assertThat(ran.err()).contains("there is no solid, only a surface, to check");
    assertThat(run("unfold", file.toString()).err())
        .contains("is a surface; a sheet that can be laid flat is a solid");
  }

  @Test
  void namesListsEveryFaceAndEdge() throws Exception {
    Ran ran = run("names", Verbs.box(folder, "2 mm"), "--json");
    assertThat(ran.exit()).isZero();
    assertThat(ran.json().path("faces")).hasSize(6);
    assertThat(ran.json().path("edges")).hasSize(12);
    JsonNode start = named(ran.json().path("faces"), "box/start");
    assertThat(start.path("kind").asText()).isEqualTo("plane");
    assertThat(start.path("areaMm2").asDouble()).isCloseTo(1200, within(1e-6));
    assertThat(start.path("step").asText()).isEqualTo("box");
    JsonNode edge = named(ran.json().path("edges"), "box/side:r.left|box/start");
    assertThat(edge.path("lengthMm").asDouble()).isCloseTo(30, within(1e-6));
    assertThat(edge.path("at").path(0).asDouble()).isCloseTo(-20, within(1e-6));
    assertThat(run("names", Verbs.box(folder, "2 mm")).out())
        .contains("box/side:r.top", "mm²", "line");
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
    assertThat(ran.exit()).isZero();
    assertThat(ran.json().path("faces")).isNotEmpty();
    for (JsonNode face : ran.json().path("faces")) {
      assertThat(face.path("name").asText()).startsWith("shell1/");
    }
    assertThat(run("names", Verbs.box(folder, "2 mm"), "--step", "nothing").err())
        .contains("no step nothing");
  }

  /** Every name that is listed is one that a part file may use. */
  @Test
  void aListedNameCanBeMeasured() throws Exception {
    for (JsonNode edge : run("names", Verbs.box(folder, "2 mm"), "--json").json().path("edges")) {
      assertThat(
              run("measure", Verbs.box(folder, "2 mm"), edge.path("name").asText(), "box/end")
                  .exit())
          .isZero();
    }
  }

  @Test
  void checkTellsExtremesOfTheWallAndRepairs() throws Exception {
    Path file = folder.resolve("block.json");
    Files.writeString(
        file, Files.readString(Path.of(Verbs.box(folder, "2 mm"))).replace("2 deg", "0 deg"));
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
    Ran ran = run("build", Verbs.box(folder, "-2 mm"), "--json");
    assertThat(ran.exit()).isEqualTo(2);
    assertThat(ran.json().path("status").asText()).isEqualTo("failed");
    assertThat(ran.json().path("steps").path(1).path("message").asText())
        .contains("the depth is -2 mm");
  }

  @Test
  void checkExitsByItsVerdict() throws Exception {
    assertThat(run("check", Verbs.box(folder, "2 mm"), "--json").exit()).isZero();
    Ran thick = run("check", Verbs.box(folder, "12 mm"), "--rules", "pa", "--json");
    assertThat(thick.exit()).isEqualTo(1);
    JsonNode finding = thick.json().path("findings").path(0);
    assertThat(finding.path("code").asText()).isEqualTo("wall.thick");
    assertThat(finding.path("required").asDouble()).isEqualTo(2.9);
    assertThat(finding.path("source").asText()).isNotBlank();
    assertThat(finding.path("point")).hasSize(3);
    assertThat(thick.json().path("verdict").path("draft").asText()).isEqualTo("clear");
    assertThat(run("check", Verbs.box(folder, "-1 mm")).exit()).isEqualTo(2);
  }

  @Test
  void measureAnglesAndDistances() throws Exception {
    Ran angle =
        run("measure", Verbs.box(folder, "10 mm"), "box/start", "box/side:r.left", "--json");
    assertThat(angle.json().path("insideDeg").asDouble()).isCloseTo(88, within(1e-9));
    Ran across =
        run(
            "measure",
            Verbs.box(folder, "10 mm"),
            "box/start",
            "{\"choose\":\"facing\",\"direction\":[0,0,1]}",
            "--json");
    assertThat(across.json().path("distanceMm").asDouble()).isCloseTo(10, within(1e-9));
    Ran point = run("measure", Verbs.box(folder, "10 mm"), "0,0,25", "box/end", "--json");
    assertThat(point.json().path("distanceMm").asDouble()).isCloseTo(15, within(1e-9));
    Ran none = run("measure", Verbs.box(folder, "10 mm"), "box/lid", "box/end");
    assertThat(none.exit()).isEqualTo(2);
    assertThat(none.err()).contains("no face or edge is named box/lid");
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
      Ran ran = run("measure", Verbs.box(folder, "10 mm"), args[0], args[1]);
      assertThat(ran.exit()).as(what).isEqualTo(2);
      assertThat(ran.err()).isNotBlank().doesNotContain("\tat ").doesNotContain("Exception");
      assertThat(ran.out()).doesNotContain("\tat ");
    }
  }

  @Test
  void misuseIsExitTwo() {
    assertThat(run("check", "/nonexistent.json").exit()).isEqualTo(2);
    assertThat(run("weld").exit()).isEqualTo(2);
    assertThat(run("check", demo("lamp-base.json"), "--rules", "wood").err())
        .contains("there is no rule book wood");
    assertThat(run("export", demo("lamp-base.json"), folder.resolve("x.docx").toString()).err())
        .contains(".docx is not written");
  }

  /** Of one thing its size; without one of every body, and of the notes that the part keeps. */
  @Test
  void measureTellsSizesAndNotes() throws Exception {
    Ran edge = run("measure", Verbs.box(folder, "10 mm"), "box/start|box/side:r.left", "--json");
    assertThat(edge.exit()).isZero();
    assertThat(edge.json().get(0).path("length").asDouble()).isCloseTo(30, within(1e-9));
    Path file = folder.resolve("noted.json");
    Files.writeString(
        file,
        Files.readString(Path.of(Verbs.box(folder, "10 mm")))
            .replace(
                "\"steps\"",
                "\"notes\": [{\"of\": [\"box/start\", \"box/end\"], \"text\": \"height\"},"
                    + "{\"of\": [\"box/gone\"]}], \"steps\""));
    Ran all = run("measure", file.toString());
    assertThat(all.exit()).isZero();
    assertThat(all.out())
        .contains("body:Body: volume")
        .contains("height: distance 10 mm")
        .contains("box/gone: no face or edge is named box/gone");
    Ran json = run("measure", file.toString(), "--json");
    assertThat(json.json().get(1).path("distance").asDouble()).isCloseTo(10, within(1e-9));
    assertThat(json.json().get(2).path("failed").asText()).contains("box/gone");
  }
}
