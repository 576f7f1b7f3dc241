package org.ankerdraft.app.chart;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.ankerdraft.app.session.Picked;
import org.ankerdraft.core.ledger.Mooring;
import org.ankerdraft.core.select.Lost;
import org.ankerdraft.render.draw.Scene;
import org.ankerdraft.render.look.Label;
import org.ankerdraft.vectors.Vec3;

/** Faces and edges that would be taken for others that are gone, as the view shows them. */
public record Proposed(List<Mooring> moorings) {
  /** Printed before the numbers of a map, and never left out for lack of room. */
  private static final double RANK = -1e12;

  public static final Proposed NOTHING = new Proposed(List.of());

  public Proposed {
    moorings = List.copyOf(moorings);
  }

  private Stream<Mooring> of(Lost.Kind kind) {
    return moorings.stream().filter(m -> m.lost().kind() == kind);
  }

  /** Ids of what is there of them, with what is lit otherwise. */
  public Set<Integer> withIds(Set<Integer> lit, Scene scene, boolean faces) {
    List<Picked> all = new ArrayList<>();
    of(faces ? Lost.Kind.FACE : Lost.Kind.EDGE)
        .forEach(m ->
            scene.bodies().stream()
                .map(a -> new Picked(a.body().name(), faces, m.found().name()))
                .forEach(all::add));
    Set<Integer> ids = new HashSet<>(Picked.ids(all, scene, faces));
    ids.addAll(lit);
    return ids;
  }

  /** The confidence of each, where it is. */
  public List<Label> with(List<Label> labels) {
    List<Label> out = new ArrayList<>();
    moorings.stream()
        .filter(m -> m.found().hint() != null)
        .map(m ->
            new Label(
                m.found().hint().place(),
                Vec3.ZERO,
                m.found().percent(),
                false,
                Double.MAX_VALUE,
                Double.MAX_VALUE,
                RANK))
        .forEach(out::add);
    out.addAll(labels);
    return out;
  }
}
