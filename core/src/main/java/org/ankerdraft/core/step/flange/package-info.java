/** Flanges. */
package org.ankerdraft.core.step.flange;
