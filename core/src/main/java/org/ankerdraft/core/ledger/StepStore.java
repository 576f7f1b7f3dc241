package org.ankerdraft.core.ledger;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.kernel.Budget;
import org.ankerdraft.kernel.GeometryKernel;
import org.ankerdraft.kernel.Outcome;
import org.ankerdraft.kernel.Shape;

/**
 * Results of steps as bytes, to be kept in a part file: for each step's key a description and the
 * BREP bytes of its bodies. Entries are verified, not believed: a seal over key, description and
 * shapes must fit, and a restored shape must be what the description says. An entry that does not
 * fit is not there. Entries that do not fit any step any more are simply not asked for.
 */
final class StepStore {
  private static final ObjectMapper MAPPER = new ObjectMapper();
  private static final int KEY_LENGTH = 64;
  private static final double SAME_VOLUME_SHARE = 1e-9;

  /** What stands in a part file of one step. */
  record Entry(String strategy, List<BodyEntry> bodies, String seal) {}

  /**
   * @param faces names in the order of the faces; null where the shape is not kept, since it can be
   *     worked out from the steps when somebody asks for it
   */
  record BodyEntry(String name, double volumeMm3, List<String> faces) {}

  /** A stored shape cannot be restored; the store is then given up and everything is built. */
  static final class CacheLost extends RuntimeException {
    private static final long serialVersionUID = 1L;

    CacheLost(String message) {
      super(message);
    }
  }

  private Map<String, byte[]> entries = Map.of();
  private final boolean shapesOnly;

  StepStore() {
    this(false);
  }

  private StepStore(boolean shapesOnly) {
    this.shapesOnly = shapesOnly;
  }

  /** The same without entries that have no shape. */
  StepStore withShapesOnly() {
    StepStore other = new StepStore(true);
    other.entries = entries;
    return other;
  }

  void fill(Map<String, byte[]> stored) {
    entries = Map.copyOf(stored);
  }

  void giveUp() {
    entries = Map.of();
  }

  /** Whether there is an entry under a step's key, sound or not. */
  boolean has(String key) {
    return entries.containsKey(key + ".json");
  }

  /**
   * The result stored under a step's key; its shapes are restored when they are asked for.
   *
   * @param anew works out the body of a name where its shape is not kept
   */
  Optional<StepResult> find(
      String key,
      String id,
      String kind,
      GeometryKernel kernel,
      Function<String, NamedShape> anew) {
    return verified(key)
        .map(entry -> {
          List<Body> bodies = new ArrayList<>();
          for (int i = 0; i < entry.bodies().size(); i++) {
            BodyEntry b = entry.bodies().get(i);
            byte[] brep = entries.get(brepOf(key, i));
            String known = key + "/" + b.name();
            bodies.add(
                b.faces() == null
                    ? Body.pending(b.name(), known, b.volumeMm3(), () -> anew.apply(b.name()))
                    : new Body(b.name(), known, b.volumeMm3(), () -> restored(kernel, brep, b)));
          }
          return new StepResult(
              id, kind, StepStatus.BUILT, entry.strategy(), 0, true, null, List.of(), null, bodies);
        });
  }

  private static String brepOf(String key, int body) {
    return key + "." + body + ".brep";
  }

  private Optional<Entry> verified(String key) {
    byte[] description = entries.get(key + ".json");
    if (description == null) {
      return Optional.empty();
    }
    try {
      Entry entry = MAPPER.readValue(description, Entry.class);
      return entry != null
              && isWhole(entry)
              && hasShapes(key, entry)
              && isSealed(key, entry)
              && !(shapesOnly && entry.bodies().stream().anyMatch(b -> b.faces() == null))
          ? Optional.of(entry)
          : Optional.empty();
    } catch (IOException e) {
      // A cache that cannot be read costs time, nothing else.
      return Optional.empty();
    }
  }

  private static boolean isWhole(Entry entry) {
    if (entry.strategy() == null || entry.bodies() == null || entry.bodies().isEmpty()) {
      return false;
    }
    Set<String> names = new HashSet<>();
    for (BodyEntry b : entry.bodies()) {
      if (b == null || b.name() == null || !names.add(b.name())) {
        return false;
      }
      for (String face : b.faces() == null ? List.<String>of() : b.faces()) {
        if (face == null || FaceName.parse(face).isEmpty()) {
          return false;
        }
      }
    }
    return true;
  }

  private boolean hasShapes(String key, Entry entry) {
    for (int i = 0; i < entry.bodies().size(); i++) {
      if (entry.bodies().get(i).faces() != null && !entries.containsKey(brepOf(key, i))) {
        return false;
      }
    }
    return true;
  }

  private boolean isSealed(String key, Entry entry) {
    List<byte[]> breps = new ArrayList<>();
    for (int i = 0; i < entry.bodies().size(); i++) {
      if (entry.bodies().get(i).faces() != null) {
        breps.add(entries.get(brepOf(key, i)));
      }
    }
    return seal(key, entry.strategy(), entry.bodies(), breps).equals(entry.seal());
  }

  private static String seal(
      String key, String strategy, List<BodyEntry> bodies, List<byte[]> breps) {
    MessageDigest digest = StepKey.sha256();
    digest.update((key + "\n" + strategy + "\n" + bodies).getBytes(StandardCharsets.UTF_8));
    breps.forEach(b -> digest.update(StepKey.sha256().digest(b)));
    return HexFormat.of().formatHex(digest.digest());
  }

  private static NamedShape restored(GeometryKernel kernel, byte[] brep, BodyEntry entry) {
    return switch (kernel.restore(brep, Budget.ofSeconds(60))) {
      case Outcome.Failed<Shape>(var failure) -> throw new CacheLost(failure.message());
      case Outcome.Done<Shape>(Shape shape) -> {
        if (shape.topology().faces().size() != entry.faces().size()) {
          throw new CacheLost("body " + entry.name() + " has another number of faces than it had");
        }
        double off = Math.abs(shape.mass().volumeMm3() - entry.volumeMm3());
        boolean isSound =
            entry.volumeMm3() == 0
                ? shape.isSurface() && shape.proof().valid()
                : shape.proof().isSound();
        if (!isSound || off > SAME_VOLUME_SHARE * entry.volumeMm3()) {
          throw new CacheLost("body " + entry.name() + " is not what it was");
        }
        yield new NamedShape(shape, entry.faces().stream().map(FaceName::read).toList());
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
      List<byte[]> breps = new ArrayList<>();
      for (int i = 0; i < r.bodies().size(); i++) {
        Body b = r.bodies().get(i);
        if (b.isPending()) {
          bodies.add(new BodyEntry(b.name(), b.volumeMm3(), null));
          continue;
        }
        bodies.add(
            new BodyEntry(
                b.name(),
                b.volumeMm3(),
                b.named().faceNames().stream().map(FaceName::toString).toList()));
        breps.add(b.named().shape().brepBytes());
        out.put(brepOf(key, i), breps.getLast());
      }
      Entry entry = new Entry(r.strategy(), bodies, seal(key, r.strategy(), bodies, breps));
      try {
        out.put(key + ".json", MAPPER.writeValueAsBytes(entry));
      } catch (JsonProcessingException e) {
        throw new IllegalStateException("plain records always have a text form", e);
      }
    }
    return out;
  }
}
