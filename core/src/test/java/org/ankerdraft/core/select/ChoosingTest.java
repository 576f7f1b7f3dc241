package org.ankerdraft.core.select;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.kernel.Topology;
import org.ankerdraft.vectors.Vec3;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What each kind of choice describes, on bodies whose faces and edges one can count. */
class ChoosingTest {
  private static final NamedShape BOX = of(Parts.box(40, 30, 20));
  private static final NamedShape ROD = of(Parts.rod(10, 20));

  /** A box with a bore of 8 mm through its middle. */
  private static final NamedShape BORED =
      of(
          Parts.box(40, 30, 20)
              + ",{'kind':'sketch','id':'q','curves':[{'curve':'circle','name':'k','diameter':'8 mm'}]},"
              + "{'kind':'extrude','id':'bore','sketch':'q','depth':'20 mm','use':'subtract'}");

  /** A step: a low slab with a block on one side, so with one inside edge. */
  private static final NamedShape STEPPED =
      of(
          "{'kind':'sketch','id':'s','curves':["
              + line("a", 0, 0, 40, 0)
              + ','
              + line("b", 40, 0, 40, 10)
              + ','
              + line("c", 40, 10, 20, 10)
              + ','
              + line("d", 20, 10, 20, 30)
              + ','
              + line("e", 20, 30, 0, 30)
              + ','
              + line("f", 0, 30, 0, 0)
              + "]},{'kind':'extrude','id':'box','sketch':'s','depth':'15 mm','body':'Body'}");

  private static String line(String name, int x1, int y1, int x2, int y2) {
    return String.format(
        "{'curve':'line','name':'%s','from':[%d,%d],'to':[%d,%d]}", name, x1, y1, x2, y2);
  }

  private static NamedShape of(String steps) {
    return Parts.ok(steps).bodies().get("Body").named();
  }

  private static Choosing choosing(NamedShape shape) {
    return new Choosing(shape, new Evaluator(Map.of()), new Vec3(0, 0, 1), Tolerance.MODEL);
  }

  private static Set<String> faces(NamedShape shape, FaceChoice choice) throws Exception {
    return choosing(shape).faces(choice).stream()
        .map(f -> shape.faceName(f).toString())
        .collect(Collectors.toSet());
  }

  private static Set<Integer> edges(NamedShape shape, EdgeChoice choice) throws Exception {
    return choosing(shape).edges(choice);
  }

  private static FaceChoice face(String name) {
    return new FaceChoice.Named(FaceName.read(name), null);
  }

  private static EdgeChoice edge(String name) {
    return new EdgeChoice.Named(EdgeName.read(name), null);
  }

  private static Direction direction(double x, double y, double z) {
    return new Direction(x, y, z);
  }

  private static Point point(String x, String y, String z) {
    return new Point(new Expr(x), new Expr(y), new Expr(z));
  }

  @Test
  void facesByNameStepAndRole() throws Exception {
    assertThat(faces(BOX, face("box/end"))).containsExactly("box/end");
    assertThat(faces(BOX, new FaceChoice.OfStep("box", null))).hasSize(6);
    assertThat(faces(BOX, new FaceChoice.OfStep("box", "side"))).hasSize(4);
    assertThat(faces(BOX, new FaceChoice.OfStep("box", "start"))).containsExactly("box/start");
    assertThat(faces(BOX, new FaceChoice.OfStep("other", null))).isEmpty();
    assertThat(faces(BORED, new FaceChoice.All())).hasSize(7);
    assertThat(faces(BORED, new FaceChoice.OfStep("bore", null))).containsExactly("bore/side:k");
  }

  @Test
  void facingTakesTheFarthestOrEvery() throws Exception {
    FaceChoice farthest = new FaceChoice.Facing(direction(1, 0, 0), false);
    assertThat(faces(STEPPED, farthest)).containsExactly("box/side:b");
    assertThat(faces(STEPPED, new FaceChoice.Facing(direction(5, 0, 0), true)))
        .containsExactlyInAnyOrder("box/side:b", "box/side:d");
    assertThat(faces(STEPPED, new FaceChoice.Facing(direction(1, 1, 0), true))).isEmpty();
    assertThat(faces(ROD, new FaceChoice.Facing(direction(1, 0, 0), true)))
        .as("a curved face looks nowhere")
        .isEmpty();
  }

  @Test
  void uprightFollowsThePull() throws Exception {
    assertThat(faces(BORED, new FaceChoice.Upright(null, null))).hasSize(5).contains("bore/side:k");
    assertThat(faces(BORED, new FaceChoice.Upright("box", null))).hasSize(4);
    assertThat(faces(BOX, new FaceChoice.Upright(null, direction(1, 0, 0))))
        .containsExactlyInAnyOrder("box/start", "box/end", "box/side:r.top", "box/side:r.bottom");
  }

  @ParameterizedTest
  @CsvSource({"1.9, 2", "2.0, 2", "2.1, 6"})
  void shortOfDraftCountsWhatIsLess(double angle, int expected) throws Exception {
    NamedShape tapered = of(Parts.box(40, 30, 20).replace("'body'", "'taper':'2 deg','body'"));
    // The caps make 90 deg with the pull, so they are never short; two bores stay upright.
    NamedShape part =
        of(
            Parts.box(40, 30, 20).replace("'body'", "'taper':'2 deg','body'")
                + ",{'kind':'sketch','id':'q','curves':[{'curve':'circle','name':'k','centre':[8,0],'diameter':'4 mm'},{'curve':'circle','name':'m','centre':[-8,0],'diameter':'4 mm'}]},"
                + "{'kind':'extrude','id':'bore','sketch':'q','depth':'20 mm','use':'subtract'}");
    FaceChoice choice = new FaceChoice.ShortOfDraft(new Expr(angle + " deg"), null);
    assertThat(faces(part, choice)).hasSize(expected);
    assertThat(faces(tapered, choice)).hasSize(expected - 2);
  }

  /**
   * Of a box with two rounds of 3 mm and one of 1 mm on its upright edges, a slot in its top and a
   * bore: the ends of the slot run smoothly into its walls, but these are parallel and have no edge
   * that was rounded; the bore is none, either.
   */
  @ParameterizedTest
  @CsvSource({"'', 3", "5 mm, 3", "3 mm, 3", "2.9 mm, 1", "1 mm, 1", "0.9 mm, 0"})
  void roundsAreToldByTheirNeighboursAndRadius(String upTo, int expected) throws Exception {
    NamedShape part =
        of(
            Parts.box(40, 30, 20)
                + ",{'kind':'round','id':'a','sets':[{'edges':[{'choose':'edge','name':'box/side:r.left|box/side:r.top'},{'choose':'edge','name':'box/side:r.right|box/side:r.top'}],'size':'3 mm'},"
                + "{'edges':[{'choose':'edge','name':'box/side:r.left|box/side:r.bottom'}],'size':'1 mm'}]},"
                + "{'kind':'sketch','id':'q','curves':[{'curve':'slot','name':'g','from':['-6 mm','0 mm'],'to':['2 mm','0 mm'],'width':'8 mm'},{'curve':'circle','name':'k','centre':['12 mm','0 mm'],'diameter':'4 mm'}]},"
                + "{'kind':'extrude','id':'cut','sketch':'q','depth':'20 mm','use':'subtract'}");
    FaceChoice choice = new FaceChoice.Rounds(upTo.isEmpty() ? null : new Expr(upTo));
    assertThat(faces(part, choice)).hasSize(expected).doesNotContain("cut/side:k");
  }

  @Test
  void nearestFindsTheFaceThePointLiesOn() throws Exception {
    // Near the rim of the top, far from its middle and close to the middle of the side.
    assertThat(faces(BOX, new FaceChoice.Nearest(point("19.9", "0", "20"))))
        .containsExactly("box/end");
    assertThat(faces(BOX, new FaceChoice.Nearest(point("20", "0", "10"))))
        .containsExactly("box/side:r.right");
    assertThat(faces(ROD, new FaceChoice.Nearest(point("0", "-5", "3"))))
        .containsExactly("rod/side:k");
  }

  @Test
  void edgesByKind() throws Exception {
    assertThat(edges(BOX, new EdgeChoice.Sharp())).hasSize(12);
    assertThat(edges(BOX, new EdgeChoice.Outside())).hasSize(12);
    assertThat(edges(BOX, new EdgeChoice.Inside())).isEmpty();
    assertThat(edges(STEPPED, new EdgeChoice.Inside())).hasSize(1);
    assertThat(edges(STEPPED, new EdgeChoice.Outside())).hasSize(17);
    assertThat(edges(ROD, new EdgeChoice.Sharp())).as("the seam is no edge").hasSize(2);
    assertThat(edges(BOX, new EdgeChoice.Parallel(direction(0, 0, -3), null))).hasSize(4);
    assertThat(edges(BORED, new EdgeChoice.Parallel(direction(0, 0, 1), "bore"))).isEmpty();
    assertThat(edges(BORED, new EdgeChoice.OfStep("bore", null))).hasSize(2);
    assertThat(edges(STEPPED, new EdgeChoice.OfStep("box", EdgeChoice.Corner.INSIDE))).hasSize(1);
    assertThat(edges(STEPPED, new EdgeChoice.OfStep("box", EdgeChoice.Corner.OUTSIDE))).hasSize(17);
    assertThat(edges(BORED, new EdgeChoice.OfFaces(face("box/end")))).hasSize(5);
  }

  @Test
  void aLoopIsTheOuterOneOrTheOneNearAPoint() throws Exception {
    assertThat(edges(BORED, new EdgeChoice.Loop(face("box/end"), null))).hasSize(4);
    Set<Integer> bore = edges(BORED, new EdgeChoice.Loop(face("box/end"), point("4", "0", "20")));
    assertThat(bore).hasSize(1);
    Topology.Edge circle = BORED.topology().edge(bore.iterator().next());
    assertThat(circle.kind()).isEqualTo(Topology.CurveKind.CIRCLE);
    assertThat(circle.mid().z()).isEqualTo(20);
  }

  @Test
  void anEdgeIsTheSameInEitherOrderOfItsFaces() throws Exception {
    Set<Integer> one = edges(BOX, edge("box/end|box/side:r.left"));
    assertThat(edges(BOX, edge("box/side:r.left|box/end"))).isEqualTo(one).hasSize(1);
  }

  /** A slot's rim: two lines and two arcs that go on into one another; the box's do not. */
  @Test
  void aChainGoesOnWhereThereIsNoKink() throws Exception {
    NamedShape slot =
        of(
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'40 mm','height':'20 mm','rounding':'10 mm'}]},"
                + "{'kind':'extrude','id':'box','sketch':'s','depth':'8 mm','body':'Body'}");
    EdgeChoice top = edge("box/end|box/side:r.top");
    assertThat(edges(slot, new EdgeChoice.Chain(top)))
        .isEqualTo(edges(slot, new EdgeChoice.Loop(face("box/end"), null)));
    assertThat(edges(BOX, new EdgeChoice.Chain(top))).hasSize(1);
  }

  @Test
  void whatIsGoneIsAdriftWithTheBestCandidate() {
    Choosing.Adrift face =
        catchThrowableOfType(
            Choosing.Adrift.class, () -> choosing(BOX).faces(face("box/side:r.lefty")));
    assertThat(face.lost().getFirst().name()).isEqualTo("box/side:r.lefty");
    assertThat(face.lost().getFirst().nearest().orElseThrow().name()).isEqualTo("box/side:r.left");
    Hint hint = new Hint(20, 0, 20, "line", 30);
    Choosing.Adrift edge =
        catchThrowableOfType(
            Choosing.Adrift.class,
            () ->
                choosing(BOX)
                    .edges(new EdgeChoice.Named(EdgeName.read("gone/end|gone/side:x"), hint)));
    assertThat(EdgeName.read(edge.lost().getFirst().nearest().orElseThrow().name()))
        .isEqualTo(EdgeName.read("box/end|box/side:r.right"));
  }

  @Test
  void severalChoicesAddUpOnce() throws Exception {
    assertThat(choosing(BOX).faces(List.of(face("box/end"), new FaceChoice.All()))).hasSize(6);
    assertThat(
            choosing(BOX)
                .edges(List.of(new EdgeChoice.Sharp(), new EdgeChoice.OfFaces(face("box/end")))))
        .hasSize(12);
  }
}
