package org.ankerdraft.core.check;

import org.ankerdraft.core.operation.Body;
import org.ankerdraft.core.sheet.FlatPattern;

/**
 * What is known of a sheet body's flat pattern.
 *
 * @param flat null if the body cannot be unfolded
 * @param whyNot in words, null if it can
 */
public record FlatAnalysis(Body body, FlatPattern flat, String whyNot) {}
