package org.ankerdraft.core.step.base;

import org.ankerdraft.core.expression.Expr;
import org.ankerdraft.core.step.Head;
import org.ankerdraft.core.step.Step;

/** A base wall: the one region of a sketch, one sheet thick. */
public record Base(Head head, String sketch, Expr thickness, boolean reversed, String body)
    implements Step {}
