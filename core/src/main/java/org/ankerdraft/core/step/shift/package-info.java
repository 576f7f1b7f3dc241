/**
 * Faces moved along their normals, or onto the surface of another face; their neighbours follow.
 */
package org.ankerdraft.core.step.shift;
