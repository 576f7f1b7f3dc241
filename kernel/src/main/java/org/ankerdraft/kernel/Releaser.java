package org.ankerdraft.kernel;

import java.lang.ref.Cleaner;

/** Tells when a shape is no longer reachable, so that the worker can forget it too. */
final class Releaser {
  private static final Cleaner CLEANER = Cleaner.create();

  private Releaser() {}

  /** {@code action} must not refer to the shape. */
  static void whenUnreachable(Shape shape, Runnable action) {
    CLEANER.register(shape, action);
  }
}
