/** Plain round holes at places of a plane. */
package org.ankerdraft.core.step.hole;
