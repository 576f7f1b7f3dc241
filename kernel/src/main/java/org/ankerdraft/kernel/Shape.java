package org.ankerdraft.kernel;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.ankerdraft.vectors.Vec3;

/**
 * A shape that the worker made and that can be restored in any other worker from its bytes.
 * Immutable; equality is identity.
 */
public final class Shape {

  /** What is known of the shape's soundness. "Done" from the library proves nothing. */
  public record Proof(
      boolean valid, boolean closed, int solids, double maxToleranceMm, List<String> faults) {
    public boolean isSound() {
      return valid && closed && solids >= 1;
    }
  }

  /** Integral properties and the axis-parallel bounding box. */
  public record Mass(double volumeMm3, double areaMm2, Vec3 centroid, Vec3 boxMin, Vec3 boxMax) {
    public double diagonalMm() {
      return boxMin.distance(boxMax);
    }

    /**
     * How far the box reaches from a point along a direction, mm; negative if all of it lies
     * behind.
     *
     * @param way of length 1
     */
    public double reach(Vec3 from, Vec3 way) {
      double x = (way.x() > 0 ? boxMax : boxMin).x();
      double y = (way.y() > 0 ? boxMax : boxMin).y();
      double z = (way.z() > 0 ? boxMax : boxMin).z();
      return new Vec3(x, y, z).minus(from).dot(way);
    }
  }

  private static final long BYTES_FOR_EACH = 400;

  private final Topology topology;
  private final Mass mass;
  private final Proof proof;
  private final byte[] brep;

  /** Handles by run of a worker; runs that have ended are never asked for again. */
  private final Map<Long, Long> handleByRun = new ConcurrentHashMap<>(2);

  Shape(Topology topology, Mass mass, Proof proof, byte[] brep) {
    this.topology = topology;
    this.mass = mass;
    this.proof = proof;
    this.brep = brep;
  }

  public Topology topology() {
    return topology;
  }

  /** Whether it is a surface: faces that enclose nothing, and have no volume. */
  public boolean isSurface() {
    return proof.solids() == 0;
  }

  public Mass mass() {
    return mass;
  }

  public Proof proof() {
    return proof;
  }

  /** The shape as binary BREP; a copy. */
  public byte[] brepBytes() {
    return brep.clone();
  }

  /** What it takes of memory, roughly; bytes. */
  public long bytes() {
    return brep.length + BYTES_FOR_EACH * (topology.faces().size() + topology.edges().size());
  }

  byte[] brep() {
    return brep;
  }

  /** The handle in a run of a worker, or null if the shape is not there. */
  Long handleIn(long run) {
    return handleByRun.get(run);
  }

  /** Forgets the handle in a run; null if there was none. */
  Long leave(long run) {
    return handleByRun.remove(run);
  }

  void resideAt(long run, long handle) {
    handleByRun.put(run, handle);
  }
}
