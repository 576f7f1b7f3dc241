package org.ankerdraft.render;

import java.util.Set;
import org.ankerdraft.kernel.Plane;
import org.ankerdraft.kernel.Vec3;

/**
 * How a scene is drawn.
 *
 * @param thinMm below this the wall is hatched
 * @param thickMm above this it is hatched the other way
 * @param bands bounds of the wall tints, mm, ascending, one fewer than tints
 * @param pull for the draft map
 * @param shortFaces faces short of draft
 * @param undercutFaces faces no pull reaches
 * @param bendFaces bends, tinted on the flat map
 * @param hazardFaces faces hatched on the flat map
 * @param toolFaces faces of bending tools, in a tint of their own on the flat map
 * @param editedFaces faces of the step being edited or chosen for it
 * @param hoverFace face under the pointer, or 0
 * @param hoverEdge edge under the pointer, or 0
 * @param editedEdges edges chosen
 * @param section what lies on its normal's side is cut away; null for none
 */
public record Look(
    Palette palette,
    Map map,
    float thinMm,
    float thickMm,
    float[] bands,
    Vec3 pull,
    Set<Integer> shortFaces,
    Set<Integer> undercutFaces,
    Set<Integer> bendFaces,
    Set<Integer> hazardFaces,
    Set<Integer> toolFaces,
    Set<Integer> editedFaces,
    Set<Integer> editedEdges,
    int hoverFace,
    int hoverEdge,
    Plane section) {

  /** Which analysis is laid over the part. */
  public enum Map {
    NONE,
    DRAFT,
    WALL,
    FLAT
  }

  private static final float[] NO_BANDS = {};

  public static Look plain(Palette palette) {
    return new Look(
        palette,
        Map.NONE,
        0,
        Float.MAX_VALUE,
        NO_BANDS,
        Vec3.Z,
        Set.of(),
        Set.of(),
        Set.of(),
        Set.of(),
        Set.of(),
        Set.of(),
        Set.of(),
        0,
        0,
        null);
  }

  public Look {
    bands = bands.clone();
    shortFaces = Set.copyOf(shortFaces);
    undercutFaces = Set.copyOf(undercutFaces);
    bendFaces = Set.copyOf(bendFaces);
    hazardFaces = Set.copyOf(hazardFaces);
    toolFaces = Set.copyOf(toolFaces);
    editedFaces = Set.copyOf(editedFaces);
    editedEdges = Set.copyOf(editedEdges);
  }

  /** Do not change. */
  @Override
  public float[] bands() {
    return bands;
  }

  public Look withMap(Map m) {
    return Changed.with(this, "map", m);
  }

  public Look withWall(float thin, float thick, float[] wallBands) {
    return new Look(
        palette,
        map,
        thin,
        thick,
        wallBands,
        pull,
        shortFaces,
        undercutFaces,
        bendFaces,
        hazardFaces,
        toolFaces,
        editedFaces,
        editedEdges,
        hoverFace,
        hoverEdge,
        section);
  }

  public Look withDraft(Vec3 p, Set<Integer> shorts, Set<Integer> undercuts) {
    return Changed.with(
        Changed.with(Changed.with(this, "pull", p), "shortFaces", shorts),
        "undercutFaces",
        undercuts);
  }

  public Look withFlat(Set<Integer> bends, Set<Integer> hazards) {
    return Changed.with(Changed.with(this, "bendFaces", bends), "hazardFaces", hazards);
  }

  public Look withTools(Set<Integer> tools) {
    return Changed.with(this, "toolFaces", tools);
  }

  public Look withEdited(Set<Integer> faces, Set<Integer> edges) {
    return Changed.with(Changed.with(this, "editedFaces", faces), "editedEdges", edges);
  }

  public Look withHover(int face, int edge) {
    return Changed.with(Changed.with(this, "hoverFace", face), "hoverEdge", edge);
  }

  public Look withSection(Plane plane) {
    return Changed.with(this, "section", plane);
  }

  public Look withPalette(Palette p) {
    return Changed.with(this, "palette", p);
  }
}
