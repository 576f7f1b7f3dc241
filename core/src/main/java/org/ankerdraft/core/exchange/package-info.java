/**
 * Files that other programs read: mesh formats. STEP is read and written by the geometry worker.
 */
package org.ankerdraft.core.exchange;
