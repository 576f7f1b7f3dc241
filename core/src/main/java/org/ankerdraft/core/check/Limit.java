package org.ankerdraft.core.check;

/**
 * One limit of a rule book.
 *
 * @param code such as wall.min
 * @param unit mm, deg, or "share" (of the nominal wall)
 * @param source where the value comes from; "common practice" if no published source stands behind
 *     it
 */
public record Limit(String code, double value, String unit, Severity severity, String source) {
  Limit withValue(double changed) {
    return new Limit(
        code,
        changed,
        unit,
        severity,
        "changed in this part (rule book: " + value + " " + unit + ", " + source + ")");
  }
}
