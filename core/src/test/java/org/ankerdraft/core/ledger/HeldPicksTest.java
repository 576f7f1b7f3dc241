package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.select.Candidate;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.step.sketch.Sketch;
import org.ankerdraft.core.step.sketch.SketchEdits;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * A block of 40 x 30 x 20 whose steps pick the face {@code right} (x = 40) or its upper edge, and
 * edits that would move what is picked by number. Volumes by hand.
 */
class HeldPicksTest {
  private static final double BLOCK = 40 * 30 * 20;

  private static String line(String name, int x0, int y0, int x1, int y1) {
    return String.format(
        "{'curve':'line','name':'%s','from':['%d mm','%d mm'],'to':['%d mm','%d mm']}",
        name, x0, y0, x1, y1);
  }

  private static final String BOTTOM = line("bottom", 0, 0, 40, 0);
  private static final String RIGHT = line("right", 40, 0, 40, 30);
  private static final String TOP = line("top", 40, 30, 0, 30);
  private static final String LEFT = line("left", 0, 30, 0, 0);

  private static String block(String... curves) {
    return "{'kind':'sketch','id':'s','curves':["
        + String.join(",", curves)
        + "]},{'kind':'extrude','id':'box','sketch':'s','depth':'20 mm','body':'Body'}";
  }

  private static final String WHOLE = block(BOTTOM, RIGHT, TOP, LEFT);

  private static String edge(String name) {
    return "{'choose':'edge','name':'" + name + "'}";
  }

  private static String face(String name) {
    return "{'choose':'face','name':'" + name + "'}";
  }

  /** Each kind of step that picks the side or its upper edge. */
  private static String picking(String kind) {
    String upper = edge("box/end|box/side:right");
    String side = face("box/side:right");
    return switch (kind) {
      case "round" -> "{'kind':'round','id':'p','sets':[{'edges':[" + upper + "],'size':'2 mm'}]}";
      case "chamfer" ->
          "{'kind':'chamfer','id':'p','sets':[{'edges':[" + upper + "],'size':'2 mm'}]}";
      case "shell" -> "{'kind':'shell','id':'p','thickness':'2 mm','open':[" + side + "]}";
      case "draft" ->
          "{'kind':'draft','id':'p','sets':[{'faces':["
              + side
              + "],'angle':'2 deg'}],"
              + "'neutral':{'base':'XY'}}";
      case "hole" ->
          "{'kind':'hole','id':'p','plane':{'face':"
              + side
              + "},'points':[['0 mm','0 mm']],'diameter':'4 mm','depth':'5 mm'}";
      case "datum" ->
          "{'kind':'plane','id':'p','way':'offset','from':{'face':" + side + "},'size':'5 mm'}";
      default -> throw new IllegalArgumentException(kind);
    };
  }

  private static PartDocument read(String steps) {
    return Parts.part(steps);
  }

  private static Sketch sketch(PartDocument part) {
    return (Sketch) part.step("s").orElseThrow();
  }

  private static double volume(PartState state) {
    return state.bodies().get("Body").volumeMm3();
  }

  private static PartState built(PartDocument part) {
    PartState state = Parts.build(part);
    assertThat(state.steps().stream().map(StepResult::message).filter(m -> !m.isEmpty())).isEmpty();
    return state;
  }

  /** The side becomes an arc of the same name: what is not bound to a plane goes on. */
  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer", "shell"})
  void aSideReplacedByAnArcIsHeld(String kind) {
    String arc =
        "{'curve':'arc','name':'right','from':['40 mm','0 mm'],'to':['40 mm','30 mm'],'through':['45 mm','15 mm']}";
    PartState state = built(read(block(BOTTOM, arc, TOP, LEFT) + "," + picking(kind)));
    assertThat(state.step("p").orElseThrow().status()).isEqualTo(StepStatus.BUILT);
  }

  /** Cut in two by hand: the step does to both halves what it did to the whole. */
  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer", "shell", "draft"})
  void aSideCutInTwoIsHeldWhole(String kind) throws Exception {
    PartDocument whole = read(WHOLE + "," + picking(kind));
    Sketch cut =
        new SketchEdits(sketch(whole), new Evaluator(Map.of())).split("right", new Xy(40, 12));
    PartDocument split = whole.withStep(cut);
    assertThat(cut.curves()).hasSize(5);
    assertThat(PartJson.read(PartJson.write(split))).isEqualTo(new Read.Ok(split));
    PartState state = built(split);
    assertThat(volume(state)).isCloseTo(volume(built(whole)), within(1e-6 * BLOCK));
  }

  /** Halves that are no longer in line: the step still takes both. */
  @Test
  void halvesThatMoveApartAreBothHeld() {
    String halves =
        block(BOTTOM, line("right", 40, 0, 50, 15), line("r2", 50, 15, 40, 30), TOP, LEFT);
    String bent =
        halves.replace(
            "]},{'kind':'extrude'", "],'pieces':[{'curve':'r2','of':'right'}]},{'kind':'extrude'");
    NamedShape named = built(read(bent + "," + picking("chamfer"))).bodies().get("Body").named();
    assertThat(named.faceNames().stream().map(Object::toString))
        .contains("box/side:right", "box/side:right.r2")
        .filteredOn(n -> n.startsWith("p/"))
        .hasSize(2);
  }

  /** Curves that are deleted and drawn anew in their place have other names. */
  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer", "shell", "draft", "hole", "datum"})
  void aSideDrawnAnewIsProposedAndTaken(String kind) {
    PartDocument whole = withHints(read(WHOLE + "," + picking(kind)));
    PartState before = built(whole);
    PartDocument anew =
        whole.withStep(sketch(read(block(BOTTOM, line("l9", 40, 0, 40, 30), TOP, LEFT))));
    StepResult adrift = Parts.build(anew).step("p").orElseThrow();
    assertThat(adrift.status()).isEqualTo(StepStatus.ADRIFT);
    Candidate best = adrift.lost().getFirst().nearest().orElseThrow();
    assertThat(best.name()).contains("side:l9");
    assertThat(best.isLikely()).as(best.inWords()).isTrue();
    PartState after = built(Mooring.all(anew, Mooring.likely(Parts.build(anew))));
    assertThat(volume(after)).isCloseTo(volume(before), within(1e-6 * BLOCK));
  }

  /** Several picks of one step are gone at once: each has its candidates, one edit takes all. */
  @Test
  void allThatIsGoneIsToldAndTakenAtOnce() {
    String rounds =
        "{'kind':'round','id':'p','sets':[{'edges':["
            + edge("box/end|box/side:right")
            + ","
            + edge("box/end|box/side:left")
            + "],'size':'2 mm'},{'edges':["
            + edge("box/end|box/side:top")
            + "],'size':'1 mm'}]}";
    PartDocument whole = withHints(read(WHOLE + "," + rounds));
    PartDocument anew =
        whole.withStep(
            sketch(
                read(
                    block(
                        BOTTOM,
                        line("a", 40, 0, 40, 30),
                        line("b", 40, 30, 0, 30),
                        line("c", 0, 30, 0, 0)))));
    StepResult adrift = Parts.build(anew).step("p").orElseThrow();
    assertThat(adrift.lost())
        .extracting(l -> l.name().replaceAll(".*side:", ""))
        .containsExactlyInAnyOrder("right", "left", "top");
    assertThat(adrift.lost()).allMatch(l -> l.nearest().orElseThrow().isLikely());
    PartState after = built(Mooring.all(anew, Mooring.likely(Parts.build(anew))));
    assertThat(volume(after)).isCloseTo(volume(built(whole)), within(1e-6 * BLOCK));
  }

  /** A boss is swallowed by a taller one: the round of its upper edge lies nowhere near. */
  @Test
  void whatIsSwallowedIsNotProposedAsLikely() {
    String boss =
        "{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'20 mm'},'curves':[{'curve':'circle','name':'k','centre':['20 mm','15 mm'],'diameter':'6 mm'}]},"
            + "{'kind':'extrude','id':'boss','sketch':'t','depth':'%s','use':'unite'}";
    String round =
        "{'kind':'round','id':'p','sets':[{'edges':["
            + edge("boss/end|boss/side:k")
            + "],'size':'1 mm'}]}";
    String cover =
        "{'kind':'sketch','id':'u','plane':{'base':'XY','offset':'20 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['20 mm','15 mm'],'width':'20 mm','height':'20 mm'}]},"
            + "{'kind':'extrude','id':'cover','sketch':'u','depth':'10 mm','use':'unite'}";
    PartDocument free = withHints(read(WHOLE + "," + String.format(boss, "8 mm") + "," + round));
    built(free);
    PartDocument covered =
        read(WHOLE + "," + String.format(boss, "8 mm") + "," + cover + "," + round);
    PartDocument swallowed = covered.withStep(free.step("p").orElseThrow());
    StepResult adrift = Parts.build(swallowed).step("p").orElseThrow();
    assertThat(adrift.status()).isEqualTo(StepStatus.ADRIFT);
    assertThat(adrift.lost().getFirst().candidates()).isNotEmpty();
    assertThat(Mooring.likely(Parts.build(swallowed))).isEmpty();
  }

  /** A groove parts the top: a pick of it holds both parts, one of a part alone only that. */
  @ParameterizedTest
  @CsvSource({"box/end,2", "box/end#1,1", "box/end#2,1"})
  void aFaceThatComesApartIsHeldWhole(String pick, int faces) {
    String groove =
        "{'kind':'sketch','id':'g','plane':{'base':'XY','offset':'17 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['20 mm','15 mm'],'width':'4 mm','height':'40 mm'}]},"
            + "{'kind':'extrude','id':'cut','sketch':'g','depth':'3 mm','use':'subtract'}";
    String chamfer =
        "{'kind':'chamfer','id':'p','sets':[{'edges':[{'choose':'edges of face','face':"
            + face(pick)
            + "}],'size':'1 mm'}]}";
    PartState state = built(read(WHOLE + "," + groove + "," + chamfer));
    NamedShape named = state.bodies().get("Body").named();
    // Each part of the top has four edges.
    assertThat(named.faceNames().stream().filter(n -> n.step().equals("p"))).hasSize(4 * faces);
  }

  /** In a part of several bodies a step says which is its. */
  private static String ofBody(String step) {
    String named = step.replace("right'}}", "right'},'body':'Body'}");
    return step.contains("'kind':'plane'")
        ? named
        : named.replace("'id':'p'", "'id':'p','body':'Body'");
  }

  /** Steps that come before the picked one, and numbers that change, leave the names alone. */
  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer", "shell", "draft", "hole", "datum"})
  void aStepInsertedBeforeChangesNothing(String kind) {
    String other =
        "{'kind':'sketch','id':'o','curves':[{'curve':'circle','name':'k','centre':['100 mm','0 mm'],'diameter':'6 mm'}]},"
            + "{'kind':'extrude','id':'pin','sketch':'o','depth':'8 mm','body':'Pin'},";
    PartDocument alone = read(WHOLE + "," + picking(kind));
    PartDocument beside = read(other + WHOLE + "," + ofBody(picking(kind)));
    PartState state = built(beside);
    assertThat(volume(state)).isCloseTo(volume(built(alone)), within(1e-6 * BLOCK));
  }

  /** The part with the hints that a pick by hand would have kept. */
  private static PartDocument withHints(PartDocument part) {
    PartState state = Parts.build(part.withStopLine(part.indexOf("p")));
    NamedShape named = state.bodies().get("Body").named();
    PartDocument hinted = part;
    Lost.Kind[] kinds = {Lost.Kind.FACE, Lost.Kind.EDGE};
    for (Lost.Kind kind : kinds) {
      int n = kind == Lost.Kind.FACE ? named.faceNames().size() : named.edgeNames().size();
      for (int i = 1; i <= n; i++) {
        String name =
            kind == Lost.Kind.FACE ? named.faceName(i).toString() : named.edgeName(i).toString();
        Candidate same =
            new Candidate(
                name, 1, "", kind == Lost.Kind.FACE ? named.faceHint(i) : named.edgeHint(i));
        hinted =
            Mooring.all(hinted, List.of(new Mooring("p", new Lost(kind, name, List.of()), same)));
      }
    }
    return hinted;
  }
}
