package org.ankerdraft.core.sheet;

import org.ankerdraft.core.expression.Expr;

/**
 * What a part's sheet bodies are made of and how they are folded.
 *
 * @param material a sheet material of the rule books: steel, steel-strong, stainless or aluminium
 * @param thickness of the sheet; steps that start a sheet body take it
 * @param radius inside radius of bends that give none of their own
 * @param bending how allowance is found for bends that give none of their own
 * @param die opening of the lower tool, or null for 8 thicknesses
 * @param sheetLength longer side of the sheet from which blanks are cut, or null if any will do
 * @param sheetWidth shorter side of it
 * @param grain direction of the grain in the flat, from its x axis; null if it does not matter
 */
public record SheetProcess(
    String material,
    Expr thickness,
    Expr radius,
    Bending bending,
    Expr die,
    Expr sheetLength,
    Expr sheetWidth,
    Expr grain) {

  public static final SheetProcess DEFAULT =
      new SheetProcess("steel", new Expr("1.5 mm"), null, null, null, null, null, null);

  public SheetProcess {
    material = material == null ? "steel" : material;
    thickness = thickness == null ? new Expr("1.5 mm") : thickness;
    radius = radius == null ? thickness : radius;
    bending = bending == null ? Bending.usual() : bending;
  }
}
