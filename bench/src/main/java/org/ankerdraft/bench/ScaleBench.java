package org.ankerdraft.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.IntFunction;
import org.ankerdraft.core.check.CheckRunner;
import org.ankerdraft.core.check.RuleBook;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.PartBuilder;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.ledger.StepStatus;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.part.PartJson;
import org.ankerdraft.core.part.Read;
import org.ankerdraft.core.survey.Surveyor;
import org.ankerdraft.kernel.GeometryKernel;

/**
 * What a rebuild costs as a part grows, against the geometry library's own fuses one after the
 * other, and what an edit at its end costs.
 *
 * <p>Usage: {@code ScaleBench FUSES}, the program that is built from bench/library/fuses.cpp.
 */
public final class ScaleBench {
  private static final int[] COUNTS = {10, 40, 100, 200};
  private static final int TURNS = 3;
  private static final int EDITS = 8;
  private static final int TUBS = 30;
  private static final int TURNS_OF_CHECKS = 12;
  private static final long SEED = 7;

  private ScaleBench() {}

  public static void main(String[] args) throws IOException, InterruptedException {
    build(bosses(40));
    Map<Integer, Double> library = new TreeMap<>();
    Map<Integer, Double> ours = new TreeMap<>();
    for (int turn = 0; turn < TURNS; turn++) {
      // Both take turns, so that a busy moment of the machine slows both.
      Bench.timesOf(args[0], COUNTS).forEach((n, ms) -> library.merge(n, ms, Math::min));
      for (int n : COUNTS) {
        ours.merge(n, build(bosses(n)), Math::min);
      }
    }
    for (int n : new int[] {100, 200}) {
      Bench.ratio(
          n + " bosses as steps / the library's fuses",
          ours.get(n) / library.get(n),
          "at most 1.0",
          String.format(Locale.ROOT, "%.0f / %.0f ms", ours.get(n), library.get(n)));
    }
    growth("bosses", ours);
    growth("ribs", times(ScaleBench::ribs));
    growth("holes", times(ScaleBench::holes));
    edits();
    tubs();
  }

  private static Map<Integer, Double> times(IntFunction<PartDocument> part) {
    Map<Integer, Double> out = new TreeMap<>();
    for (int turn = 0; turn < TURNS; turn++) {
      for (int n : COUNTS) {
        out.merge(n, build(part.apply(n)), Math::min);
      }
    }
    return out;
  }

  private static void growth(String what, Map<Integer, Double> ms) {
    int few = COUNTS[0];
    int many = COUNTS[COUNTS.length - 1];
    Bench.ratio(
        "growth of rebuild from " + few + " to " + many + " " + what + ", exponent",
        Math.log(ms.get(many) / ms.get(few)) / Math.log((double) many / few),
        "at most 1.2",
        String.format(Locale.ROOT, "%.0f to %.0f ms", ms.get(few), ms.get(many)));
  }

  /** One more boss, and the last of many steps, with everything else remembered. */
  private static void edits() {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      Surveyor surveyor = new Surveyor(kernel, 1);
      double whole = timed(builder, bosses(100), surveyor);
      double more = Double.MAX_VALUE;
      for (int i = 0; i < TURNS; i++) {
        timed(builder, bosses(100), surveyor);
        more = Math.min(more, timed(builder, withOneMore(100, 4 + i), surveyor));
      }
      Bench.ratio(
          "one more boss on 100: change to mesh, ms",
          more,
          "at most 200",
          String.format(Locale.ROOT, "of %.0f ms for all", whole));
    }
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      double all = Double.MAX_VALUE;
      double last = Double.MAX_VALUE;
      for (int i = 0; i < TURNS; i++) {
        PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
        PartDocument bosses = bosses(30);
        all = Math.min(all, built(builder, bosses));
        for (int edit = 0; edit < EDITS; edit++) {
          last = Math.min(last, built(builder, withLastHigher(bosses, 30, 8.25 + i + 0.05 * edit)));
        }
      }
      Bench.ratio(
          "edit of the last of 60 steps / rebuild of all",
          last / all,
          "at most 0.05",
          String.format(Locale.ROOT, "%.0f / %.0f ms", last, all));
    }
    recheck();
  }

  /** Of a program that has been running for a while, as a designer's has; and of one just begun. */
  private static void recheck() {
    recheck(false, "re-check after one of 100 bosses moved / check of all", "at most 0.15");
    recheck(true, "the same, and whether the boundary crosses itself", "for information");
  }

  /**
   * The boss is moved to a place each time where it has not been.
   *
   * @param isCrossingToo whether the second worker looks meanwhile if the boundary crosses itself
   */
  private static void recheck(boolean isCrossingToo, String row, String wanted) {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker());
        GeometryKernel slow = new GeometryKernel(Bench.worker())) {
      PartBuilder builder = new PartBuilder(kernel, Tolerance.MODEL);
      double all = Double.MAX_VALUE;
      double again = Double.MAX_VALUE;
      for (int turn = 0; turn < TURNS_OF_CHECKS; turn++) {
        CheckRunner checks =
            new CheckRunner(
                kernel, isCrossingToo ? slow : null, Runtime.getRuntime().availableProcessors());
        double first = check(checks, builder, bosses(100));
        double second = check(checks, builder, withLastMoved(100, 0.4 * turn));
        double third = check(checks, builder, withLastMoved(100, 0.4 * turn + 0.2));
        if (turn == 0) {
          Bench.ratio(
              row + ", just after the start",
              second / first,
              "for information",
              String.format(Locale.ROOT, "%.0f / %.0f ms", second, first));
        }
        all = Math.min(all, first);
        again = Math.min(again, Math.min(second, third));
      }
      Bench.ratio(
          row, again / all, wanted, String.format(Locale.ROOT, "%.0f / %.0f ms", again, all));
    }
  }

  private static double check(CheckRunner checks, PartBuilder builder, PartDocument part) {
    PartState state = state(builder, part);
    RuleBook book = RuleBook.forPart(part).orElseThrow();
    long start = System.nanoTime();
    boolean isChecked = checks.check(state, book, () -> false).isPresent();
    return ifDone(isChecked, start);
  }

  /** Tubs with a rounded foot against the same without it. */
  private static void tubs() {
    Random random = new Random(SEED);
    double worst = 0;
    String which = "";
    for (int i = 0; i < TUBS; i++) {
      double corner = random.nextInt(3, 20) / 2.0;
      double foot = random.nextInt(2, (int) (4 * corner) - 1) / 4.0;
      double wall = random.nextInt(2, 6) / 2.0;
      double lean = random.nextInt(0, 10) / 2.0;
      double with = Double.MAX_VALUE;
      double without = Double.MAX_VALUE;
      for (int turn = 0; turn < 2; turn++) {
        with = Math.min(with, build(tub(corner, foot, wall, lean)));
        without = Math.min(without, build(tub(corner, 0, wall, lean)));
      }
      if (with / without > worst) {
        worst = with / without;
        which =
            String.format(
                Locale.ROOT,
                "%.0f / %.0f ms at corner %.1f, foot %.2f, wall %.1f, lean %.1f deg",
                with,
                without,
                corner,
                foot,
                wall,
                lean);
      }
    }
    Bench.ratio("tubs with a rounded foot / without, worst of " + TUBS, worst, "at most 3", which);
  }

  private static double timed(PartBuilder builder, PartDocument part, Surveyor surveyor) {
    long start = System.nanoTime();
    boolean isSurveyed = surveyor.survey(state(builder, part), () -> false).isPresent();
    return ifDone(isSurveyed, start);
  }

  /** Time since the start, ms. */
  private static double ifDone(boolean isDone, long startNanos) {
    if (!isDone) {
      throw new IllegalStateException("it was given up, though nobody cancelled it");
    }
    return (System.nanoTime() - startNanos) / 1e6;
  }

  private static double built(PartBuilder builder, PartDocument part) {
    return state(builder, part).ms();
  }

  private static PartState state(PartBuilder builder, PartDocument part) {
    PartState state =
        builder.build(part, Map.of(), PartBuilder.Progress.NONE, () -> false).orElseThrow();
    state.steps().stream()
        .filter(s -> s.status() == StepStatus.FAILED && s.isByMachine())
        .findFirst()
        .ifPresent(s -> System.err.println(part.name() + ": " + s.message()));
    return state;
  }

  private static double build(PartDocument part) {
    try (GeometryKernel kernel = new GeometryKernel(Bench.worker())) {
      return state(new PartBuilder(kernel, Tolerance.MODEL), part).ms();
    }
  }

  private static PartDocument part(String name, List<String> steps) {
    String text =
        ("{'ankerdraft':1,'name':'" + name + "','steps':[" + String.join(",", steps) + "]}")
            .replace('\'', '"');
    return switch (PartJson.read(text)) {
      case Read.Ok(PartDocument part) -> part;
      case Read.Bad(var error) -> throw new IllegalStateException(error.toString());
    };
  }

  private static List<String> plate() {
    return new ArrayList<>(
        List.of(
            "{'kind':'sketch','id':'p','curves':[{'curve':'rectangle','name':'r','width':'300 mm','height':'300 mm'}]}",
            "{'kind':'extrude','id':'plate','sketch':'p','depth':'3 mm','body':'Plate'}"));
  }

  /** Where the i-th of some features lies on the plate, mm. */
  private static double[] place(int i, int of) {
    int row = (int) Math.ceil(Math.sqrt(of));
    double pitch = 280.0 / row;
    int line = i / row;
    return new double[] {-140 + pitch * (i % row + 0.5), -140 + pitch * (line + 0.5)};
  }

  private static void addBoss(List<String> steps, String id, double[] at, double high) {
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s%s','plane':{'base':'XY','offset':'3 mm'},'curves':[{'curve':'circle','name':'c','centre':['%.4f mm','%.4f mm'],'diameter':'5 mm'}]}",
            id,
            at[0],
            at[1]));
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'extrude','id':'b%s','sketch':'s%s','depth':'%.3f mm','taper':'1 deg','use':'unite'}",
            id,
            id,
            high));
  }

  private static List<String> bossSteps(int count) {
    List<String> steps = plate();
    for (int i = 0; i < count; i++) {
      addBoss(steps, Integer.toString(i), place(i, count), 8);
    }
    return steps;
  }

  private static PartDocument bosses(int count) {
    return part("bosses", bossSteps(count));
  }

  private static PartDocument withOneMore(int count, double high) {
    List<String> steps = bossSteps(count);
    addBoss(steps, "more", new double[] {145, 145}, high);
    return part("one more", steps);
  }

  /** As the window changes a part: all steps but the edited one are the same objects. */
  private static PartDocument withLastHigher(PartDocument bosses, int count, double high) {
    List<String> steps = bossSteps(count - 1);
    addBoss(steps, Integer.toString(count - 1), place(count - 1, count), high);
    return bosses.withStep(part("last higher", steps).steps().getLast());
  }

  private static PartDocument withLastMoved(int count, double byMm) {
    List<String> steps = bossSteps(count - 1);
    double[] at = place(count - 1, count);
    addBoss(steps, Integer.toString(count - 1), new double[] {at[0] - 4 + byMm, at[1] + 3}, 8);
    return part("last moved", steps);
  }

  private static PartDocument ribs(int count) {
    List<String> steps = plate();
    for (int i = 0; i < count; i++) {
      double[] at = place(i, count);
      steps.add(
          String.format(
              Locale.ROOT,
              "{'kind':'sketch','id':'s%d','plane':{'base':'XY','offset':'3 mm'},'curves':[{'curve':'rectangle','name':'r','centre':['%.4f mm','%.4f mm'],'width':'12 mm','height':'1.2 mm'}]}",
              i,
              at[0],
              at[1]));
      steps.add(
          String.format(
              Locale.ROOT,
              "{'kind':'extrude','id':'r%d','sketch':'s%d','depth':'6 mm','taper':'0.5 deg','use':'unite'}",
              i,
              i));
    }
    return part("ribs", steps);
  }

  private static PartDocument holes(int count) {
    List<String> steps = plate();
    for (int i = 0; i < count; i++) {
      double[] at = place(i, count);
      steps.add(
          String.format(
              Locale.ROOT,
              "{'kind':'hole','id':'h%d','plane':{'face':{'choose':'face','name':'plate/end'}},'diameter':'4 mm','points':[['%.4f mm','%.4f mm']]}",
              i,
              at[0],
              at[1]));
    }
    return part("holes", steps);
  }

  private static PartDocument tub(double corner, double foot, double wall, double leanDeg) {
    List<String> steps = new ArrayList<>();
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','width':'80 mm','height':'50 mm','rounding':'%.3f mm'}]}",
            corner));
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'extrude','id':'tub','sketch':'s','depth':'30 mm',%s'body':'Tub'}",
            leanDeg == 0 ? "" : "'taper':'-" + leanDeg + " deg',"));
    if (foot > 0) {
      steps.add(
          String.format(
              Locale.ROOT,
              "{'kind':'round','id':'foot','sets':[{'edges':[{'choose':'loop','face':{'choose':'face','name':'tub/start'}}],'size':'%.3f mm'}]}",
              foot));
    }
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'shell','id':'wall','thickness':'%.3f mm','open':[{'choose':'face','name':'tub/end'}]}",
            wall));
    addRib(steps, "a", 76, 1.2, wall);
    addRib(steps, "b", 1.2, 46, wall);
    return part("tub", steps);
  }

  /** A rib on the floor, from wall to wall, drafted. */
  private static void addRib(
      List<String> steps, String id, double width, double height, double wall) {
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'sketch','id':'s%s','plane':{'base':'XY','offset':'20 mm'},'curves':[{'curve':'rectangle','name':'r','width':'%.3f mm','height':'%.3f mm'}]}",
            id,
            width,
            height));
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'extrude','id':'rib%s','sketch':'s%s','depth':'%.3f mm','reversed':true,'use':'unite'}",
            id,
            id,
            20 - wall / 2));
    steps.add(
        String.format(
            Locale.ROOT,
            "{'kind':'draft','id':'d%s','neutral':{'base':'XY','offset':'%.3f mm'},'sets':[{'faces':[{'choose':'faces of step','step':'rib%s','role':'side'}],'angle':'1 deg'}]}",
            id,
            wall,
            id));
  }
}
