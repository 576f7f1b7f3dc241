package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.Seeds;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Topology.SurfaceKind;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Bodies from elsewhere, of which nobody knows which faces are rounds: these are taken off, put on
 * again, and follow what is done to others.
 */
class ImportedRoundsTest {
  private static final String ALL = "{'choose':'edges of step','step':'e'}";
  private static final String TOP = "{'choose':'loop','face':{'choose':'face','name':'e/end'}}";
  private static final String BOTTOM =
      "{'choose':'loop','face':{'choose':'face','name':'e/start'}}";
  private static final String UPRIGHT = "{'choose':'parallel','direction':[0,0,1]}";

  /** Corners of profiles, mm, and their areas. */
  enum Profile {
    TRIANGLE(Parts.regular(3, 30)),
    PENTAGON(Parts.regular(5, 30)),
    HEXAGON(Parts.regular(6, 30)),
    OCTAGON(Parts.regular(8, 30)),
    ANGLE(new double[][] {{-30, -20}, {30, -20}, {30, 0}, {0, 0}, {0, 20}, {-30, 20}}),
    CHANNEL(
        new double[][] {
          {-30, -20}, {30, -20}, {30, 20}, {16, 20}, {16, 0}, {-16, 0}, {-16, 20}, {-30, 20}
        });

    private final double[][] corners;

    Profile(double[][] corners) {
      this.corners = corners;
    }

    String extruded(double depth, double taperDeg) {
      return Parts.prism(corners, depth, taperDeg);
    }

    double area() {
      return ImportedRoundsTest.area(corners);
    }
  }

  /** The shoelace formula. */
  private static double area(double[][] p) {
    double twice = 0;
    for (int i = 0; i < p.length; i++) {
      double[] q = p[(i + 1) % p.length];
      twice += p[i][0] * q[1] - q[0] * p[i][1];
    }
    return twice / 2;
  }

  private static String number(double v) {
    return String.format(Locale.ROOT, "%.9f", v);
  }

  private static String round(String id, String edges, double mm) {
    return ",{'kind':'round','id':'%s','sets':[{'edges':[%s],'size':'%s mm'}]}"
        .formatted(id, edges, number(mm));
  }

  private static String erase(String faces) {
    return ",{'kind':'erase','id':'x','faces':[%s]}".formatted(faces);
  }

  private static final String ROUNDS = "{'choose':'rounds'}";

  private static PartState importedWell(String steps, String then) {
    PartState state = Parts.readAgain(steps, then);
    assertThat(state.isOk()).as("%s", state.steps()).isTrue();
    return state;
  }

  private static Stream<List<Object>> allWays() {
    List<String> ways =
        List.of(
            round("r", ALL, 1.5),
            round("r", UPRIGHT, 4),
            round("r", TOP, 1.2) + round("q", BOTTOM, 2),
            round("r", UPRIGHT, 4) + round("q", TOP, 1.5),
            round("r", UPRIGHT, 5) + round("q", TOP, 1) + round("p", BOTTOM, 2));
    return Stream.of(Profile.values()).flatMap(p -> ways.stream().map(w -> List.of(p, w)));
  }

  /** The sides of a hexagon were joined to a star before, those of a pentagon too. */
  @ParameterizedTest
  @MethodSource("allWays")
  void whatIsLeftIsThePrism(List<Object> of) {
    Profile profile = (Profile) of.getFirst();
    PartState state = importedWell(profile.extruded(20, 0) + of.getLast(), erase(ROUNDS));
    assertThat(Parts.volume(state)).isCloseTo(profile.area() * 20, within(1e-4));
    assertThat(faces(state)).hasSize(profile.corners.length + 2).containsOnly(SurfaceKind.PLANE);
  }

  /** Strips between two faces, at their ends others or further strips. */
  @ParameterizedTest
  @EnumSource(Profile.class)
  void chamfersAreTakenOff(Profile profile) {
    String base = profile.extruded(20, 0);
    for (String edges : List.of(UPRIGHT, TOP, UPRIGHT + "," + TOP)) {
      String chamfer =
          ",{'kind':'chamfer','id':'c','sets':[{'edges':[%s],'size':'2 mm'}]}".formatted(edges);
      PartState state = Parts.ok(base + chamfer + erase("{'choose':'faces of step','step':'c'}"));
      assertThat(Parts.volume(state)).as(edges).isCloseTo(profile.area() * 20, within(1e-4));
      assertThat(faces(state)).as(edges).hasSize(profile.corners.length + 2);
    }
  }

  private static List<SurfaceKind> faces(PartState state) {
    return state.bodies().values().iterator().next().named().topology().faces().stream()
        .map(f -> f.kind())
        .toList();
  }

  /** A convex profile with corners of all angles, walls that lean, rounds of several radii. */
  @ParameterizedTest
  @MethodSource("seeds")
  @Tag("seeded")
  void anyFrustum(long seed) {
    Random random = new Random(seed);
    int sides = 3 + random.nextInt(6);
    double[][] corners = new double[sides][];
    for (int i = 0; i < sides; i++) {
      double turn = 2 * Math.PI * (i + 0.3 * random.nextDouble()) / sides;
      corners[i] = new double[] {40 * Math.cos(turn), 40 * Math.sin(turn)};
    }
    double upright = 1.5 + 3 * random.nextDouble();
    String base = Parts.prism(corners, 15 + 10 * random.nextDouble(), -4 * random.nextDouble());
    String upEdges = "{'choose':'edges of step','step':'e','corner':'outside'}";
    String rounds =
        random.nextBoolean()
            ? round("r", upEdges, upright / 2)
            : round("r", TOP, upright / 3) + round("q", BOTTOM, upright / 2);
    double before = Parts.volume(Parts.ok(base));
    PartState state = importedWell(base + rounds, erase(ROUNDS));
    assertThat(Parts.volume(state)).isCloseTo(before, within(1e-7 * before));
    assertThat(faces(state)).hasSize(sides + 2);
  }

  static LongStream seeds() {
    return Seeds.of(4, 40);
  }

  /** All the way round a cone; a cylinder between two rounds is none itself. */
  @ParameterizedTest
  @ValueSource(doubles = {0, 3})
  void ringsAtTheEnds(double taper) {
    String circle =
        "{'kind':'sketch','id':'s','curves':[{'curve':'circle','name':'c','diameter':'40 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','taper':'%s deg','body':'Body'}"
                .formatted(taper);
    double top = 20 - 20 * Math.tan(Math.toRadians(taper));
    double frustum = Math.PI * 20 / 3 * (400 + 20 * top + top * top);
    PartState ends =
        importedWell(circle + round("r", TOP, 2) + round("q", BOTTOM, 3), erase(ROUNDS));
    assertThat(Parts.volume(ends)).isCloseTo(frustum, within(1e-4));
    assertThat(faces(ends)).hasSize(3);
  }

  @Test
  void aRingWhereABossStands() {
    String boss =
        Profile.HEXAGON.extruded(5, 0)
            + ",{'kind':'sketch','id':'t','plane':{'base':'XY','offset':'5 mm'},'curves':[{'curve':'circle','name':'c','diameter':'20 mm'}]}"
            + ",{'kind':'extrude','id':'b','sketch':'t','depth':'10 mm','use':'unite','targets':['Body']}";
    PartState root =
        importedWell(boss + round("r", "{'choose':'inside corners'}", 2), erase(ROUNDS));
    assertThat(Parts.volume(root))
        .isCloseTo(Profile.HEXAGON.area() * 5 + Math.PI * 100 * 10, within(1e-4));
  }

  /** Corners rounded in the profile stay where only the rounds at the ends go. */
  @Test
  void onlyTheSmallOnes() {
    String rounded =
        "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'60 mm','height':'40 mm','rounding':'8 mm'}]},"
            + "{'kind':'extrude','id':'e','sketch':'s','depth':'20 mm','body':'Body'}";
    PartState state =
        importedWell(
            rounded + round("r", TOP, 2) + round("q", BOTTOM, 1),
            erase("{'choose':'rounds','upTo':'2 mm'}"));
    double area = 60 * 40 - (4 - Math.PI) * 64;
    assertThat(Parts.volume(state)).isCloseTo(area * 20, within(1e-4));
    assertThat(faces(state)).hasSize(10);
  }

  /** Where the corner of a round is a free face, that is a round, too. */
  @Test
  void freeCornersBetweenRoundsAreChosenWithThem() {
    String leaning = Profile.HEXAGON.extruded(20, -8);
    String rounded =
        leaning
            + round("u", "{'choose':'edge','name':'e/side:l0|e/side:l1'}", 3)
            + round("r", TOP, 1);
    PartState bare = importedWell(rounded, "");
    assertThat(faces(bare)).contains(SurfaceKind.FREEFORM);
    PartState state = importedWell(rounded, erase(ROUNDS));
    assertThat(faces(state)).hasSize(8);
    double sharp = Parts.volume(Parts.ok(leaning));
    assertThat(Parts.volume(state)).isCloseTo(sharp, within(1e-6 * sharp));
  }

  private static final String SLOT =
      "{'kind':'sketch','id':'s','curves':[{'curve':'slot','name':'c','from':['-20 mm','0 mm'],'to':['20 mm','0 mm'],'width':'30 mm'}]},"
          + "{'kind':'extrude','id':'e','sketch':'s','depth':'10 mm','body':'Body'}";
  private static final double SLOT_MM3 = 10 * (40 * 30 + Math.PI * 15 * 15);

  /** The ends of a slot lie between parallel walls, which meet nowhere. */
  @Test
  void whatCannotBeAnEdgeIsToldAndNothingIsLost() {
    NamedShape read = Parts.readAgain(SLOT, "").bodies().values().iterator().next().named();
    String ends =
        read.faceNames().stream()
            .filter(n -> read.topology().face(read.face(n)).kind() == SurfaceKind.CYLINDER)
            .map(n -> "{'choose':'face','name':'" + n + "'}")
            .collect(Collectors.joining(","));
    PartState state = Parts.readAgain(SLOT, erase(ends));
    assertThat(state.steps().getLast().message()).contains("erase of 2 faces failed");
    assertThat(Parts.volume(state)).isCloseTo(SLOT_MM3, within(1e-3));
  }

  /** So they are not among the rounds, but those at the rim are. */
  @Test
  void theEndsOfASlotAreNoRounds() {
    PartState state = importedWell(SLOT + round("t", TOP, 2), erase(ROUNDS));
    assertThat(Parts.volume(state)).isCloseTo(SLOT_MM3, within(1e-6 * SLOT_MM3));
    assertThat(Parts.readAgain(SLOT, erase(ROUNDS)).steps().getLast().message())
        .contains("describes no face");
  }

  /**
   * All walls of a body rounded at all edges get draft, the upright rounds with them: as if the
   * walls had been drafted before anything was rounded.
   */
  @ParameterizedTest
  @CsvSource({
    "TRIANGLE,1,true",
    "PENTAGON,1.5,true",
    "HEXAGON,2,true",
    "HEXAGON,2,false",
    "ANGLE,1,false",
    "ANGLE,1,true"
  })
  void draftOfAllWallsTakesTheRoundsWithThem(Profile profile, double deg, boolean isImported) {
    String draft =
        ",{'kind':'draft','id':'d','sets':[{'faces':[{'choose':'short of draft','angle':'0.9 deg'}],'angle':'%s deg'}]}"
            .formatted(deg);
    double wanted = Parts.volume(Parts.ok(profile.extruded(20, deg) + round("r", ALL, 1.5)));
    String rounded = profile.extruded(20, 0) + round("r", ALL, 1.5);
    PartState state = isImported ? importedWell(rounded, draft) : Parts.ok(rounded + draft);
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** What is moved outwards is what would have been extruded farther. */
  @ParameterizedTest
  @ValueSource(strings = {"PENTAGON", "HEXAGON", "CHANNEL"})
  void theRoundedFloorIsMoved(Profile profile) {
    String rounds = round("r", UPRIGHT, 4) + round("q", TOP, 1) + round("p", BOTTOM, 1.5);
    PartState state =
        importedWell(
            profile.extruded(20, 0) + rounds,
            ",{'kind':'shift','id':'m','faces':[{'choose':'facing','direction':[0,0,-1]}],'distance':'0.7 mm'}");
    double wanted = Parts.volume(Parts.ok(profile.extruded(20.7, 0) + rounds));
    assertThat(Parts.volume(state)).isCloseTo(wanted, within(1e-6 * wanted));
  }

  /** Rounds no larger than the wall leave no trace inside. */
  @ParameterizedTest
  @ValueSource(strings = {"TRIANGLE", "HEXAGON", "ANGLE"})
  void aShellUnderSmallRounds(Profile profile) {
    String shell =
        ",{'kind':'shell','id':'h','thickness':'1.5 mm','open':[{'choose':'facing','direction':[0,0,-1]}]}";
    String rounded = profile.extruded(20, 0) + round("r", TOP, 1);
    double wanted = Parts.volume(Parts.ok(rounded + shell));
    assertThat(Parts.volume(importedWell(rounded, shell))).isCloseTo(wanted, within(1e-6 * wanted));
  }
}
