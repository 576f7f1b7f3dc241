package org.ankerdraft.core.ledger;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.part.PartDocument;
import org.ankerdraft.core.sketch.ResolvedSketch;

/** A part as built: its document, what became of each step, and the bodies at the stop line. */
public record PartState(
    PartDocument part, List<StepResult> steps, Map<String, Body> bodies, double ms) {
  public PartState {
    steps = List.copyOf(steps);
    bodies = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(bodies));
  }

  /** The bodies that are no surfaces. */
  public List<Body> solids() {
    return bodies.values().stream().filter(b -> !b.isSurface()).toList();
  }

  /** No step failed or is adrift. */
  public boolean isOk() {
    return steps.stream()
        .noneMatch(s -> s.status() == StepStatus.FAILED || s.status() == StepStatus.ADRIFT);
  }

  public Optional<StepResult> step(String id) {
    return steps.stream().filter(s -> s.id().equals(id)).findFirst();
  }

  public Optional<ResolvedSketch> sketch(String id) {
    return step(id).map(StepResult::sketch);
  }

  /** Whether up to where a failed step works is yet to be found. */
  public boolean hasOpenLimits() {
    return steps.stream().anyMatch(StepResult::hasOpenLimit);
  }

  PartState withSteps(List<StepResult> changed) {
    return new PartState(part, changed, bodies, ms);
  }

  /** Whether the shapes of all steps answer at once. */
  public boolean isLoaded() {
    return steps.stream().allMatch(s -> s.bodies().stream().allMatch(Body::isLoaded));
  }

  public long rebuilt() {
    return steps.stream().filter(s -> s.status() == StepStatus.BUILT && !s.remembered()).count();
  }
}
