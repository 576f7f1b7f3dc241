package org.ankerdraft.core.measure;

import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.geometry.Numbers;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.measure.Measuring.Thing;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.vectors.Vec3;

/** Things to measure as they are written: names of faces and edges, body:NAME, x,y,z in mm. */
public final class Things {
  private static final String BODY = "body:";

  private Things() {}

  /** What a text stands for. */
  public sealed interface Sought {
    record Found(Thing thing) implements Sought {}

    /**
     * @param why in words
     */
    record Missing(String why) implements Sought {}
  }

  public static Sought find(PartState state, String text) {
    if (text.startsWith(BODY)) {
      Body body = state.bodies().get(text.substring(BODY.length()));
      return body == null
          ? new Sought.Missing("there is no body " + text.substring(BODY.length()))
          : new Sought.Found(new Thing.Whole(body));
    }
    if (text.split(",", -1).length == 3) {
      return point(text);
    }
    Optional<FaceName> face = FaceName.parse(text);
    Optional<EdgeName> edge = EdgeName.parse(text);
    for (Body body : state.bodies().values()) {
      int f = face.map(body.named()::face).orElse(0);
      if (f > 0) {
        return new Sought.Found(new Thing.FaceOf(body, f));
      }
      int e = edge.map(body.named()::edge).orElse(0);
      if (e > 0) {
        return new Sought.Found(new Thing.EdgeOf(body, e));
      }
    }
    return new Sought.Missing("no face or edge is named " + text);
  }

  private static Sought point(String text) {
    String[] parts = text.split(",", -1);
    double[] xyz = new double[parts.length];
    for (int i = 0; i < parts.length; i++) {
      try {
        xyz[i] = Double.parseDouble(parts[i].strip());
      } catch (NumberFormatException e) {
        return new Sought.Missing("point " + text + ": '" + parts[i].strip() + "' is not a number");
      }
      if (!(Math.abs(xyz[i]) <= Evaluator.LARGEST_MM)) {
        return new Sought.Missing("point " + text + " lies too far away");
      }
    }
    return new Sought.Found(new Thing.PointAt(new Vec3(xyz[0], xyz[1], xyz[2])));
  }

  /** How a body is written. */
  public static String body(String name) {
    return BODY + name;
  }

  /** How a point is written, to a ten-thousandth of a millimetre. */
  public static String point(Vec3 p) {
    return Numbers.tidy(p.x(), 4) + "," + Numbers.tidy(p.y(), 4) + "," + Numbers.tidy(p.z(), 4);
  }
}
