package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Whole bodies combined, by inclusion and exclusion. */
class CombineTest {
  /** A block with a corner at a place. */
  private static String block(String name, int x, int y, int z, int w, int d, int h) {
    return String.format(
        java.util.Locale.ROOT,
        "%s{'kind':'sketch','id':'s%s','plane':{'base':'XY','offset':'%d mm'},'curves':[{'curve':'rectangle','name':'r','corner':['%d mm','%d mm'],'width':'%d mm','height':'%d mm'}]},"
            + "{'kind':'extrude','id':'e%s','sketch':'s%s','depth':'%d mm','body':'%s'}",
        name.equals("A") ? "" : ",",
        name,
        z,
        x,
        y,
        w,
        d,
        name,
        name,
        h,
        name);
  }

  private static String combine(String how, String tools, boolean keeps) {
    return ",{'kind':'combine','id':'c','body':'A','how':'"
        + how
        + "','tools':["
        + tools
        + "]"
        + (keeps ? ",'keepTools':true" : "")
        + "}";
  }

  private static double volume(PartState state, String body) {
    return state.bodies().get(body).named().shape().mass().volumeMm3();
  }

  private static final String TWO =
      block("A", 0, 0, 0, 20, 10, 10) + block("B", 15, 5, 5, 10, 10, 10);

  @ParameterizedTest
  @CsvSource({"unite, 2875", "subtract, 1875", "intersect, 125"})
  void twoBlocks(String how, double wanted) {
    PartState used = Parts.ok(TWO + combine(how, "'B'", false));
    assertThat(used.bodies().keySet()).containsExactly("A");
    assertThat(volume(used, "A")).isCloseTo(wanted, within(1e-6));
    PartState kept = Parts.ok(TWO + combine(how, "'B'", true));
    assertThat(kept.bodies().keySet()).containsExactly("A", "B");
    assertThat(volume(kept, "A")).isCloseTo(wanted, within(1e-6));
    assertThat(volume(kept, "B")).isCloseTo(1000, within(1e-6));
  }

  /** Three blocks with whole coordinates: unit cubes are counted. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void cubesAreCounted(long seed) {
    Random random = new Random(seed);
    int[][] b = new int[3][];
    StringBuilder steps = new StringBuilder();
    for (int i = 0; i < 3; i++) {
      // All hold the cubes from 4 to 6, so that they touch and have something in common.
      int[] low = {random.nextInt(4), random.nextInt(4), random.nextInt(4)};
      int[] size = {
        6 - low[0] + random.nextInt(4),
        6 - low[1] + random.nextInt(4),
        6 - low[2] + random.nextInt(4)
      };
      b[i] = new int[] {low[0], low[1], low[2], size[0], size[1], size[2]};
      steps.append(
          block("ABC".substring(i, i + 1), low[0], low[1], low[2], size[0], size[1], size[2]));
    }
    int any = 0;
    int only = 0;
    int all = 0;
    for (int cube = 0; cube < 1000; cube++) {
      boolean[] in = new boolean[3];
      for (int i = 0; i < 3; i++) {
        in[i] = true;
        int[] at = {cube % 10, cube / 10 % 10, cube / 100};
        for (int axis = 0; axis < 3; axis++) {
          in[i] &= at[axis] >= b[i][axis] && at[axis] < b[i][axis] + b[i][3 + axis];
        }
      }
      any += in[0] || in[1] || in[2] ? 1 : 0;
      only += in[0] && !in[1] && !in[2] ? 1 : 0;
      all += in[0] && in[1] && in[2] ? 1 : 0;
    }
    assertThat(volume(Parts.ok(steps + combine("intersect", "'B','C'", false)), "A"))
        .isCloseTo(all, within(1e-6));
    PartState united = Parts.build(steps + combine("unite", "'B','C'", false));
    if (united.isOk()) {
      assertThat(volume(united, "A")).isCloseTo(any, within(1e-6));
    } else {
      assertThat(united.steps().getLast().message()).contains("wholly within");
    }
    PartState cut = Parts.build(steps + combine("subtract", "'B','C'", false));
    if (only > 0) {
      assertThat(volume(cut, "A")).isCloseTo(only, within(1e-6));
    } else {
      assertThat(cut.steps().getLast().message()).contains("nothing is left");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"'' | no bodies are named", "A | with itself", "C | C", "B,D | D"})
  void whatCannotBeCombinedIsTold(String tools, String words) {
    PartState state = Parts.build(TWO + combine("unite", tools.replaceAll("[A-D]", "'$0'"), false));
    assertThat(state.steps().getLast().message()).contains(words);
    // Nothing is used up by a step that failed.
    assertThat(state.bodies().keySet()).containsExactly("A", "B");
  }

  @Test
  void aBodyThatIsUsedUpIsGoneForWhatFollows() {
    String round =
        ",{'kind':'round','id':'r','body':'B','sets':[{'edges':[{'choose':'sharp edges'}],'size':'1 mm'}]}";
    PartState state = Parts.build(TWO + combine("unite", "'B'", false) + round);
    assertThat(state.steps().getLast().status()).isEqualTo(StepStatus.ADRIFT);
    assertThat(state.steps().getLast().message()).contains("B");
    // The only body left need not be named.
    String hole =
        ",{'kind':'hole','id':'h','plane':{'base':'XY'},'diameter':'2 mm','points':[['5 mm','5 mm']]}";
    assertThat(volume(Parts.ok(TWO + combine("unite", "'B'", false) + hole), "A"))
        .isCloseTo(2875 - Math.PI * 10, within(1e-3));
  }

  @Test
  void aDividedBodyPutTogetherAgainIsWhatItWas() {
    PartState state =
        Parts.ok(
            Parts.rod(20, 30)
                + ",{'kind':'divide','id':'d','plane':{'base':'XY','offset':'11 mm'},'newBody':'Foot'}"
                + ",{'kind':'combine','id':'c','body':'Body','tools':['Foot']}");
    assertThat(state.bodies().keySet()).containsExactly("Body");
    assertThat(volume(state, "Body")).isCloseTo(Math.PI * 3000, within(1e-6 * Math.PI * 3000));
    assertThat(state.bodies().get("Body").named().topology().faces()).hasSize(3);
  }

  @Test
  void allOfItStandsInTheFile() {
    var part = Parts.part(TWO + combine("subtract", "'B'", true));
    assertThat(PartJson.read(PartJson.write(part))).isEqualTo(new Read.Ok(part));
  }
}
