package org.ankerdraft.core.sketch;

import java.util.List;
import org.ankerdraft.core.form.Field;
import org.ankerdraft.core.form.FlagForm;
import org.ankerdraft.core.form.RecordForm;
import org.ankerdraft.core.form.TextForm;
import org.ankerdraft.core.select.EdgeChoice;
import org.ankerdraft.core.select.FaceChoice;
import org.ankerdraft.core.select.References;

/**
 * Edges of a body laid square onto the plane of a sketch, where they follow the body: curves that
 * bound areas like drawn ones, or construction curves, to measure from and to be held by.
 *
 * @param name source of the names of the curves: a single edge has it, several have it with a
 *     suffix that follows from the edge's own name
 * @param body its name, or null for the only one
 * @param edges which edges, evaluated anew at each build
 * @param silhouettes curved faces of which the lines are laid down where they, seen square to the
 *     plane, turn away from the eye
 * @param crossing whether only the points are wanted in which they pass through the plane
 */
public record Projection(
    String name,
    String body,
    List<EdgeChoice> edges,
    List<FaceChoice> silhouettes,
    boolean crossing,
    boolean construction) {
  private static final Field<Projection, String> NAME =
      Field.<Projection, String>of("name", TextForm.ID, Projection::name)
          .about("source of the names of the curves");
  private static final Field<Projection, List<EdgeChoice>> EDGES =
      Field.<Projection, List<EdgeChoice>>of("edges", EdgeChoice.LIST, Projection::edges)
          .label("Edges")
          .otherwise(List.of());
  private static final Field<Projection, List<FaceChoice>> SILHOUETTES =
      Field.<Projection, List<FaceChoice>>of(
              "silhouettes", FaceChoice.LIST, Projection::silhouettes)
          .label("Silhouettes of")
          .otherwise(List.of())
          .about("curved faces: the lines where they turn away, seen square to the plane");
  private static final Field<Projection, String> BODY =
      Field.<Projection, String>of("body", References.BODY, Projection::body)
          .label("Of body")
          .usual("the only one")
          .folded()
          .about("may be left out while there is only one");
  private static final Field<Projection, Boolean> CROSSING =
      Field.<Projection, Boolean>of(
              "crossing", new FlagForm("laid down", "where they cross it"), Projection::crossing)
          .label("Taken")
          .about("points where the edges pass through the plane, instead of their projections");
  private static final Field<Projection, Boolean> CONSTRUCTION =
      Field.<Projection, Boolean>of(
              "construction", new FlagForm("drawn", "construction"), Projection::construction)
          .label("As")
          .about("construction curves never bound an area");

  /** How it stands in a file. */
  public static final RecordForm<Projection> FORM =
      RecordForm.of(
          "projection",
          List.of(NAME, EDGES, SILHOUETTES, CROSSING, CONSTRUCTION, BODY),
          v ->
              new Projection(
                  v.get(NAME),
                  v.get(BODY),
                  v.get(EDGES),
                  v.get(SILHOUETTES),
                  v.is(CROSSING),
                  v.is(CONSTRUCTION)));

  public Projection {
    edges = edges == null ? List.of() : List.copyOf(edges);
    silhouettes = silhouettes == null ? List.of() : List.copyOf(silhouettes);
  }

  /** The same with another name. */
  public Projection named(String other) {
    return new Projection(other, body, edges, silhouettes, crossing, construction);
  }

  /** Whether a curve of that name, or a point of one, is of this projection. */
  public boolean isSourceOf(String curve) {
    String whole = curve.replaceFirst("\\..*", "");
    return whole.equals(name) || whole.startsWith(name + "-");
  }
}
