package org.ankerdraft.core.ledger;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.operation.Failure;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Shape;

/**
 * Results of steps by their key, the ones last used. Bounded by the bytes of their shapes; shapes
 * of results that the part does not show are not kept in the geometry worker.
 */
final class Memory {
  /** What a result without a shape takes, roughly; bytes. */
  private static final long SMALL = 2000;

  private final long mostBytes;
  private final GeometryKernel kernel;
  private final Map<String, StepResult> byKey = new LinkedHashMap<>(64, 0.75f, true);
  private final Map<String, Long> sizes = new HashMap<>();
  private final Set<Shape> inUse = new HashSet<>();
  private long bytes;

  Memory(long mostBytes, GeometryKernel kernel) {
    this.mostBytes = mostBytes;
    this.kernel = kernel;
  }

  /** Null if it is not remembered. */
  StepResult get(String key) {
    return byKey.get(key);
  }

  void put(String key, StepResult result) {
    byKey.put(key, result);
    long size = sizeOf(result);
    Long before = sizes.put(key, size);
    bytes += size - (before == null ? 0 : before);
  }

  void clear() {
    byKey.clear();
    sizes.clear();
    inUse.clear();
    bytes = 0;
  }

  long bytes() {
    return bytes;
  }

  /**
   * A part has been built: what it does not use rests, and the oldest beyond the bound is
   * forgotten.
   */
  void settle(PartState state) {
    Set<Shape> now = new HashSet<>();
    state
        .steps()
        .forEach(r -> r.bodies().stream().filter(Body::isLoaded).forEach(b -> now.add(shape(b))));
    inUse.stream().filter(s -> !now.contains(s)).forEach(kernel::rest);
    inUse.clear();
    inUse.addAll(now);
    dropOpenLimits(state);
    Set<String> keys = new HashSet<>();
    state.steps().forEach(r -> r.bodies().forEach(b -> keys.add(b.key())));
    for (Iterator<Map.Entry<String, StepResult>> oldest = byKey.entrySet().iterator();
        bytes > mostBytes && oldest.hasNext(); ) {
      Map.Entry<String, StepResult> entry = oldest.next();
      if (entry.getValue().bodies().stream().noneMatch(b -> keys.contains(b.key()))) {
        bytes -= sizes.remove(entry.getKey());
        oldest.remove();
      }
    }
  }

  /** What the trials for a limit hold on to is worth it only while the part shows the failure. */
  private void dropOpenLimits(PartState state) {
    Set<Failure.Limit> shown = new HashSet<>();
    state.steps().stream()
        .filter(StepResult::hasOpenLimit)
        .forEach(r -> shown.add(r.failure().limit()));
    for (Iterator<Map.Entry<String, StepResult>> all = byKey.entrySet().iterator();
        all.hasNext(); ) {
      Map.Entry<String, StepResult> entry = all.next();
      StepResult r = entry.getValue();
      if (r.hasOpenLimit() && !shown.contains(r.failure().limit())) {
        bytes -= sizes.remove(entry.getKey());
        all.remove();
      }
    }
  }

  private static Shape shape(Body b) {
    return b.named().shape();
  }

  private static long sizeOf(StepResult r) {
    return SMALL
        + r.bodies().stream().filter(Body::isLoaded).mapToLong(b -> shape(b).bytes()).sum();
  }
}
