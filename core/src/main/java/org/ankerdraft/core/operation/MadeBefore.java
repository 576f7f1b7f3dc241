package org.ankerdraft.core.operation;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * What is made of sketches and numbers alone, whatever body it is for. It comes out the same in
 * each build, so that a tool is not made and proved again because the body that it is used on has
 * changed. Bounded; what was used longest ago is forgotten first. Only what succeeded is kept. Safe
 * for several threads.
 */
public final class MadeBefore {
  /** What something takes besides its shape, roughly; bytes. */
  private static final long SMALL = 1000;

  /**
   * All that a thing is made of: equal recipes make equal things.
   *
   * @param <T> what is made
   */
  public interface Recipe<T> {
    Class<T> makes();
  }

  private record Kept(Object thing, long bytes) {}

  private final long mostBytes;
  private final Map<Recipe<?>, Kept> byRecipe = new LinkedHashMap<>(64, 0.75f, true);
  private long bytes;

  /**
   * @param mostBytes what all that is kept may take
   */
  public MadeBefore(long mostBytes) {
    this.mostBytes = mostBytes;
  }

  /** Empty if it has not been made, or was forgotten. */
  public synchronized <T> Optional<T> of(Recipe<T> recipe) {
    return Optional.ofNullable(byRecipe.get(recipe)).map(k -> recipe.makes().cast(k.thing));
  }

  /**
   * Keeps what was made.
   *
   * @param shapeBytes what its shapes take
   */
  public synchronized <T> void keep(Recipe<T> recipe, T made, long shapeBytes) {
    Kept kept = new Kept(made, SMALL + shapeBytes);
    Kept before = byRecipe.put(recipe, kept);
    bytes += kept.bytes - (before == null ? 0 : before.bytes);
    for (Iterator<Kept> oldest = byRecipe.values().iterator();
        bytes > mostBytes && oldest.hasNext(); ) {
      bytes -= oldest.next().bytes;
      oldest.remove();
    }
  }
}
