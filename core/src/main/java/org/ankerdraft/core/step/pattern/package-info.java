/**
 * What earlier steps did to a body, done again in other places: in rows, round an axis, mirrored.
 */
package org.ankerdraft.core.step.pattern;
