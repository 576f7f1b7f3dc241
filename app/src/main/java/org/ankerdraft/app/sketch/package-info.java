/**
 * Drawing a sketch in the view: the pencil turns what the pointer does into edits of the sketch,
 * its card shows tools, constraints and what can still move. Needs the session and the chart.
 */
package org.ankerdraft.app.sketch;
