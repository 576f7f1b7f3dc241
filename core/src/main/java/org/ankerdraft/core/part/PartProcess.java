package org.ankerdraft.core.part;

import org.ankerdraft.core.select.Direction;

/**
 * How the part is made; the checks take their limits from it.
 *
 * @param material a material of the rule books, such as ABS
 * @param vdi VDI 3400 number of the texture, or null for a smooth face
 * @param pull the direction in which the upper tool half leaves the part
 */
public record PartProcess(String material, Integer vdi, Direction pull) {
  public static final PartProcess DEFAULT = new PartProcess("ABS", null, Direction.UP);

  public PartProcess {
    material = material == null ? "ABS" : material;
    pull = pull == null ? Direction.UP : pull;
  }
}
