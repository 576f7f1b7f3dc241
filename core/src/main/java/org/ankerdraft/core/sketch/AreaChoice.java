package org.ankerdraft.core.sketch;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;

/**
 * One of the areas into which the curves of a sketch part its plane, told by the curves that bound
 * it and on which side of each it lies: so it is the same area when numbers change.
 *
 * @param left names of the curves, or of sides of figures, on whose left it lies, seen along their
 *     way
 * @param right on whose right it lies
 * @param at a point within, where several areas are bounded alike; null where one is
 */
public record AreaChoice(List<String> left, List<String> right, Point2 at) {
  private static final Field<AreaChoice, List<String>> LEFT =
      Field.<AreaChoice, List<String>>of(
              "left", ListForm.of(TextForm.ANY, "curves"), AreaChoice::left)
          .otherwise(List.of())
          .about("curves on whose left it lies, seen along their way");
  private static final Field<AreaChoice, List<String>> RIGHT =
      Field.<AreaChoice, List<String>>of(
              "right", ListForm.of(TextForm.ANY, "curves"), AreaChoice::right)
          .otherwise(List.of())
          .about("curves on whose right it lies");
  private static final Field<AreaChoice, Point2> AT =
      Field.<AreaChoice, Point2>of("at", Point2.FORM, AreaChoice::at)
          .about("a point within, where several areas are bounded by the same curves");

  /** How a choice stands in a file. */
  public static final RecordForm<AreaChoice> FORM =
      RecordForm.of(
          "area",
          List.of(LEFT, RIGHT, AT),
          v -> new AreaChoice(v.get(LEFT), v.get(RIGHT), v.get(AT)));

  /** A list of choices. */
  public static final ListForm<AreaChoice> LIST = ListForm.of(FORM, "areas");

  public AreaChoice {
    left = left == null ? List.of() : left.stream().sorted().distinct().toList();
    right = right == null ? List.of() : right.stream().sorted().distinct().toList();
  }

  /** Such as ", 2 areas"; empty for all. */
  public static String inSummary(List<AreaChoice> areas) {
    return areas.isEmpty() ? "" : ", " + areas.size() + (areas.size() == 1 ? " area" : " areas");
  }

  /** Such as "within a, b". */
  public String inWords() {
    return Stream.concat(left.stream(), right.stream())
        .distinct()
        .collect(Collectors.joining(", ", "within ", ""));
  }

  /** Whether both are bounded by the same curves from the same sides. */
  public boolean isBoundedLike(AreaChoice other) {
    return left.equals(other.left) && right.equals(other.right);
  }
}
