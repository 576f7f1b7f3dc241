/**
 * Datum planes and axes: things to build on that bound nothing. Both give a sketch without areas: a
 * frame with the lines by which the datum is seen, of which an axis is one.
 */
package org.ankerdraft.core.step.datum;
