/** Bosses for screws in plastic, sized by rule from the screw and the material. */
package org.ankerdraft.core.step.screwboss;
