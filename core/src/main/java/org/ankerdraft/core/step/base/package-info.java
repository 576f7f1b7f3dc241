/** Base walls: the start of a sheet body from a closed profile. */
package org.ankerdraft.core.step.base;
