/**
 * The part as a document: parameters, process, limits and steps, its text, its file, its journal.
 * Every edit, from wherever, passes {@link org.ankerdraft.core.part.PartJson#admit}, so that no
 * document comes to be that its own reader refuses.
 *
 * <p>Needs the kinds of steps for reading and writing; builds nothing.
 */
package org.ankerdraft.core.part;
