package org.ankerdraft.core.sheet;

import java.util.List;
import java.util.stream.Collectors;
import org.ankerdraft.core.select.NamedShape;

/** The body is no sheet that can be laid flat; says which faces prevent it. */
public final class CannotUnfold extends Exception {
  private static final long serialVersionUID = 1L;
  private static final int SAID = 3;
  private final transient List<Obstacle> obstacles;

  CannotUnfold(List<Obstacle> obstacles) {
    super(obstacles.getFirst().why());
    this.obstacles = List.copyOf(obstacles);
  }

  public static CannotUnfold at(int face, String why) {
    return new CannotUnfold(List.of(new Obstacle(face, why)));
  }

  public List<Obstacle> obstacles() {
    return obstacles;
  }

  /** The whole in words, with the names of the faces. */
  public String inWords(NamedShape named) {
    String text =
        obstacles.stream()
            .limit(SAID)
            .map(o -> (o.face() == 0 ? "" : "face " + named.faceName(o.face()) + ": ") + o.why())
            .collect(Collectors.joining("; "));
    int more = obstacles.size() - SAID;
    return "it cannot be unfolded: " + text + (more > 0 ? "; and " + more + " more faces" : "");
  }
}
