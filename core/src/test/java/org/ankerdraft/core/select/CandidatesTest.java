package org.ankerdraft.core.select;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.ankerdraft.core.Parts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What may stand for a name that is gone, on a box of 40 x 30 x 20 with a boss of 10 on it. */
class CandidatesTest {
  private static final NamedShape BOX =
      Parts.ok(
              Parts.box(40, 30, 20)
                  + ",{'kind':'sketch','id':'q','plane':{'face':{'choose':'face','name':'box/end'}},'curves':[{'curve':'circle','name':'k','diameter':'10 mm'}]},"
                  + "{'kind':'extrude','id':'boss','sketch':'q','depth':'6 mm','use':'unite'}")
          .bodies()
          .get("Body")
          .named();

  private static List<Candidate> ofFace(String lost, Hint hint) {
    return Candidates.ofFace(BOX, FaceName.read(lost), hint);
  }

  /** Each face, lost under another name: its own hint finds it first, and surely. */
  @Test
  void aFaceIsFoundByWhatItWasLike() {
    IntStream.rangeClosed(1, BOX.faceNames().size())
        .forEach(f -> {
          List<Candidate> found = ofFace("gone/side:x", BOX.faceHint(f));
          assertThat(found.getFirst().name()).isEqualTo(BOX.faceName(f).toString());
          assertThat(found.getFirst().isLikely()).as(found.getFirst().inWords()).isTrue();
          assertThat(found.getFirst().why()).contains("in the same place", "same kind and size");
          assertThat(found)
              .isSortedAccordingTo((a, b) -> Double.compare(b.confidence(), a.confidence()));
        });
  }

  /** Each edge likewise. */
  @Test
  void anEdgeIsFoundByWhatItWasLike() {
    IntStream.rangeClosed(1, BOX.edgeNames().size())
        .filter(e -> BOX.topology().edge(e).faces().size() == 2)
        .forEach(e -> {
          Candidate first =
              Candidates.ofEdge(BOX, EdgeName.read("gone/end|gone/side:x"), BOX.edgeHint(e))
                  .getFirst();
          assertThat(BOX.edge(EdgeName.read(first.name()))).isEqualTo(e);
          assertThat(first.isLikely()).as(first.inWords()).isTrue();
        });
  }

  /** A kind that does not fit, a place or a size that is off: less sure each time. */
  @Test
  void whatFitsLessIsLessSure() {
    Hint side = BOX.faceHint(BOX.face(FaceName.read("box/side:r.right")));
    double sure = ofFace("box/side:r.x", side).getFirst().confidence();
    Hint round = new Hint(side.x(), side.y(), side.z(), "cylinder", side.size());
    Hint small = new Hint(side.x(), side.y(), side.z(), side.kind(), side.size() / 5);
    Hint away = new Hint(side.x() + 12, side.y(), side.z(), side.kind(), side.size());
    for (Hint worse : List.of(round, small, away)) {
      Candidate first = ofFace("box/side:r.x", worse).getFirst();
      assertThat(first.name()).isEqualTo("box/side:r.right");
      assertThat(first.confidence()).as(worse.toString()).isLessThan(sure);
    }
  }

  /** Names alone say what was born alike, and never surely. */
  @Test
  void namesAloneAreNotSure() {
    List<Candidate> found = ofFace("box/side:r.rigth", null);
    assertThat(found.getFirst().name()).isEqualTo("box/side:r.right");
    assertThat(found.getFirst().confidence()).isLessThan(0.7);
    assertThat(found.getFirst().why()).isEqualTo("born alike");
  }

  /** Two that are alike share what confidence there is. */
  @Test
  void alikeOnesShareTheConfidence() {
    List<Candidate> two = Candidates.byName("side", List.of("sidea", "sideb", "other"));
    assertThat(two.get(0).confidence()).isCloseTo(two.get(1).confidence(), within(1e-12));
    assertThat(two.get(0).isLikely()).isFalse();
    assertThat(Candidates.byName("side", List.of("elsewhere")).getFirst().isLikely()).isTrue();
    assertThat(Candidates.byName("s", List.of("other")).getFirst().isLikely()).isTrue();
    assertThat(Candidates.byName("side", List.of())).isEmpty();
  }

  /** What a pick by name stands for. */
  @ParameterizedTest
  @CsvSource({
    "box/end, box/end, true",
    "box/end, box/end#2, true",
    "box/end, box/end#2.3, true",
    "box/end#1, box/end, true",
    "box/end#1, box/end#2, false",
    "box/end#2, box/end#2.3, true",
    "box/end#2, box/end#21, false",
    "box/end#2, box/end, false",
    "box/side:a, box/side:a.b, true",
    "box/side:a, box/side:a.b#2, true",
    "box/side:a, box/side:ab, false",
    "box/side:a.b, box/side:a, false",
    "o/on(box/end|box/side:a), o/on(box/end#2|box/side:a.b), true",
    "o/on(box/end|box/side:a), o/on(box/end|box/side:c), false",
    "box/end, box/start, false",
  })
  void aPickStandsForAllThatComesOfIt(String pick, String face, boolean isPart) {
    assertThat(FaceName.read(face).isPartOf(FaceName.read(pick))).isEqualTo(isPart);
  }

  @ParameterizedTest
  @CsvSource({
    "a/end|a/side:b, a/end|a/side:b, true",
    "a/side:b|a/end, a/end#2|a/side:b, true",
    "a/end|a/side:b, a/end|a/side:b##2, true",
    "a/end|a/side:b##1, a/end|a/side:b, true",
    "a/end|a/side:b##1, a/end|a/side:b##2, false",
    "a/end|a/side:b##2, a/end|a/side:b, false",
    "a/end#1|a/side:b, a/end#2|a/side:b, false",
    "a/end|a/side:b, a/end, false",
  })
  void soDoesAPickOfAnEdge(String pick, String edge, boolean isPart) {
    assertThat(EdgeName.read(edge).isPartOf(EdgeName.read(pick))).isEqualTo(isPart);
  }

  /** The name kept with a pick by hand stands for that one thing, whatever it is called. */
  @Test
  void aPickByHandStandsForOneThing() {
    NamedShape parted =
        Parts.ok(
                Parts.box(40, 30, 20)
                    + ",{'kind':'sketch','id':'g','plane':{'base':'XY','offset':'17 mm'},'curves':[{'curve':'rectangle','name':'r','width':'4 mm','height':'40 mm'}]},"
                    + "{'kind':'extrude','id':'cut','sketch':'g','depth':'3 mm','use':'subtract'}")
            .bodies()
            .get("Body")
            .named();
    for (int f = 1; f <= parted.faceNames().size(); f++) {
      assertThat(parted.facesOf(parted.pickOf(f))).containsExactly(f);
    }
    for (int e = 1; e <= parted.edgeNames().size(); e++) {
      assertThat(parted.edgesOf(parted.pickOfEdge(e))).containsExactly(e);
    }
    assertThat(parted.facesOf(FaceName.read("box/end"))).hasSize(2);
  }

  /** Against a look at every face and every edge, for picks of one and of several. */
  @Test
  void whatAPickStandsForIsFoundAmongAll() {
    NamedShape named =
        Parts.ok(
                Parts.box(40, 30, 20)
                    + ",{'kind':'sketch','id':'g','plane':{'base':'XY','offset':'17 mm'},'curves':[{'curve':'rectangle','name':'r','width':'4 mm','height':'40 mm'},"
                    + "{'curve':'rectangle','name':'q','centre':['12 mm','0 mm'],'width':'4 mm','height':'40 mm'}]},"
                    + "{'kind':'extrude','id':'cut','sketch':'g','depth':'3 mm','use':'subtract'},"
                    + "{'kind':'round','id':'r','sets':[{'edges':[{'choose':'edge','name':'box/side:r.left|box/start'}],'size':'2 mm'}]}")
            .bodies()
            .get("Body")
            .named();
    List<FaceName> faces = new ArrayList<>(named.faceNames());
    named.faceNames().forEach(name -> faces.add(name.bare()));
    faces.add(FaceName.read("nowhere/end"));
    for (FaceName pick : faces) {
      assertThat(named.facesOf(pick))
          .isEqualTo(
              IntStream.rangeClosed(1, named.faceNames().size())
                  .filter(f -> named.faceName(f).isPartOf(pick))
                  .boxed()
                  .toList());
    }
    List<EdgeName> edges = new ArrayList<>(named.edgeNames());
    named.edgeNames().forEach(name -> edges.add(name.plain()));
    edges.add(EdgeName.read("box/end|nowhere/end"));
    for (EdgeName pick : edges) {
      assertThat(named.edgesOf(pick))
          .isEqualTo(
              IntStream.rangeClosed(1, named.edgeNames().size())
                  .filter(e -> named.edgeName(e).isPartOf(pick))
                  .boxed()
                  .toList());
    }
    assertThat(named.facesOf(FaceName.read("box/end"))).hasSize(3);
  }
}
