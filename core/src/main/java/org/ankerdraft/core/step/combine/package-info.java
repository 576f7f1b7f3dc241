/** Bodies united with others, cut by them, or reduced to what they have in common. */
package org.ankerdraft.core.step.combine;
