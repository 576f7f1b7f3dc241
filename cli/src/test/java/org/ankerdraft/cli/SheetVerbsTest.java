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

/** What a script asks of folded parts. */
class SheetVerbsTest {
  @TempDir private Path folder;

  @Test
  void unfoldTellsTheFlatAndWritesIt() throws Exception {
    Path dxf = folder.resolve("bracket.dxf");
    Ran ran = run("unfold", demo("mast-bracket.json"), dxf.toString(), "--json");
    assertThat(ran.exit()).as(ran.err()).isZero();
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
    assertThat(run("export", demo(name + ".json"), step.toString()).exit()).isZero();
    JsonNode ours = run("unfold", demo(name + ".json"), "--k", "0.4", "--json").json();
    Ran ran = run("unfold", step.toString(), "--k", "0.4", "--json");
    assertThat(ran.exit()).as(ran.err()).isZero();
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
    assertThat(run("unfold", bracket, "--k", "0.4", "--din").exit()).isNotZero();
    assertThat(run("unfold", bracket, "--k", "1.4").err()).contains("from 0 to 1");
    assertThat(run("unfold", bracket, "--din").out()).contains("DIN 6935");
    assertThat(run("unfold", bracket, folder.resolve("a.txt").toString()).err()).contains(".dxf");
  }

  @Test
  void aMouldingDoesNotUnfoldAndSaysWhichFaces() {
    Ran ran = run("unfold", demo("lamp-base.json"));
    assertThat(ran.exit()).isEqualTo(2);
    assertThat(ran.err()).contains("cannot be unfolded").contains("face ");
  }

  @Test
  void checkGivesAVerdictOnTheFlat() throws Exception {
    Ran ran = run("check", demo("mast-bracket.json"), "--json");
    assertThat(ran.exit()).isEqualTo(1);
    assertThat(ran.json().path("verdict").path("flat").asText()).isEqualTo("2 stop, 1 note");
    assertThat(ran.json().path("verdict").path("draft").asText()).isEqualTo("no moulded body");
    assertThat(run("check", demo("battery-tray.json")).exit()).isZero();
    Ran steel = run("check", demo("battery-tray.json"), "--rules", "stainless", "--json");
    assertThat(steel.exit()).isEqualTo(1);
    assertThat(steel.out()).contains("bend.radius");
  }

  @Test
  void unfoldProposesABendingOrder() throws Exception {
    Ran ran = run("unfold", demo("battery-tray.json"), "--order", "--json");
    assertThat(ran.exit()).as(ran.err()).isZero();
    JsonNode order = ran.json().path("order");
    // Six bends, and the two hems are pressed shut.
    assertThat(order.size()).isEqualTo(8);
    assertThat(order.path(1).path("way").asText()).isEqualTo("press shut");
    assertThat(order.path(1).path("bends")).isEqualTo(order.path(0).path("bends"));
    assertThat(order).allMatch(n -> n.path("collision").isNull());
    // The hems are folded before the walls that carry them.
    assertThat(order.path(0).path("bend").asInt()).isBetween(5, 6);
    assertThat(run("unfold", demo("battery-tray.json"), "--order").out()).contains("stroke: bend");
  }
}
