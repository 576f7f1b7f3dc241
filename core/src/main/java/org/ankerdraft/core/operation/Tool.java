package org.ankerdraft.core.operation;

import org.ankerdraft.core.select.NamedShape;

/**
 * A solid that a step unites with a body or takes from it.
 *
 * @param strategy how it was made
 */
public record Tool(NamedShape solid, String strategy) {}
