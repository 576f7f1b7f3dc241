package org.ankerdraft.core.build;

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
  private Supplier<NamedShape> source;
  private volatile NamedShape named;

  public Body(String name, NamedShape named, String key) {
    this.name = name;
    this.key = key;
    this.named = named;
    this.volumeMm3 = named.shape().mass().volumeMm3();
  }

  /**
   * @param source gives the shape; asked once, may wait for the geometry worker
   */
  Body(String name, String key, double volumeMm3, Supplier<NamedShape> source) {
    this.name = name;
    this.key = key;
    this.volumeMm3 = volumeMm3;
    this.source = source;
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

  /** Whether {@link #named} answers at once. */
  public boolean isLoaded() {
    return named != null;
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

  Body withKey(String changed) {
    return new Body(name, named(), changed);
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
