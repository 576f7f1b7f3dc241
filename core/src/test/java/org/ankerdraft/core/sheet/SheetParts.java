package org.ankerdraft.core.sheet;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.ankerdraft.core.Parts;
import org.ankerdraft.core.geometry.Tolerance;
import org.ankerdraft.core.ledger.BodyUnfolding;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.Shape;

/** Short ways to sheet parts for tests. */
public final class SheetParts {
  public static final double CURVE_MM = 0.01;

  private SheetParts() {}

  public static PartDocument part(double thickness, double radius, String bending, String steps) {
    return Parts.document(
        "{'ankerdraft': 1, 'name': 'test', 'process': {'sheet': {'material': 'steel', 'thickness': '"
            + thickness
            + " mm', 'radius': '"
            + radius
            + " mm', 'bending': "
            + bending
            + "}}, 'steps': ["
            + steps
            + "]}");
  }

  public static String k(double k) {
    return "{'by': 'k-factor', 'value': " + k + "}";
  }

  public static Body body(PartState state) {
    return state.bodies().values().iterator().next();
  }

  public static FlatPattern flat(PartState state) {
    try {
      return BodyUnfolding.unfold(
          body(state), state, null, CURVE_MM, Parts.KERNEL, Budget.ofSeconds(30));
    } catch (CannotUnfold e) {
      throw new AssertionError(e.inWords(body(state).named()), e);
    }
  }

  /**
   * The flat of a body as it arrives from its own STEP file: nothing is known of its steps.
   *
   * @param k of all its bends
   */
  public static FlatPattern flatThroughStep(PartState state, double k) {
    try {
      Budget budget = Budget.ofSeconds(60);
      byte[] step =
          Parts.KERNEL
              .writeStep("sheet", Map.of("Body", body(state).named().shape()), budget)
              .orThrow();
      Shape back = Parts.KERNEL.readStep(step, budget).orThrow().shapes().getFirst();
      return Unfolder.unfold(
          back,
          0,
          face -> new BendMethod.KFactor(k),
          CURVE_MM,
          Parts.KERNEL,
          Tolerance.MODEL,
          budget);
    } catch (CannotUnfold e) {
      throw new AssertionError(e.getMessage(), e);
    }
  }

  /** The text of a demo part. */
  public static PartDocument demoPart(String name) {
    Path at = Path.of("").toAbsolutePath();
    while (!Files.isDirectory(at.resolve("demo"))) {
      at = at.getParent();
    }
    try {
      return Parts.document(Files.readString(at.resolve("demo").resolve(name + ".json")));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The flat pattern of a demo part. */
  public static FlatPattern demo(String name) {
    return flat(Parts.ok(demoPart(name)));
  }

  /** A base wall of a rectangle with its lower left corner at the origin. */
  public static String base(double x, double y) {
    return "{'kind':'sketch','id':'s','curves':[{'curve':'rectangle','name':'r','corner':['0 mm',"
        + "'0 mm'],'width':'"
        + x
        + " mm','height':'"
        + y
        + " mm'}]},{'kind':'base','id':'base','sketch':'s','body':'Body'}";
  }

  /** A strip on the base wall's upper edge on a side. */
  public static String onSide(String kind, String side, String seat, String numbers) {
    return ",{'kind':'"
        + kind
        + "','id':'"
        + kind
        + "-"
        + side
        + "','seat':{'edges':[{'choose':'edge','name':'base/end|base/side:r."
        + side
        + "'}]"
        + (seat.isEmpty() ? "" : "," + seat)
        + "},"
        + numbers
        + "}";
  }

  /** A folded wall through points given as x y x y ..., 40 mm wide. */
  public static String folded(String more, double... xy) {
    StringBuilder curves = new StringBuilder();
    for (int i = 0; i + 3 < xy.length; i += 2) {
      curves
          .append(i == 0 ? "" : ",")
          .append("{'curve':'line','name':'l")
          .append(i / 2 + 1)
          .append("','from':['")
          .append(xy[i])
          .append(" mm','")
          .append(xy[i + 1])
          .append(" mm'],'to':['")
          .append(xy[i + 2])
          .append(" mm','")
          .append(xy[i + 3])
          .append(" mm']}");
    }
    return "{'kind':'sketch','id':'s','plane':{'base':'XZ'},'curves':["
        + curves
        + "]},{'kind':'folded','id':'wall','sketch':'s','width':'40 mm'"
        + more
        + "}";
  }
}
