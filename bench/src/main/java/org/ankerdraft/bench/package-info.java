/** Comparisons with outside libraries and with ourselves, as ratios measured in one run. */
package org.ankerdraft.bench;
