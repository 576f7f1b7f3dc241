package org.ankerdraft.core.form;

import org.ankerdraft.vectors.Vec3;

/**
 * Where the handle of a number stands in the part.
 *
 * @param anchor the place it is drawn at
 * @param direction the way in which the number grows
 * @param factor change of the number for one mm along the direction
 */
public record Grip(Vec3 anchor, Vec3 direction, double factor) {}
