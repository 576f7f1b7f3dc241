/**
 * Typed client of the geometry worker.
 *
 * <p>{@link org.ankerdraft.kernel.GeometryKernel} is the entry: it takes {@link
 * org.ankerdraft.kernel.Shape}s and gives {@link org.ankerdraft.kernel.Outcome}s. A shape carries
 * its BREP bytes, so it outlives the worker process that made it; {@link
 * org.ankerdraft.kernel.WorkerProcess} starts, watches and replaces that process. Lengths are mm,
 * angles radians.
 */
package org.ankerdraft.kernel;
