package org.ankerdraft.render;

import org.ankerdraft.kernel.Vec3;

/**
 * A number printed on the part.
 *
 * @param hazard beyond a limit
 * @param rank lower ones are printed first and keep others away
 */
public record Label(Vec3 place, Vec3 normal, String text, boolean hazard, double rank) {}
