package org.ankerdraft.core.part;

import org.ankerdraft.core.expression.Expr;

/** A named value that expressions can use. */
public record Parameter(String name, Expr value, String note) {}
