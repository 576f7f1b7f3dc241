/**
 * Sheet bodies: unfolding, bend allowance, folding, the bending order. Needs a solid; returns its
 * flat, or which faces prevent it.
 */
package org.ankerdraft.core.sheet;
