/** Extrusion of the areas of a sketch, tapered if wanted; as a new body or combined with others. */
package org.ankerdraft.core.step.extrude;
