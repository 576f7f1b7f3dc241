/**
 * Bosses and pockets from closed curves, with draft and rounds: they end at a height or a face, and
 * begin where the body does.
 *
 * <p>Needs areas of sketches and bodies; gives the body with what stands on it or is sunk into it.
 */
package org.ankerdraft.core.step.boss;
