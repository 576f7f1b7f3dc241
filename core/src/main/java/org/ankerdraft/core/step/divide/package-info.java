/** Dividing a body by a plane or a face. */
package org.ankerdraft.core.step.divide;
