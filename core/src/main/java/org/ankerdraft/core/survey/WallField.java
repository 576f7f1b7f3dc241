package org.ankerdraft.core.survey;

import java.util.List;
import java.util.function.Function;
import org.ankerdraft.core.geometry.FineMesh;
import org.ankerdraft.vectors.Vec3;

/**
 * Wall thickness over a body's surface, at the nodes of a fine mesh, measured in two ways.
 *
 * <p><b>By ray</b>: from the surface straight into the material to where it ends.
 *
 * <p><b>By sphere</b>: the diameter of the largest sphere within the material that touches the
 * surface there. A sphere that is held by a face beside it instead of one across from it (near an
 * outside corner, on the end of a rib) does not measure the wall: it grows along the middle of the
 * material until it does ({@link Climb}).
 */
public final class WallField {
  private final FineMesh mesh;
  private final float[] byRay;
  private final float[] bySphere;
  private final float[] nodeArea;
  private final float spread;
  private final int measuredNodes;

  /** Of the body's faces, in their order. */
  final List<WallMeasurement> faces;

  final WallMeasurement.Terms terms;

  /** Whether it is as fine as it ought to be. */
  final boolean isFine;

  private final Identity identity = new Identity();

  /** Null if nothing was taken over. */
  private final Basis basis;

  /** Tells fields apart. */
  public static final class Identity {}

  /**
   * What a field has taken over.
   *
   * @param field from which
   * @param kept for each face, the face's place among those of that field if it is the same; or -1
   * @param change in which all else differs
   */
  record Basis(Identity field, int[] kept, Extent change) {}

  WallField(
      List<WallMeasurement> faces,
      WallMeasurement.Run run,
      double spacingMm,
      boolean isFine,
      Basis basis) {
    this.basis = basis;
    this.faces = faces;
    this.terms = run.terms();
    this.isFine = isFine;
    measuredNodes = run.measured().get();
    spread = (float) spacingMm;
    mesh = FineMesh.joined(faces.stream().map(face -> face.mesh).toList());
    byRay = joined(face -> face.byRay);
    bySphere = joined(face -> face.diameter);
    nodeArea = joined(WallMeasurement::areasMm2);
  }

  private float[] joined(Function<WallMeasurement, float[]> part) {
    float[] out = new float[mesh.nodeCount()];
    int at = 0;
    for (WallMeasurement face : faces) {
      System.arraycopy(part.apply(face), 0, out, at, face.nodeCount());
      at += face.nodeCount();
    }
    return out;
  }

  /** How many nodes were measured anew, not taken over from an earlier field. */
  public int measuredNodes() {
    return measuredNodes;
  }

  public FineMesh mesh() {
    return mesh;
  }

  public Identity identity() {
    return identity;
  }

  /**
   * The number (from 1) that a face has in an earlier field, if it is the same there, and nothing
   * has changed that lies before it or behind it along a direction; 0 if not, or if that is not
   * known.
   */
  public int numberBefore(int face, Identity earlier, Vec3 way) {
    if (earlier == identity) {
      return face;
    }
    boolean isKnown =
        basis != null
            && basis.field == earlier
            && basis.kept[face - 1] >= 0
            && faces.get(face - 1).isBeside(basis.change, way);
    return isKnown ? basis.kept[face - 1] + 1 : 0;
  }

  /** Number (from 1) of the face on which a node lies. */
  public int faceOfNode(int node) {
    int face = 0;
    for (int left = node; left >= 0; face++) {
      left -= faces.get(face).nodeCount();
    }
    return face;
  }

  /** Thickness by ray at each node, mm. */
  public float[] byRay() {
    return byRay;
  }

  /** Thickness by sphere at each node, mm; NaN where no sphere measures a wall. */
  public float[] bySphere() {
    return bySphere;
  }

  /** Share of the surface that each node stands for, mm2. */
  public float[] nodeAreaMm2() {
    return nodeArea;
  }

  /** Longest edge of the mesh, mm: how far apart two samples can be. */
  public float spacingMm() {
    return spread;
  }
}
