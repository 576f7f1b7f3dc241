/**
 * What flanges, hems and joggles share: strips folded on along edges of walls. No kind of its own.
 */
package org.ankerdraft.core.step.strip;
