/**
 * Changes of drawn curves: where they cross, cutting, lengthening, rounding corners, copies and
 * offsets. Needs curves with their numbers known; returns curves as they would be drawn, and the
 * relations that keep what was done.
 */
package org.ankerdraft.core.sketch.edit;
