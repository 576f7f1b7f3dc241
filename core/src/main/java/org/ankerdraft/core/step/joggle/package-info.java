/** Joggles. */
package org.ankerdraft.core.step.joggle;
