package org.ankerdraft.core.sheet;

import java.util.List;
import java.util.function.Function;
import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.form.ExprForm;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WordForm;

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

  private static final String USUAL_MATERIAL = "steel";
  private static final Expr USUAL_THICKNESS = new Expr("1.5 mm");

  public static final SheetProcess DEFAULT =
      new SheetProcess(USUAL_MATERIAL, USUAL_THICKNESS, null, null, null, null, null, null);

  private static final Field<SheetProcess, String> MATERIAL =
      Field.<SheetProcess, String>of(
              "material",
              WordForm.of("steel", "steel")
                  .or("steel-strong", "steel-strong")
                  .or("stainless", "stainless")
                  .or("aluminium", "aluminium"),
              SheetProcess::material)
          .otherwise(USUAL_MATERIAL)
          .about("default steel");
  private static final Field<SheetProcess, Expr> THICKNESS =
      length("thickness", "Thickness", SheetProcess::thickness).about("default 1.5 mm");
  private static final Field<SheetProcess, Expr> RADIUS =
      length("radius", "Inside radius", SheetProcess::radius)
          .about("inside radius of bends; default the thickness");
  private static final Field<SheetProcess, Bending.By> ALLOWANCE =
      Field.<SheetProcess, Bending.By>offered(
              "allowance",
              Bending.words(),
              s -> s.bending().by(),
              (s, by) -> s.withBending(Bending.started(by)))
          .required()
          .label("Allowance");
  private static final Field<SheetProcess, Bending> BENDING =
      Field.<SheetProcess, Bending>of("bending", Bending.FORM, SheetProcess::bending)
          .label("")
          .about("how bend allowance is found; default K-factor 0.44");
  private static final Field<SheetProcess, Expr> DIE =
      length("die", "Die opening", SheetProcess::die)
          .usual("8 thicknesses")
          .folded()
          .about("opening of the lower tool; default 8 thicknesses");
  private static final Field<SheetProcess, Expr> SHEET_LENGTH =
      length("sheetLength", "Sheet length", SheetProcess::sheetLength)
          .usual("any")
          .folded()
          .about("longer side of the sheet that blanks are cut from");
  private static final Field<SheetProcess, Expr> SHEET_WIDTH =
      length("sheetWidth", "Sheet width", SheetProcess::sheetWidth)
          .usual("any")
          .folded()
          .about("shorter side of it");
  private static final Field<SheetProcess, Expr> GRAIN =
      Field.<SheetProcess, Expr>of("grain", ExprForm.ANGLE, SheetProcess::grain)
          .label("Grain, to x")
          .usual("none")
          .folded()
          .about("its direction in the flat, from the flat's x axis");

  /** How a sheet process stands in a file. */
  public static final RecordForm<SheetProcess> FORM =
      RecordForm.of(
          "sheet process",
          List.of(
              MATERIAL,
              THICKNESS,
              RADIUS,
              ALLOWANCE,
              BENDING,
              DIE,
              SHEET_LENGTH,
              SHEET_WIDTH,
              GRAIN),
          v ->
              new SheetProcess(
                  v.get(MATERIAL),
                  v.get(THICKNESS),
                  v.get(RADIUS),
                  v.get(BENDING),
                  v.get(DIE),
                  v.get(SHEET_LENGTH),
                  v.get(SHEET_WIDTH),
                  v.get(GRAIN)));

  public SheetProcess {
    material = material == null ? USUAL_MATERIAL : material;
    thickness = thickness == null ? USUAL_THICKNESS : thickness;
    radius = radius == null ? thickness : radius;
    bending = bending == null ? Bending.usual() : bending;
  }

  private static Field<SheetProcess, Expr> length(
      String id, String label, Function<SheetProcess, Expr> get) {
    return Field.of(id, ExprForm.LENGTH, get).label(label);
  }

  public SheetProcess withMaterial(String changed) {
    return FORM.with(this, MATERIAL, changed);
  }

  public SheetProcess withThickness(Expr changed) {
    return FORM.with(this, THICKNESS, changed);
  }

  public SheetProcess withDie(Expr changed) {
    return FORM.with(this, DIE, changed);
  }

  public SheetProcess withBending(Bending changed) {
    return FORM.with(this, BENDING, changed);
  }
}
