/** Rounds along edges. */
package org.ankerdraft.core.step.round;
