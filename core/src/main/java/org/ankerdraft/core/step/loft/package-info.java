/** Solids whose skin goes through the profiles of several sketches. */
package org.ankerdraft.core.step.loft;
