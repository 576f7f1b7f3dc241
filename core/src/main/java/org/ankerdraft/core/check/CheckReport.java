package org.ankerdraft.core.check;

import java.util.List;
import java.util.Map;

/**
 * What the checks found.
 *
 * @param findings worst first
 * @param bodies by name
 * @param failures what could not be checked, in words
 */
public record CheckReport(
    RuleBook book,
    List<Finding> findings,
    Map<String, BodyAnalysis> bodies,
    List<String> failures) {
  public CheckReport {
    findings = List.copyOf(findings);
    bodies = Map.copyOf(bodies);
    failures = List.copyOf(failures);
  }

  /** How many findings of a severity there are on a subject. */
  public long count(Finding.Subject subject, Severity severity) {
    return findings.stream()
        .filter(f -> f.subject() == subject && f.severity() == severity)
        .count();
  }

  /** "clear", or the counts: "2 stop, 1 caution". Findings on edges count to the wall. */
  public String verdict(Finding.Subject subject) {
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
