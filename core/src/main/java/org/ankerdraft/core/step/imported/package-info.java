/** Bodies from STEP files. */
package org.ankerdraft.core.step.imported;
