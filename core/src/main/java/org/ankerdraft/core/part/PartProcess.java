package org.ankerdraft.core.part;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.WholeForm;
import org.ankerdraft.core.form.WordForm;
import org.ankerdraft.core.select.Direction;
import org.ankerdraft.core.sheet.SheetProcess;

/**
 * How the part is made; the checks take their limits from it.
 *
 * @param material a material of the rule books, such as ABS
 * @param vdi VDI 3400 number of the texture, or null for a smooth face
 * @param pull the direction in which the upper tool half leaves the part
 * @param sheet how sheet bodies are made, or null for the usual way
 */
public record PartProcess(String material, Integer vdi, Direction pull, SheetProcess sheet) {
  private static final String USUAL_MATERIAL = "ABS";

  public static final PartProcess DEFAULT =
      new PartProcess(USUAL_MATERIAL, null, Direction.UP, null);

  private static final Field<PartProcess, String> MATERIAL =
      Field.<PartProcess, String>of(
              "material",
              WordForm.of("ABS", "ABS").or("PC", "PC").or("PA", "PA").or("PP", "PP"),
              PartProcess::material)
          .otherwise(USUAL_MATERIAL)
          .about("default ABS");
  private static final Field<PartProcess, Integer> VDI =
      Field.<PartProcess, Integer>of("vdi", new WholeForm(0, 60), PartProcess::vdi)
          .about("VDI 3400 number of the texture; left out = smooth");
  private static final Field<PartProcess, Direction> PULL =
      Field.<PartProcess, Direction>of("pull", Direction.FORM, PartProcess::pull)
          .otherwise(Direction.UP)
          .about("direction in which the upper tool half leaves; default up");
  private static final Field<PartProcess, SheetProcess> SHEET =
      Field.<PartProcess, SheetProcess>of("sheet", SheetProcess.FORM, PartProcess::sheet)
          .about("how sheet bodies are made");

  /** How a process stands in a file. */
  public static final RecordForm<PartProcess> FORM =
      RecordForm.of(
          "process",
          List.of(MATERIAL, VDI, PULL, SHEET),
          v -> new PartProcess(v.get(MATERIAL), v.get(VDI), v.get(PULL), v.get(SHEET)));

  public PartProcess {
    material = material == null ? USUAL_MATERIAL : material;
    pull = pull == null ? Direction.UP : pull;
  }

  /** The sheet process, the usual one if none is given. */
  public SheetProcess sheetOrUsual() {
    return sheet == null ? SheetProcess.DEFAULT : sheet;
  }

  public PartProcess withPull(Direction changed) {
    return new PartProcess(material, vdi, changed, sheet);
  }

  public PartProcess withSheet(SheetProcess changed) {
    return new PartProcess(material, vdi, pull, changed);
  }
}
