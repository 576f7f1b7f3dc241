/** Taking faces away from a body, whose neighbours close the gap. */
package org.ankerdraft.core.step.erase;
