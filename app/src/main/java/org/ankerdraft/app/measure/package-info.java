/**
 * Measuring in the window: what is picked is measured, drawn as a dimension, and kept as a note.
 * Needs the session and the chart; gives a card and the meaning of what is under the pointer.
 */
package org.ankerdraft.app.measure;
