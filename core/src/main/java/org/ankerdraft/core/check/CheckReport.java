package org.ankerdraft.core.check;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.ankerdraft.core.step.Step;
import org.ankerdraft.core.survey.BodyAnalysis;

/**
 * What the checks found.
 *
 * @param findings worst first
 * @param bodies by name, surfaces too
 * @param flats flat patterns of the sheet bodies, by name
 * @param unchecked what could not be checked: it is neither clear nor found
 * @param repairsTried whether the findings' repairs have been tried; before that they are proposals
 */
public record CheckReport(
    RuleBook book,
    List<Finding> findings,
    Map<String, BodyAnalysis> bodies,
    Map<String, FlatAnalysis> flats,
    List<Unchecked> unchecked,
    boolean repairsTried) {
  public CheckReport {
    findings = List.copyOf(findings);
    bodies = Map.copyOf(bodies);
    flats = Map.copyOf(flats);
    unchecked = List.copyOf(unchecked);
  }

  /**
   * A check that could not be run.
   *
   * @param body name of the body
   * @param what the check
   * @param why in words
   */
  public record Unchecked(Finding.Subject subject, String body, String what, String why) {
    public String inWords() {
      return what + " of body " + body + ": " + why;
    }
  }

  /** A report whose repairs have not been tried. */
  public CheckReport(
      RuleBook book,
      List<Finding> findings,
      Map<String, BodyAnalysis> bodies,
      Map<String, FlatAnalysis> flats,
      List<Unchecked> unchecked) {
    this(book, findings, bodies, flats, unchecked, false);
  }

  /**
   * The same findings, each with the repair that is known to mend it, or none.
   *
   * @param allTried whether the others are known not to have one
   */
  CheckReport withRepairs(Map<Finding, Step> mending, boolean allTried) {
    List<Finding> with = findings.stream().map(f -> f.withRepair(mending.get(f))).toList();
    return new CheckReport(book, with, bodies, flats, unchecked, allTried);
  }

  /** Without the repairs, which have not been tried yet. */
  public CheckReport withoutRepairs() {
    return withRepairs(Map.of(), false);
  }

  /** Without the repairs, which nobody will try. */
  public CheckReport withRepairsGivenUp() {
    return withRepairs(Map.of(), true);
  }

  /**
   * Findings of one cause: of one matter and severity, at faces of one step.
   *
   * @param members the worst first
   */
  public record Cause(List<Finding> members) {
    public Cause {
      members = List.copyOf(members);
    }

    public Finding worst() {
      return members.getFirst();
    }
  }

  private record CauseKey(String code, Severity severity, String body, String step) {
    /** What stands at no face, between steps or in a flat is a cause by itself. */
    static CauseKey of(Finding f) {
      boolean isAlone =
          f.faces().isEmpty()
              || f.subject() == Finding.Subject.FLAT
              || f.subject() == Finding.Subject.EDGES;
      String step = isAlone ? f.message() : f.faces().getFirst().step();
      return new CauseKey(f.code(), f.severity(), f.body(), step);
    }
  }

  /** The findings by cause, the worst cause first. */
  public List<Cause> causes() {
    Map<CauseKey, List<Finding>> byKey = new LinkedHashMap<>();
    findings.forEach(f -> byKey.computeIfAbsent(CauseKey.of(f), k -> new ArrayList<>()).add(f));
    return byKey.values().stream().map(Cause::new).toList();
  }

  /** Whether every check was run, on something. */
  public boolean isComplete() {
    return unchecked.isEmpty() && !bodies.isEmpty();
  }

  /** How many findings of a severity there are on a subject. */
  public long count(Finding.Subject subject, Severity severity) {
    return findings.stream()
        .filter(f -> f.subject() == subject && f.severity() == severity)
        .count();
  }

  /** The bodies that are checked; surfaces are only drawn. */
  public List<BodyAnalysis> solids() {
    return bodies.values().stream().filter(a -> !a.body().isSurface()).toList();
  }

  /** The verdict on the flat, which parts without sheet bodies do not have. */
  public String flatVerdict() {
    boolean isUnchecked = unchecked.stream().anyMatch(u -> u.subject() == Finding.Subject.FLAT);
    return flats.isEmpty() && !isUnchecked ? "no sheet body" : verdict(Finding.Subject.FLAT);
  }

  /**
   * "clear", the counts ("2 stop, 1 caution"), or "not checked". Findings on edges count to the
   * wall. Parts of sheet or surfaces alone have no verdict on draft and wall.
   */
  public String verdict(Finding.Subject subject) {
    if (subject != Finding.Subject.FLAT && !bodies.isEmpty() && flats.size() == solids().size()) {
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
    boolean isWhole =
        unchecked.stream().noneMatch(u -> u.subject() == subject || isOfWall(subject, u.subject()));
    if (!isWhole || bodies.isEmpty()) {
      s.append(s.isEmpty() ? "" : ", ").append("not checked");
    }
    return s.isEmpty() ? "clear" : s.toString();
  }

  private static boolean isOfWall(Finding.Subject asked, Finding.Subject other) {
    return asked == Finding.Subject.WALL && other == Finding.Subject.EDGES;
  }

  public boolean stops() {
    return findings.stream().anyMatch(f -> f.severity() == Severity.STOP);
  }
}
