package org.ankerdraft.core.expression;

/** A value with its dimension; lengths in mm, angles in radians. */
public record Quantity(double value, Dimension dimension) {}
