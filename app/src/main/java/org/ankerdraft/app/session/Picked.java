package org.ankerdraft.app.session;

import java.util.Collection;
import java.util.HashSet;
import java.util.Set;
import org.ankerdraft.core.select.EdgeName;
import org.ankerdraft.core.select.FaceName;
import org.ankerdraft.core.select.NamedShape;
import org.ankerdraft.render.draw.Scene;

/** A face or edge of a body, by name. */
public record Picked(String body, boolean isFace, String name) {
  public static Picked of(String body, FaceName face) {
    return new Picked(body, true, face.toString());
  }

  public static Picked of(String body, EdgeName edge) {
    return new Picked(body, false, edge.toString());
  }

  /** An edge of a scene. */
  public static Picked ofEdge(Scene.Item edge) {
    return of(edge.body().name(), edge.body().named().edgeName(edge.number()));
  }

  /** A face of a scene. */
  public static Picked ofFace(Scene.Item face) {
    return of(face.body().name(), face.body().named().faceName(face.number()));
  }

  /** Its number in a shape; 0 if it is not there. */
  public int in(NamedShape named) {
    return isFace ? named.face(FaceName.read(name)) : named.edge(EdgeName.read(name));
  }

  /**
   * Ids in a scene of the picked things that are in it.
   *
   * @param faces whether of the faces; else of the edges
   */
  public static Set<Integer> ids(Collection<Picked> picked, Scene scene, boolean faces) {
    Set<Integer> ids = new HashSet<>();
    for (Picked p : picked) {
      if (p.isFace == faces) {
        scene.bodies().stream()
            .filter(a -> a.body().name().equals(p.body))
            .mapToInt(a -> p.in(a.body().named()))
            .filter(n -> n > 0)
            .map(n -> faces ? scene.faceId(p.body, n) : scene.edgeId(p.body, n))
            .forEach(ids::add);
      }
    }
    return ids;
  }
}
