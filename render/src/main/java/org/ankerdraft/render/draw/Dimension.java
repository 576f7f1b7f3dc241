package org.ankerdraft.render.draw;

import org.ankerdraft.vectors.Vec3;

/**
 * A length written over the part: a line with an arrow at each end and its number, after ISO 129-1.
 *
 * @param edited the one being measured now, in the colour of what is edited
 */
public record Dimension(Vec3 from, Vec3 to, String text, boolean edited) {}
