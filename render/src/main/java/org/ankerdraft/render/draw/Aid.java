package org.ankerdraft.render.draw;

import java.util.List;
import org.ankerdraft.vectors.Vec3;

/**
 * Something that helps to work on the part and is none of it, in thin dashes.
 *
 * @param name written where its first line begins
 */
public record Aid(String name, List<List<Vec3>> lines) {
  public Aid {
    lines = lines.stream().map(List::copyOf).toList();
  }
}
