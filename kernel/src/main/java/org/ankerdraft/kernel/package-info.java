/**
 * Typed client of the geometry worker.
 *
 * <p>{@link org.ankerdraft.kernel.GeometryKernel} is the entry: it takes {@link
 * org.ankerdraft.kernel.Shape}s and gives {@link org.ankerdraft.kernel.Outcome}s. A shape carries
 * its BREP bytes, so it outlives the worker process that made it; {@code Supervisor} starts and
 * replaces that process and sends again what its end interrupted; {@link
 * org.ankerdraft.kernel.Relay} lets a test or a bench stand between. Lengths are mm, angles
 * radians.
 */
package org.ankerdraft.kernel;
