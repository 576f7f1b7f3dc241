package org.ankerdraft.app;

import java.util.function.BooleanSupplier;
import org.ankerdraft.core.step.Stage;

/**
 * Something the user can do; one definition for rail, keys and quick add.
 *
 * @param stage where it stands on the rail
 * @param keys two strokes, or empty
 * @param words what quick add finds it by, besides the title
 */
record Action(
    Stage stage, String title, String keys, String words, BooleanSupplier enabled, Runnable run) {}
