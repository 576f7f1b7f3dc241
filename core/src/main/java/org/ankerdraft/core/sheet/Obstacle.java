package org.ankerdraft.core.sheet;

/**
 * Why a body cannot be unfolded, at one face.
 *
 * @param face number of the face, or 0 for the body as a whole
 * @param why in words
 */
public record Obstacle(int face, String why) {}
