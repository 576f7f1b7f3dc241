/**
 * The window. {@link org.ankerdraft.app.session.Session} holds the open part and is the only thing
 * that changes it; panes show it and ask it for edits; {@link org.ankerdraft.app.session.Workbench}
 * builds and checks off the interface thread.
 */
package org.ankerdraft.app;
