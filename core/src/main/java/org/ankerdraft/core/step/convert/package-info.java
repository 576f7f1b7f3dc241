/** Solids turned into sheet. */
package org.ankerdraft.core.step.convert;
