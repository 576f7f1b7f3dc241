package org.ankerdraft.core.part;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.ListForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.form.WholeForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.step.Step;

/**
 * A part as data: immutable; an edit gives another document.
 *
 * @param version of the format; {@link #VERSION}
 * @param limits changed limits of the rule book, by limit code
 * @param stopLine number of steps to build, or null for all
 * @param notes measures that are kept with the part
 * @param bodies how bodies are shown that are not shown as usual
 * @param unit in which lengths are shown
 */
public record PartDocument(
    int version,
    String name,
    String owner,
    PartProcess process,
    Map<String, Double> limits,
    List<Parameter> parameters,
    List<Step> steps,
    Integer stopLine,
    List<Note> notes,
    List<BodyShown> bodies,
    LengthUnit unit) {

  public static final int VERSION = 1;

  private static final String USUAL_NAME = "part";
  private static final int MOST_STEPS = 100_000;

  private static final Field<PartDocument, Integer> FORMAT =
      Field.<PartDocument, Integer>of(
              "ankerdraft", new WholeForm(VERSION, VERSION), PartDocument::version)
          .required()
          .about("version of the format: 1");
  private static final Field<PartDocument, String> NAME =
      Field.<PartDocument, String>of("name", TextForm.ANY, PartDocument::name)
          .otherwise(USUAL_NAME);
  private static final Field<PartDocument, String> OWNER =
      Field.of("owner", TextForm.ANY, PartDocument::owner);
  private static final Field<PartDocument, PartProcess> PROCESS =
      Field.<PartDocument, PartProcess>of("process", PartProcess.FORM, PartDocument::process)
          .otherwise(PartProcess.DEFAULT)
          .about("how the part is made");
  private static final Field<PartDocument, Map<String, Double>> LIMITS =
      Field.<PartDocument, Map<String, Double>>of("limits", LimitCode.FORM, PartDocument::limits)
          .otherwise(Map.of())
          .about("limits of the rule book that this part changes");
  private static final Field<PartDocument, List<Parameter>> PARAMETERS =
      Field.<PartDocument, List<Parameter>>of(
              "parameters", ListForm.of(Parameter.FORM, "parameters"), PartDocument::parameters)
          .about("named values");
  private static final Field<PartDocument, List<Step>> STEPS =
      Field.<PartDocument, List<Step>>of(
              "steps", new ListForm<>(StepKinds.FORM, "steps", MOST_STEPS), PartDocument::steps)
          .about("in the order in which they are built");
  private static final Field<PartDocument, Integer> STOP_LINE =
      Field.<PartDocument, Integer>of(
              "stopLine", new WholeForm(0, MOST_STEPS), PartDocument::stopLine)
          .about("how many steps are built; left out = all");
  private static final Field<PartDocument, List<Note>> NOTES =
      Field.<PartDocument, List<Note>>of(
              "notes", ListForm.of(Note.FORM, "notes"), PartDocument::notes)
          .otherwise(List.of())
          .about("measures that are kept with the part");
  private static final Field<PartDocument, List<BodyShown>> BODIES =
      Field.<PartDocument, List<BodyShown>>of(
              "bodies", ListForm.of(BodyShown.FORM, "bodies"), PartDocument::bodies)
          .otherwise(List.of())
          .about("how bodies are shown");

  private static final Field<PartDocument, LengthUnit> UNIT =
      Field.<PartDocument, LengthUnit>of(
              "unit",
              WordForm.of(LengthUnit.MM, "mm").or(LengthUnit.INCH, "inch"),
              PartDocument::unit)
          .otherwise(LengthUnit.MM)
          .about("in which lengths are shown; expressions tell their own");

  /** How a part stands in a file. */
  public static final RecordForm<PartDocument> FORM =
      RecordForm.<PartDocument>of(
              "part",
              List.of(
                  FORMAT,
                  NAME,
                  OWNER,
                  PROCESS,
                  LIMITS,
                  PARAMETERS,
                  STEPS,
                  STOP_LINE,
                  NOTES,
                  BODIES,
                  UNIT),
              v ->
                  new PartDocument(
                      v.get(FORMAT),
                      v.get(NAME),
                      v.get(OWNER),
                      v.get(PROCESS),
                      v.get(LIMITS),
                      v.get(PARAMETERS),
                      v.get(STEPS),
                      v.get(STOP_LINE),
                      v.get(NOTES),
                      v.get(BODIES),
                      v.get(UNIT)))
          .check(PartDocument::twice);

  public PartDocument {
    name = name == null ? USUAL_NAME : name;
    unit = unit == null ? LengthUnit.MM : unit;
    process = process == null ? PartProcess.DEFAULT : process;
    limits = limits == null ? Map.of() : Map.copyOf(limits);
    parameters = parameters == null ? List.of() : List.copyOf(parameters);
    steps = steps == null ? List.of() : List.copyOf(steps);
    notes = notes == null ? List.of() : List.copyOf(notes);
    bodies = bodies == null ? List.of() : bodies.stream().filter(b -> !b.isUsual()).toList();
  }

  public static PartDocument empty(String name) {
    return new PartDocument(
        VERSION,
        name,
        null,
        PartProcess.DEFAULT,
        Map.of(),
        List.of(),
        List.of(),
        null,
        List.of(),
        List.of(),
        LengthUnit.MM);
  }

  /** This document with its lengths shown in another unit. */
  public PartDocument withUnit(LengthUnit changed) {
    return new PartDocument(
        version, name, owner, process, limits, parameters, steps, stopLine, notes, bodies, changed);
  }

  /** Ids and names that occur twice. */
  private static Optional<RecordForm.Complaint> twice(PartDocument part) {
    Set<String> names = new HashSet<>();
    for (int i = 0; i < part.parameters.size(); i++) {
      String name = part.parameters.get(i).name();
      if (!names.add(name)) {
        return Optional.of(
            new RecordForm.Complaint(
                "parameters[" + i + "].name", "parameter " + name + " is there twice"));
      }
    }
    Set<String> ids = new HashSet<>();
    for (int i = 0; i < part.steps.size(); i++) {
      String id = part.steps.get(i).id();
      if (!ids.add(id)) {
        return Optional.of(
            new RecordForm.Complaint("steps[" + i + "].id", "id " + id + " is there twice"));
      }
    }
    return Optional.empty();
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
    return new PartDocument(
        version, name, owner, process, limits, parameters, changed, stopLine, notes, bodies, unit);
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
    return new PartDocument(
        version, name, owner, process, limits, parameters, list, line, notes, bodies, unit);
  }

  public PartDocument withoutStep(String id) {
    List<Step> list = new ArrayList<>(steps);
    int at = indexOf(id);
    list.remove(at);
    Integer line =
        stopLine == null ? null : Integer.valueOf(at < stopLine ? stopLine - 1 : stopLine);
    return new PartDocument(
        version, name, owner, process, limits, parameters, list, line, notes, bodies, unit);
  }

  public PartDocument moved(String id, int to) {
    List<Step> list = new ArrayList<>(steps);
    Step step = list.remove(indexOf(id));
    list.add(Math.max(0, Math.min(to, list.size())), step);
    return withSteps(list);
  }

  public PartDocument withStopLine(Integer line) {
    return new PartDocument(
        version, name, owner, process, limits, parameters, steps, line, notes, bodies, unit);
  }

  public PartDocument withParameters(List<Parameter> changed) {
    return new PartDocument(
        version, name, owner, process, limits, changed, steps, stopLine, notes, bodies, unit);
  }

  public PartDocument withProcess(PartProcess changed) {
    return new PartDocument(
        version, name, owner, changed, limits, parameters, steps, stopLine, notes, bodies, unit);
  }

  public PartDocument withLimits(Map<String, Double> changed) {
    return new PartDocument(
        version, name, owner, process, changed, parameters, steps, stopLine, notes, bodies, unit);
  }

  public PartDocument withNotes(List<Note> changed) {
    return new PartDocument(
        version, name, owner, process, limits, parameters, steps, stopLine, changed, bodies, unit);
  }

  /** How a body is shown. */
  public BodyShown shown(String body) {
    return bodies.stream()
        .filter(b -> b.name().equals(body))
        .findFirst()
        .orElseGet(() -> BodyShown.usual(body));
  }

  public PartDocument withShown(BodyShown changed) {
    List<BodyShown> all = new ArrayList<>(bodies);
    all.removeIf(b -> b.name().equals(changed.name()));
    all.add(changed);
    return withBodies(all);
  }

  private PartDocument withBodies(List<BodyShown> changed) {
    return new PartDocument(
        version, name, owner, process, limits, parameters, steps, stopLine, notes, changed, unit);
  }

  /** With another name for a body, wherever it is named; the same if no step gives it its name. */
  public PartDocument withBodyNamed(String old, String named) {
    List<Step> renamed =
        steps.stream().map(s -> StepKinds.of(s).withBodyNamed(old, named)).toList();
    boolean isGiven = steps.stream().anyMatch(s -> StepKinds.of(s).givesName(old));
    return isGiven
        ? withSteps(renamed)
            .withBodies(
                bodies.stream()
                    .map(b -> b.name().equals(old) ? new BodyShown(named, b.hidden(), b.tint()) : b)
                    .toList())
            .withNotes(notes.stream().map(n -> n.withBodyNamed(old, named)).toList())
        : this;
  }

  public PartDocument withName(String changed) {
    return new PartDocument(
        version, changed, owner, process, limits, parameters, steps, stopLine, notes, bodies, unit);
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
