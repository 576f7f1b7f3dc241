package org.ankerdraft.core.ledger;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.expression.Evaluator;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.Form;
import org.ankerdraft.core.kinds.StepKinds;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.BuildContext;
import org.ankerdraft.core.operation.MadeBefore;
import org.ankerdraft.core.operation.Tools;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.sheet.SheetProcess;
import org.ankerdraft.core.sketch.ResolvedSketch;
import org.ankerdraft.core.step.Step;

/**
 * The part while it is built: what stands after the steps so far. Views of it are handed out, so
 * that a long part is not copied at each step.
 */
final class Surroundings {
  private final Map<String, Body> bodies = new LinkedHashMap<>();
  private final Map<String, ResolvedSketch> sketches = new HashMap<>();
  private final Map<String, String> sketchKeys = new HashMap<>();
  private final Map<String, Step> steps = new HashMap<>();
  private final Map<String, Change> changes = new HashMap<>();
  private final Map<String, byte[]> files;
  private final Direction pull;
  private final SheetProcess sheet;
  private final List<Expr> sheetExpressions = new ArrayList<>();

  Surroundings(PartDocument part, Map<String, byte[]> files) {
    this.files = files;
    this.pull = part.process().pull();
    this.sheet = part.process().sheetOrUsual();
    SheetProcess.FORM.visit(
        sheet,
        new Form.Visitor() {
          @Override
          public <V> void see(Form<V> form, V value) {
            if (value instanceof Expr e) {
              sheetExpressions.add(e);
            }
          }
        });
  }

  /** The same as it stands now; what is added to the one is not added to the other. */
  Surroundings copy() {
    return new Surroundings(this);
  }

  private Surroundings(Surroundings other) {
    bodies.putAll(other.bodies);
    sketches.putAll(other.sketches);
    sketchKeys.putAll(other.sketchKeys);
    steps.putAll(other.steps);
    changes.putAll(other.changes);
    files = other.files;
    pull = other.pull;
    sheet = other.sheet;
    sheetExpressions.addAll(other.sheetExpressions);
  }

  void add(Step step, StepResult result, String key) {
    String stepId = step.id();
    if (result.failure() == null) {
      steps.put(stepId, step);
      bodies.keySet().removeAll(StepKinds.of(step).consumedBodies());
    }
    if (result.bodies().size() == 1) {
      Body after = result.bodies().getFirst();
      Body was = bodies.get(after.name());
      if (was != null) {
        changes.put(stepId, new Change(was, after));
      }
    }
    result.bodies().forEach(b -> bodies.put(b.name(), b));
    if (result.sketch() != null) {
      sketches.put(stepId, result.sketch());
      sketchKeys.put(stepId, key);
    }
  }

  /** What a step made of the one body that it changed. */
  record Change(Body before, Body after) {}

  /** Empty for a step that changed no body, or several. */
  Optional<Change> change(String stepId) {
    return Optional.ofNullable(changes.get(stepId));
  }

  /** A step that stands before and was built. */
  Optional<Step> step(String id) {
    return Optional.ofNullable(steps.get(id));
  }

  Map<String, Body> bodies() {
    return Collections.unmodifiableMap(bodies);
  }

  Map<String, String> sketchKeys() {
    return sketchKeys;
  }

  Map<String, byte[]> files() {
    return files;
  }

  Direction pull() {
    return pull;
  }

  SheetProcess sheet() {
    return sheet;
  }

  List<Expr> sheetExpressions() {
    return sheetExpressions;
  }

  /** What a step's builder is given. */
  BuildContext.Part forStep(Evaluator values, Tools tools, MadeBefore madeBefore) {
    return new BuildContext.Part(
        values,
        bodies(),
        Collections.unmodifiableMap(sketches),
        Collections.unmodifiableMap(files),
        pull,
        sheet,
        tools,
        madeBefore);
  }
}
