/** Copies of faces of a body as a surface. Needs their choice; gives a body of its own. */
package org.ankerdraft.core.step.facecopy;
