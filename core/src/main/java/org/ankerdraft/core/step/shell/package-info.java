/** Hollowing a body to a wall. */
package org.ankerdraft.core.step.shell;
