/**
 * Expressions with units. Needs a text and parameters; returns quantities, or what is wrong and
 * where.
 */
package org.ankerdraft.core.expression;
