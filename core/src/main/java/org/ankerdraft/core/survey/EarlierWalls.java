package org.ankerdraft.core.survey;

import java.util.Arrays;
import java.util.List;
import org.ankerdraft.core.geometry.Bvh;

/** Samples of some faces that were measured before, and what has changed since. */
final class EarlierWalls {
  private final List<WallMeasurement> faces;

  /** Number of the first node of each face. */
  private final int[] starts;

  /** Place of the face to which each node belongs. */
  private final int[] faceOfNode;

  private final FloatTuples samples;
  private final SurfaceChange change;

  EarlierWalls(List<WallMeasurement> faces, SurfaceChange change) {
    this.faces = faces;
    this.change = change;
    starts = new int[faces.size() + 1];
    for (int f = 0; f < faces.size(); f++) {
      starts[f + 1] = starts[f] + faces.get(f).nodeCount();
    }
    faceOfNode = new int[starts[faces.size()]];
    float[] all = new float[6 * faceOfNode.length];
    for (int f = 0; f < faces.size(); f++) {
      Arrays.fill(faceOfNode, starts[f], starts[f + 1], f);
      faces.get(f).putSamples(all, 6 * starts[f]);
    }
    samples = new FloatTuples(6, all);
  }

  /** For one thread: where anything has changed. */
  Bvh.Query changes() {
    return change.query();
  }

  /** Number of the node with the same sample, or -1. */
  int find(float[] sample) {
    return samples.find(sample, 0);
  }

  /** The face to which a node belongs. */
  WallMeasurement faceOf(int node) {
    return faces.get(faceOfNode[node]);
  }

  /** A node's number in its face. */
  int nodeOf(int node) {
    return node - starts[faceOfNode[node]];
  }
}
