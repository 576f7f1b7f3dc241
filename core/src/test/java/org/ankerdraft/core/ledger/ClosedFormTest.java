package org.ankerdraft.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Locale;
import java.util.Random;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.ankerdraft.core.Parts;
import org.ankerdraft.vectors.Xy;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Prisms over random convex polygons, whose volumes are known in closed form.
 *
 * <p>The area of a convex polygon moved inwards by d is A - P d + K d2, with the perimeter P and K
 * the sum of tan(e/2) over the exterior angles e: each corner loses a kite of two right triangles
 * with legs d and d tan(e/2). From this by integration the volumes below.
 */
class ClosedFormTest {
  private static final int PARTS = 10;
  private static final double RELATIVE = 1e-7;

  /** A convex polygon with the height of the prism over it. */
  record Prism(long seed, Xy[] corners, double height) {

    static Prism of(long seed) {
      Random random = new Random(seed);
      int n = 3 + random.nextInt(5);
      double radius = 20 + 20 * random.nextDouble();
      Xy[] corners = new Xy[n];
      for (int i = 0; i < n; i++) {
        // Between neighbours there are at least 0.4 of an even share, so no side is too short.
        double angle = 2 * Math.PI * (i + 0.6 * random.nextDouble()) / n;
        corners[i] = Xy.polar(radius, angle);
      }
      return new Prism(seed, corners, 8 + 12 * random.nextDouble());
    }

    private Xy corner(int i) {
      return corners[Math.floorMod(i, corners.length)];
    }

    double sum(ToDoubleFunction<Integer> ofCorner) {
      return IntStream.range(0, corners.length).boxed().mapToDouble(ofCorner).sum();
    }

    /** The shoelace formula. */
    double area() {
      return sum(i -> corner(i).cross(corner(i + 1))) / 2;
    }

    double perimeter() {
      return sum(i -> corner(i).distance(corner(i + 1)));
    }

    double exterior(int i) {
      Xy in = corner(i).minus(corner(i - 1));
      Xy out = corner(i + 1).minus(corner(i));
      return Math.atan2(in.cross(out), in.dot(out));
    }

    double kites() {
      return sum(i -> Math.tan(exterior(i) / 2));
    }

    double inwards(double d) {
      return area() - perimeter() * d + kites() * d * d;
    }

    String steps(String more) {
      String lines =
          IntStream.range(0, corners.length)
              .mapToObj(i ->
                  String.format(
                      Locale.ROOT,
                      "{'curve':'line','name':'l%d','from':[%.15g,%.15g],'to':[%.15g,%.15g]}",
                      i,
                      corner(i).x(),
                      corner(i).y(),
                      corner(i + 1).x(),
                      corner(i + 1).y()))
              .collect(Collectors.joining(","));
      return String.format(
          Locale.ROOT,
          "{'kind':'sketch','id':'s','curves':[%s]},{'kind':'extrude','id':'e','sketch':'s','depth':%.15g,'body':'Body'%s",
          lines,
          height,
          more);
    }

    @Override
    public String toString() {
      return "seed " + seed + ", " + corners.length + " corners";
    }
  }

  static Stream<Prism> prisms() {
    return LongStream.range(0, PARTS).mapToObj(Prism::of);
  }

  private static void assertVolume(Prism prism, String more, Function<Prism, Double> expected) {
    double volume = expected.apply(prism);
    assertThat(Parts.volume(Parts.ok(prism.steps(more))))
        .isCloseTo(volume, within(RELATIVE * volume));
  }

  @ParameterizedTest
  @MethodSource("prisms")
  void aPrismIsItsAreaTimesItsHeight(Prism prism) {
    assertVolume(prism, "}", p -> p.area() * p.height());
  }

  /** The integral of the area that shrinks by tan(taper) for each unit of height. */
  @ParameterizedTest
  @MethodSource("prisms")
  void aTaperedPrism(Prism prism) {
    double t = Math.tan(Math.toRadians(2));
    assertVolume(
        prism,
        ",'taper':'2 deg'}",
        p -> {
          double h = p.height();
          return p.area() * h - p.perimeter() * t * h * h / 2 + p.kites() * t * t * h * h * h / 3;
        });
  }

  /** Draft about the middle: what one half loses the other gains, but for the square terms. */
  @ParameterizedTest
  @MethodSource("prisms")
  void aPrismDraftedAboutItsMiddle(Prism prism) {
    double t = Math.tan(Math.toRadians(1.5));
    String draft =
        String.format(
            Locale.ROOT,
            "},{'kind':'draft','id':'d','sets':[{'angle':'1.5 deg','faces':[{'choose':'upright'}]}],'neutral':{'base':'XY','offset':%.15g}}",
            prism.height() / 2);
    assertVolume(
        prism,
        draft,
        p -> {
          double half = p.height() / 2;
          return p.area() * p.height() + 2 * p.kites() * t * t * half * half * half / 3;
        });
  }

  @ParameterizedTest
  @MethodSource("prisms")
  void aClosedShell(Prism prism) {
    assertVolume(
        prism,
        "},{'kind':'shell','id':'w','thickness':'1.2 mm'}",
        p -> p.area() * p.height() - p.inwards(1.2) * (p.height() - 2.4));
  }

  @ParameterizedTest
  @MethodSource("prisms")
  void aShellOpenAtItsEnd(Prism prism) {
    assertVolume(
        prism,
        "},{'kind':'shell','id':'w','thickness':'1.2 mm','open':[{'choose':'face','name':'e/end'}]}",
        p -> p.area() * p.height() - p.inwards(1.2) * (p.height() - 1.2));
  }

  /** Each corner loses its kite less the sector of the circle in it. */
  @ParameterizedTest
  @MethodSource("prisms")
  void uprightRounds(Prism prism) {
    assertVolume(
        prism,
        "},{'kind':'round','id':'o','sets':[{'size':'1.5 mm','edges':[{'choose':'parallel','direction':[0,0,1]}]}]}",
        p ->
            p.height()
                * (p.area()
                    - 1.5 * 1.5 * p.sum(i -> Math.tan(p.exterior(i) / 2) - p.exterior(i) / 2)));
  }

  /** Each corner loses a triangle with two sides of the leg's length. */
  @ParameterizedTest
  @MethodSource("prisms")
  void uprightChamfers(Prism prism) {
    assertVolume(
        prism,
        "},{'kind':'chamfer','id':'c','sets':[{'size':'1.5 mm','edges':[{'choose':'parallel','direction':[0,0,1]}]}]}",
        p -> p.height() * (p.area() - 1.5 * 1.5 / 2 * p.sum(i -> Math.sin(p.exterior(i)))));
  }
}
