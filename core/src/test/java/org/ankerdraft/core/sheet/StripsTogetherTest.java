package org.ankerdraft.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Strips that meet others: those of other steps, and copies of themselves. */
class StripsTogetherTest {
  private static final String BEND_OF_ITS_OWN =
      ",'bending':{'by':'deduction','value':'3.4 mm'},'length':'14 mm'";

  private static PartState built(String steps) {
    return Parts.build(SheetParts.part(1.5, 2, SheetParts.k(0.44), steps));
  }

  private static double volume(String steps) {
    return Parts.volume(Parts.ok(SheetParts.part(1.5, 2, SheetParts.k(0.44), steps)));
  }

  private static String strip(
      String kind, String id, String seat, String numbers, String... sides) {
    String edges =
        String.join(
            ",",
            List.of(sides).stream()
                .map(s -> "{'choose':'edge','name':'base/end|base/side:" + s + "'}")
                .toList());
    return ",{'kind':'%s','id':'%s','seat':{'edges':[%s]%s}%s}"
        .formatted(kind, id, edges, seat, numbers);
  }

  private static String pattern(String of, String way) {
    return ",{'kind':'pattern','id':'p','steps':['" + of + "']," + way + "}";
  }

  /** A base wall 80 x 50, its middle at the origin. */
  private static final String PLATE =
      "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'80 mm',"
          + "'height':'50 mm'}]},{'kind':'base','id':'base','sketch':'s'}";

  /** Strips take a part of their wall away and add more: a mirror image does both again. */
  @ParameterizedTest
  @CsvSource({
    "flange,inside,'',''",
    "flange,outside,'',''",
    "flange,centred,'',angle=120 deg",
    "flange,inside,'startOffset=9 mm',''",
    "hem,inside,'',style=open",
    "joggle,outside,'endOffset=5 mm',height=4 mm"
  })
  void theMirrorImageOfAStripIsAStripOnTheOtherEdge(
      String kind, String position, String offset, String number) {
    String seat = ",'position':'" + position + "'";
    // What is a start on the left is an end on the right.
    String other = offset.replace("start", "x").replace("end", "start").replace("x", "end");
    String numbers = ",'length':'14 mm'" + field(number);
    String one = PLATE + strip(kind, "f", seat + field(offset), numbers, "r.left");
    double mirrored = volume(one + pattern("f", "'way':'mirror','plane':{'base':'YZ'}"));
    double both = volume(one + strip(kind, "g", seat + field(other), numbers, "r.right"));
    assertThat(mirrored).isCloseTo(both, within(1e-6 * both));
  }

  private static String field(String text) {
    return text.isEmpty() ? "" : ",'" + text.replace("=", "':'") + "'";
  }

  /** And bends like the original, also where that has an allowance of its own. */
  @Test
  void copiesBendLikeTheOriginal() {
    String hexagon =
        "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'p','sides':6,'diameter':'100 mm'}]},"
            + "{'kind':'base','id':'base','sketch':'s'}";
    String offsets = ",'startOffset':'6 mm','endOffset':'6 mm'";
    String one = strip("flange", "f", offsets, BEND_OF_ITS_OWN, "p.side1");
    PartState state =
        built(hexagon + one + pattern("f", "'way':'round','axis':{'base':'Z'},'count':6"));
    FlatPattern flat = SheetParts.flat(state);
    assertThat(flat.bends()).hasSize(6);
    // A deduction says how much longer both legs are, measured outside, than the flat.
    assertThat(flat.bends())
        .allSatisfy(
            b -> assertThat(2 * (2 + 1.5) - b.value().allowanceMm()).isCloseTo(3.4, within(1e-9)));
    double taken = volume(hexagon) - volume(hexagon + one);
    assertThat(Parts.volume(state)).isCloseTo(volume(hexagon) - 6 * taken, within(1e-4));
  }

  @Test
  void copiesThatCutTheWallApartAreRefused() {
    String offsets = ",'startOffset':'3 mm','endOffset':'3 mm'";
    String steps =
        "{'kind':'sketch','id':'s','curves':[{'curve':'polygon','name':'p','sides':6,'diameter':'100 mm'}]},"
            + "{'kind':'base','id':'base','sketch':'s'}"
            + strip("flange", "f", offsets, BEND_OF_ITS_OWN, "p.side1")
            + pattern("f", "'way':'round','axis':{'base':'Z'},'count':6");
    assertThat(built(steps).steps().getLast().message()).contains("cut pieces off the body");
  }

  /** Only a strip that stands at the inside corner is trimmed, not one across the part. */
  @ParameterizedTest
  @ValueSource(strings = {"hem", "flange"})
  void stripsAcrossThePartAreLeftAlone(String kind) {
    String u =
        "{'kind':'sketch','id':'s','curves':["
            + String.join(
                ",",
                Parts.line("e1", 0, 0, 100, 0),
                Parts.line("e2", 100, 0, 100, 90),
                Parts.line("e3", 100, 90, 75, 90),
                Parts.line("e4", 75, 90, 75, 45),
                Parts.line("e5", 75, 45, 25, 45),
                Parts.line("e6", 25, 45, 25, 90),
                Parts.line("e7", 25, 90, 0, 90),
                Parts.line("e8", 0, 90, 0, 0))
            + "]},{'kind':'base','id':'base','sketch':'s'}";
    String far = strip(kind, "far", "", ",'length':'14 mm'", "e1");
    String near = strip("flange", "near", "", ",'length':'12 mm'", "e6", "e4");
    double before = volume(u);
    double added = volume(u + far) - before + volume(u + near) - before;
    assertThat(volume(u + far + near)).isCloseTo(before + added, within(1e-6 * before));
    assertThat(volume(u + near + far)).isCloseTo(before + added, within(1e-6 * before));
  }

  /** What it says to work, works; a little less does not. */
  @Test
  void aStripInTheWaySaysWithWhichOffsetsItIsNot() {
    String first =
        PLATE + strip("hem", "h", "", ",'length':'9 mm','style':'closed'", "r.left", "r.right");
    String numbers = ",'length':'9 mm','style':'open'";
    String message =
        built(first + strip("hem", "g", "", numbers, "r.top")).steps().getLast().message();
    assertThat(message).contains("runs into the part itself").contains("from its end");
    Matcher works =
        Pattern.compile(
                "works with an offset of ([0-9.]+) mm at its start and of ([0-9.]+) mm at its end")
            .matcher(message);
    assertThat(works.find()).as(message).isTrue();
    String offsets = ",'startOffset':'%s mm','endOffset':'%s mm'";
    volume(
        first
            + strip(
                "hem", "g", offsets.formatted(works.group(1), works.group(2)), numbers, "r.top"));
    String less = offsets.formatted(Double.parseDouble(works.group(1)) - 1, works.group(2));
    assertThat(built(first + strip("hem", "g", less, numbers, "r.top")).steps().getLast().message())
        .contains("failed");
  }
}
