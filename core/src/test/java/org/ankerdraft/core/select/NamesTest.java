package org.ankerdraft.core.select;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Names are written, read and told apart. */
class NamesTest {
  private static FaceName random(Random r, int depth) {
    List<FaceName> from = new ArrayList<>();
    for (int i = r.nextInt(3); depth > 0 && i > 0; i--) {
      from.add(random(r, depth - 1));
    }
    return new FaceName(
        "step-" + r.nextInt(9),
        List.of("side", "on", "wall1-near", "inner").get(r.nextInt(4)),
        List.of("", "r.left", "c_1", "1.2").get(r.nextInt(4)),
        from,
        List.of("", "2", "3.2").get(r.nextInt(3)));
  }

  /** Done again, a step's faces are copies of what it bore, wherever they stand in a name. */
  @ParameterizedTest
  @CsvSource({
    "r.2/left:a, p/at-2(r/left:a)",
    "r.2/on(r.2/left:a|box/end)#2, p/at-2(r/on(r/left:a|box/end)#2)",
    "q/on(r.2/left:a|box/end), q/on(p/at-2(r/left:a)|box/end)",
    "r/left:a, r/left:a",
    "box/end, box/end"
  })
  void namesOfWhatWasDoneAgain(String born, String named) {
    // Such ids are written nowhere, and so the reader does not know them.
    FaceName done = FaceName.read(born.replace("r.2", "r_2")).renamed("r_2", "r.2");
    assertThat(done.asCopy("r.2", "r", "p", "2")).isEqualTo(FaceName.read(named));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void whatIsWrittenIsReadBack(long seed) {
    Random r = new Random(seed);
    for (int i = 0; i < 300; i++) {
      FaceName a = random(r, 3);
      FaceName b = random(r, 3);
      assertThat(FaceName.parse(a.toString())).contains(a);
      EdgeName edge = new EdgeName(List.of(a, b), r.nextBoolean() ? "" : "2");
      assertThat(EdgeName.parse(edge.toString())).contains(edge);
      assertThat(EdgeName.parse(b + "|" + a)).contains(EdgeName.between(a, b));
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "a",
        "a/",
        "/side",
        "a/side:",
        "a/on(",
        "a/on()",
        "a/on(b/end",
        "a/on(b/end|)",
        "a/end#",
        "a/end#x",
        "a/end#2.",
        "a/end)",
        "a/end|",
        "ä/end",
        "a b/end"
      })
  void whatIsNoNameIsNone(String text) {
    assertThat(FaceName.parse(text)).isEmpty();
    assertThat(EdgeName.parse(text)).isEmpty();
  }

  @Test
  void deepNamesAreRefusedNotAStackOverflow() {
    String deep = "a/on(".repeat(100_000) + "a/end" + ")".repeat(100_000);
    assertThat(FaceName.parse(deep)).isEmpty();
  }

  @Test
  void splittingAtABarHeedsWhatStandsWithin() {
    EdgeName edge = EdgeName.read("r/on(a/end|a/side:c)|b/end");
    assertThat(edge.faces())
        .containsExactly(FaceName.read("b/end"), FaceName.read("r/on(a/end|a/side:c)"));
    assertThat(edge.isBeside(FaceName.read("b/end#2"))).isTrue();
    assertThat(edge.isBeside(FaceName.read("a/end"))).isFalse();
  }

  @Test
  void renamingAStepReachesWhatWasBornOfIt() {
    assertThat(FaceName.read("r/on(a/end|b/side:a)").renamed("a", "z"))
        .isEqualTo(FaceName.read("r/on(z/end|b/side:a)"));
    assertThat(EdgeName.read("a/end|b/end").renamed("b", "a2").toString())
        .isEqualTo("a/end|a2/end");
  }

  /**
   * A slot parts the lid; a second one parts one of the parts again: every name stays one of a
   * kind.
   */
  @Test
  void aFaceThatIsSplitTwiceHasThreeNames() {
    PartState state = Parts.ok(Parts.box(40, 20, 10) + slot("p", "-8 mm") + slot("q", "8 mm"));
    NamedShape named = state.bodies().get("Body").named();
    List<FaceName> lids = named.faceNames().stream().filter(n -> n.isOf("box", "end")).toList();
    assertThat(lids).hasSize(3).doesNotHaveDuplicates();
    assertThat(named.partsOf(FaceName.read("box/end"))).hasSize(3);
    // The part that the second slot left alone keeps the name it had after the first.
    NamedShape first = state.step("cut-p").orElseThrow().bodies().getFirst().named();
    int left = first.face(lids.stream().filter(n -> first.face(n) > 0).findFirst().orElseThrow());
    assertThat(left).isPositive();
  }

  private static String slot(String id, String x) {
    return ",{'kind':'sketch','id':'"
        + id
        + "','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','centre':['"
        + x
        + "','10 mm'],'width':'4 mm','height':'6 mm'}]},"
        + "{'kind':'extrude','id':'cut-"
        + id
        + "','sketch':'"
        + id
        + "','extent':'through all','use':'subtract','targets':['Body']}";
  }

  /** Taking a place away leaves the others their names, and what is chosen by them. */
  @Test
  void aPlaceKeepsItsNameWhenAnotherIsTakenAway() {
    String hole =
        ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'4 mm',"
            + "'points':[%s{'id':'2','at':['8 mm','0 mm']}]}"
            + ",{'kind':'chamfer','id':'c','sets':[{'edges':[{'choose':'edge','name':'box/end|h/wall:2'}],'size':'0.5 mm'}]}";
    PartState both = Parts.ok(Parts.box(40, 20, 10) + hole.formatted("['-8 mm','0 mm'],"));
    PartState one = Parts.ok(Parts.box(40, 20, 10) + hole.formatted(""));
    for (PartState state : List.of(both, one)) {
      NamedShape named = state.bodies().get("Body").named();
      int chamfer = named.face(FaceName.read("c/on(box/end|h/wall:2)"));
      assertThat(named.topology().face(chamfer).point().x()).isPositive();
    }
  }
}
