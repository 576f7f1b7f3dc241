package org.ankerdraft.core.operation;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.ankerdraft.core.select.NamedShape;

/**
 * A body of the part. Its key tells its content: the same key, the same geometry. The shape of a
 * body that comes from a file's cache is restored when it is first asked for.
 */
public final class Body {
  private final String name;
  private final String key;
  private final double volumeMm3;
  private final Rounded rounded;
  private final boolean pending;
  private Supplier<NamedShape> source;
  private volatile NamedShape named;

  /** A body just made; the ledger gives it its key. */
  public Body(String name, NamedShape named) {
    this(name, "", named.shape().mass().volumeMm3(), null, false, null, named);
  }

  /**
   * @param source gives the shape; asked once, may wait for the geometry worker
   */
  public Body(String name, String key, double volumeMm3, Supplier<NamedShape> source) {
    this(name, key, volumeMm3, null, false, source, null);
  }

  /**
   * A body between two steps whose shape nobody has asked for yet.
   *
   * @param source works it out; asked once, takes as long as a step does
   */
  public static Body pending(
      String name, String key, double volumeMm3, Supplier<NamedShape> source) {
    return new Body(name, key, volumeMm3, null, true, source, null);
  }

  private Body(
      String name,
      String key,
      double volumeMm3,
      Rounded rounded,
      boolean pending,
      Supplier<NamedShape> source,
      NamedShape named) {
    this.name = name;
    this.key = key;
    this.volumeMm3 = volumeMm3;
    this.rounded = rounded;
    this.pending = pending;
    this.source = source;
    this.named = named;
  }

  public String name() {
    return name;
  }

  public String key() {
    return key;
  }

  /** Known without the shape. */
  public double volumeMm3() {
    return volumeMm3;
  }

  /** Whether it is a surface, which encloses nothing; known without the shape. */
  public boolean isSurface() {
    return volumeMm3 == 0;
  }

  /**
   * The one that is meant where none is named: the only solid, or, where there is none, the only
   * surface.
   */
  public static Optional<Body> only(Collection<Body> all) {
    List<Body> solids = all.stream().filter(b -> !b.isSurface()).toList();
    Collection<Body> eligible = solids.isEmpty() ? all : solids;
    return eligible.size() == 1 ? Optional.of(eligible.iterator().next()) : Optional.empty();
  }

  /** Whether its shape would have to be worked out, not just restored. */
  public boolean isPending() {
    return pending && named == null;
  }

  /** Whether {@link #named} answers at once. */
  public boolean isLoaded() {
    return named != null;
  }

  /** The rounds that were the last that was done to it; empty if something else was. */
  public Optional<Rounded> rounded() {
    return Optional.ofNullable(rounded);
  }

  /** The shape with its names; restores it if need be, which waits for the geometry worker. */
  public NamedShape named() {
    NamedShape n = named;
    if (n == null) {
      synchronized (this) {
        n = named;
        if (n == null) {
          n = source.get();
          named = n;
          source = null;
        }
      }
    }
    return n;
  }

  /** The same with its key known. */
  public Body withKey(String changed) {
    return new Body(name, changed, volumeMm3, rounded, pending, this::named, named);
  }

  /** The same, known to have come from rounding another; null if it has not. */
  public Body withRounded(Rounded last) {
    return new Body(name, key, volumeMm3, last, pending, this::named, named);
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Body b && b.name.equals(name) && b.key.equals(key);
  }

  @Override
  public int hashCode() {
    return 31 * name.hashCode() + key.hashCode();
  }

  @Override
  public String toString() {
    return "body " + name;
  }
}
