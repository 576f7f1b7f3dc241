package org.ankerdraft.core.select;

/**
 * What a picked thing was like when it was picked, for finding the best candidate when its name is
 * gone.
 *
 * @param x place, mm
 * @param y place, mm
 * @param z place, mm
 * @param kind surface or curve kind, lower case
 * @param size area in mm2 or length in mm
 */
public record Hint(double x, double y, double z, String kind, double size) {}
