package org.ankerdraft.core.build;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Results of steps as bytes, to be kept in a part file: for each step's key a description and the
 * BREP bytes of its bodies. Entries that do not fit any step any more are simply not asked for.
 */
final class StepStore {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final int KEY_LENGTH = 64;

  /** What stands in a part file of one step. */
  record Entry(String strategy, List<BodyEntry> bodies) {}

  record BodyEntry(String name, double volumeMm3, List<String> faces) {}

  /** A stored shape cannot be restored; the store is then given up and everything is built. */
  static final class Lost extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Lost(String message) {
      super(message);
    }
  }

  private Map<String, byte[]> entries = Map.of();

  void fill(Map<String, byte[]> stored) {
    entries = Map.copyOf(stored);
  }

  void giveUp() {
    entries = Map.of();
  }

  /** The result stored under a step's key; its shapes are restored when they are asked for. */
  Optional<StepResult> find(String key, String id, String kind, GeometryKernel kernel) {
    byte[] description = entries.get(key + ".json");
    if (description == null) {
      return Optional.empty();
    }
    try {
      Entry entry = MAPPER.readValue(description, Entry.class);
      List<Body> bodies = new ArrayList<>();
      for (int i = 0; i < entry.bodies().size(); i++) {
        BodyEntry b = entry.bodies().get(i);
        byte[] brep = entries.get(key + "." + i + ".brep");
        if (brep == null) {
          return Optional.empty();
        }
        bodies.add(
            new Body(
                b.name(), key + "/" + b.name(), b.volumeMm3(), () -> restored(kernel, brep, b)));
      }
      return Optional.of(
          new StepResult(
              id, kind, StepStatus.BUILT, entry.strategy(), 0, true, null, null, null, bodies));
    } catch (IOException e) {
      // A cache that cannot be read costs time, nothing else.
      return Optional.empty();
    }
  }

  private static NamedShape restored(GeometryKernel kernel, byte[] brep, BodyEntry entry) {
    return switch (kernel.restore(brep, Budget.ofSeconds(60))) {
      case Outcome.Failed<Shape>(var failure) -> throw new Lost(failure.message());
      case Outcome.Done<Shape>(Shape shape) -> {
        if (shape.topology().faces().size() != entry.faces().size()) {
          throw new Lost("body " + entry.name() + " has another number of faces than it had");
        }
        yield new NamedShape(shape, entry.faces());
      }
    };
  }

  /** All results of a state that hold bodies, as entries for a part file. */
  static Map<String, byte[]> entriesOf(PartState state) {
    Map<String, byte[]> out = new TreeMap<>();
    for (StepResult r : state.steps()) {
      if (r.status() != StepStatus.BUILT || r.bodies().isEmpty()) {
        continue;
      }
      String key = r.bodies().getFirst().key().substring(0, KEY_LENGTH);
      List<BodyEntry> bodies = new ArrayList<>();
      for (int i = 0; i < r.bodies().size(); i++) {
        Body b = r.bodies().get(i);
        bodies.add(new BodyEntry(b.name(), b.volumeMm3(), b.named().faceNames()));
        out.put(key + "." + i + ".brep", b.named().shape().brepBytes());
      }
      try {
        out.put(key + ".json", MAPPER.writeValueAsBytes(new Entry(r.strategy(), bodies)));
      } catch (JsonProcessingException e) {
        throw new IllegalStateException("plain records always have a text form", e);
      }
    }
    return out;
  }
}
