/** Lips and grooves along a rim, by which two halves of a housing find each other. */
package org.ankerdraft.core.step.lip;
