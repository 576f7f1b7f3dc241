/** Ribs from lines to the walls around them. */
package org.ankerdraft.core.step.rib;
