/**
 * Profiles: curves, planes, and what they come to in space. Needs expressions; returns regions and
 * chains.
 */
package org.ankerdraft.core.sketch;
