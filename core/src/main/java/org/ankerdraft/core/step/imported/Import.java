package org.ankerdraft.core.step.imported;

import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/**
 * Solids and surfaces from a STEP file: one beside the part file, or an entry of it once it is
 * saved.
 */
public record Import(Head head, String file) implements Step {}
