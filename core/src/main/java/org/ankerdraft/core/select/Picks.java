package org.ankerdraft.core.select;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import org.ankerdraft.core.form.Form;

/**
 * The faces and edges that a step names one by one.
 *
 * @param own id of the step: what it bears itself is not there before it is built
 * @param elsewhere whether another body has a face or an edge of that name
 */
public record Picks(
    String own,
    Set<FaceChoice.Named> faces,
    Set<EdgeChoice.Named> edges,
    Predicate<FaceName> elsewhere) {

  /** Of the values of a step. */
  public static <S> Picks of(String own, Form<S> form, S step, Predicate<FaceName> elsewhere) {
    Set<FaceChoice.Named> faces = new LinkedHashSet<>();
    Set<EdgeChoice.Named> edges = new LinkedHashSet<>();
    form.visit(
        step,
        new Form.Visitor() {
          @Override
          public <V> void see(Form<V> f, V value) {
            switch (value) {
              case FaceChoice.Named face -> faces.add(face);
              case EdgeChoice.Named edge -> edges.add(edge);
              case null, default -> {}
            }
          }
        });
    return new Picks(own, faces, edges, elsewhere);
  }

  /** What was known to be gone, and what else of these is gone from a shape. */
  List<Lost> lost(NamedShape shape, List<Lost> known) {
    List<Lost> all = new ArrayList<>(known);
    for (FaceChoice.Named face : faces) {
      if (shape.facesOf(face.name()).isEmpty() && isExpected(List.of(face.name()))) {
        add(all, lost(shape, face));
      }
    }
    for (EdgeChoice.Named edge : edges) {
      if (shape.edgesOf(edge.name()).isEmpty() && isExpected(edge.name().faces())) {
        add(all, lost(shape, edge));
      }
    }
    return all;
  }

  private boolean isExpected(List<FaceName> names) {
    return names.stream().noneMatch(n -> n.steps().contains(own))
        && !names.stream().allMatch(elsewhere);
  }

  private static void add(List<Lost> all, Lost found) {
    if (all.stream().noneMatch(l -> l.kind() == found.kind() && l.name().equals(found.name()))) {
      all.add(found);
    }
  }

  static Lost lost(NamedShape shape, FaceChoice.Named face) {
    return new Lost(
        Lost.Kind.FACE, face.name().toString(), Candidates.ofFace(shape, face.name(), face.hint()));
  }

  static Lost lost(NamedShape shape, EdgeChoice.Named edge) {
    return new Lost(
        Lost.Kind.EDGE, edge.name().toString(), Candidates.ofEdge(shape, edge.name(), edge.hint()));
  }
}
