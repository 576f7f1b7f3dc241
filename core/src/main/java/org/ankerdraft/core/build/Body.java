package org.ankerdraft.core.build;

import org.ankerdraft.core.select.NamedShape;

/**
 * A body of the part.
 *
 * @param key tells its content: the same key, the same geometry
 */
public record Body(String name, NamedShape named, String key) {}
