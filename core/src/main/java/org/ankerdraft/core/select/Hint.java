package org.ankerdraft.core.select;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.NumberForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.vectors.Vec3;

/**
 * What a picked thing was like when it was picked, for finding the best candidate when its name is
 * gone.
 *
 * @param x place, mm
 * @param y place, mm
 * @param z place, mm
 * @param kind surface or curve kind, lower case
 * @param size area in mm2 or length in mm
 */
public record Hint(double x, double y, double z, String kind, double size) {
  private static final Field<Hint, Double> X = coordinate("x", Hint::x);
  private static final Field<Hint, Double> Y = coordinate("y", Hint::y);
  private static final Field<Hint, Double> Z = coordinate("z", Hint::z);
  private static final Field<Hint, String> KIND =
      Field.<Hint, String>of("kind", TextForm.NAME, Hint::kind)
          .otherwise("")
          .about("kind of surface or curve, lower case");
  private static final Field<Hint, Double> SIZE =
      Field.<Hint, Double>of("size", NumberForm.ANY, Hint::size)
          .otherwise(0.0)
          .about("area in mm2 or length in mm");

  /** How a hint stands in a file. */
  public static final RecordForm<Hint> FORM =
      RecordForm.of(
          "hint",
          List.of(X, Y, Z, KIND, SIZE),
          v -> new Hint(v.get(X), v.get(Y), v.get(Z), v.get(KIND), v.get(SIZE)));

  private static Field<Hint, Double> coordinate(
      String id, java.util.function.Function<Hint, Double> get) {
    return Field.of(id, NumberForm.ANY, get).otherwise(0.0);
  }

  public Vec3 place() {
    return new Vec3(x, y, z);
  }
}
