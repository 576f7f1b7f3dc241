/**
 * Constraints of a sketch and their solver. Needs curves and expressions; gives the curves as the
 * constraints hold them, what can still move, or which constraints contradict each other.
 */
package org.ankerdraft.core.sketch.constraint;
