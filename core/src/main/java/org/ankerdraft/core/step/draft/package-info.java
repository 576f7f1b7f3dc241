/** Draft of faces from a neutral plane. */
package org.ankerdraft.core.step.draft;
