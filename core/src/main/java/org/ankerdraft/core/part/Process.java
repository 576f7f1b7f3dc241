package org.ankerdraft.core.part;

import com.fasterxml.jackson.annotation.JsonProperty;
import org.ankerdraft.core.select.Direction;

/**
 * How the part is made; the checks take their limits from it.
 *
 * @param material a material of the rule books, such as ABS
 * @param vdi VDI 3400 number of the texture, or null for a smooth face
 * @param pull the direction in which the upper tool half leaves the part
 */
public record Process(String material, Integer vdi, Direction pull) {
  public static final Process DEFAULT = new Process("ABS", null, Direction.UP);

  public Process {
    material = material == null ? "ABS" : material;
    pull = pull == null ? Direction.UP : pull;
  }

  @JsonProperty("vdi")
  public Integer vdi() {
    return vdi;
  }
}
