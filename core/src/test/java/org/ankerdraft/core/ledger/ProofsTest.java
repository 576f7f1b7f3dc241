package org.ankerdraft.core.ledger;

import static org.ankerdraft.core.Parts.box;
import static org.ankerdraft.core.Parts.build;
import static org.ankerdraft.core.Parts.ok;
import static org.ankerdraft.core.Parts.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.core.select.Surfaces;
import org.ankerdraft.core.step.imported.ImportKind;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Relay;
import org.ankerdraft.kernel.WorkerProgram;
import org.ankerdraft.kernel.proto.Request;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is asked for is measured on the result. */
class ProofsTest {
  /** A slot 40 x 20 with round ends: its top edge is one chain of lines and arcs. */
  private static final String SLOT =
      "{'kind':'sketch','id':'s','curves':["
          + "{'curve':'line','name':'a','from':['-10 mm','-10 mm'],'to':['10 mm','-10 mm']},"
          + "{'curve':'arc','name':'b','from':['10 mm','-10 mm'],'to':['10 mm','10 mm'],'centre':['10 mm','0 mm']},"
          + "{'curve':'line','name':'c','from':['10 mm','10 mm'],'to':['-10 mm','10 mm']},"
          + "{'curve':'arc','name':'d','from':['-10 mm','10 mm'],'to':['-10 mm','-10 mm'],'centre':['-10 mm','0 mm']}]},"
          + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','body':'Body'}";

  private static String sets(String kind, String first, String second) {
    return ",{'kind':'"
        + kind
        + "','id':'r','sets':["
        + "{'edges':[{'choose':'edge','name':'e/end|e/side:a'}],'size':'"
        + first
        + "'},{'edges':[{'choose':'edge','name':'e/side:b|e/end'}],'size':'"
        + second
        + "'}]}";
  }

  @ParameterizedTest
  @ValueSource(strings = {"round", "chamfer"})
  void aSecondSizeOnATangentChainIsNotPassedOver(String kind) {
    StepResult r = build(SLOT + sets(kind, "2 mm", "0.5 mm")).step("r").orElseThrow();
    assertThat(r.status()).isEqualTo(StepStatus.FAILED);
    assertThat(r.message()).contains("0.5 mm");
    assertThat(build(SLOT + sets(kind, "2 mm", "2 mm")).isOk()).isTrue();
  }

  /** Between a plane and cones the legs are known as closely as between planes. */
  @Test
  void aSecondLegOnLeaningWallsIsNotPassedOverByAHair() {
    String leaning = SLOT.replace("'depth'", "'taper':'3 deg','depth'");
    String almost = sets("chamfer", "2 mm", "2.01 mm");
    StepResult r = build(leaning + almost).step("r").orElseThrow();
    assertThat(r.status()).isEqualTo(StepStatus.FAILED);
    assertThat(r.message()).contains("leg");
    assertThat(build(leaning + sets("chamfer", "2 mm", "2 mm")).isOk()).isTrue();
  }

  /** The ring that a chamfer takes off a frustum, by Pappus; its legs lie along the faces. */
  @ParameterizedTest
  @CsvSource({"3, 1", "-3, 1", "12, 0.4", "-25, 2", "40, 1.5"})
  void aChamferOnAFrustumHasItsLegsAndTheyAreNotAskedFor(double taperDeg, double leg) {
    double taper = Math.toRadians(taperDeg);
    double rim = 15 - 10 * Math.tan(taper);
    double foot = 15;
    double whole = Math.PI * 10 / 3 * (foot * foot + foot * rim + rim * rim);
    double inner = rim - leg;
    double below = rim + leg * Math.sin(taper);
    double ring = leg * leg * Math.cos(taper) / 2 * 2 * Math.PI * (rim + inner + below) / 3;
    Set<String> asked = new TreeSet<>();
    Relay noting =
        new Relay() {
          @Override
          public void answered(String operation, Request request, long nanos) {
            asked.add(operation);
          }
        };
    try (GeometryKernel kernel = new GeometryKernel(WorkerProgram.find().orElseThrow(), noting)) {
      PartState state =
          new PartBuilder(kernel, Tolerance.MODEL)
              .build(
                  Parts.part(
                      "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'30 mm'}]},"
                          + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','taper':'"
                          + taperDeg
                          + " deg'},{'kind':'chamfer','id':'r','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'e/end'}}],'size':'"
                          + leg
                          + " mm'}]}"),
                  Map.of(),
                  PartBuilder.Progress.NONE,
                  Budget.Cancel.NEVER)
              .orElseThrow();
      assertThat(state.isOk()).isTrue();
      assertThat(volume(state)).isCloseTo(whole - ring, within(1e-6 * whole));
    }
    assertThat(asked).contains("BLEND").doesNotContain("DISTANCE");
  }

  @ParameterizedTest
  @CsvSource({"round,1.5", "chamfer,1.5"})
  void sizesOnEdgesOfTheirOwnAreMadeAsAsked(String kind, double leg) {
    PartState state =
        ok(
            box(30, 20, 10)
                + ",{'kind':'"
                + kind
                + "','id':'r','sets':[{'edges':[{'choose':'edge','name':'box/end|box/side:r.left'}],'size':'"
                + leg
                + " mm'},{'edges':[{'choose':'edge','name':'box/end|box/side:r.right'}],'size':'3 mm'}]}");
    // (1 - pi/4) r^2 L off each round, l^2 / 2 L off each chamfer.
    double share = kind.equals("round") ? 1 - Math.PI / 4 : 0.5;
    assertThat(volume(state)).isCloseTo(6000 - share * (leg * leg + 9) * 20, within(1e-6));
  }

  /**
   * 49 holes of 2 mm in a plate 100 x 100 x 20, closed, 2 mm: the holes' walls are pipes of 6 mm.
   */
  @Test
  void aBodyFullOfHolesIsHollowed() {
    StringBuilder places = new StringBuilder();
    for (int i = 0; i < 49; i++) {
      places
          .append(i == 0 ? "" : ",")
          .append("['")
          .append(i % 7 * 14 - 42)
          .append(" mm','")
          .append(i / 7 * 14 - 42)
          .append(" mm']");
    }
    PartState state =
        ok(
            box(100, 100, 20)
                + ",{'kind':'hole','id':'h','plane':{'face':{'choose':'face','name':'box/end'}},'diameter':'2 mm','points':["
                + places
                + "]},{'kind':'shell','id':'w','thickness':'2 mm'}");
    double outer = 100 * 100 * 20 - 49 * Math.PI * 20;
    double inner = 96 * 96 * 16 - 49 * Math.PI * 9 * 16;
    assertThat(outer - inner).isCloseTo(71632.317, within(1e-3));
    assertThat(volume(state)).isCloseTo(outer - inner, within(1e-3));
  }

  @Test
  void aWallThatGrowsOutwardsIsAsThickAsAskedAndItsEdgesHaveNames() {
    PartState state =
        ok(box(30, 20, 10) + ",{'kind':'shell','id':'w','thickness':'2 mm','outwards':true}");
    NamedShape named = state.bodies().get("Body").named();
    int measured = 0;
    for (FaceName name : named.faceNames()) {
      if (name.isOf("w", "outer") && name.from().size() == 1) {
        int inside = named.face(name.from().getFirst());
        double distance =
            Surfaces.distance(
                named.topology().face(inside), named.topology().face(named.face(name)).point());
        assertThat(distance).isCloseTo(2, within(1e-6));
        measured++;
      }
    }
    assertThat(measured).isEqualTo(6);
    assertThat(named.faceNames())
        .contains(FaceName.read("w/outer(box/end|box/side:r.left)"))
        .contains(FaceName.read("w/outer(box/end|box/side:r.bottom|box/side:r.left)"));
    // Steiner: box, plates, quarter pipes, a ball.
    double expected =
        2 * 2 * (30 * 20 + 30 * 10 + 20 * 10) + Math.PI * (30 + 20 + 10) * 4 + 4 * Math.PI / 3 * 8;
    assertThat(volume(state)).isCloseTo(expected, within(1e-6 * expected));
  }

  /** The rim at an open face has the same name whichever strategy made the shell. */
  @ParameterizedTest
  @ValueSource(strings = {"", ",'outwards':true"})
  void rimsHaveOneName(String how) {
    for (String radius : new String[] {"4 mm", "1 mm"}) {
      PartState state =
          ok(
              box(40, 30, 20)
                  + ",{'kind':'round','id':'r','sets':[{'edges':[{'choose':'parallel','direction':[0,0,1]}],'size':'"
                  + radius
                  + "'}]}"
                  + ",{'kind':'shell','id':'w','thickness':'2 mm','open':[{'choose':'face','name':'box/end'}]"
                  + how
                  + "}");
      NamedShape named = state.bodies().get("Body").named();
      String strategy = state.step("w").orElseThrow().strategy();
      assertThat(named.partsOf(FaceName.read("box/end"))).as(strategy).isNotEmpty();
      assertThat(named.faceNames()).as(strategy).noneMatch(n -> n.isOf("w", "rim"));
    }
  }

  @Test
  void bothPartsOfAFaceThatWasSplitAreDrafted() {
    String slot =
        ",{'kind':'sketch','id':'q','plane':{'base':'XY'},'curves':[{'curve':'rectangle','name':'r','centre':['0 mm','-15 mm'],'width':'8 mm','height':'6 mm'}]},"
            + "{'kind':'extrude','id':'cut','sketch':'q','extent':'through all','use':'subtract'},"
            + "{'kind':'draft','id':'d','sets':[{'faces':[{'choose':'facing','direction':[0,-1,0]}],'angle':'3 deg'}]}";
    PartState state = ok(box(40, 30, 20) + slot);
    NamedShape named = state.bodies().get("Body").named();
    var ranges =
        Parts.KERNEL
            .draftRanges(named.shape(), org.ankerdraft.vectors.Vec3.Z, 1e-5, Budget.ofSeconds(20))
            .orThrow();
    for (int f : named.partsOf(FaceName.read("box/side:r.bottom"))) {
      assertThat(Math.toDegrees(ranges.get(f - 1).minRad())).isCloseTo(3, within(0.01));
    }
    assertThat(named.partsOf(FaceName.read("box/side:r.bottom"))).hasSize(2);
  }

  /** Two frusta of a square: h/3 (A1 + A2 + sqrt(A1 A2)) each. */
  @Test
  void aTaperToBothSidesIsTwoFrusta() {
    PartState state =
        ok(
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'30 mm','height':'30 mm'}]},"
                + "{'kind':'extrude','id':'e','sketch':'s','extent':'two sides','depth':'10 mm','backDepth':'6 mm','taper':'5 deg','body':'Body'}");
    double expected = 0;
    for (double h : new double[] {10, 6}) {
      double top = 30 - 2 * h * Math.tan(Math.toRadians(5));
      expected += h / 3 * (900 + top * top + 30 * top);
    }
    assertThat(volume(state)).isCloseTo(expected, within(1e-6));
  }

  private static byte[] stepOfBox() {
    return Parts.KERNEL
        .writeStep(
            "box",
            Map.of("Body", ok(box(10, 20, 30)).bodies().get("Body").named().shape()),
            Budget.ofSeconds(30))
        .orThrow();
  }

  private static PartState imported(byte[] step) {
    PartDocument part = PartDocument.empty("i").withNewStep(ImportKind.of("i", "a.step"));
    return new PartBuilder(Parts.KERNEL, Tolerance.MODEL)
        .build(part, Map.of("a.step", step), PartBuilder.Progress.NONE, () -> false)
        .orElseThrow();
  }

  private static String flipped(String text, String entity) {
    return text.replaceAll("(" + entity + "\\([^;]*),\\.T\\.\\)", "$1,.X.)")
        .replaceAll("(" + entity + "\\([^;]*),\\.F\\.\\)", "$1,.T.)")
        .replaceAll("(" + entity + "\\([^;]*),\\.X\\.\\)", "$1,.F.)");
  }

  /** Sides told the wrong way round: the solid is there with its volume, or is refused. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "ADVANCED_FACE",
        "FACE_BOUND",
        "FACE_OUTER_BOUND",
        "ORIENTED_EDGE",
        "ADVANCED_FACE FACE_BOUND",
        "ADVANCED_FACE FACE_BOUND ORIENTED_EDGE",
        "ADVANCED_FACE FACE_OUTER_BOUND",
        "FACE_BOUND ORIENTED_EDGE"
      })
  void aSolidThatIsInsideOutIsNeverTakenAsItIs(String entities) {
    String text = new String(stepOfBox(), StandardCharsets.ISO_8859_1);
    for (String entity : entities.split(" ", -1)) {
      text = flipped(text, entity);
    }
    PartState state = imported(text.getBytes(StandardCharsets.ISO_8859_1));
    if (state.step("i").orElseThrow().status() == StepStatus.BUILT) {
      assertThat(state.bodies().values().iterator().next().volumeMm3())
          .isCloseTo(6000, within(1e-6));
    } else {
      assertThat(state.step("i").orElseThrow().message()).startsWith("import failed");
    }
  }

  /** What is no solid comes as a surface, and that is said. */
  @Test
  void aSolidWithAGapComesAsASurface() {
    String text = new String(stepOfBox(), StandardCharsets.ISO_8859_1);
    // One face less in the shell.
    String open = text.replaceFirst("(CLOSED_SHELL\\('',\\()#\\d+,", "$1");
    assertThat(open).isNotEqualTo(text);
    PartState state = imported(open.getBytes(StandardCharsets.ISO_8859_1));
    assertThat(state.step("i").orElseThrow().strategy()).contains("has gaps between its faces");
    assertThat(state.solids()).isEmpty();
    assertThat(state.bodies().values())
        .singleElement()
        .satisfies(b -> assertThat(b.named().topology().faces()).hasSize(5));
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 1, 10, 5000})
  void aFileOfNulsIsToldInWords(int size) {
    StepResult i = imported(new byte[size]).step("i").orElseThrow();
    assertThat(i.status()).isEqualTo(StepStatus.FAILED);
    assertThat(i.message()).contains("not STEP");
  }
}
