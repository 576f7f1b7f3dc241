/** Profiles turned about an axis. */
package org.ankerdraft.core.step.revolve;
