/**
 * Draws parts in software: scenes of meshes into pixels, a face for each pixel, and the chart
 * around them. Needs no display; used by the window, for pictures and for thumbnails.
 */
package org.ankerdraft.render;
