/**
 * What the builders of steps are made of: the context that gives them their declared inputs,
 * ladders of strategies, the proofs that every result must pass, and operations that several kinds
 * of steps share.
 *
 * <p>Needs the geometry kernel and named shapes; returns named shapes that are proved, or a {@link
 * org.ankerdraft.core.operation.Failure}. Knows no kind of step and no part document.
 */
package org.ankerdraft.core.operation;
