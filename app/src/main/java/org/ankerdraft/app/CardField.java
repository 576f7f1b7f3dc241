package org.ankerdraft.app;

import java.util.List;
import java.util.function.Function;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.step.Step;

/** An editable part of a step: what its card shows and how a change gives another step. */
sealed interface CardField {
  String label();

  /** What a number measures. */
  enum Measure {
    LENGTH,
    ANGLE,
    NUMBER
  }

  /**
   * @param optional an empty text stands for none
   * @param usual what an empty text comes to, in words; may be empty
   */
  record NumberField(
      String label,
      Measure measure,
      Expr value,
      boolean optional,
      Function<Expr, Step> with,
      String usual)
      implements CardField {
    NumberField(
        String label, Measure measure, Expr value, boolean optional, Function<Expr, Step> with) {
      this(label, measure, value, optional, with, "");
    }
  }

  record OptionField(String label, List<String> options, String value, Function<String, Step> with)
      implements CardField {}

  record TextField(String label, String value, Function<String, Step> with) implements CardField {}

  record FacesField(String label, List<FaceChoice> value, Function<List<FaceChoice>, Step> with)
      implements CardField {}

  record EdgesField(String label, List<EdgeChoice> value, Function<List<EdgeChoice>, Step> with)
      implements CardField {}

  /**
   * A line that parts groups of fields, with a way to take the group away (null if there is none).
   */
  record Heading(String label, Function<String, Step> remove) implements CardField {}

  /** Buttons that add to the step. */
  record Additions(String label, List<Addition> additions) implements CardField {}

  record Addition(String label, Step with) {}
}
