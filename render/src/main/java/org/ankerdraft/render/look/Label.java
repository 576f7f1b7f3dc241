package org.ankerdraft.render.look;

import org.ankerdraft.vectors.Vec3;

/**
 * A number printed on the part.
 *
 * @param hazard beyond a limit
 * @param rank lower ones are printed first and keep others away
 */
public record Label(Vec3 place, Vec3 normal, String text, boolean hazard, double rank) {}
