package org.ankerdraft.core.select;

import static org.assertj.core.api.Assertions.assertThat;

import org.ankerdraft.core.Parts;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.part.StepTitles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FaceWordsTest {
  private static final String TUB =
      "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm'}]},"
          + "{'kind':'extrude','id':'t','label':'Tub','sketch':'s','depth':'20 mm','taper':'-2 deg'},"
          + "{'kind':'round','id':'f','label':'Foot','sets':[{'size':'3 mm','edges':[{'choose':'loop','face':{'choose':'face','name':'t/start'}}]}]},"
          + "{'kind':'shell','id':'h','thickness':'2 mm','open':[{'choose':'face','name':'t/end'}]},"
          + "{'kind':'hole','id':'o','label':'Drain','diameter':'5 mm','points':[{'id':'1','at':['0 mm','0 mm']}]},"
          + "{'kind':'sketch','id':'q','plane':{'base':'XZ'},'curves':[{'curve':'rectangle','name':'r','corner':['-5 mm','10 mm'],'width':'10 mm','height':'5 mm'}]},"
          + "{'kind':'extrude','id':'w','label':'Window','sketch':'q','extent':'through all','use':'subtract'}";

  private static final PartState STATE = Parts.ok(TUB);
  private static final NamedShape SHAPE = STATE.bodies().values().iterator().next().named();
  private static final FaceWords WORDS = StepTitles.of(STATE.part()).words();

  @ParameterizedTest
  @CsvSource({
    "t/side:r.left, left wall of Tub",
    "t/side:r.top, back wall of Tub",
    "t/start, underside of Tub",
    "t/end, top of Tub",
    "h/inner(t/side:r.left), inner side of the left wall of Tub",
    "h/inner(t/start), inner side of the floor of Tub",
    "f/on(t/side:r.left|t/start), round of Foot",
    "h/inner(f/on(t/side:r.left|t/start)), inner side of the round of Foot",
    "o/wall:1, wall of hole 1 of Drain",
    // The walls of an opening are told by where they are, not by where they look.
    "w/side:r.left, left wall of Window",
    "o/at-3(w/side:r.left), 'copy 3 of the left wall of Window, by Drain'",
    "o/at-mirror(t/end), 'mirror image of the top of Tub, by Drain'",
    "w/side:r.bottom, lower wall of Window",
    // A face that is gone is told by its name alone.
    "t/side:r.gone, wall r.gone of Tub"
  })
  void facesAreToldByPlaceAndStep(String name, String words) {
    assertThat(WORDS.face(SHAPE, FaceName.read(name))).isEqualTo(words);
  }

  @Test
  void everyFaceAndEdgeHasWordsWithoutItsName() {
    for (int i = 1; i <= SHAPE.faceNames().size(); i++) {
      assertThat(WORDS.face(SHAPE, i)).doesNotContain("/").doesNotContain("(");
    }
    SHAPE.edgeNames().forEach(e -> assertThat(WORDS.edge(SHAPE, e)).doesNotContain("/"));
  }

  @Test
  void namesWithinAMessageArePutIntoWordsAndAllElseIsLeft() {
    assertThat(
            WORDS.plain(
                SHAPE, "no leg fits at t/end|t/side:r.left##2, 3.5 mm/s of h/inner(t/start): n/a."))
        .isEqualTo(
            "no leg fits at edge between the top of Tub and the left wall of Tub, 3.5 mm/s of inner"
                + " side of the floor of Tub: n/a.");
  }

  @Test
  void stepsThatAreCalledAlikeAreToldApart() {
    var titles =
        StepTitles.of(
            Parts.part(TUB.replace("'label':'Window',", "").replace("'label':'Tub',", "")));
    assertThat(titles.title("t")).contains("Extrude (step 2)");
    assertThat(titles.title("w")).contains("Extrude (step 7)");
    assertThat(titles.title("h")).contains("Shell");
    assertThat(titles.title("nobody")).isEmpty();
  }
}
