/**
 * What a kind of step is. Each kind is a package below this one and holds all that the rest of the
 * program must know of it: the definition (a record), its builder, the names of the faces it bears,
 * and a {@link org.ankerdraft.core.step.StepKind} that describes it. From that description come its
 * form in the part file and the schema, its card, its handles, its place on the rail, the key of
 * its remembered result and what depends on what. The kinds are listed in one place, {@code
 * org.ankerdraft.core.kinds.StepKinds}.
 *
 * <p>Needs forms, choices and operations; knows no part document and no window.
 */
package org.ankerdraft.core.step;
