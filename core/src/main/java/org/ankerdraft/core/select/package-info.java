/**
 * Names of faces and edges, and choices of them. Needs named shapes; returns numbers of faces and
 * edges, or what is lost.
 */
package org.ankerdraft.core.select;
