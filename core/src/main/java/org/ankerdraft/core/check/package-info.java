/**
 * Judges what has been measured against a rule book. Needs a survey, flat patterns and limits;
 * returns findings, and says what could not be checked.
 */
package org.ankerdraft.core.check;
