package org.ankerdraft.app.session;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.check.CheckReport;
import org.ankerdraft.core.ledger.PartState;
import org.ankerdraft.core.survey.BodyAnalysis;
import org.ankerdraft.render.draw.Scene;

/**
 * What is drawn of a part, and how far it is checked: its bodies as checked, or else as surveyed,
 * or, while a number is under the hand, as they stand after the edited step. Of the interface
 * thread.
 */
final class Shown {
  private Map<String, BodyAnalysis> surveyed = Map.of();
  private Scene surveyedScene = Scene.empty();
  private Map<String, BodyAnalysis> earlyBodies = Map.of();
  private Scene earlyScene;
  private long since;
  private CheckReport report;
  private Scene reportScene = Scene.empty();
  private boolean reportIsCurrent;

  /** The last report; may be of an earlier state while checks run. */
  Optional<CheckReport> report() {
    return Optional.ofNullable(report);
  }

  boolean isReportCurrent() {
    return reportIsCurrent;
  }

  /** With wall fields if the report is of what is drawn. */
  List<BodyAnalysis> bodies() {
    if (earlyScene != null) {
      return List.copyOf(earlyBodies.values());
    }
    return List.copyOf(reportIsCurrent ? report.bodies().values() : surveyed.values());
  }

  Scene scene() {
    if (earlyScene != null) {
      return earlyScene;
    }
    return reportIsCurrent ? reportScene : surveyedScene;
  }

  /** When it was asked for, by {@link System#nanoTime}. */
  long since() {
    return since;
  }

  /** The step under the hand is built; nothing of this is checked. */
  void early(Map<String, BodyAnalysis> analyses, Scene drawn, long asked) {
    since = asked;
    earlyBodies = analyses;
    earlyScene = drawn;
    reportIsCurrent = false;
  }

  /**
   * The rest will not be built: back to the whole part as it was last; whether there was a change.
   */
  boolean forgetEarly() {
    boolean was = earlyScene != null;
    earlyScene = null;
    return was;
  }

  void built(PartState built, Map<String, BodyAnalysis> analyses, Scene drawn, long asked) {
    since = asked;
    earlyScene = null;
    reportIsCurrent = false;
    // A part that has lost all its bodies to a failed step keeps the last good ones on screen.
    if (!analyses.isEmpty() || built.isOk() || surveyed.isEmpty()) {
      surveyed = new LinkedHashMap<>(analyses);
      surveyedScene = drawn;
    }
  }

  /** The bodies that were built last, with what is known of their walls. */
  void known(Scene drawn) {
    surveyedScene = drawn;
  }

  /** The same findings with their repairs. */
  void tried(CheckReport found) {
    report = found;
  }

  void checked(CheckReport found, Scene drawn) {
    report = found;
    reportScene = drawn;
    reportIsCurrent = !found.bodies().isEmpty() || surveyed.isEmpty();
  }
}
