/**
 * The renderer: bodies arranged as a scene, a camera and a look in, pixels and ids out; and the
 * chart around them. Needs no display.
 */
package org.ankerdraft.render.draw;
