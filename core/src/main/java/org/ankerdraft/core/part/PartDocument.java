package org.ankerdraft.core.part;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.Step;

/**
 * A part as data: immutable; an edit gives another document.
 *
 * @param version of the format; {@link #VERSION}
 * @param limits changed limits of the rule book, by limit code
 * @param stopLine number of steps to build, or null for all
 */
public record PartDocument(
    @JsonProperty("ankerdraft") int version,
    String name,
    String owner,
    PartProcess process,
    Map<String, Double> limits,
    List<Parameter> parameters,
    List<Step> steps,
    Integer stopLine) {

  public static final int VERSION = 1;

  public PartDocument {
    name = name == null ? "part" : name;
    process = process == null ? PartProcess.DEFAULT : process;
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    parameters = parameters == null ? List.of() : List.copyOf(parameters);
    steps = steps == null ? List.of() : List.copyOf(steps);
  }

  public static PartDocument empty(String name) {
    return new PartDocument(
        VERSION, name, null, PartProcess.DEFAULT, Map.of(), List.of(), List.of(), null);
  }

  public Map<String, Expr> definitions() {
    Map<String, Expr> map = new LinkedHashMap<>();
    parameters.forEach(p -> map.put(p.name(), p.value()));
    return map;
  }

  public Optional<Step> step(String id) {
    return steps.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  public int indexOf(String id) {
    for (int i = 0; i < steps.size(); i++) {
      if (steps.get(i).id().equals(id)) {
        return i;
      }
    }
    return -1;
  }

  /** How many steps are built: all, or those above the stop line. */
  public int built() {
    return stopLine == null ? steps.size() : Math.max(0, Math.min(stopLine, steps.size()));
  }

  public PartDocument withSteps(List<Step> changed) {
    return new PartDocument(version, name, owner, process, limits, parameters, changed, stopLine);
  }

  /** This document with the step of the same id replaced. */
  public PartDocument withStep(Step changed) {
    List<Step> list = new ArrayList<>(steps);
    list.set(indexOf(changed.id()), changed);
    return withSteps(list);
  }

  /** A new step above the stop line, or at the end. */
  public PartDocument withNewStep(Step added) {
    List<Step> list = new ArrayList<>(steps);
    list.add(built(), added);
    Integer line = stopLine == null ? null : Integer.valueOf(built() + 1);
    return new PartDocument(version, name, owner, process, limits, parameters, list, line);
  }

  public PartDocument withoutStep(String id) {
    List<Step> list = new ArrayList<>(steps);
    int at = indexOf(id);
    list.remove(at);
    Integer line =
        stopLine == null ? null : Integer.valueOf(at < stopLine ? stopLine - 1 : stopLine);
    return new PartDocument(version, name, owner, process, limits, parameters, list, line);
  }

  public PartDocument moved(String id, int to) {
    List<Step> list = new ArrayList<>(steps);
    Step step = list.remove(indexOf(id));
    list.add(Math.max(0, Math.min(to, list.size())), step);
    return withSteps(list);
  }

  public PartDocument withStopLine(Integer line) {
    return new PartDocument(version, name, owner, process, limits, parameters, steps, line);
  }

  public PartDocument withParameters(List<Parameter> changed) {
    return new PartDocument(version, name, owner, process, limits, changed, steps, stopLine);
  }

  public PartDocument withProcess(PartProcess changed) {
    return new PartDocument(version, name, owner, changed, limits, parameters, steps, stopLine);
  }

  public PartDocument withLimits(Map<String, Double> changed) {
    return new PartDocument(version, name, owner, process, changed, parameters, steps, stopLine);
  }

  public PartDocument withName(String changed) {
    return new PartDocument(version, changed, owner, process, limits, parameters, steps, stopLine);
  }

  /** An id for a new step of a kind: the kind's word and the first free number. */
  public String freeId(String kind) {
    Set<String> taken = new HashSet<>();
    steps.forEach(s -> taken.add(s.id()));
    int n = 1;
    while (taken.contains(kind + n)) {
      n++;
    }
    return kind + n;
  }
}
