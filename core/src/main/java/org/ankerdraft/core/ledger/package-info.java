/**
 * Builds parts from their steps. A result is remembered by what its step is and reads, so that an
 * edit builds anew what depends on it and nothing else; an incremental build equals a fresh one.
 *
 * <p>Needs a part document and a geometry kernel; returns what became of each step and the bodies
 * at the stop line.
 */
package org.ankerdraft.core.ledger;
