package org.ankerdraft.core.operation;

/**
 * A screw thread that is cut into the walls of holes: it is told and marked, not modelled.
 *
 * @param name such as M4 or 1/4-20 UNC
 * @param majorMm its outer diameter
 * @param pitchMm from one turn to the next
 * @param role of the faces into which it is cut
 */
public record CutThread(String name, double majorMm, double pitchMm, String role) {}
