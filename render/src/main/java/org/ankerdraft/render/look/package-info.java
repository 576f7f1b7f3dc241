/** How a part is to look: palette, maps, labels, typeface. Needs what the checks found. */
package org.ankerdraft.render.look;
