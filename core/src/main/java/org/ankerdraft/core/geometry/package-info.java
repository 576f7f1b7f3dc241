/** Meshes, rays, polygons and tolerances. Knows no part. */
package org.ankerdraft.core.geometry;
