/** Equal chamfers along edges. */
package org.ankerdraft.core.step.chamfer;
