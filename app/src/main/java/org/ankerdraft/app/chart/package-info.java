/**
 * The view of the part: drawing, picking, handles, sketches, readings. Needs the renderer and the
 * session.
 */
package org.ankerdraft.app.chart;
