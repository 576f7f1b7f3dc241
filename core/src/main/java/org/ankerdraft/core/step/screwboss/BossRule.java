package org.ankerdraft.core.step.screwboss;

import java.util.List;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.operation.TradeTable;
import org.apache.commons.csv.CSVRecord;

/**
 * The sizes that belong to a screw in a plastic, as multiples of its diameter. Where they come from
 * stands at the head of the table ({@code screw-boss.csv}).
 *
 * @param material as the rule books call it
 * @param core of the hole into which the screw forms its thread
 * @param outer of the boss
 * @param grip how deep the screw goes in
 */
record BossRule(String material, double core, double outer, double grip) {
  /** All materials, in the order in which they are offered. */
  static final List<BossRule> ALL = table();

  /** How a material stands in a file. */
  static final WordForm<BossRule> FORM = words();

  private static WordForm<BossRule> words() {
    WordForm<BossRule> out = WordForm.of(ALL.getFirst(), ALL.getFirst().material);
    ALL.stream().skip(1).forEach(r -> out.or(r, r.material));
    return out;
  }

  private static List<BossRule> table() {
    return TradeTable.rows(
        BossRule.class,
        "screw-boss.csv",
        row ->
            new BossRule(
                row.get("material"), share(row, "core"), share(row, "outer"), share(row, "grip")));
  }

  private static double share(CSVRecord row, String column) {
    return Double.parseDouble(row.get(column));
  }
}
