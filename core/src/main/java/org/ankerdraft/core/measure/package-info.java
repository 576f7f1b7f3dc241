/** Distances and angles between things of a part. Needs named shapes and a kernel. */
package org.ankerdraft.core.measure;
