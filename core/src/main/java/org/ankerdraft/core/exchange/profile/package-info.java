/**
 * Profiles of sketches in files: DXF in and out, SVG out. Needs curves with their numbers known, or
 * the bytes of a file; returns bytes, or curves of a sketch with what was done to them.
 */
package org.ankerdraft.core.exchange.profile;
