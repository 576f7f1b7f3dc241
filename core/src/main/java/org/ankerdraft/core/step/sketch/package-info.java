/** Sketches: plane curves and the areas that they enclose. */
package org.ankerdraft.core.step.sketch;
