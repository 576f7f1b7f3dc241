package org.ankerdraft.core.check;

import java.util.List;
import java.util.Map;

/**
 * What the checks found.
 *
 * @param findings worst first
 * @param bodies by name
 * @param flats flat patterns of the sheet bodies, by name
 * @param failures what could not be checked, in words
 */
public record CheckReport(
    RuleBook book,
    List<Finding> findings,
    Map<String, BodyAnalysis> bodies,
    Map<String, FlatAnalysis> flats,
    List<String> failures) {
  public CheckReport {
    findings = List.copyOf(findings);
    bodies = Map.copyOf(bodies);
    flats = Map.copyOf(flats);
    failures = List.copyOf(failures);
  }

  /** How many findings of a severity there are on a subject. */
  public long count(Finding.Subject subject, Severity severity) {
    return findings.stream()
        .filter(f -> f.subject() == subject && f.severity() == severity)
        .count();
  }

  /** The verdict on the flat, which parts without sheet bodies do not have. */
  public String flatVerdict() {
    return flats.isEmpty() ? "no sheet body" : verdict(Finding.Subject.FLAT);
  }

  /**
   * "clear", or the counts: "2 stop, 1 caution". Findings on edges count to the wall. Parts of
   * sheet alone have no verdict on draft and wall.
   */
  public String verdict(Finding.Subject subject) {
    if (subject != Finding.Subject.FLAT && !bodies.isEmpty() && flats.size() == bodies.size()) {
      return "no moulded body";
    }
    StringBuilder s = new StringBuilder();
    for (Severity severity : Severity.values()) {
      long n = count(subject, severity);
      if (subject == Finding.Subject.WALL) {
        n += count(Finding.Subject.EDGES, severity);
      }
      if (n > 0) {
        s.append(s.isEmpty() ? "" : ", ").append(n).append(' ').append(severity.word());
      }
    }
    return s.isEmpty() ? "clear" : s.toString();
  }

  public boolean stops() {
    return findings.stream().anyMatch(f -> f.severity() == Severity.STOP);
  }
}
