/** The kinds of steps that there are. Needs all of them; everything that is not one asks here. */
package org.ankerdraft.core.kinds;
