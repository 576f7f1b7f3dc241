/** Solids that a profile leaves behind on its way along a path. */
package org.ankerdraft.core.step.sweep;
