/**
 * The open part: its document with history and journal, what was built and found last, what is
 * selected, and the bench that builds off the interface thread. Needs the core; knows no pane.
 */
package org.ankerdraft.app.session;
