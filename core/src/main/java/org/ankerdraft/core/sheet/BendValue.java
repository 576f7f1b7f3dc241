package org.ankerdraft.core.sheet;

/**
 * What a bend takes of the flat.
 *
 * @param kFactor distance of the neutral layer from the inside, as a share of the thickness
 * @param allowanceMm length of the neutral layer through the bend: the width of the bend zone
 * @param deductionMm what the flat is shorter than the sum of the outside lengths to the mould
 *     lines
 * @param formula how it came about, with its numbers
 */
public record BendValue(double kFactor, double allowanceMm, double deductionMm, String formula) {}
