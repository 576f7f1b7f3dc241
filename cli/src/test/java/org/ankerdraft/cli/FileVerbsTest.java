package org.ankerdraft.cli;

import static org.ankerdraft.cli.Verbs.demo;
import static org.ankerdraft.cli.Verbs.run;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.fasterxml.jackson.databind.JsonNode;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.ZipFile;
import org.ankerdraft.cli.Verbs.Ran;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files that a script writes and reads again. */
class FileVerbsTest {
  @TempDir private Path folder;

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
        assertThat(ran.exit()).as(verb).isEqualTo(2);
        assertThat(ran.err() + ran.out()).isNotBlank().doesNotContain("\tat ");
      }
      Ran export = run("export", file.toString(), folder.resolve("x.stl").toString());
      assertThat(export.exit()).isEqualTo(2);
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
    assertThat(ran.exit()).isEqualTo(2);
    assertThat(ran.err()).contains("file");
    assertThat(out).doesNotExist();
  }

  @ParameterizedTest
  @ValueSource(strings = {"step", "stl", "3mf", "obj", "png"})
  void exportWritesTheSameBytesEachTime(String ending) throws Exception {
    Path one = folder.resolve("one." + ending);
    Path two = folder.resolve("two." + ending);
    assertThat(run("export", Verbs.box(folder, "2 mm"), one.toString()).exit()).isZero();
    assertThat(run("export", Verbs.box(folder, "2 mm"), two.toString()).exit()).isZero();
    assertThat(Files.size(one)).isGreaterThan(300);
    assertThat(Files.readAllBytes(one)).isEqualTo(Files.readAllBytes(two));
  }

  @Test
  void aStepFileWeWroteIsTheSamePartForAFreshWorker() throws Exception {
    Path step = folder.resolve("lamp.step");
    assertThat(run("export", demo("lamp-base.json"), step.toString()).exit()).isZero();
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
    assertThat(ran.exit()).isEqualTo(1);
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

  /** A profile goes out as DXF and comes back as a part that builds alike. */
  @Test
  void aProfileGoesOutAndComesBack() throws Exception {
    String box = Verbs.box(folder, "2 mm");
    String dxf = folder.resolve("out.dxf").toString();
    assertThat(run("profile", box, dxf, "--sketch", "s").exit()).isZero();
    String again = folder.resolve("again.json").toString();
    Ran back = run("profile", dxf, again);
    assertThat(back.exit()).isZero();
    assertThat(back.out()).contains("4 curves");
    assertThat(run("build", again).exit()).isZero();
    assertThat(run("profile", box, folder.resolve("out.svg").toString(), "--sketch", "s").exit())
        .isZero();
    Ran none = run("profile", box, dxf, "--sketch", "x");
    assertThat(none.err()).contains("there is no sketch x; there are s");
    assertThat(run("profile", box, folder.resolve("o.pdf").toString(), "--sketch", "s").err())
        .contains("written as .dxf or .svg");
    assertThat(run("profile", box, again).err()).contains("should be a group code");
    assertThat(run("profile", dxf, again, "--gap", "-1").err()).contains("gap must be");
  }

  @Test
  void parametersGoOutAndComeBack() throws Exception {
    Ran out = run("parameters", demo("lens-ring.json"));
    assertThat(out.exit()).isZero();
    assertThat(out.out())
        .contains("name,value,note")
        .contains("bore,68 mm,clear width for the lens");
    Path table = folder.resolve("p.csv");
    Files.writeString(table, "name,value\r\nscrews,4\r\n");
    String changed = folder.resolve("four.json").toString();
    assertThat(
            run("parameters", demo("lens-ring.json"), "--from", table.toString(), "--to", changed)
                .exit())
        .isZero();
    assertThat(run("parameters", changed).out()).contains("screws,4").contains("bore,68 mm");
    Files.writeString(table, "name,value\r\nscrews,4 +\r\n");
    assertThat(
            run("parameters", demo("lens-ring.json"), "--from", table.toString(), "--to", changed)
                .err())
        .contains("line 2");
    assertThat(run("parameters", changed, "--from", table.toString()).err())
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
    assertThat(listed.exit()).isNotZero();
    assertThat(listed.out())
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
    assertThat(nowhere.exit()).isEqualTo(Exit.ERROR);
    assertThat(nowhere.err()).contains("--take needs --to");
    assertThat(run("moor", adrift, "--to", moored, "--take", lost + "=nothing").err())
        .contains("no step has lost that");
  }
}
