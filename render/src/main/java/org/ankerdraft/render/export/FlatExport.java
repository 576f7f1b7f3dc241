package org.ankerdraft.render.export;

import java.util.Locale;
import org.ankerdraft.core.exchange.BendTableCsv;
import org.ankerdraft.core.exchange.DxfFile;
import org.ankerdraft.core.exchange.SvgFile;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.core.sheet.FlatDrawing;
import org.ankerdraft.core.sheet.FlatPattern;

/** A flat pattern as the bytes of a file; which kind is told by the ending of its name. */
public final class FlatExport {
  private FlatExport() {}

  /** Whether a file of that name is one of a flat pattern. */
  public static boolean writes(String fileName) {
    return switch (ending(fileName)) {
      case "dxf", "svg", "pdf", "csv" -> true;
      default -> false;
    };
  }

  private static String ending(String fileName) {
    String lower = fileName.toLowerCase(Locale.ROOT);
    return lower.substring(lower.lastIndexOf('.') + 1);
  }

  /**
   * @param unit in which dimensions are written; a DXF is in mm and says so
   */
  public static byte[] bytes(FlatPattern flat, String title, String fileName, LengthUnit unit)
      throws PartExport.CannotExport {
    return switch (ending(fileName)) {
      case "dxf" -> DxfFile.write(flat);
      case "svg" -> SvgFile.write(FlatDrawing.of(flat, title, unit));
      case "pdf" -> PdfFile.write(FlatDrawing.of(flat, title, unit), title);
      case "csv" -> BendTableCsv.write(flat, unit);
      default ->
          throw new PartExport.CannotExport(
              "." + ending(fileName) + " is not written; use .dxf, .svg, .pdf or .csv");
    };
  }
}
