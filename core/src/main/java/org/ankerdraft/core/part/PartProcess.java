package org.ankerdraft.core.part;

import com.fasterxml.jackson.annotation.JsonIgnore;
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
  public static final PartProcess DEFAULT = new PartProcess("ABS", null, Direction.UP, null);

  public PartProcess {
    material = material == null ? "ABS" : material;
    pull = pull == null ? Direction.UP : pull;
  }

  /** The sheet process, the usual one if none is given. */
  @JsonIgnore
  public SheetProcess sheetOrUsual() {
    return sheet == null ? SheetProcess.DEFAULT : sheet;
  }

  public PartProcess withSheet(SheetProcess changed) {
    return new PartProcess(material, vdi, pull, changed);
  }
}
