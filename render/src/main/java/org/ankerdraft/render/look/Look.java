package org.ankerdraft.render.look;

import java.util.Set;
import java.util.function.Consumer;
import org.ankerdraft.core.expression.LengthUnit;
import org.ankerdraft.vectors.Plane;
import org.ankerdraft.vectors.Vec3;

/** How a scene is drawn. Immutable; a change gives another look. */
public final class Look {

  /** Which analysis is laid over the part. */
  public enum Map {
    NONE,
    DRAFT,
    WALL,
    FLAT
  }

  private Palette palette;
  private Map map = Map.NONE;
  private float thinMm;
  private float thickMm = Float.MAX_VALUE;
  private float[] bands = {};
  private Vec3 pull = Vec3.Z;
  private Set<Integer> shortFaces = Set.of();
  private Set<Integer> undercutFaces = Set.of();
  private Set<Integer> bendFaces = Set.of();
  private Set<Integer> hazardFaces = Set.of();
  private Set<Integer> toolFaces = Set.of();
  private Set<Integer> editedFaces = Set.of();
  private Set<Integer> editedEdges = Set.of();
  private int hoverFace;
  private Set<Integer> hoverEdges = Set.of();
  private Plane section;
  private byte[] tints = {};
  private LengthUnit unit = LengthUnit.MM;

  private Look(Palette palette) {
    this.palette = palette;
  }

  public static Look plain(Palette palette) {
    return new Look(palette);
  }

  private Look changed(Consumer<Look> change) {
    Look copy = new Look(palette);
    copy.map = map;
    copy.thinMm = thinMm;
    copy.thickMm = thickMm;
    copy.bands = bands;
    copy.pull = pull;
    copy.shortFaces = shortFaces;
    copy.undercutFaces = undercutFaces;
    copy.bendFaces = bendFaces;
    copy.hazardFaces = hazardFaces;
    copy.toolFaces = toolFaces;
    copy.editedFaces = editedFaces;
    copy.editedEdges = editedEdges;
    copy.hoverFace = hoverFace;
    copy.hoverEdges = hoverEdges;
    copy.section = section;
    copy.tints = tints;
    copy.unit = unit;
    change.accept(copy);
    return copy;
  }

  /** In which lengths are told. */
  public LengthUnit unit() {
    return unit;
  }

  public Look withUnit(LengthUnit u) {
    return changed(l -> l.unit = u);
  }

  public Look withMap(Map m) {
    return changed(l -> l.map = m);
  }

  public Look withWall(float thin, float thick, float[] wallBands) {
    float[] own = wallBands.clone();
    return changed(l -> {
      l.thinMm = thin;
      l.thickMm = thick;
      l.bands = own;
    });
  }

  public Look withDraft(Vec3 p, Set<Integer> shorts, Set<Integer> undercuts) {
    return changed(l -> {
      l.pull = p;
      l.shortFaces = Set.copyOf(shorts);
      l.undercutFaces = Set.copyOf(undercuts);
    });
  }

  public Look withFlat(Set<Integer> bends, Set<Integer> hazards) {
    return changed(l -> {
      l.bendFaces = Set.copyOf(bends);
      l.hazardFaces = Set.copyOf(hazards);
    });
  }

  public Look withTools(Set<Integer> tools) {
    return changed(l -> l.toolFaces = Set.copyOf(tools));
  }

  public Look withEdited(Set<Integer> faces, Set<Integer> edges) {
    return changed(l -> {
      l.editedFaces = Set.copyOf(faces);
      l.editedEdges = Set.copyOf(edges);
    });
  }

  public Look withHover(int face, Set<Integer> edges) {
    return changed(l -> {
      l.hoverFace = face;
      l.hoverEdges = Set.copyOf(edges);
    });
  }

  public Look withSection(Plane plane) {
    return changed(l -> l.section = plane);
  }

  /**
   * @param byFace for each face of the scene, from 1, the number of a colour of {@link
   *     BodyColours}; 0 for the usual one
   */
  public Look withTints(byte[] byFace) {
    byte[] own = byFace.clone();
    return changed(l -> l.tints = own);
  }

  public Look withPalette(Palette p) {
    return changed(l -> l.palette = p);
  }

  /** The colours. */
  public Palette palette() {
    return palette;
  }

  /** Which analysis is laid over the part. */
  public Map map() {
    return map;
  }

  /** Below this the wall is hatched. */
  public float thinMm() {
    return thinMm;
  }

  /** Above this it is hatched the other way. */
  public float thickMm() {
    return thickMm;
  }

  /** Bounds of the wall tints, mm, ascending, one fewer than tints; do not change. */
  public float[] bands() {
    return bands;
  }

  /** For the draft map. */
  public Vec3 pull() {
    return pull;
  }

  /** Faces short of draft. */
  public Set<Integer> shortFaces() {
    return shortFaces;
  }

  /** Faces no pull reaches. */
  public Set<Integer> undercutFaces() {
    return undercutFaces;
  }

  /** Bends, tinted on the flat map. */
  public Set<Integer> bendFaces() {
    return bendFaces;
  }

  /** Faces hatched on the flat map. */
  public Set<Integer> hazardFaces() {
    return hazardFaces;
  }

  /** Faces of bending tools, in a tint of their own on the flat map. */
  public Set<Integer> toolFaces() {
    return toolFaces;
  }

  /** Faces of the step being edited or chosen for it. */
  public Set<Integer> editedFaces() {
    return editedFaces;
  }

  /** Edges chosen. */
  public Set<Integer> editedEdges() {
    return editedEdges;
  }

  /** Face under the pointer, or 0. */
  public int hoverFace() {
    return hoverFace;
  }

  /** The edge under the pointer, or those that a press would choose. */
  public Set<Integer> hoverEdges() {
    return hoverEdges;
  }

  /** Number of the colour of a face of the scene where no map is laid over it. */
  public int tint(int face) {
    return face < tints.length ? tints[face] : 0;
  }

  /** What lies on its normal's side is cut away; null for none. */
  public Plane section() {
    return section;
  }
}
