/** Points, directions and planes, in mm. Knows nobody; everybody may know it. */
package org.ankerdraft.vectors;
