/** Folded walls: the start of a sheet body from an open profile. */
package org.ankerdraft.core.step.folded;
